import { twoWays } from '../kernel/decimal';
import { compare, parseDecimal, pointsText, toThousandths, zero } from '../kernel/exact';
import { numberText } from '../kernel/locale';
import { kindOf, type QuestionKind, questionKinds } from './kinds';
import { type PartLine, type PartMark, partMarks } from './kinds/as-lines';
import { partId } from './kinds/part-id';
import { checkBody } from './schema';
import type { QuestionContent } from './types';

/**
 * Questions as plain lines, so that a list of them can be typed, pasted and passed on: docs/question-lines.md says
 * what each line means. Nothing is dropped in silence: what cannot be read is a fault with the number of its line.
 */
export type ReadQuestions = {
  readonly questions: readonly (QuestionContent & { readonly id: string; readonly line: number })[];
  readonly faults: readonly LineFault[];
};
export type LineFault = { readonly line: number; readonly sentence: string };

/** At most so many questions, and so many letters, are read at once. */
export const mostQuestionsAtOnce = 500;
export const mostLetters = 500_000;

/** Lines that say something about the question as a whole. */
const aboutMarks = ['points', 'category', 'hint', 'when right', 'when partly right', 'when wrong', 'kind'] as const;
type AboutMark = (typeof aboutMarks)[number];
type Mark = AboutMark | PartMark;
type Line = { readonly mark: Mark | null; readonly words: string; readonly line: number };

const signs: readonly (readonly [sign: RegExp, mark: PartMark])[] = [
  [/^(?:\+|✓)\s+/u, 'right'],
  [/^(?:[-–—•·]|\p{L}\))\s+/u, 'wrong'],
  [/^>\s+/u, 'said'],
  [/^\d{1,3}[.)]\s+/u, 'step'],
];
/** Marks that are words, the longer ones first. */
const named = [...partMarks.filter((mark) => !['right', 'wrong', 'said', 'step'].includes(mark)), ...aboutMarks].sort(
  (a, b) => b.length - a.length,
);
/** A backslash takes the mark of a line from it; one before a bracket begins a formula. */
const escaped = /^\\(?!\()/u;

function markOf(text: string): Pick<Line, 'mark' | 'words'> {
  if (escaped.test(text)) return { mark: null, words: text.slice(1) };
  for (const [sign, mark] of signs) if (sign.test(text)) return { mark, words: text.replace(sign, '').trim() };
  const small = text.toLowerCase();
  const mark = named.find((name) => small.startsWith(`${name}:`));
  return mark ? { mark, words: text.slice(mark.length + 1).trim() } : { mark: null, words: text };
}

/** Questions from lines. `newId` gives each its id. */
export function questionsFromLines(text: string, newId: () => string): ReadQuestions {
  if (text.length > mostLetters)
    return {
      questions: [],
      faults: [
        {
          line: 1,
          sentence: `This is more than ${numberText(mostLetters)} characters. Paste it in parts.`,
        },
      ],
    };
  const blocks = blocksOf(text);
  const read = blocks.slice(0, mostQuestionsAtOnce).map((block) => questionFrom(block, newId()));
  const rest = blocks[mostQuestionsAtOnce]?.[0];
  return {
    questions: read.flatMap((one) => ('question' in one ? [one.question] : [])),
    faults: [
      ...read.flatMap((one) => ('fault' in one ? [one.fault] : [])),
      ...(rest
        ? [
            {
              line: rest.line,
              sentence: `Only ${mostQuestionsAtOnce} questions are taken at once; those from here on are not.`,
            },
          ]
        : []),
    ],
  };
}

/** The lines between empty ones. A line without a mark goes on with the words of the one above. */
function blocksOf(text: string): readonly (readonly Line[])[] {
  const blocks: Line[][] = [];
  let isOpen = false;
  for (const [at, raw] of text.split(/\r\n|[\r\n\u2028\u2029]/u).entries()) {
    const trimmed = raw.trim();
    if (trimmed === '') {
      isOpen = false;
      continue;
    }
    const block = isOpen ? blocks.at(-1) : undefined;
    // What a question asks may be numbered; only below it numbers are steps.
    const own = block ? markOf(trimmed) : markOf(trimmed.replace(/^\d{1,3}[.)]\s+/u, ''));
    const above = block?.at(-1);
    if (!block) blocks.push([{ ...own, line: at + 1 }]);
    else if (own.mark === null && above) block[block.length - 1] = { ...above, words: `${above.words}\n${own.words}` };
    else block.push({ ...own, line: at + 1 });
    isOpen = true;
  }
  return blocks;
}

type Read = { readonly question: ReadQuestions['questions'][number] } | { readonly fault: LineFault };

function questionFrom(block: readonly Line[], id: string): Read {
  const [first, ...lines] = block as [Line, ...Line[]];
  const fault = (line: number, sentence: string): Read => ({ fault: { line, sentence } });
  if (first.mark !== null) return fault(first.line, 'Above this line stands no question. Write what is asked first.');
  const about = new Map<AboutMark, Line>();
  for (const line of lines.filter((one) => aboutMarks.includes(one.mark as AboutMark))) {
    if (about.has(line.mark as AboutMark)) return fault(line.line, `"${line.mark}" stands twice in this question.`);
    about.set(line.mark as AboutMark, line);
  }
  const said = (mark: AboutMark) => about.get(mark)?.words ?? '';
  const points = about.has('points') ? parseDecimal(said('points')) : undefined;
  const sentence = twoWays(said('points').trim());
  if (sentence) return fault(about.get('points')?.line ?? first.line, sentence);
  if (points === null || (points && (compare(points, zero) < 0 || toThousandths(points) > 1_000_000)))
    return fault(about.get('points')?.line ?? first.line, 'Points are a number from 0 to 1,000.');
  const wanted = about.get('kind');
  const own = wanted && questionKinds.filter((name) => kindOf(name).title.toLowerCase() === wanted.words.toLowerCase());
  if (wanted && own?.length === 0) return fault(wanted.line, `There is no kind of question called "${wanted.words}".`);
  const parts = lines.flatMap((line) =>
    partMarks.includes(line.mark as PartMark) ? [{ mark: line.mark as PartMark, words: line.words }] : [],
  );
  if (parts.length === 0) return fault(first.line, 'Nothing below this question says what is right.');
  const read = bodyFrom(own ?? questionKinds, parts, id);
  if (!read)
    return fault(first.line, 'The lines below this question do not belong together. See what lines there are.');
  const body = checkBody(read.kind, read.body);
  if (!body.ok) return fault(first.line, body.problem.sentence);
  const content = {
    prompt: first.words,
    media: null,
    category: said('category'),
    points: points ? toThousandths(points) : 1000,
    hint: said('hint'),
    feedbackRight: said('when right'),
    feedbackPart: said('when partly right'),
    feedbackWrong: said('when wrong'),
  };
  const long = Object.values(content).some((words) => typeof words === 'string' && words.length > 2000);
  if (long) return fault(first.line, 'Keep what is asked, the hint and the feedback under 2,000 characters each.');
  return { question: { id, line: first.line, kind: read.kind, body: body.value, ...content } };
}

/** The first kind whose lines these are. */
function bodyFrom(names: readonly QuestionKind[], parts: readonly PartLine[], id: string) {
  const takesAny = (kind: QuestionKind) => Number(kindOf(kind).lines.takesAny ?? false);
  for (const kind of names.toSorted((a, b) => takesAny(a) - takesAny(b))) {
    const body = kindOf(kind).lines.read(parts, (part) => partId(id, part));
    if (body) return { kind, body };
  }
  return null;
}

const signOf: Partial<Record<Mark, string>> = { right: '+ ', wrong: '- ', said: '> ' };

/** Questions as lines that are read as the same questions. */
export function linesFromQuestions(questions: readonly QuestionContent[]): string {
  return questions.map(linesOf).join('\n\n');
}

function linesOf({ kind, prompt, points, body, ...about }: QuestionContent): string {
  const parts = kindOf(kind).lines.write(body);
  const isPlain = bodyFrom(questionKinds, parts, '')?.kind === kind;
  const lines: (readonly [mark: Mark, words: string])[] = [
    ...(points === 1000 ? [] : ([['points', pointsText(points)]] as const)),
    ...(isPlain ? [] : ([['kind', kindOf(kind).title]] as const)),
    ...parts.map(({ mark, words }) => [mark, words] as const),
    ['category', about.category],
    ['hint', about.hint],
    ['when right', about.feedbackRight],
    ['when partly right', about.feedbackPart],
    ['when wrong', about.feedbackWrong],
  ];
  return [
    goingOn(prompt, true),
    ...signed(lines.filter(([mark, words]) => words !== '' || !aboutMarks.includes(mark as AboutMark))),
  ].join('\n');
}

/** Lines with what each begins with. */
function signed(lines: readonly (readonly [mark: Mark, words: string])[]): string[] {
  let step = 0;
  return lines.map(([mark, words]) => {
    if (mark === 'step') step += 1;
    const sign = mark === 'step' ? `${step}. ` : (signOf[mark] ?? `${mark}: `);
    return `${sign}${goingOn(words, false)}`;
  });
}

/** The parts of a question as lines, by themselves. */
export const partLinesOf = ({ kind, body }: Pick<QuestionContent, 'kind' | 'body'>): string =>
  signed(
    kindOf(kind)
      .lines.write(body)
      .map(({ mark, words }) => [mark, words] as const),
  ).join('\n');

/** A question as a block of lines, from cells: what is asked, lines as they are typed, and words by their marks. */
export function blockOf(
  prompt: string,
  typed: string,
  marked: readonly (readonly [mark: string, words: string])[],
): string {
  const known = marked.flatMap(([mark, words]) =>
    isMark(mark) && words.trim() !== '' ? [[mark, words] as const] : [],
  );
  const lines = typed.split(/\r\n|[\r\n]/u).filter((line) => line.trim() !== '');
  return [goingOn(prompt.trim(), true), ...lines, ...signed(known)].join('\n');
}

/** Whether a word is the mark of a line. */
export const isMark = (word: string): word is Mark =>
  (partMarks as readonly string[]).includes(word) || (aboutMarks as readonly string[]).includes(word);

/** Words over several lines, of which none is taken for another mark or for the end. */
const goingOn = (words: string, fromFirst: boolean): string =>
  words
    .split(/\r\n|[\r\n\u2028\u2029]/u)
    .map((line, i) => {
      const own = line.trim();
      const isMistaken = own === '' || escaped.test(own) || markOf(own).mark !== null || /^\d{1,3}[.)]\s/u.test(own);
      return (i > 0 || fromFirst) && isMistaken ? `\\${own}` : own;
    })
    .join('\n');
