import { eq } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import type { Actor } from '@/core/people';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import {
  codeOf,
  cohortInput,
  learner,
  must,
  owner,
  publishedCourse,
  run,
  startsAt,
  useTestSchool,
} from '../testing/school';
import { followedOf, tried } from './index';

const school = useTestSchool();
const me = () => learner(school.learner);
const boss = () => owner(school.owner);
const minute = (minutes: number) => Temporal.Instant.from(startsAt).add({ minutes }).toString();

type Made = Awaited<ReturnType<typeof publishedCourse>>;
const settings = { passPercent: 50, attempts: null, minutes: null, counts: 'best', shows: 'points' };
const setFollows = (made: Made, follows: readonly object[], as: Actor = boss()) =>
  run(as, 'outline.edit', {
    courseId: made.courseId,
    edit: { do: 'set', table: 'lesson', id: made.quiz, fields: { quiz: { ...settings, follows } } },
  });
async function sat({ courseId, quiz, question }: Made, typed: string, at: number) {
  const { id } = await must(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, minute(at));
  await must(me(), 'quiz.answer', { sittingId: id, questionId: question, answer: { typed } }, minute(at));
  await Promise.all([1, 2, 3].map(() => must(me(), 'quiz.hand-in', { sittingId: id }, minute(at + 1))));
  return id;
}
const enrolmentOf = async (courseId: string) =>
  (await database().select().from(tables.enrolment).where(eq(tables.enrolment.courseId, courseId)))[0];
const told = async (occasion: 'from-result' | 'staff-told') =>
  (await database().select().from(tables.message).where(eq(tables.message.occasion, occasion))).map(
    ({ personId, facts }) => [personId, (facts as { text: string }).text],
  );

test('what follows is done once, logged, and only while it is switched on and its condition holds', async () => {
  const [made, other] = [await publishedCourse(school), await publishedCourse({ ...school, learner: school.other })];
  const cohort = cohortInput();
  await must(boss(), 'cohort.add', { courseId: other.courseId, ...cohort });
  const deeds = [
    { do: 'message', text: 'Look at the film again.' },
    { do: 'tag', tag: 'call' },
    { do: 'open', of: made.assignment },
    { do: 'enrol', courseId: other.courseId, cohortId: cohort.id },
    { do: 'staff', text: 'Please call.' },
    { do: 'enrol', courseId: newId(), cohortId: null },
  ];
  const failed = { id: newId(), on: true, when: { by: 'failed' }, deeds };
  const off = { ...failed, id: newId(), on: false };
  const passed = { ...failed, id: newId(), when: { by: 'passed' }, deeds: [{ do: 'tag', tag: 'knows' }] };
  expect(codeOf(await setFollows(made, [failed, off, passed]))).toBe('ok');
  await must(boss(), 'course.publish', { courseId: made.courseId, number: 2 });

  await sat(made, '5', 5);
  const own = await enrolmentOf(made.courseId);
  expect([own?.tags, Object.keys(own?.opened ?? {})]).toEqual([['call'], [made.assignment]]);
  expect(await told('from-result')).toEqual([[school.learner, 'Look at the film again.']]);
  expect((await told('staff-told')).map(([, text]) => text)).toEqual(['Please call.']);
  const taken = await database()
    .select({ cohortId: tables.enrolment.cohortId, learnerId: tables.enrolment.learnerId })
    .from(tables.enrolment)
    .where(eq(tables.enrolment.courseId, other.courseId));
  expect(taken).toContainEqual({ cohortId: cohort.id, learnerId: school.learner });
  const quiz = { courseId: made.courseId, lessonId: made.quiz };
  const log = await followedOf(database(), quiz);
  expect(log.map(({ problem }) => problem)).toEqual([
    null,
    null,
    null,
    null,
    null,
    'The course is not there any more.',
  ]);

  // Not passed again: nothing more. Passed: what belongs to that.
  await sat(made, '6', 10);
  expect(await followedOf(database(), quiz)).toHaveLength(6);
  await sat(made, '4', 15);
  expect((await enrolmentOf(made.courseId))?.tags).toEqual(['call', 'knows']);
  expect(await followedOf(database(), quiz)).toHaveLength(7);
  expect(await told('from-result')).toHaveLength(1);

  // Tried on what there has been: nothing is done by it.
  const names = async (when: Parameters<typeof tried>[2]) => {
    const found = await tried(database(), quiz, when);
    return found.ok ? found.value.map(({ name, number }) => `${name} ${number}`) : found.problem.sentence;
  };
  expect(await names({ by: 'attempt', number: 2 })).toEqual(['The learner 2']);
  expect(await names({ by: 'passed' })).toEqual(['The learner 3']);
  expect(await names({ by: 'attempt', number: 3 })).toEqual([]);
  expect(await names({ by: 'category', category: '', below: 50 })).toEqual([]);
  expect(await followedOf(database(), quiz)).toHaveLength(7);
});

test('nobody lets people be enrolled by a result where they may not enrol them by hand', async () => {
  const [made, other] = [await publishedCourse(school), await publishedCourse({ ...school, learner: school.other })];
  const maker: Actor = { id: school.creator, role: 'creator', courses: { [made.courseId]: 'creator' } };
  const follows = (courseId: string) => [
    { id: newId(), on: false, when: { by: 'failed' }, deeds: [{ do: 'enrol', courseId, cohortId: null }] },
  ];
  expect(codeOf(await setFollows(made, follows(other.courseId), maker))).toBe('not-allowed');
  expect(codeOf(await setFollows(made, follows(made.courseId), maker))).toBe('ok');
});

test('tags are set by who gives the course, and never by a learner for themselves', async () => {
  const { courseId } = await publishedCourse(school);
  const set = (as: Actor, tags: readonly string[], learnerId = school.learner) =>
    run(as, 'enrolment.set-tags', { courseId, learnerId, tags }).then(codeOf);
  expect([
    await set(boss(), ['call', 'call', 'late']),
    await set(me(), ['mine']),
    await set({ ...me(), role: 'owner' }, ['mine']),
    await set(boss(), [' ']),
    await set(boss(), ['x'.repeat(41)]),
    await set(boss(), ['x'], school.other),
  ]).toEqual(['ok', 'not-allowed', 'not-allowed', 'invalid', 'invalid', 'not-found']);
  expect((await enrolmentOf(courseId))?.tags).toEqual(['call', 'late']);
});
