const segmenter = new Intl.Segmenter('und', { granularity: 'grapheme' });
const letters = (text: string) => Array.from(segmenter.segment(text), ({ segment }) => segment);

/**
 * How many slips of the pen lie between two texts, letter by letter as people see letters: one left out, one
 * too many, a wrong one, or two neighbours changed about (optimal string alignment, Damerau 1964). Looks no
 * further than `most`; more than that is `most + 1`.
 */
export function slips(a: string, b: string, most: number): number {
  const [x, y] = [letters(a), letters(b)];
  if (Math.abs(x.length - y.length) > most) return most + 1;
  let before: number[] = [];
  let last = Array.from({ length: y.length + 1 }, (_, j) => j);
  for (let i = 1; i <= x.length; i += 1) {
    const row = [i];
    for (let j = 1; j <= y.length; j += 1) {
      const at = (line: readonly number[], column: number) => line[column] ?? most + 1;
      const wrong = at(last, j - 1) + (x[i - 1] === y[j - 1] ? 0 : 1);
      const turned = i > 1 && j > 1 && x[i - 1] === y[j - 2] && x[i - 2] === y[j - 1] ? at(before, j - 2) + 1 : wrong;
      row.push(Math.min(at(last, j) + 1, at(row, j - 1) + 1, wrong, turned));
    }
    if (Math.min(...row) > most) return most + 1;
    [before, last] = [last, row];
  }
  return Math.min(last[y.length] ?? 0, most + 1);
}
