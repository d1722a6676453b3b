import { array, object, string } from 'yup';
import { rational, zero } from '../../../kernel/exact';
import { readPattern } from '../../../kernel/pattern';
import { ok } from '../../../kernel/problem';
import { divided, haveOnly, onlyLine, partLine, undivided } from '../as-lines';
import type { Kind } from '../kind';
import { isTyped, type TypedAnswer, typedSchema } from '../typed';
import { slips } from './distance';
import { closeness, closenessIn, closenessLines, isAccepted, plain } from './forms';

export type ShortTextBody = {
  /** The forms that are right; the first is the one that is told. */
  readonly accepted: readonly string[];
  /** Whether large and small letters are told apart. */
  readonly matchCase: boolean;
  /** How many slips of the pen are forgiven, see `slips`. */
  readonly slips: number;
  /** What is right as well, as a pattern for the whole of it, see `readPattern`; nothing where it does not say. */
  readonly pattern?: string | undefined;
};

const body = (accepted: readonly string[], matchCase = false, forgiven = 0, pattern?: string): ShortTextBody => ({
  accepted,
  matchCase,
  slips: forgiven,
  ...(pattern !== undefined && { pattern }),
});

/** Whether what was typed is what a pattern means, with single spaces between its words. */
function fitsPattern({ pattern, matchCase }: ShortTextBody, typed: string): boolean {
  const read = pattern ? readPattern(pattern, matchCase) : null;
  return read?.ok === true && read.value.matches(plain(typed, true));
}

/** Short text: right when it is one of the accepted forms, or nearly. All or nothing. */
export const shortText: Kind<ShortTextBody, TypedAnswer, object> = {
  title: 'Short text',
  body: object({
    accepted: array()
      .of(string().max(200, 'Keep an accepted form under 200 characters.').defined())
      .max(50, 'Give at most 50 accepted forms.')
      .required(),
    ...closeness,
    pattern: string().test('pattern', '', (pattern, context) => {
      const read = readPattern(pattern ?? '', true);
      return read.ok || context.createError({ message: read.problem.sentence });
    }),
  }).noUnknown(),
  answer: typedSchema,
  begin: () => body(['']),
  shown: () => ({}),
  isGiven: isTyped,
  fits: () => ok(null),
  share: (own, { typed }) => (isAccepted(own.accepted, typed, own) || fitsPattern(own, typed) ? rational(1) : zero),
  key: ({ matchCase }, { typed }) => plain(typed, matchCase),
  answerText: (_body, { typed }) => typed.trim(),
  rightText: ({ accepted }) => accepted.find((form) => form.trim() !== '')?.trim() ?? '',
  bodyText: ({ accepted, matchCase, slips: forgiven, pattern }) =>
    [
      ...accepted.map((form) => form || 'without words'),
      ...(pattern ? [`also right: ${pattern}`] : []),
      ...(matchCase ? ['as written, large and small letters'] : []),
      ...(forgiven > 0 ? [`slips forgiven: ${forgiven}`] : []),
    ].join('\n'),
  lines: {
    takesAny: true,
    read: (lines) => {
      const how = closenessIn(lines);
      const forms = lines.filter(({ mark }) => mark === 'words' || mark === 'answer');
      const pattern = onlyLine(lines, 'pattern');
      if (!how || pattern === null || forms.length === 0) return null;
      if (!haveOnly(lines, 'words', 'answer', 'pattern', 'slips', 'letters')) return null;
      return {
        accepted: forms.flatMap(({ words }) => divided(words, ';')),
        ...how,
        ...(pattern !== undefined && { pattern }),
      };
    },
    write: ({ accepted, pattern, ...how }) => [
      partLine('words', accepted.map((form) => undivided(form, ';')).join('; ')),
      ...(pattern ? [partLine('pattern', pattern)] : []),
      ...closenessLines(how),
    ],
  },
  minutes: 1,
  rules: [
    {
      id: 'question-no-form',
      level: 'settle',
      reason: 'Without an accepted form every answer is wrong.',
      remedy: 'Write the right answer.',
      check: ({ accepted }, name) =>
        accepted.every((form) => form.trim() === '') && { sentence: `${name} accepts no answer yet.` },
    },
    {
      id: 'question-pattern-all',
      level: 'look',
      reason: 'A pattern that means any words makes everything right.',
      remedy: 'Make the pattern narrower.',
      check: (own, name) =>
        ['zq', 'Nothing of the kind 7', '–'].every((typed) => fitsPattern(own, typed)) && {
          sentence: `${name} has a pattern that takes whatever is typed.`,
        },
    },
    {
      id: 'question-slips',
      level: 'look',
      reason: 'Where as many slips are forgiven as an accepted form has letters, anything of that length is right.',
      remedy: 'Forgive fewer slips.',
      check: (own, name) => {
        const short = own.accepted.find(
          (form) => form.trim() !== '' && slips(plain(form, own.matchCase), '', own.slips) <= own.slips,
        );
        return (
          short !== undefined && {
            sentence: `${name} forgives ${own.slips} slips, and "${short.trim()}" has no more letters than that.`,
            fix: { label: 'Forgive none', fields: { body: { ...own, slips: 0 } } },
          }
        );
      },
    },
  ],
  examples: [
    { name: 'as it is told', body: body(['riffle']), answer: { typed: 'riffle' }, share: '1/1' },
    { name: 'in other letters', body: body(['Riffle']), answer: { typed: '  rIFFLE ' }, share: '1/1' },
    { name: 'in other letters where they count', body: body(['pH'], true), answer: { typed: 'PH' }, share: '0/1' },
    {
      name: 'another accepted form',
      body: body(['flow rate', 'discharge']),
      answer: { typed: 'discharge' },
      share: '1/1',
    },
    {
      name: 'more spaces between its words',
      body: body(['flow rate']),
      answer: { typed: 'flow   rate' },
      share: '1/1',
    },
    { name: 'one slip, none forgiven', body: body(['riffle']), answer: { typed: 'rifle' }, share: '0/1' },
    { name: 'one slip, one forgiven', body: body(['riffle'], false, 1), answer: { typed: 'rifle' }, share: '1/1' },
    {
      name: 'two neighbours changed about',
      body: body(['stream'], false, 1),
      answer: { typed: 'straem' },
      share: '1/1',
    },
    { name: 'two slips, one forgiven', body: body(['stream'], false, 1), answer: { typed: 'straems' }, share: '0/1' },
    {
      name: 'a letter with its accent apart',
      body: body(['Mündung']),
      answer: { typed: 'mu\u0308ndung' },
      share: '1/1',
    },
    { name: 'a form left empty accepts nothing', body: body(['', 'weir']), answer: { typed: 'x' }, share: '0/1' },
    {
      name: 'by a pattern',
      body: body(['1953'], false, 0, '(in )?(19)?53'),
      answer: { typed: 'In  53' },
      share: '1/1',
    },
    {
      name: 'by a part of a pattern',
      body: body(['1953'], false, 0, '53'),
      answer: { typed: '1953 or 53' },
      share: '0/1',
    },
    {
      name: 'by a pattern in other letters where they count',
      body: body(['pH 7'], true, 0, 'pH ?\\d'),
      answer: { typed: 'PH 7' },
      share: '0/1',
    },
    { name: 'blank', body: body(['weir'], false, 5), answer: { typed: ' ' }, share: null },
  ],
};
