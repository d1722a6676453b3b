import { PDFName, type PDFPage } from '@cantoo/pdf-lib';

/** The longer side of a picture where it becomes a page: that of A4, in points. */
export const pictureSide = 842;

/** How many points a unit of a page stands for: large plans are drawn in larger ones (ISO 32000-1, 14.11.2). */
export function userUnit(page: PDFPage): number {
  const unit = Number(page.node.get(PDFName.of('UserUnit'))?.toString() ?? 1);
  return unit > 0 ? unit : 1;
}
