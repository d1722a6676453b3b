import fc from 'fast-check';
import { expect, test } from 'vitest';
import { kindOf, type QuestionKind, questionKinds } from './kinds';
import { linesFromQuestions, questionsFromLines } from './lines';
import { content } from './testing';
import type { QuestionContent } from './types';

const read = (text: string) => {
  let n = 0;
  return questionsFromLines(text, () => `question-${n++}`);
};
/** Without the ids of parts, which are drawn anew. */
/** A body without what does not travel in lines: ids, and the picture it is asked on. */
const plain = (body: unknown): unknown =>
  JSON.parse(JSON.stringify(body), (key, value) => {
    if (key === 'picture') return null;
    return key === 'id' || key === 'groupId' ? undefined : value;
  });

const option = (text: string, right: boolean, feedback = '') => ({ text, right, feedback });
const how = { matchCase: false, slips: 0 };

test.each<[text: string, kind: QuestionKind, body: object, prompt?: string]>([
  ['Q\n+ a\n- b', 'one', { options: [option('a', true), option('b', false)] }],
  [
    '\\(a^2\\) is what?\n+ \\(b\\)\n- c',
    'one',
    { options: [option('\\(b\\)', true), option('c', false)] },
    '\\(a^2\\) is what?',
  ],
  ['Q\n+ a\n- b\n+ c', 'several', { options: [option('a', true), option('b', false), option('c', true)] }],
  ['Q\n+ a\nkind: Several choices', 'several', { options: [option('a', true)] }],
  ['Q\na) a\nb) b\n✓ c', 'one', { options: [option('a', false), option('b', false), option('c', true)] }],
  ['Q\n+ a\n> so\n> and so\n- b', 'one', { options: [option('a', true, 'so\nand so'), option('b', false)] }],
  ['Q\n+ a\n  goes on\n- b', 'one', { options: [option('a\ngoes on', true), option('b', false)] }],
  ['Q\nanswer: TRUE', 'true-false', { holds: true }],
  ['Q\nAnswer: false', 'true-false', { holds: false }],
  ['Q\nanswer: 0.55 ± 0.02 m/s', 'number', { value: '0.55', tolerance: '0.02', unit: 'm/s' }],
  ['Q\nanswer: 12,5 +/- 5 % l/s', 'number', { value: '12,5', tolerance: '5 %', unit: 'l/s' }],
  ['Q\nanswer: -3e4', 'number', { value: '-3e4', tolerance: '', unit: '' }],
  ['Q\nanswer: 8', 'number', { value: '8', tolerance: '', unit: '' }],
  ['Q\nwords: 8', 'short-text', { accepted: ['8'], ...how }],
  ['Q\nwords: true', 'short-text', { accepted: ['true'], ...how }],
  ['Q\nanswer: riffle; rapid\nslips: 1', 'short-text', { accepted: ['riffle', 'rapid'], ...how, slips: 1 }],
  ['Q\nanswer: a\\; b; c', 'short-text', { accepted: ['a; b', 'c'], ...how }],
  ['Q\nanswer: pH\nletters: as written', 'short-text', { accepted: ['pH'], matchCase: true, slips: 0 }],
  ['Q\ngaps: the [a|b] c', 'gaps', { text: 'the [a|b] c', chosen: false, ...how }],
  ['Q\ngaps to choose: the [a] c', 'gaps', { text: 'the [a] c', chosen: true, ...how }],
  ['Q\n1. a\n2) b', 'order', { items: [{ text: 'a' }, { text: 'b' }] }],
  ['Q\npair: a = b\nnothing: c', 'matching', { pairs: [{ text: 'a', match: 'b' }], extras: [{ text: 'c' }] }],
  ['Q\npair: a\\=1 = b', 'matching', { pairs: [{ text: 'a=1', match: 'b' }], extras: [] }],
  [
    'Q\ngroup: g = a; b\ngroup: h =',
    'grouping',
    { groups: [{ title: 'g' }, { title: 'h' }], items: [{ text: 'a' }, { text: 'b' }] },
  ],
  ['12. Which?\n+ a', 'one', { options: [option('a', true)] }, 'Which?'],
  ['\\- Which?\n\\\n\\+ this\n+ a', 'one', { options: [option('a', true)] }, '- Which?\n\n+ this'],
  ['\u2028\u2028Note: what?\r\n+ a', 'one', { options: [option('a', true)] }, 'Note: what?'],
])('lines are read as they are meant: %j', (text, kind, body, prompt = 'Q') => {
  const { questions, faults } = read(text);
  expect(faults).toEqual([]);
  expect(questions).toHaveLength(1);
  expect(questions[0]).toMatchObject({ kind, prompt });
  expect(plain(questions[0]?.body)).toEqual(body);
});

test('what is said of a question as a whole is read beside its parts, in any order', () => {
  const text = 'Q\nwhen wrong: no\npoints: 2,5\n+ a\nhint: look\nwhen right: yes\nwhen partly right: half';
  expect(read(text).questions[0]).toMatchObject({
    points: 2500,
    hint: 'look',
    feedbackRight: 'yes',
    feedbackPart: 'half',
    feedbackWrong: 'no',
  });
});

test.each([
  ['+ a\n- b', 1, 'Above this line stands no question. Write what is asked first.'],
  ['Q', 1, 'Nothing below this question says what is right.'],
  ['Q\n+ a\n\nR\n\nS\n+ b', 4, 'Nothing below this question says what is right.'],
  ['Q\n+ a\nanswer: b', 1, 'The lines below this question do not belong together. See what lines there are.'],
  ['Q\n> said\n+ a', 1, 'The lines below this question do not belong together. See what lines there are.'],
  ['Q\npair: a\npair: b = c', 1, 'The lines below this question do not belong together. See what lines there are.'],
  ['Q\nanswer: a\nslips: many', 1, 'The lines below this question do not belong together. See what lines there are.'],
  ['Q\n+ a\npoints: many', 3, 'Points are a number from 0 to 1,000.'],
  [
    'Q\n+ a\npoints: 1,000',
    3,
    '"1,000" can be read as 1000 and as 1.000. Write it without the comma, or with another digit behind it.',
  ],
  ['Q\n+ a\npoints: 1001', 3, 'Points are a number from 0 to 1,000.'],
  ['Q\n+ a\npoints: 1\npoints: 2', 4, '"points" stands twice in this question.'],
  ['Q\n+ a\nkind: riddle', 3, 'There is no kind of question called "riddle".'],
  [`Q\n${'+ a\n'.repeat(21)}`, 1, 'Give at most 20 options.'],
  [`Q${'q'.repeat(2000)}\n+ a`, 1, 'Keep what is asked, the hint and the feedback under 2,000 characters each.'],
  ['a'.repeat(500_001), 1, 'This is more than 500,000 characters. Paste it in parts.'],
])('what cannot be read is told with its line: %#', (text, line, sentence) => {
  expect(read(text).faults).toEqual([{ line, sentence }]);
});

test('of more questions than are taken at once the rest is told, not dropped', () => {
  const { questions, faults } = read('Q\n+ a\n\n'.repeat(501));
  expect(questions).toHaveLength(500);
  expect(faults).toEqual([
    { line: 1501, sentence: 'Only 500 questions are taken at once; those from here on are not.' },
  ]);
});

test('every example of every kind, with whatever is said around it, is read from its own lines as it was', () => {
  const words = fc
    .array(fc.constantFrom('a', 'B', ' ', '+', '-', '>', '1.', ';', '=', '\\', ':', 'hint', 'pair', '\n'), {
      maxLength: 12,
    })
    .map((parts) =>
      parts
        .join('')
        .split('\n')
        .map((line) => line.trim())
        .join('\n')
        .trim(),
    );
  const examples = questionKinds.flatMap((kind) => kindOf(kind).examples.map(({ body }) => ({ kind, body })));
  const question = fc.record({
    ...{ own: fc.constantFrom(...examples), points: fc.nat(1_000_000) },
    ...{
      prompt: words.filter((one) => one !== ''),
      hint: words,
      feedbackRight: words,
      feedbackPart: words,
      feedbackWrong: words,
    },
  });
  fc.assert(
    fc.property(fc.array(question, { maxLength: 5 }), (drawn) => {
      const questions = drawn.map(({ own, ...about }) => content({ ...own, ...about }));
      const { questions: again, faults } = read(linesFromQuestions(questions));
      expect(faults).toEqual([]);
      const bare = ({ body, ...rest }: QuestionContent) => ({ ...rest, body: plain(body) });
      expect(again.map(({ id: _id, line: _line, ...rest }) => bare(rest))).toEqual(questions.map(bare));
    }),
  );
});
