/** Parts of an answer as one text, by which it is told from others. */
export const keyOf = (parts: readonly string[]): string => JSON.stringify(parts);
