/** Names in a sentence: `a`, `a and b`, `a, b and c`. */
export const listText = (names: readonly string[]): string =>
  names.length <= 1 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** A number with its noun: `1 lesson`, `3 lessons`. */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count.toLocaleString('en-GB')} ${count === 1 ? one : many}`;
