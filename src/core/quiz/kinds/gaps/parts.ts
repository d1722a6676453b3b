/** A text with gaps in its parts: words as they stand, and gaps with the forms that are right in them. */
export type GapPart = { readonly words: string } | { readonly forms: readonly string[] };

/**
 * Reads a text with gaps as it is written: what is right stands in square brackets, other forms that are right as
 * well behind a bar, `the [riffle|rapid] is shallow`. A bracket with a backslash before it is one; one that is never
 * closed is as well.
 */
export function partsOf(text: string): readonly GapPart[] {
  const parts: GapPart[] = [];
  let words = '';
  for (const [whole, gap] of text.matchAll(/\\[[\]|\\]|\[((?:\\[[\]|\\]|[^\]\\[])*)\]|[^\\[]+|[\\[]/g)) {
    if (gap === undefined) words += /^\\./.test(whole) ? whole.slice(1) : whole;
    else {
      if (words !== '') parts.push({ words });
      words = '';
      parts.push({ forms: formsIn(gap) });
    }
  }
  if (words !== '') parts.push({ words });
  return parts;
}

/** A text that is read as these parts. */
export const gapTextOf = (parts: readonly GapPart[]): string =>
  parts.map((part) => ('words' in part ? escaped(part.words) : `[${part.forms.map(escaped).join('|')}]`)).join('');
const escaped = (words: string) => words.replace(/[[\]|\\]/g, '\\$&');

/** The forms of a gap, divided by bars. */
const formsIn = (gap: string): readonly string[] =>
  [...gap.matchAll(/((?:\\.|[^|\\])*)(?:\||$)/g)]
    .map(([, form = '']) => form.replace(/\\(.)/g, '$1').trim())
    .filter((form, i, all) => form !== '' || (i === 0 && all.every((one) => one === '')));
