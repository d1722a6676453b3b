/** How often a page is turned on the desk, a quarter to the right each time. */
export type Turn = 0 | 1 | 2 | 3;
export type PageSize = { readonly width: number; readonly height: number };

/** What a turned page measures. */
export const turnedSize = ({ width, height }: PageSize, turn: Turn): PageSize =>
  turn % 2 === 0 ? { width, height } : { width: height, height: width };

/** What puts the space of a page where it is seen when it is turned, for SVG. */
export function turnTransform({ width, height }: PageSize, turn: Turn): string | undefined {
  if (turn === 1) return `translate(${height} 0) rotate(90)`;
  if (turn === 2) return `translate(${width} ${height}) rotate(180)`;
  if (turn === 3) return `translate(0 ${width}) rotate(270)`;
  return undefined;
}

/** Whether a file is shown as pages that can be drawn on. */
export const hasPages = ({ contentType }: { readonly contentType: string }): boolean =>
  contentType === 'application/pdf' || contentType.startsWith('image/');
