import { eq } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import { awardEarned, certificateFor, takenBefore } from '../certificate';
import { courseHead, learning } from '../learning';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { closeEnded } from '../quiz';
import { codeOf, learner, must, owner, publishedCourse, run, useTestSchool } from '../testing/school';
import { enrolledLearner } from './index';

const school = useTestSchool();
const me = () => learner(school.learner);
const boss = () => owner(school.owner);
const on = (day: number) => `2027-03-${String(day).padStart(2, '0')}T08:00:00Z`;
type Course = Awaited<ReturnType<typeof publishedCourse>>;

const again = (courseId: string, ends: number, actor = boss(), id = newId()) =>
  run(actor, 'enrolment.again', { id, courseId, learnerId: school.learner, ends, cohortId: null }, on(10));

const asItIs = async (courseId: string) => {
  const head = await courseHead(database(), courseId);
  const found = head && (await learning(database(), head, school.learner));
  if (!head || !found) throw new Error('The learner does not take the course.');
  return { head, found };
};

/** Everything in the course, rightly, from a day on; the answer to the quiz may be another. */
async function takeAll({ courseId, reading, quiz, question, assignment }: Course, day: number, typed = '4') {
  await must(me(), 'learning.mark-done', { courseId, lessonId: reading }, on(day));
  const { id } = await must(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, on(day));
  await must(me(), 'quiz.answer', { sittingId: id, questionId: question, answer: { typed } }, on(day));
  await must(me(), 'quiz.hand-in', { sittingId: id }, on(day));
  const place = { courseId, lessonId: assignment };
  const work = await must(me(), 'assignment.hand-in', { ...place, text: 'Work', deed: newId() }, on(day));
  await must(boss(), 'marking.mark', { handInId: work.id, points: 8000, remark: '', finish: true }, on(day));
}

test('a course taken again begins with nothing done, and what was done stays with the time it was done in', async () => {
  const course = await publishedCourse(school);
  const { courseId, enrolmentId, quiz } = course;
  await takeAll(course, 2);
  await awardEarned([enrolmentId]);
  const { head, found: first } = await asItIs(courseId);
  expect([first.view.done, first.view.sheet.gradeText]).toEqual([3, '90.0 %']);
  const earned = await certificateFor(database(), enrolmentId);
  expect(earned?.grade).toBe('90.0 %');

  expect(codeOf(await again(courseId, 1))).toBe('ok');
  const { found: anew } = await asItIs(courseId);
  expect([anew.learner.number, anew.view.done, anew.view.sheet.grade, anew.records.sittings.size]).toEqual([
    2,
    0,
    null,
    0,
  ]);
  expect(await certificateFor(database(), anew.learner.enrolmentId)).toBeNull();

  // As often as the first time, and worth what it is now.
  await takeAll(course, 11, '5');
  await must(boss(), 'gradebook.decide', {
    ...{ courseId, lessonId: quiz, learnerId: school.learner },
    ...{ kind: 'points', points: 500, reason: 'half of it' },
  });
  const { found: second } = await asItIs(courseId);
  expect([second.view.done, second.view.sheet.gradeText]).toEqual([3, '65.0 %']);
  await awardEarned([enrolmentId]);
  await awardEarned([second.learner.enrolmentId]);
  // What the course becomes after that does not reach back.
  await must(boss(), 'outline.edit', { courseId, edit: { do: 'remove', table: 'lesson', ids: [quiz] } });
  await must(boss(), 'course.publish', { courseId, number: 2 });
  expect((await asItIs(courseId)).found.view.sheet.gradeText).toBe('80.0 %');
  const before = await takenBefore(database(), head, [second.learner]);
  expect(
    before.map((one) => [one.learning.learner.number, one.learning.view.sheet.gradeText, one.certificate?.number]),
  ).toEqual([[1, '90.0 %', earned?.number]]);
});

test('two who let somebody begin anew at once begin one; sent again it is the same; nobody does it for themselves', async () => {
  const { courseId } = await publishedCourse(school);
  const id = newId();
  const codes = await Promise.all([again(courseId, 1, boss(), id), again(courseId, 1), again(courseId, 1, boss(), id)]);
  expect(codes.map(codeOf).sort()).toEqual(['conflict', 'ok', 'ok']);
  expect(codeOf(await again(courseId, 1, boss(), newId()))).toBe('conflict');
  const both = { id: school.learner, role: 'learner' as const, courses: { [courseId]: 'creator' as const } };
  expect(codeOf(await again(courseId, 2, both))).toBe('not-allowed');
  expect(codeOf(await again(courseId, 2, me()))).toBe('not-allowed');
  expect((await enrolledLearner(database(), courseId, school.learner))?.number).toBe(2);
  const rows = await database().select().from(tables.enrolment).where(eq(tables.enrolment.courseId, courseId));
  expect(rows.map((row) => [row.number, row.endedAt !== null]).sort()).toEqual([
    [1, true],
    [2, false],
  ]);
});

test('a quiz under way when its learner begins anew takes no more answers, and is handed in as it was then', async () => {
  const { courseId, enrolmentId, quiz, question } = await publishedCourse(school, { quiz: { minutes: null } });
  const { id } = await must(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, on(9));
  const answer = { sittingId: id, questionId: question, answer: { typed: '4' } };
  await must(me(), 'quiz.answer', answer, on(9));
  await must(boss(), 'enrolment.again', { id: newId(), courseId, learnerId: school.learner, ends: 1, cohortId: null });
  expect(codeOf(await run(me(), 'quiz.answer', answer))).toBe('too-late');
  expect(codeOf(await run(me(), 'quiz.hand-in', { sittingId: id }))).toBe('too-late');
  await closeEnded(enrolmentId);
  await closeEnded(enrolmentId);
  const [row] = await database().select().from(tables.sitting).where(eq(tables.sitting.id, id));
  expect([row?.points, row?.of, row?.handedInAt !== null]).toEqual([1000, 1000, true]);
  const { found } = await asItIs(courseId);
  expect([found.records.sittings.size, found.view.done]).toEqual([0, 0]);
});

test('a certificate withdrawn is followed by another only when somebody decides so', async () => {
  const course = await publishedCourse(school);
  const { courseId, enrolmentId } = course;
  await takeAll(course, 2);
  const { id } = await must(me(), 'certificate.claim', { courseId });
  await must(boss(), 'certificate.withdraw', { courseId, certificateId: id, why: 'a wrong name' });
  await awardEarned([enrolmentId]);
  expect(await must(me(), 'certificate.claim', { courseId })).toEqual({ id });
  expect((await certificateFor(database(), enrolmentId))?.withdrawnWhy).toBe('a wrong name');
  const by = { courseId, learnerId: school.learner, why: 'the name is right now' };
  const anew = await must(boss(), 'certificate.award-by-hand', by);
  expect(await must(boss(), 'certificate.award-by-hand', by)).toEqual(anew);
  expect(anew.id).not.toBe(id);
  expect(await certificateFor(database(), enrolmentId)).toMatchObject({ id: anew.id, withdrawnAt: null });
});

test('what falls due after somebody has begun anew does not lower the grade of the time before', async () => {
  const due = { when: 'on-date', date: '2027-03-20', at: '09:00', zone: 'UTC' };
  const course = await publishedCourse(school, { assignment: { due } });
  const { courseId, quiz, question } = course;
  const missing = { do: 'set', table: 'course', id: courseId, fields: { missing: 'zero' } };
  await must(boss(), 'outline.edit', { courseId, edit: missing });
  await must(boss(), 'course.publish', { courseId, number: 2 });
  const { id } = await must(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, on(2));
  await must(me(), 'quiz.answer', { sittingId: id, questionId: question, answer: { typed: '4' } }, on(2));
  await must(me(), 'quiz.hand-in', { sittingId: id }, on(2));
  expect(codeOf(await again(courseId, 1))).toBe('ok');
  const { head, found } = await asItIs(courseId);
  const later = Temporal.Instant.from(on(25));
  const before = await takenBefore(database(), head, [found.learner], later);
  expect(before.map(({ learning }) => learning.view.sheet.gradeText)).toEqual(['100.0 %']);
});
