/** A number that a name comes to, mixed with another one (FNV-1a, 32 bits). */
export function nameSum(seed: number, name: string): number {
  let sum = 0x811c9dc5 ^ seed;
  for (const letter of name) sum = Math.imul(sum ^ (letter.codePointAt(0) ?? 0), 0x01000193);
  return sum;
}
