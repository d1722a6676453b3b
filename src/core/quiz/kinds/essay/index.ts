import { number, object, string } from 'yup';
import { countWords } from '../../../kernel/count-words';
import { zero } from '../../../kernel/exact';
import { ok } from '../../../kernel/problem';
import { haveOnly, onlyLine, partLine } from '../as-lines';
import { keyOf } from '../key';
import type { Kind } from '../kind';

export type EssayBody = {
  /** How many words are asked for; null where nothing is said. Neither is enforced: a marker sees the count. */
  readonly fromWords: number | null;
  readonly toWords: number | null;
  /** What a marker looks for; learners never see it. */
  readonly guide: string;
};
export type EssayAnswer = { readonly text: string };
export type EssayShown = Pick<EssayBody, 'fromWords' | 'toWords'>;

const words = (what: string) =>
  number()
    .typeError(`Give ${what} as a number.`)
    .integer(`Give ${what} as a whole number.`)
    .min(1, 'Ask for at least one word.')
    .max(20_000, 'Ask for at most 20,000 words.')
    .nullable()
    .defined();

const body = (fromWords: number | null, toWords: number | null, guide = ''): EssayBody => ({
  fromWords,
  toWords,
  guide,
});

/** How long an essay is to be, in words; empty where nothing is said. */
export function lengthText({ fromWords, toWords }: EssayShown): string {
  if (fromWords !== null && toWords !== null) return `${fromWords} to ${toWords} words`;
  if (fromWords !== null) return `at least ${fromWords} words`;
  return toWords === null ? '' : `at most ${toWords} words`;
}

const anyLength = 'any length';
const written: readonly (readonly [RegExp, (first: number, second: number) => EssayShown])[] = [
  [/^(\d{1,5}) to (\d{1,5}) words$/u, (fromWords, toWords) => ({ fromWords, toWords })],
  [/^at least (\d{1,5}) words$/u, (fromWords) => ({ fromWords, toWords: null })],
  [/^at most (\d{1,5}) words$/u, (toWords) => ({ fromWords: null, toWords })],
  [/^any length$/u, () => ({ fromWords: null, toWords: null })],
];

/** Essay: a text of the learner's own, which a person marks. */
export const essay: Kind<EssayBody, EssayAnswer, EssayShown> = {
  title: 'Essay',
  judgedBy: 'person',
  body: object({
    fromWords: words('the fewest words'),
    toWords: words('the most words'),
    guide: string().max(10_000, 'Keep the guide under 10,000 characters.').defined(),
  }).noUnknown(),
  answer: object({ text: string().max(60_000, 'Write at most 60,000 characters.').defined() }).noUnknown(),
  begin: () => body(null, null),
  shown: ({ fromWords, toWords }) => ({ fromWords, toWords }),
  isGiven: ({ text }) => text.trim() !== '',
  fits: () => ok(null),
  key: (_body, { text }) => keyOf([text.normalize('NFC').trim()]),
  share: () => zero,
  answerText: (_body, { text }) => text.trim(),
  rightText: () => '',
  bodyText: (own) => [lengthText(own) || anyLength, own.guide].filter(Boolean).join('\n'),
  lines: {
    read: (lines) => {
      if (!haveOnly(lines, 'essay', 'guide')) return null;
      const [length, guide] = [onlyLine(lines, 'essay'), onlyLine(lines, 'guide')];
      if (typeof length !== 'string' || guide === null) return null;
      for (const [form, read] of written) {
        const found = form.exec(length.toLowerCase());
        if (found) return { ...read(Number(found[1]), Number(found[2])), guide: guide ?? '' };
      }
      return null;
    },
    write: (own) => [
      partLine('essay', lengthText(own) || anyLength),
      ...(own.guide === '' ? [] : [partLine('guide', own.guide)]),
    ],
  },
  instruction: 'A person reads and marks it.',
  minutes: 10,
  rules: [
    {
      id: 'question-essay-length',
      level: 'settle',
      reason: 'A text cannot be longer than the most and shorter than the fewest words at once.',
      remedy: 'Ask for fewer words at least, or for more at most.',
      check: ({ fromWords, toWords }, name) =>
        fromWords !== null &&
        toWords !== null &&
        fromWords > toWords && { sentence: `${name} asks for at least ${fromWords} and at most ${toWords} words.` },
    },
  ],
  examples: [
    {
      name: 'a text',
      body: body(50, 200, 'Names two causes.'),
      answer: { text: 'Slow water drops silt.' },
      share: null,
    },
    { name: 'over the length that is asked for', body: body(null, 2), answer: { text: 'one two three' }, share: null },
    { name: 'nothing but blanks', body: body(100, null), answer: { text: ' \n ' }, share: null },
    { name: 'of any length', body: body(null, null), answer: { text: 'Yes.' }, share: null },
  ],
};

/** How many words an answer has. */
export const essayWords = ({ text }: EssayAnswer): number => countWords(text);
