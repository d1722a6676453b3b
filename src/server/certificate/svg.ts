import type { Drawn, DrawnMark } from './draw';

const plain = (value: string) => value.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);

function markSvg(mark: DrawnMark, pictures: ReadonlyMap<string, Buffer>): string {
  if (mark.sort === 'picture') {
    const { at, within, hash } = mark;
    const source = `data:image;base64,${pictures.get(hash)?.toString('base64') ?? ''}`;
    const clip = `<clipPath id="c-${mark.id}"><rect x="${within.x}" y="${within.y}" width="${within.width}" height="${within.height}"/></clipPath>`;
    return `${clip}<image clip-path="url(#c-${mark.id})" preserveAspectRatio="none" x="${at.x}" y="${at.y}" width="${at.width}" height="${at.height}" href="${source}"/>`;
  }
  const { path, fill, stroke, line, dash, isRound } = mark;
  const edge =
    stroke && line > 0
      ? `stroke="${plain(stroke)}" stroke-width="${line}" stroke-linecap="${isRound ? 'round' : 'butt'}"${dash.length > 0 ? ` stroke-dasharray="${dash.join(' ')}"` : ''}`
      : '';
  return `<path d="${path}" fill="${fill ? plain(fill) : 'none'}" ${edge}/>`;
}

/** What is drawn as an SVG, so many pixels wide. */
export const svgOf = (
  { width, height, ground, marks }: Pick<Drawn, 'width' | 'height' | 'ground' | 'marks'>,
  pictures: ReadonlyMap<string, Buffer>,
  wide: number,
): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${wide}" height="${Math.round((wide * height) / width)}"><rect width="100%" height="100%" fill="${plain(ground)}"/>${marks.map((mark) => markSvg(mark, pictures)).join('')}</svg>`;
