/**
 * How the parts of a question stand in plain lines, see docs/question-lines.md: each line has a mark that says what it
 * is, and words. `said` is feedback, and belongs to the option above it.
 */
export const partMarks = [
  'right',
  'wrong',
  'said',
  'step',
  'answer',
  'words',
  'number',
  'statement',
  'pair',
  'nothing',
  'group',
  'area',
  'other area',
  'names',
  'gaps',
  'gaps to choose',
  'essay',
  'files',
  'guide',
  'scale',
  'pattern',
  'slips',
  'letters',
] as const;
export type PartMark = (typeof partMarks)[number];
export type PartLine = { readonly mark: PartMark; readonly words: string };

export type AsLines<Body> = {
  /** The body some lines are; null when a question of this kind is not written so. `id`: of a part, by its place. */
  read(lines: readonly PartLine[], id: (part: number) => string): Body | null;
  /** Whether any words are an answer of this kind, so that the others are asked first. */
  readonly takesAny?: true;
  /** The lines of a body; what they cannot say is said by another kind's, or not at all. */
  write(body: Body): readonly PartLine[];
};

export const partLine = (mark: PartMark, words: string): PartLine => ({ mark, words });

/** The only line with a mark; undefined when there is none; null when there are several. */
export function onlyLine(lines: readonly PartLine[], mark: PartMark): string | undefined | null {
  const found = lines.filter((line) => line.mark === mark);
  return found.length > 1 ? null : found[0]?.words;
}

/** Whether every line has one of some marks. */
export const haveOnly = (lines: readonly PartLine[], ...marks: readonly PartMark[]): boolean =>
  lines.length > 0 && lines.every(({ mark }) => marks.includes(mark));

/** The parts of a line that are divided by a sign; one with a backslash before it divides nothing. */
export function divided(words: string, sign: string): readonly string[] {
  const parts: string[] = [];
  let part = '';
  let isEscaped = false;
  for (const letter of words) {
    if (letter === sign && !isEscaped) {
      parts.push(part.trim());
      part = '';
    } else if (letter === '\\' && !isEscaped) {
      isEscaped = true;
      continue;
    } else part += isEscaped && letter !== sign && letter !== '\\' ? `\\${letter}` : letter;
    isEscaped = false;
  }
  return [...parts, (isEscaped ? `${part}\\` : part).trim()];
}

/** Words that stand between such signs. */
export const undivided = (words: string, ...signs: readonly string[]): string =>
  [...words].map((letter) => (letter === '\\' || signs.includes(letter) ? `\\${letter}` : letter)).join('');
