/** Words of a question, and the formulas in them. */
export type WordPart = { readonly words: string } | { readonly tex: string };

/**
 * The parts of words with formulas in them: TeX between `\\(` and `\\)`, as in mathematical texts. What is opened and
 * never closed is words.
 */
export function wordParts(text: string): readonly WordPart[] {
  const parts: WordPart[] = [];
  let at = 0;
  for (;;) {
    const from = text.indexOf('\\(', at);
    const to = from < 0 ? -1 : text.indexOf('\\)', from + 2);
    if (to < 0) break;
    if (from > at) parts.push({ words: text.slice(at, from) });
    parts.push({ tex: text.slice(from + 2, to).trim() });
    at = to + 2;
  }
  if (at < text.length || parts.length === 0) parts.push({ words: text.slice(at) });
  return parts;
}

/** Every formula that stands anywhere in a value, each once. */
export function formulasIn(value: unknown): readonly string[] {
  if (typeof value === 'string')
    return [...new Set(wordParts(value).flatMap((part) => ('tex' in part ? [part.tex] : [])))];
  if (typeof value !== 'object' || value === null) return [];
  return [...new Set(Object.values(value).flatMap(formulasIn))];
}
