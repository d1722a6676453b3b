import { expect, test } from 'vitest';
import { usualAward } from '../certificate';
import { type GradeScheme, gradeWritten, usualScheme, wholeFull, wholeItem } from '../gradebook';
import { add, divide, multiply, rational } from '../kernel/exact';
import { type CourseDocument, type LessonDocument, newCourse, newQuestion } from '../outline';
import { noProgress } from '../record';
import {
  decideAlike,
  effectOn,
  type LearnerRecords,
  learnerView,
  noRecords,
  recordsAtPace,
  shownOf,
  throughOwnEyes,
} from './index';
import { outcomeAt } from './state';
import { clock, days, lesson } from './testing';

const question = {
  ...newQuestion('q1', 'quiz', 'a0', 'number'),
  body: { value: '4', tolerance: '', unit: '' },
  points: 10_000,
};

const base: CourseDocument = {
  format: 'mosaik-course',
  version: 6,
  course: { ...newCourse('c', 'c', 'Course', 'UTC'), award: { ...usualAward, on: true, minPercent: 60 } },
  outcomes: [],
  sections: [
    {
      id: 's',
      order: 'a0',
      title: 'One',
      opens: null,
      closes: null,
      lessons: [lesson('read', 'reading'), lesson('quiz', 'quiz', { questions: [question] })],
    },
    {
      id: 't',
      order: 'a1',
      title: 'Two',
      opens: { when: 'after-start', amount: 7, unit: 'days', at: null },
      closes: null,
      lessons: [lesson('work', 'assignment'), lesson('extra', 'reading', { required: false })],
    },
  ],
};
const changedBy = (id: string, part: Partial<LessonDocument>): CourseDocument => ({
  ...base,
  sections: base.sections.map((one) => ({
    ...one,
    lessons: one.lessons.map((inside) => (inside.id === id ? { ...inside, ...part } : inside)),
  })),
});
const withCourse = (part: Partial<CourseDocument['course']>): CourseDocument => ({
  ...base,
  course: { ...base.course, ...part },
});
const done = { ...noProgress, state: 'done' as const };
const records = (part: Partial<LearnerRecords>): LearnerRecords => ({ ...noRecords, ...part });
const everything = records({
  progress: new Map([['read', done]]),
  sittings: new Map([
    [
      'quiz',
      [
        { points: 5000, of: 10_000 },
        { points: 9000, of: 10_000 },
      ],
    ],
  ]),
  handIns: new Map([['work', [{ state: 'marked', points: 12_000, of: 20_000 }]]]),
});

test('what is open, what comes next, and when the rest opens', () => {
  const view = learnerView(base, clock, records({ progress: new Map([['read', done]]) }), days(1));
  expect([
    view.lessons.map((one) => one.open),
    view.next?.lesson.id,
    view.opensNext?.lesson.id,
    view.done,
    view.minutesLeft,
  ]).toEqual([[true, true, false, false], 'quiz', 'work', 1, 30]);
  const ahead = learnerView(base, clock, everything, days(1));
  expect([ahead.next, ahead.opensNext?.lesson.id]).toEqual([null, 'work']);
  expect(learnerView(base, clock, everything, days(8)).next?.lesson.id).toBe('extra');
});

test.each<[string, CourseDocument, LearnerRecords, boolean, RegExp | null]>([
  ['all done, passed and good enough', base, everything, true, null],
  ['nothing done', base, noRecords, false, /read: not done yet/],
  [
    'a quiz failed',
    base,
    records({ ...everything, sittings: new Map([['quiz', [{ points: 5000, of: 10_000 }]]]) }),
    false,
    /quiz: not passed yet/,
  ],
  [
    'work waits to be marked',
    base,
    records({ ...everything, handIns: new Map([['work', [{ state: 'handed-in', points: null, of: 20_000 }]]]) }),
    false,
    /work: not passed yet/,
  ],
  [
    'excused from the work',
    base,
    records({
      ...everything,
      handIns: new Map(),
      decisions: new Map([['work', { kind: 'excused', points: null, of: 0, reason: 'ill' }]]),
    }),
    true,
    null,
  ],
  [
    'points set by hand',
    base,
    records({
      ...everything,
      sittings: new Map(),
      decisions: new Map([['quiz', { kind: 'points', points: 10_000, of: 10_000, reason: 'oral' }]]),
    }),
    true,
    null,
  ],
  [
    'complete, but the grade is too low',
    withCourse({ award: { ...usualAward, on: true, minPercent: 90 } }),
    everything,
    false,
    /Course grade of at least 90 %, now 75.0 %/,
  ],
  ['free, and not finished', withCourse({ completion: { mode: 'free' } }), everything, false, /not finished yet/],
  ['free, and finished', withCourse({ completion: { mode: 'free' } }), { ...everything, finished: true }, true, null],
  [
    'a share of the required lessons',
    withCourse({ completion: { mode: 'share', percent: 60 } }),
    records({ ...everything, progress: new Map() }),
    true,
    null,
  ],
])('the certificate: %s', (_name, document, own, earned, missing) => {
  const { award } = learnerView(document, clock, own, days(9));
  expect(award?.earned).toBe(earned);
  if (missing) expect(award?.missing.join('; ')).toMatch(missing);
});

test('a paper that was worth another total in an earlier edition counts by its share', () => {
  const own = records({ sittings: new Map([['quiz', [{ points: 3000, of: 4000 }]]]) });
  expect(gradeWritten(learnerView(base, clock, own, days(1)).sheet)).toBe('(10 × 3/4) ÷ 10 = 75.0 %');
});

const quizShare = (part: Partial<LessonDocument>, own: Partial<LearnerRecords>, now = days(1)) => {
  const view = learnerView(changedBy('quiz', part), clock, records(own), now);
  return [view.sheet.gradeText, view.lessons.find((one) => one.lesson.id === 'quiz')?.passed];
};
const worth = (points: number) => ({ questions: [{ ...question, points }] });
test.each<[string, unknown, unknown]>([
  [
    'a live edition that gives 50 for what gave 20',
    quizShare(worth(50_000), { sittings: new Map([['quiz', [{ points: 18_000, of: 20_000 }]]]) }),
    ['90.0 %', true],
  ],
  [
    'one that gives 10',
    quizShare(worth(10_000), { sittings: new Map([['quiz', [{ points: 18_000, of: 20_000 }]]]) }),
    ['90.0 %', true],
  ],
  [
    '59.97 % where 60 are asked for',
    quizShare(worth(10_000), { sittings: new Map([['quiz', [{ points: 5997, of: 10_000 }]]]) }),
    ['60.0 %', false],
  ],
  [
    'points set by hand on an older edition',
    quizShare(worth(50_000), {
      decisions: new Map([['quiz', { kind: 'points', points: 18_000, of: 20_000, reason: 'oral' }]]),
    }),
    ['90.0 %', true],
  ],
])('what was earned is measured by what it was marked out of: %s', (_name, found, expected) => {
  expect(found).toEqual(expected);
});

const zero = withCourse({ missing: 'zero' });
const due = { when: 'after-start' as const, amount: 9, unit: 'days' as const, at: null };
const work = (document: CourseDocument, part: Partial<LearnerRecords>, now: number) =>
  learnerView(
    document,
    clock,
    records({ sittings: new Map([['quiz', [{ points: 10_000, of: 10_000 }]]]), ...part }),
    days(now),
  ).sheet.lines[1]?.why;
const withDue = {
  ...zero,
  sections: zero.sections.map((one) => ({
    ...one,
    lessons: one.lessons.map((inside) =>
      inside.assignment ? { ...inside, assignment: { ...inside.assignment, due } } : inside,
    ),
  })),
};
test.each<[string, unknown, string]>([
  ['without a day, before the end', work(zero, {}, 8), 'not due yet, left out'],
  ['without a day, once the learner has finished', work(zero, { finished: true }, 8), 'missing, counts as 0'],
  ['before its day', work(withDue, {}, 8), 'not due yet, left out'],
  ['on its day', work(withDue, {}, 9), 'missing, counts as 0'],
  [
    'a second hand-in waits, and the first has its mark',
    work(
      zero,
      {
        handIns: new Map([
          [
            'work',
            [
              { state: 'marked', points: 5000, of: 20_000 },
              { state: 'handed-in', points: null, of: 20_000 },
            ],
          ],
        ]),
      },
      8,
    ),
    'points earned',
  ],
])('missing work counts once it is due: %s', (_name, why, expected) => {
  expect(why).toBe(expected);
});

test('somebody excused from everything is told why there is no grade', () => {
  const excused = { kind: 'excused' as const, points: null, of: 0, reason: 'ill' };
  const { award } = learnerView(
    base,
    clock,
    records({ ...everything, decisions: new Map(['quiz', 'work'].map((id) => [id, excused])) }),
    days(9),
  );
  expect(award?.missing).toEqual([expect.stringMatching(/excused from everything that is graded.*by hand/)]);
});

const hiding = changedBy('quiz', {
  quiz: { passPercent: 60, attempts: 2, minutes: null, counts: 'best', shows: 'nothing' },
});
test.each([
  ['a good one', 9000],
  ['a bad one', 1000],
])('a result that is not shown is nowhere to be seen: %s', (_name, points) => {
  const own = records({ ...everything, sittings: new Map([['quiz', [{ points, of: 10_000 }]]]) });
  const truth = learnerView(hiding, clock, own, days(9));
  const seen = throughOwnEyes(truth, own);
  const mine = seen.lessons.find((one) => one.lesson.id === 'quiz');
  expect([mine?.passed, mine?.progress.state, seen.sheet.lines[0]?.entry, seen.sheet.gradeText]).toEqual([
    null,
    'done',
    { state: 'hidden' },
    '60.0 %',
  ]);
  expect(gradeWritten(seen.sheet)).toBe('(10 × 12/20) ÷ 10 = 60.0 %');
  expect(seen.award?.earned).toBe(truth.award?.earned);
  expect(seen.award?.missing.join()).not.toMatch(/not passed|%/);
});

test.each([
  ['before its day', -1, { points: false, answers: false }],
  ['to the second', 0, { points: true, answers: true }],
  ['after it', 1, { points: true, answers: true }],
])('a result that is shown from a day on: %s', (_name, seconds, shown) => {
  const quiz = { passPercent: 60, attempts: 2, minutes: null, counts: 'best', shows: 'points-and-answers' } as const;
  const from = { quiz: { ...quiz, showsFrom: days(10).toString() } };
  const now = days(10).add({ seconds });
  expect(shownOf(from, now)).toEqual(shown);
  const own = records({ ...everything, sittings: new Map([['quiz', [{ points: 9000, of: 10_000 }]]]) });
  const seen = throughOwnEyes(learnerView(changedBy('quiz', from), clock, own, now), own);
  expect(seen.sheet.lines[0]?.entry.state).toBe(shown.points ? 'points' : 'hidden');
});

test('a course without an award has none to earn', () => {
  expect(learnerView(withCourse({ award: usualAward }), clock, everything, days(9)).award).toBeNull();
});

const without = (id: string): CourseDocument => ({
  ...base,
  sections: base.sections.map((one) => ({ ...one, lessons: one.lessons.filter((inside) => inside.id !== id) })),
});

test.each<[string, CourseDocument, object | null]>([
  [
    'nothing when it is only said otherwise',
    changedBy('quiz', { title: 'Another name', teaser: 'Soon.', asks: 'Why?', learnerMinutes: 90, sample: true }),
    null,
  ],
  [
    'a lesson locked again',
    changedBy('read', { opens: { when: 'after-start', amount: 30, unit: 'days', at: null } }),
    { lockedAgain: ['read'] },
  ],
  ['a done state lost with its lesson', without('read'), { doneLost: ['read'] }],
  ['a grade that moves', changedBy('quiz', { weight: 30 }), { grade: { before: '75.0 %', after: '82.5 %' } }],
  [
    'a pass mark that is no longer reached',
    changedBy('quiz', { quiz: { passPercent: 95, attempts: null, minutes: null, counts: 'best', shows: 'points' } }),
    { doneLost: ['quiz'], completion: 'lost' },
  ],
  [
    'a sitting under way on a paper that changes',
    changedBy('quiz', { questions: [{ ...question, prompt: 'Other?' }] }),
    { sittings: ['quiz'] },
  ],
])('an edition means %s', (_name, after, expected) => {
  const effect = effectOn(base, after, { clock, records: everything, underWay: ['quiz'] }, days(8));
  if (expected === null) expect(effect).toBeNull();
  else expect(effect).toMatchObject(expected);
  // Nobody is looked at where only words and pictures differ.
  expect(decideAlike(base, after)).toBe(expected === null);
});

test('a lesson that needs others first stays closed until they are done, and says so', () => {
  const needing = changedBy('work', { needs: ['read', 'quiz'] });
  const closed = learnerView(needing, clock, noRecords, days(8)).lessons.find((one) => one.lesson.id === 'work');
  expect([closed?.open, closed?.waitsFor.map((one) => one.lesson.id)]).toEqual([false, ['read', 'quiz']]);
  const open = learnerView(needing, clock, everything, days(8)).lessons.find((one) => one.lesson.id === 'work');
  expect([open?.open, open?.waitsFor]).toEqual([true, []]);
});

test.each([
  [0, 0],
  [10, 1],
  [20, 2],
  ['all', 4],
] as const)(
  'an imagined learner at a pace of %s minutes a week has done %i lessons after eight days',
  (pace, count) => {
    const records = recordsAtPace(base, clock, days(8), pace);
    expect(learnerView(base, clock, records, days(8)).done).toBe(count);
  },
);

const filmed: CourseDocument = {
  ...base,
  sections: [
    {
      id: 's',
      order: 'a0',
      title: 'One',
      opens: null,
      closes: null,
      lessons: [
        lesson('film', 'film', {
          weight: 10,
          questions: [
            { ...question, id: 'c1', points: 2000, moment: { at: 1000, passage: null, required: false } },
            { ...question, id: 'c2', points: 1000, moment: { at: 2000, passage: null, required: false } },
            // An exercise in its text counts nothing.
            { ...question, id: 'e1', points: 5000, moment: null },
          ],
        }),
      ],
    },
  ],
};
test.each([
  ['nothing answered', {}, 'missing', '–'],
  ['only an exercise answered', { e1: 'right' }, 'missing', '–'],
  ['the first right', { c1: 'right', e1: 'wrong' }, 'points', '66.7 %'],
  ['one right, one in part', { c1: 'right', c2: 'part' }, 'points', '83.3 %'],
  ['both wrong', { c1: 'wrong', c2: 'wrong' }, 'points', '0.0 %'],
])('checkpoints count in the grade where their film has a weight: %s', (_name, verdicts, state, text) => {
  const answered = Object.fromEntries(Object.entries(verdicts).map(([id, verdict]) => [id, { verdict, tries: 1 }]));
  const own = records({ progress: new Map([['film', { ...noProgress, answered } as typeof noProgress]]) });
  const view = learnerView(filmed, clock, own, days(1));
  expect(view.sheet.lines.map(({ entry }) => entry.state)).toEqual([state]);
  expect(view.sheet.gradeText).toBe(text);
  expect(view.done).toBe(0);
  // Without a weight they are practice, and no item.
  const unweighted = {
    ...filmed,
    sections: filmed.sections.map((s) => ({ ...s, lessons: s.lessons.map((one) => ({ ...one, weight: 0 })) })),
  };
  expect(learnerView(unweighted, clock, own, days(1)).sheet.lines).toEqual([]);
});

test('a course may say how its grade comes about; what belongs to no lesson is decided by hand, the grade as well', () => {
  const grading: GradeScheme = {
    ...usualScheme,
    categories: [{ id: 'papers', title: 'Papers', weight: 3, keeps: { by: 'all' } }],
    placed: { quiz: { categoryId: 'papers', extra: false } },
    own: [{ id: 'talk', title: 'Talk', weight: 1, of: 10_000 }],
    scale: {
      by: 'bands',
      bands: [
        { name: 'good', from: 7000, passes: true },
        { name: 'not yet', from: 0, passes: false },
      ],
    },
    rounding: { decimals: 0, way: 'down', before: true },
  };
  const course: CourseDocument = {
    ...base,
    course: { ...base.course, settings: { ...base.course.settings, grading } },
  };
  const given = (points: number, of: number) => ({ kind: 'points' as const, points, of, reason: 'heard' });
  const own = (decisions: [string, ReturnType<typeof given>][]) =>
    learnerView(course, clock, records({ ...everything, handIns: new Map(), decisions: new Map(decisions) }), days(1));
  const quiz = own([]).sheet.lines.find(({ item }) => item.id === 'quiz')?.share;
  const talked = own([['talk', given(5000, 10_000)]]);
  expect(talked.sheet.lines.map(({ item, why }) => [item.id, why])).toContainEqual(['talk', 'set by hand: heard']);
  // Three parts of the papers and one of the talk, of what is there.
  const expected = quiz ? divide(add(multiply(rational(3), quiz), rational(1, 2)), rational(4)) : null;
  expect(talked.sheet.grade).toEqual(expected);
  expect(talked.sheet.gradeText).toMatch(/^(good|not yet) \(\d+ %\)$/);
  const decided = own([[wholeItem, given(69_900, wholeFull)]]);
  expect([decided.sheet.gradeText, decided.sheet.byHand]).toEqual(['not yet (69 %)', 'heard']);
  // A pass mark goes by what is rounded, where the course says so.
  const award = { ...course, course: { ...course.course, award: { ...course.course.award, minPercent: 70 } } };
  const missing = (grade: number) =>
    learnerView(
      award,
      clock,
      records({ ...everything, decisions: new Map([[wholeItem, given(grade, wholeFull)]]) }),
      days(1),
    ).award?.missing ?? [];
  expect(missing(69_999).some((one) => one.startsWith('Course grade'))).toBe(true);
  expect(missing(70_000).some((one) => one.startsWith('Course grade'))).toBe(false);
});

test.each<[string, CourseDocument, LearnerRecords]>([
  ['nothing done', base, noRecords],
  ['everything done', base, everything],
  ['a password that was not given', changedBy('read', { password: 'heron' }), records({})],
  ['a password that was given', changedBy('read', { password: 'heron' }), records({ unlocked: new Set(['read']) })],
  ['a lesson that waits', changedBy('quiz', { needs: ['read'] }), records({})],
  ['finished at will', withCourse({ completion: { mode: 'free' } }), records({ finished: true })],
])('a comparison of editions goes by what is shown: %s', (_name, document, own) => {
  for (const day of [0, 1, 8]) {
    const view = learnerView(document, clock, own, days(day));
    const outcome = outcomeAt(document, clock, own, days(day));
    expect(outcome.lessons.map(({ lesson, open, done }) => [lesson.id, open, done])).toEqual(
      view.lessons.map(({ lesson, open, progress }) => [lesson.id, open, progress.state === 'done']),
    );
    expect([outcome.gradeText, outcome.complete]).toEqual([view.sheet.gradeText, view.completion.complete]);
  }
});
