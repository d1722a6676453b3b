import type { Box, Shape } from './design';

/** Numbers of a path to a hundredth of a point, the same on every machine. */
const n = (value: number) => String(Math.round(value * 100) / 100);
const rectangle = ({ x, y, width, height }: Box) => `M${n(x)} ${n(y)}h${n(width)}v${n(height)}h${n(-width)}z`;

/** How far the handles of four cubic curves stand out that come nearest to a circle. */
const round = 0.5522847498;

function ellipse({ x, y, width, height }: Box): string {
  const [rx, ry, cx, cy] = [width / 2, height / 2, x + width / 2, y + height / 2];
  const arc = (x1: number, y1: number, x2: number, y2: number, toX: number, toY: number) =>
    `C${[x1, y1, x2, y2, toX, toY].map(n).join(' ')}`;
  return [
    `M${n(cx - rx)} ${n(cy)}`,
    arc(cx - rx, cy - ry * round, cx - rx * round, cy - ry, cx, cy - ry),
    arc(cx + rx * round, cy - ry, cx + rx, cy - ry * round, cx + rx, cy),
    arc(cx + rx, cy + ry * round, cx + rx * round, cy + ry, cx, cy + ry),
    `${arc(cx - rx * round, cy + ry, cx - rx, cy + ry * round, cx - rx, cy)}z`,
  ].join('');
}

/** A rectangle with round corners, `corner` at most half of a side. */
export function rounded(box: Box, corner: number): string {
  const r = Math.min(corner, box.width / 2, box.height / 2);
  if (r <= 0) return rectangle(box);
  const { x, y, width, height } = box;
  const k = r * (1 - round);
  return [
    `M${n(x + r)} ${n(y)}H${n(x + width - r)}`,
    `C${n(x + width - k)} ${n(y)} ${n(x + width)} ${n(y + k)} ${n(x + width)} ${n(y + r)}V${n(y + height - r)}`,
    `C${n(x + width)} ${n(y + height - k)} ${n(x + width - k)} ${n(y + height)} ${n(x + width - r)} ${n(y + height)}`,
    `H${n(x + r)}C${n(x + k)} ${n(y + height)} ${n(x)} ${n(y + height - k)} ${n(x)} ${n(y + height - r)}`,
    `V${n(y + r)}C${n(x)} ${n(y + k)} ${n(x + k)} ${n(y)} ${n(x + r)} ${n(y)}z`,
  ].join('');
}

/** A wall of tiles of different widths, two points apart: our own mark. */
function tiles(box: Box): string {
  const rows = Math.max(1, Math.round(box.height / 12));
  const [gap, high] = [2, (box.height - 2 * (rows - 1)) / rows];
  const shares = [3, 5, 2, 4, 6, 3, 4, 2, 5];
  let path = '';
  for (let row = 0; row < rows; row += 1) {
    let x = box.x;
    for (let i = row * 2; x < box.x + box.width - 0.5; i += 1) {
      const wide = Math.min((shares[i % shares.length] ?? 3) * 7, box.x + box.width - x);
      path += rectangle({ x, y: box.y + row * (high + gap), width: wide, height: high });
      x += wide + gap;
    }
  }
  return path;
}

const paths: { readonly [S in Shape]: (box: Box) => string } = {
  rectangle,
  ellipse,
  triangle: ({ x, y, width, height }) => `M${n(x + width / 2)} ${n(y)}L${n(x + width)} ${n(y + height)}H${n(x)}z`,
  hill: ({ x, y, width, height }) =>
    `M${n(x)} ${n(y + height)}C${n(x + width * 0.3)} ${n(y)} ${n(x + width * 0.7)} ${n(y)} ${n(x + width)} ${n(y + height)}z`,
  tiles,
};

/** The outline of a shape that fills a box, as the data of an SVG path. */
export const shapePath = (shape: Shape, box: Box): string => paths[shape](box);
