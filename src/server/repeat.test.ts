import { sql } from 'drizzle-orm';
import { beforeAll, expect, test } from 'vitest';
import { database } from './platform/database';
import { newId } from './platform/ids';
import { cohortInput, learner, owner, publishedCourse, run, useTestSchool } from './testing/school';

const school = useTestSchool();
const later = '2027-03-01T08:05:00Z';
let course: Awaited<ReturnType<typeof publishedCourse>>;
beforeAll(async () => {
  course = await publishedCourse(school);
});

const kept = [
  'audit',
  'statement',
  'sitting',
  'hand_in',
  'certificate',
  'grade_decision',
  'cohort',
  'enrolment',
  'course_staff',
  'edition',
  'message',
];
/** Jobs of each sort. */
const jobs = async () => {
  const { rows } = await database().execute<{ name: string; count: number }>(
    sql`select name, count(*)::int as count from pgboss.job group by name`,
  );
  return new Map(rows.map(({ name, count }) => [`job ${name}`, count]));
};
const counts = async (): Promise<Record<string, number>> => {
  const { rows } = await database().execute<Record<string, number>>(
    sql.raw(`select ${kept.map((table) => `(select count(*)::int from ${table}) as "${table}"`).join(', ')}`),
  );
  return { ...rows[0], ...Object.fromEntries(await jobs()) };
};

/** One after the other: what a learner does first, and then what is decided about it. */
test.each<[string, 'learner' | 'owner', (ids: typeof course) => object]>([
  ['learning.mark-done', 'learner', ({ reading }) => ({ lessonId: reading })],
  ['quiz.begin', 'learner', ({ quiz }) => ({ lessonId: quiz, deed: newId() })],
  ['assignment.hand-in', 'learner', ({ assignment }) => ({ lessonId: assignment, text: 'My work', deed: newId() })],
  ['cohort.add', 'owner', () => cohortInput()],
  ['enrolment.add', 'owner', () => ({ email: 'other@school.example', cohortId: null })],
  [
    'gradebook.decide',
    'owner',
    ({ quiz }) => ({ lessonId: quiz, learnerId: school.learner, kind: 'excused', points: null, reason: 'ill' }),
  ],
  [
    'gradebook.decide',
    'owner',
    ({ quiz }) => ({ lessonId: quiz, learnerId: school.learner, kind: 'points', points: 1000, reason: 'seen' }),
  ],
  [
    'gradebook.decide',
    'owner',
    ({ quiz }) => ({ lessonId: quiz, learnerId: school.learner, kind: 'none', points: null, reason: '' }),
  ],
  ['certificate.award-by-hand', 'owner', () => ({ learnerId: school.learner, why: 'earned elsewhere' })],
  ['people.set-staff', 'owner', () => ({ email: 'marker@school.example', role: 'marker' })],
  ['people.set-staff', 'owner', () => ({ email: 'marker@school.example', role: 'none' })],
  ['enrolment.finish', 'learner', () => ({})],
  ['enrolment.again', 'owner', () => ({ id: newId(), learnerId: school.learner, ends: 1, cohortId: null })],
])('%s sent eight times at once is done once', async (name, who, input) => {
  const actor = who === 'owner' ? owner(school.owner) : learner(school.learner);
  const asked = { courseId: course.courseId, ...input(course) };
  const before = await counts();
  const answers = await Promise.all(Array.from({ length: 8 }, () => run(actor, name, asked, later)));
  const after = await counts();
  expect(answers.filter((answer) => !answer.ok)).toEqual([]);
  const { statement = 0, ...more } = Object.fromEntries(
    Object.keys(after).map((table) => [table, (after[table] ?? 0) - (before[table] ?? 0)]),
  );
  expect(Math.max(...Object.values(more)), JSON.stringify(more)).toBe(1);
  // Handing in without having looked begins the lesson as well.
  expect(statement).toBeLessThanOrEqual(2);
});
