import { array, boolean, object, string } from 'yup';
import { rational, zero } from '../../../kernel/exact';
import { fail, ok } from '../../../kernel/problem';
import { haveOnly, type PartLine, partLine } from '../as-lines';
import { keyOf } from '../key';
import type { Kind } from '../kind';
import { scrambled } from '../scrambled';
import { type Closeness, closeness, closenessIn, closenessLines, isAccepted, plain } from '../short-text/forms';
import { partsOf } from './parts';

export type GapsBody = Closeness & {
  /** With gaps in square brackets, see `partsOf`. */
  readonly text: string;
  /** Whether words are chosen from those of all gaps, or typed. */
  readonly chosen: boolean;
};
/** What stands in each gap, in their order; empty where nothing does. */
export type GapsAnswer = { readonly gaps: readonly string[] };
export type ShownGaps = {
  /** The words between the gaps, in their order; null for a gap. */
  readonly parts: readonly (string | null)[];
  /** What there is to choose from; null where it is typed. */
  readonly bank: readonly string[] | null;
};

const mostGaps = 30;
const gapsOf = ({ text }: Pick<GapsBody, 'text'>): readonly (readonly string[])[] =>
  partsOf(text).flatMap((part) => ('forms' in part ? [part.forms] : []));
const bankOf = (body: GapsBody): readonly string[] => {
  const words = [...new Set(gapsOf(body).flatMap(([first = '']) => (first === '' ? [] : [first])))];
  return scrambled(words.map((word) => ({ id: word }))).map(({ id }) => id);
};

const body = (text: string, part: Partial<GapsBody> = {}): GapsBody => ({
  ...{ text, chosen: false, matchCase: false, slips: 0 },
  ...part,
});
const answer = (...gaps: readonly string[]): GapsAnswer => ({ gaps });

function fromLines(lines: readonly PartLine[]): GapsBody | null {
  const how = closenessIn(lines);
  const texts = lines.filter(({ mark }) => mark === 'gaps' || mark === 'gaps to choose');
  if (!how || texts.length !== 1 || !haveOnly(lines, 'gaps', 'gaps to choose', 'slips', 'letters')) return null;
  return { text: texts[0]?.words ?? '', chosen: texts[0]?.mark === 'gaps to choose', ...how };
}

/** Gaps: each that is filled rightly earns its part. */
export const gaps: Kind<GapsBody, GapsAnswer, ShownGaps> = {
  title: 'Gaps',
  body: object({
    text: string().max(4000, 'Keep the text under 4,000 characters.').defined(),
    chosen: boolean().required(),
    ...closeness,
  }).noUnknown(),
  answer: object({
    gaps: array()
      .of(string().max(200, 'Write at most 200 characters.').defined())
      .max(mostGaps, `Fill at most ${mostGaps} gaps.`)
      .required(),
  }).noUnknown(),
  begin: () => body(''),
  shown: (own) => ({
    parts: partsOf(own.text).map((part) => ('words' in part ? part.words : null)),
    bank: own.chosen ? bankOf(own) : null,
  }),
  isGiven: ({ gaps: given }) => given.some((words) => words.trim() !== ''),
  fits: (own, { gaps: given }) => {
    if (given.length > gapsOf(own).length) return fail('invalid', 'There are not so many gaps.');
    const bank = new Set(bankOf(own));
    return !own.chosen || given.every((words) => words === '' || bank.has(words))
      ? ok(null)
      : fail('invalid', 'This is not among the words to choose from.');
  },
  share: (own, { gaps: given }) => {
    const all = gapsOf(own);
    const hits = all.filter((forms, i) => isAccepted(forms, given[i] ?? '', own)).length;
    return all.length === 0 ? zero : rational(hits, all.length);
  },
  key: ({ matchCase }, { gaps: given }) => keyOf(given.map((words) => plain(words, matchCase))),
  answerText: (own, { gaps: given }) =>
    gapsOf(own)
      .map((_, i) => given[i]?.trim() || '–')
      .join('; '),
  rightText: (own) =>
    gapsOf(own)
      .map(([first = '']) => first)
      .join('; '),
  bodyText: ({ text, chosen, matchCase, slips }) =>
    [
      text || 'without words',
      chosen ? 'words are chosen' : 'words are typed',
      ...(matchCase ? ['as written, large and small letters'] : []),
      ...(slips > 0 ? [`slips forgiven: ${slips}`] : []),
    ].join('\n'),
  lines: {
    read: fromLines,
    write: ({ text, chosen, ...how }) => [partLine(chosen ? 'gaps to choose' : 'gaps', text), ...closenessLines(how)],
  },
  instruction: 'Each gap that is filled rightly earns its part.',
  minutes: 2,
  rules: [
    {
      id: 'question-gaps-none',
      level: 'settle',
      reason: 'A text without a gap leaves nothing to fill.',
      remedy: 'Put what is right into square brackets.',
      check: (own, name) => {
        const count = gapsOf(own).length;
        if (count > mostGaps) return { sentence: `${name} has ${count} gaps; at most ${mostGaps} can be filled.` };
        return count === 0 && { sentence: `${name} has no gap yet: put what is right into [square brackets].` };
      },
    },
    {
      id: 'question-gaps-empty',
      level: 'settle',
      reason: 'In a gap with nothing in its brackets every answer is wrong.',
      remedy: 'Write what is right between the brackets.',
      check: (own, name) =>
        gapsOf(own).some((forms) => forms.every((form) => form === '')) && {
          sentence: `${name} has a gap in which nothing is right.`,
        },
    },
    {
      id: 'question-gaps-bank',
      level: 'look',
      reason: 'With one word to choose from it goes into every gap.',
      remedy: 'Let it be typed, or add gaps.',
      check: (own, name) =>
        own.chosen && bankOf(own).length === 1 && { sentence: `${name} offers a single word to choose.` },
    },
  ],
  examples: [
    {
      name: 'both filled',
      body: body('A [riffle] is fast, a [pool] slow.'),
      answer: answer('riffle', 'Pool'),
      share: '1/1',
    },
    { name: 'one of two', body: body('A [riffle] is fast, a [pool] slow.'), answer: answer('riffle'), share: '1/2' },
    {
      name: 'changed about',
      body: body('A [riffle] is fast, a [pool] slow.'),
      answer: answer('pool', 'riffle'),
      share: '0/1',
    },
    { name: 'another form', body: body('The [riffle|rapid] sings.'), answer: answer('rapid'), share: '1/1' },
    {
      name: 'a slip, forgiven',
      body: body('The [riffle] sings.', { slips: 1 }),
      answer: answer('rifle'),
      share: '1/1',
    },
    { name: 'a slip, not forgiven', body: body('The [riffle] sings.'), answer: answer('rifle'), share: '0/1' },
    {
      name: 'chosen',
      body: body('A [riffle] is fast, a [pool] slow, a [glide] neither.', { chosen: true }),
      answer: answer('riffle', 'glide', 'glide'),
      share: '2/3',
    },
    { name: 'brackets that are none', body: body('f\\[x\\] is [linear].'), answer: answer('linear'), share: '1/1' },
    { name: 'nothing filled', body: body('A [riffle].'), answer: answer(' '), share: null },
  ],
};
