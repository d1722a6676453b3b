import { type Branch, outlineOf, type ReadOutline } from './branches';

type Line = { readonly indent: number; readonly text: string };

/** Bullets and numbers at the start of a line are how a list looks, not what it says. */
const bullet = /^(?:[-*+•–▪◦]\s+|\(?\d+(?:\.\d+)*[.)]\s+|\d+(?:\.\d+)+\s+|\[[ xX]\]\s+)/;
const tabWidth = 4;

const widthOf = (space: string) => [...space].reduce((width, letter) => (letter === '\t' ? width + tabWidth - (width % tabWidth) : width + 1), 0);

export function linesOf(text: string): Line[] {
  return text
    .split(/\r\n|\r|\n|\u2028|\u2029/)
    .map((line) => {
      const [space = ''] = /^[\t \u00a0]*/.exec(line) ?? [];
      return { indent: widthOf(space), text: line.slice(space.length).replace(bullet, '').replace(bullet, '').trim() };
    })
    .filter((line) => line.text !== '');
}

type Building = { text: string; branches: Building[] };

/** Lines below lines, by how far they are indented. A line that is indented less than all above it starts at the top. */
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
