import { type Branch, outlineOf, type ReadOutline } from './branches';

type Line = { readonly indent: number; readonly text: string };

/** Bullets and numbers at the start of a line are how a list looks, not what it says. */
const bullet = /^(?:[-*+•–▪◦]\s+|\(?\d+(?:\.\d+)*[.)]\s+)/;
const box = /^\[[ xX]\]\s+/;
/** A number of a table of contents; whether it is one shows only beside its neighbours. */
const place = /^(\d+(?:\.\d+)+)\s+/;

/** Whether a line would lose its beginning when it is read; it is then written behind a bullet and a box. */
export const looksLikeList = (text: string): boolean => bullet.test(text) || box.test(text) || place.test(text);

/**
 * Whether numbers such as 1.1, 1.2, 2.1 count the lines they stand before: each goes on from the one before, or begins
 * anew with 1.
 */
function countsLines(numbers: readonly string[]): boolean {
  let before: number[] = [];
  return numbers.every((text) => {
    const number = text.split('.').map(Number);
    const last = number.at(-1);
    const goesOn =
      before.length === number.length &&
      number.slice(0, -1).join() === before.slice(0, -1).join() &&
      last === (before.at(-1) ?? 0) + 1;
    before = number;
    return goesOn || last === 1;
  });
}

const tabWidth = 4;

const widthOf = (space: string) =>
  [...space].reduce((width, letter) => (letter === '\t' ? width + tabWidth - (width % tabWidth) : width + 1), 0);

/** The lines of a text with their depths, from tabulators, blanks or bullets before them. */
export function linesOf(text: string): Line[] {
  const lines = text
    .split(/\r\n|\r|\n|\u2028|\u2029/)
    .map((line) => {
      const [space = ''] = /^[\t \u00a0]*/.exec(line) ?? [];
      return { indent: widthOf(space), text: line.slice(space.length).trim() };
    })
    .map(({ indent, text }) => ({
      indent,
      text: bullet.test(text) ? text.replace(bullet, '').replace(box, '') : text.replace(box, ''),
      isPlain: !bullet.test(text) && !box.test(text),
    }))
    .filter((line) => line.text !== '');
  const numbered = lines.filter((line) => line.isPlain && place.test(line.text));
  const isContents = numbered.length > 1 && countsLines(numbered.map((line) => place.exec(line.text)?.[1] ?? ''));
  return lines.map(({ indent, text, isPlain }) => ({
    indent,
    text: (isContents && isPlain ? text.replace(place, '') : text).trim(),
  }));
}

type Building = { text: string; branches: Building[] };

/**
 * Lines below lines, by how far they are indented. A line that is indented less than all above it starts at the top.
 */
export function branchesOf(lines: readonly Line[]): Branch[] {
  const top: Building[] = [];
  const open: { indent: number; branch: Building }[] = [];
  for (const { indent, text } of lines) {
    while (open.length > 0 && (open.at(-1)?.indent ?? 0) >= indent) open.pop();
    const branch: Building = { text, branches: [] };
    (open.at(-1)?.branch.branches ?? top).push(branch);
    open.push({ indent, branch });
  }
  return top;
}

/** An outline from plain lines; indented by tabs or spaces, with or without bullets. */
export const readLines = (text: string): ReadOutline => outlineOf(branchesOf(linesOf(text)));
