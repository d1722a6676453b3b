import { expect, test } from 'vitest';
import { usualAward } from '../certificate';
import { Temporal } from '../kernel/time';
import { type CourseDocument, type LessonDocument, newCourse, newLesson, newQuestion } from '../outline';
import { effectOn, type LearnerRecords, learnerView, noRecords, recordsAtPace } from './index';

const start = Temporal.Instant.from('2027-03-01T08:00Z');
const clock = { start, zone: 'UTC' };
const days = (count: number) => start.add({ hours: 24 * count });
const lesson = (id: string, kind: LessonDocument['kind'], part: Partial<LessonDocument> = {}): LessonDocument => ({
  ...newLesson(id, 's', id, id, kind),
  text: null,
  downloads: true,
  learnerMinutes: 10,
  media: null,
  pictures: {},
  questions: [],
  ...part,
});
const question = { ...newQuestion('q1', 'quiz', 'a0', 'number'), value: '4', points: 10_000 };

const base: CourseDocument = {
  format: 'mosaik-course',
  version: 1,
  course: { ...newCourse('c', 'c', 'Course', 'UTC'), award: { ...usualAward, on: true, minPercent: 60 } },
  outcomes: [],
  sections: [
    { id: 's', order: 'a0', title: 'One', opens: null, lessons: [lesson('read', 'reading'), lesson('quiz', 'quiz', { questions: [question] })] },
    {
      id: 't',
      order: 'a1',
      title: 'Two',
      opens: { when: 'after-start', amount: 7, unit: 'days', at: null },
      lessons: [lesson('work', 'assignment'), lesson('extra', 'reading', { required: false })],
    },
  ],
};
const withCourse = (part: Partial<CourseDocument['course']>): CourseDocument => ({ ...base, course: { ...base.course, ...part } });
const done = { state: 'done' as const, doneAt: null, watched: [] };
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
  handIns: new Map([['work', { state: 'marked', points: 12_000 }]]),
});

test('what is open, what comes next, and when the rest opens', () => {
  const view = learnerView(base, clock, records({ progress: new Map([['read', done]]) }), days(1));
  expect([view.lessons.map((one) => one.open), view.next?.lesson.id, view.opensNext?.lesson.id, view.done, view.minutesLeft]).toEqual([
    [true, true, false, false],
    'quiz',
    'work',
    1,
    30,
  ]);
  const ahead = learnerView(base, clock, everything, days(1));
  expect([ahead.next, ahead.opensNext?.lesson.id]).toEqual([null, 'work']);
  expect(learnerView(base, clock, everything, days(8)).next?.lesson.id).toBe('extra');
});

test.each<[string, CourseDocument, LearnerRecords, boolean, RegExp | null]>([
  ['all done, passed and good enough', base, everything, true, null],
  ['nothing done', base, noRecords, false, /read: not done yet/],
  ['a quiz failed', base, records({ ...everything, sittings: new Map([['quiz', [{ points: 5000, of: 10_000 }]]]) }), false, /quiz: not passed yet/],
  [
    'work waits to be marked',
    base,
    records({ ...everything, handIns: new Map([['work', { state: 'handed-in', points: null }]]) }),
    false,
    /work: not passed yet/,
  ],
  [
    'excused from the work',
    base,
    records({ ...everything, handIns: new Map(), decisions: new Map([['work', { kind: 'excused', points: null, reason: 'ill' }]]) }),
    true,
    null,
  ],
  [
    'points set by hand',
    base,
    records({ ...everything, sittings: new Map(), decisions: new Map([['quiz', { kind: 'points', points: 10_000, reason: 'oral' }]]) }),
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
  ['a share of the required lessons', withCourse({ completion: { mode: 'share', percent: 60 } }), records({ ...everything, progress: new Map() }), true, null],
])('the certificate: %s', (_name, document, own, earned, missing) => {
  const { award } = learnerView(document, clock, own, days(9));
  expect(award?.earned).toBe(earned);
  if (missing) expect(award?.missing.join('; ')).toMatch(missing);
});

test('a paper that was worth another total in an earlier edition counts by its share', () => {
  const own = records({ sittings: new Map([['quiz', [{ points: 3000, of: 4000 }]]]) });
  expect(learnerView(base, clock, own, days(1)).sheet.written).toBe('(10 × 7.5/10) ÷ 10 = 75.0 %');
});

test('a course without an award has none to earn', () => {
  expect(learnerView(withCourse({ award: usualAward }), clock, everything, days(9)).award).toBeNull();
});

const changedBy = (id: string, part: Partial<LessonDocument>): CourseDocument => ({
  ...base,
  sections: base.sections.map((one) => ({ ...one, lessons: one.lessons.map((inside) => (inside.id === id ? { ...inside, ...part } : inside)) })),
});
const without = (id: string): CourseDocument => ({
  ...base,
  sections: base.sections.map((one) => ({ ...one, lessons: one.lessons.filter((inside) => inside.id !== id) })),
});

test.each<[string, CourseDocument, object | null]>([
  ['nothing when nothing a learner has is touched', changedBy('extra', { title: 'Another name' }), null],
  ['a lesson locked again', changedBy('read', { opens: { when: 'after-start', amount: 30, unit: 'days', at: null } }), { lockedAgain: ['read'] }],
  ['a done state lost with its lesson', without('read'), { doneLost: ['read'] }],
  ['a grade that moves', changedBy('quiz', { weight: 30 }), { grade: { before: '75.0 %', after: '82.5 %' } }],
  [
    'a pass mark that is no longer reached',
    changedBy('quiz', { quiz: { passPercent: 95, attempts: null, minutes: null, counts: 'best', shows: 'points' } }),
    { doneLost: ['quiz'], completion: 'lost' },
  ],
  ['a sitting under way on a paper that changes', changedBy('quiz', { questions: [{ ...question, prompt: 'Other?' }] }), { sittings: ['quiz'] }],
])('an edition means %s', (_name, after, expected) => {
  const effect = effectOn(base, after, { clock, records: everything, underWay: ['quiz'] }, days(8));
  if (expected === null) expect(effect).toBeNull();
  else expect(effect).toMatchObject(expected);
});

test('a lesson that needs others first stays closed until they are done, and says so', () => {
  const needing = changedBy('work', { needs: ['read', 'quiz'] });
  const closed = learnerView(needing, clock, noRecords, days(8)).lessons.find((one) => one.lesson.id === 'work');
  expect([closed?.open, closed?.waitsFor.map((one) => one.id)]).toEqual([false, ['read', 'quiz']]);
  const open = learnerView(needing, clock, everything, days(8)).lessons.find((one) => one.lesson.id === 'work');
  expect([open?.open, open?.waitsFor]).toEqual([true, []]);
});

test.each([
  [0, 0],
  [10, 1],
  [20, 2],
  ['all', 4],
] as const)('an imagined learner at a pace of %s minutes a week has done %i lessons after eight days', (pace, count) => {
  const records = recordsAtPace(base, clock, days(8), pace);
  expect(learnerView(base, clock, records, days(8)).done).toBe(count);
});
