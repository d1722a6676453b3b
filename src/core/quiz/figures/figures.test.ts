import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { content } from '../testing';
import { type FiguredSitting, quizFigures, thirdsOf } from './figures';
import { reliabilityText } from './remarks';
import { alpha, correlation, quantile, variance } from './statistics';

const question = (id: string, points = 1000) => ({
  ...content({
    prompt: id,
    points,
    body: { options: ['a', 'b', 'c'].map((name) => ({ id: name, text: name, right: name === 'a', feedback: '' })) },
  }),
  id,
});

/** A sitting from what was chosen in each question; a dot leaves it open. */
const sitting = (id: string, picks: string, over: Partial<FiguredSitting> = {}): FiguredSitting => {
  const right = [...picks].filter((pick) => pick === 'a').length;
  return {
    ...{ id, learner: id, number: 1, paper: 0, points: right * 1000, of: picks.length * 1000, passed: right > 1 },
    ...{ seconds: 60, ranOut: false, spent: {}, marks: {} },
    answers: Object.fromEntries(
      [...picks].flatMap((pick, i) => (pick === '.' ? [] : [[`q${i}`, JSON.stringify({ chosen: [pick] })]])),
    ),
    ...over,
  };
};
const paper = (count: number) => ({
  questions: Array.from({ length: count }, (_, i) => question(`q${i}`)),
  decimals: 'point' as const,
});
const figuresOf = (...picks: readonly string[]) =>
  quizFigures({
    papers: [paper(picks[0]?.length ?? 0)],
    sittings: picks.map((one, i) => sitting(`s${String(i).padStart(3, '0')}`, one)),
  });

describe('statistics, beside values worked out by hand', () => {
  // Five papers of four questions; variances 0.24, 0.24, 0.16, 0.24 and of the totals 1.44: alpha is 4/3 (1 - 0.88/1.44).
  const columns = [
    [1, 1, 1, 0, 0],
    [1, 1, 0, 1, 0],
    [1, 1, 1, 1, 0],
    [1, 1, 0, 0, 1],
  ];
  test.each([
    ['alpha', alpha(columns), (4 / 3) * (1 - 0.88 / 1.44)],
    ['alpha of one question', alpha([[1, 0]]), null],
    [
      'alpha of papers that are all the same',
      alpha([
        [1, 1],
        [0, 0],
      ]),
      null,
    ],
    [
      'alpha of questions that are one and the same',
      alpha([
        [1, 0, 1],
        [1, 0, 1],
      ]),
      1,
    ],
    [
      'alpha of questions that contradict each other',
      alpha([
        [1, 0, 1],
        [0, 1, 1],
      ]),
      2 * (1 - 4 / 9 / (2 / 9)),
    ],
    ['a correlation', correlation([1, 2, 3], [1, 3, 2]), 0.5],
    ['a correlation with what never changes', correlation([1, 2], [3, 3]), null],
    ['a correlation of rounding', correlation([0.1 + 0.2, 0.3], [1, 2]), null],
    ['a variance', variance([1, 2, 3, 4]), 1.25],
    ['a quartile between two values', quantile([1, 2, 3, 4], 0.25), 1.75],
    ['a quartile of one value', quantile([7], 0.75), 7],
    ['a quartile of nothing', quantile([], 0.5), null],
  ])('%s', (_what, found, expected) => {
    if (expected === null) expect(found).toBeNull();
    else expect(found).toBeCloseTo(expected, 12);
  });
});

test('who chose what, by thirds; what was left open; and what says that the key is wrong', () => {
  // The best ten choose "b" in the last question, the worst ten "a", which is marked as right.
  const picks = [...Array(10).fill('aaab'), ...Array(10).fill('aa.b'), ...Array(10).fill('...a')];
  const { questions, sittings, passed, mean: middle } = figuresOf(...picks);
  expect([sittings, passed, middle]).toEqual([30, 20, (10 * 3 + 10 * 2 + 10) / 30]);
  const last = questions[3];
  expect(last?.choices?.map(({ id, thirds }) => [id, thirds])).toEqual([
    ['a', [10, 0, 0]],
    ['b', [0, 10, 10]],
    ['c', [0, 0, 0]],
  ]);
  expect(last?.tells).toBeLessThan(-0.9);
  expect(last?.remarks.map(({ level, because }) => [level, because])).toEqual([
    ['wrong', '10 of the 10 best chose "b".'],
    ['wrong', expect.stringMatching(/wrong way round: -0\.9/)],
    ['look', 'An option nobody takes for right is none.'],
  ]);
  expect([questions[2]?.open, questions[2]?.openThirds]).toEqual([20, [10, 10, 0]]);
  expect(questions[2]?.remarks.map(({ sentence }) => sentence)).toContain('Many leave it open.');
  expect(questions[3]?.answers.listed.map(({ text, verdict, thirds }) => [text, verdict, thirds])).toEqual([
    ['b', 'wrong', [0, 10, 10]],
    ['a', 'right', [10, 0, 0]],
  ]);
});

test('of few sittings nothing is said against a question', () => {
  expect(figuresOf(...Array(14).fill('.')).questions[0]?.remarks).toEqual([]);
  expect(figuresOf(...Array(15).fill('b')).questions[0]?.remarks).not.toEqual([]);
});

test.each<[string, string[], RegExp]>([
  ['too few', ['aa', 'ab'], /Too few/],
  ['one question', Array(20).fill('a'), /one question/],
  ['all the same', Array(20).fill('ab'), /says nothing/],
  ['chance', [...Array(10).fill('ab'), ...Array(9).fill('ba'), 'aa'], /Chance decides/],
  ['an exam', [...Array(10).fill('aaaa'), ...Array(10).fill('bbbb')], /for an exam/],
])('what reliability means is said in words: %s', (_what, picks, words) => {
  expect(reliabilityText(figuresOf(...picks))).toMatch(words);
});

test('who passed later than at first, and how long papers and questions took', () => {
  const timed = (ms: number) => ({ spent: { q0: ms } });
  const { passed, passedLater, seconds, questions } = quizFigures({
    papers: [paper(2)],
    sittings: [
      sitting('s1', 'ab', { seconds: 50, ...timed(4000) }),
      sitting('s2', 'aa', { number: 2, seconds: 30, ...timed(10_000) }),
      sitting('s3', 'aa', { seconds: 90, ...timed(6000) }),
    ],
  });
  expect([passed, passedLater, seconds]).toEqual([2, 1, { median: 50, from: 30, to: 90 }]);
  expect(questions.map((one) => one.seconds)).toEqual([6, null]);
});

test('papers of several editions: each judged by its own, and nothing said of reliability', () => {
  const other = { ...paper(2), questions: [question('q0'), question('q9', 3000)] };
  const figures = quizFigures({
    papers: [paper(2), other],
    sittings: [sitting('s1', 'ab'), sitting('s2', 'a.', { paper: 1, points: 1000, of: 4000 })],
  });
  expect(figures.questions.map(({ id, asked }) => [id, asked])).toEqual([
    ['q0', 2],
    ['q9', 1],
    ['q1', 1],
  ]);
  expect(figures.scale).toEqual({ of: 100, unit: 'percent' });
  expect([figures.mean, figures.alpha, figures.samePaper]).toEqual([37.5, null, false]);
  expect(reliabilityText(figures)).toMatch(/different questions/);
});

const papers = fc.array(fc.stringMatching(/^[abc.]{3}$/), { minLength: 1, maxLength: 40 });

test('every paper stands in one bar and every answer in one choice; thirds are as large as each other', () => {
  fc.assert(
    fc.property(papers, (picks) => {
      const figures = figuresOf(...picks);
      expect(figures.bars.reduce((total, { count }) => total + count, 0)).toBe(picks.length);
      const third = Math.floor(picks.length / 3);
      for (const one of figures.questions) {
        expect(one.thirds).toEqual([third, picks.length - 2 * third, third]);
        const chosen = (one.choices ?? []).flatMap(({ thirds }) => thirds).reduce((total, count) => total + count, 0);
        expect(chosen + one.open).toBe(picks.length);
        expect(one.answers.listed.flatMap(({ thirds }) => thirds).reduce((total, count) => total + count, 0)).toBe(
          chosen,
        );
        if (one.tells !== null) expect(Math.abs(one.tells)).toBeLessThanOrEqual(1);
      }
      if (figures.alpha !== null) expect(figures.alpha).toBeLessThanOrEqual(1 + 1e-9);
    }),
  );
});

test('the order in which sittings come makes no difference', () => {
  fc.assert(
    fc.property(papers, (picks) => {
      const sittings = picks.map((one, i) => sitting(`s${String(i).padStart(3, '0')}`, one));
      const [there, back] = [sittings, sittings.toReversed()].map((list) =>
        quizFigures({ papers: [paper(3)], sittings: list }),
      );
      const rounded = (value: unknown) =>
        JSON.stringify(value, (_key, one) => (typeof one === 'number' ? Number(one.toFixed(9)) : one));
      expect(rounded(back)).toBe(rounded(there));
    }),
  );
});

test('of equal papers the thirds go by their ids', () => {
  expect(thirdsOf(['c', 'a', 'b'].map((id) => ({ id, share: 0.5 })))).toEqual([2, 0, 1]);
});
