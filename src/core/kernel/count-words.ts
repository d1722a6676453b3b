import { wordSegments } from './segments';

/** Scripts that are written without space between words (UAX 29, 4.1). */
const unspaced =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u;

/**
 * The words of a line: what stands between spaces, and in scripts that have none between words, what a dictionary
 * finds.
 */
export function countWords(line: string): number {
  let count = 0;
  for (const part of line.split(/\s+/u)) {
    if (part === '') continue;
    if (!unspaced.test(part)) count += 1;
    else for (const { isWordLike } of wordSegments(part)) if (isWordLike) count += 1;
  }
  return count;
}
