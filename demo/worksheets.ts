import { PDFDocument, rgb, StandardFonts } from '@cantoo/pdf-lib';

export type Worksheet = {
  readonly title: string;
  readonly intro: string;
  readonly columns: readonly string[];
  readonly rows: readonly string[];
  readonly pages?: number;
};

/** A worksheet to print: a heading, a sentence and a table to fill in by the water. */
export async function worksheetPdf({ title, intro, columns, rows, pages = 1 }: Worksheet): Promise<Buffer> {
  const pdf = await PDFDocument.create();
  const [plain, bold] = [
    await pdf.embedFont(StandardFonts.Helvetica),
    await pdf.embedFont(StandardFonts.HelveticaBold),
  ];
  const ink = rgb(0.09, 0.13, 0.12);
  pdf.setTitle(title);
  for (let p = 0; p < pages; p += 1) {
    const page = pdf.addPage([595, 842]);
    page.drawText('Wendwater River School', { x: 50, y: 790, size: 10, font: plain, color: ink });
    page.drawText(pages > 1 ? `${title} (${p + 1} of ${pages})` : title, {
      x: 50,
      y: 755,
      size: 22,
      font: bold,
      color: ink,
    });
    page.drawText(intro, { x: 50, y: 725, size: 11, font: plain, color: ink, maxWidth: 495, lineHeight: 15 });
    const slot = 495 / columns.length;
    for (const [c, column] of columns.entries()) {
      page.drawText(column, {
        x: 54 + c * slot,
        y: 660,
        size: 10,
        font: bold,
        color: ink,
        maxWidth: slot - 8,
        lineHeight: 12,
      });
      page.drawLine({
        start: { x: 50 + c * slot, y: 675 },
        end: { x: 50 + c * slot, y: 640 - rows.length * 34 },
        thickness: 0.4,
        color: ink,
      });
    }
    rows.forEach((row, r) => {
      const y = 640 - (r + 1) * 34;
      page.drawLine({ start: { x: 50, y: y + 34 }, end: { x: 545, y: y + 34 }, thickness: 0.6, color: ink });
      page.drawText(row, { x: 54, y: y + 12, size: 10, font: plain, color: ink, maxWidth: slot - 8 });
    });
  }
  return Buffer.from(await pdf.save());
}
