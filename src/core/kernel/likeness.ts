import { bare } from './bare';

/** The runs of three letters of each word, with its start and end marked, the way PostgreSQL's pg_trgm counts them. */
function trigrams(text: string): Set<string> {
  const found = new Set<string>();
  const plain = bare(text);
  for (const word of plain.split(/[^\p{L}\p{N}]+/u).filter(Boolean)) {
    const padded = `  ${word} `;
    for (let i = 0; i + 3 <= padded.length; i += 1) found.add(padded.slice(i, i + 3));
  }
  return found;
}

/** How much of what is looked for stands in a text, from 0 to 1; forgiving of a letter too many, too few or wrong. */
export function likeness(wanted: string, text: string): number {
  const own = trigrams(wanted);
  if (own.size === 0) return 0;
  const there = trigrams(text);
  let shared = 0;
  for (const one of own) if (there.has(one)) shared += 1;
  return shared / own.size;
}
