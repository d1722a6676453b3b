/** Badges in SVG pictures (Open Badges 3.0, 5.3): an element in a name space of its own that holds the signed token. */
const space = 'https://purl.imsglobal.org/ob/v3p0';

/** An SVG of ours with a signed token in it. */
export const badgeIntoSvg = (svg: string, token: string): string =>
  svg.replace(
    /^<svg ([^>]*)>/,
    (_whole, attributes: string) =>
      `<svg ${attributes} xmlns:openbadges="${space}"><openbadges:credential verify="${token}"/>`,
  );

/** The badge in an SVG: its signed token, or the text of one with a signature inside; null where there is none. */
export function badgeInSvg(svg: string): string | null {
  const prefix = new RegExp(`xmlns:([\\w-]{1,40})\\s*=\\s*["']${space.replaceAll('.', '\\.')}/?["']`).exec(svg)?.[1];
  if (prefix === undefined) return null;
  const opening = svg.indexOf(`<${prefix}:credential`);
  if (opening < 0) return null;
  const end = svg.indexOf('>', opening);
  const verify = /\sverify\s*=\s*["']([\w.-]+)["']/.exec(svg.slice(opening, end))?.[1];
  if (verify !== undefined) return verify;
  const closing = svg.indexOf(`</${prefix}:credential`, end);
  if (end < 0 || closing < 0) return null;
  return svg
    .slice(end + 1, closing)
    .replace(/^\s*<!\[CDATA\[/, '')
    .replace(/\]\]>\s*$/, '')
    .trim();
}
