import { and, eq } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import type { Actor } from '@/core/people';
import { insertPerson } from '../people';
import { database, transaction } from '../platform/database';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { must, owner, publishedCourse, startsAt, useTestSchool } from '../testing/school';
import {
  countByState,
  countWaiting,
  lessonsToMark,
  markersOfWork,
  markingQueue,
  type QueueWish,
  type WorkState,
} from './index';

const school = useTestSchool();
const person = (actor: Actor) => ({ ...actor, name: '', email: '', zone: 'UTC', locale: 'en-GB' });
const at = (minutes: number) => Temporal.Instant.from(startsAt).add({ minutes }).toString();
const all: QueueWish = { lessonId: null, find: '' };

/** Six pieces of work, one each minute: two with each of two markers, two with nobody. */
async function sixPieces() {
  const { courseId, assignment } = await publishedCourse(school);
  const place = { courseId, lessonId: assignment };
  for (const userId of [school.marker, school.other])
    await database().insert(tables.courseStaff).values({ courseId, userId, role: 'marker' });
  const ids: string[] = [];
  for (let n = 0; n < 6; n += 1) {
    const learnerId = await transaction((tx) =>
      insertPerson(tx, {
        name: `Person ${n} of ${courseId.slice(-4)}`,
        email: `p${n}-${courseId}@school.example`,
        passwordHash: 'none',
        role: 'learner',
      }),
    );
    await database().insert(tables.enrolment).values({ id: newId(), courseId, learnerId, at: startsAt });
    const { id } = await must(
      { id: learnerId, role: 'learner', courses: {} },
      'assignment.hand-in',
      { ...place, text: `Work ${n}`, deed: newId() },
      at(n),
    );
    ids.push(id);
  }
  const marks = (id: string): Actor => ({ id, role: 'marker', courses: { [courseId]: 'marker' } });
  const give = (piece: number, markerId: string) =>
    must(owner(school.owner), 'marking.give', { ...place, markerId, pieces: [{ sort: 'work', id: ids[piece] }] });
  await give(0, school.marker);
  await give(1, school.marker);
  await give(2, school.other);
  await give(3, school.other);
  const seen = async (actor: Actor, state: WorkState = 'handed-in', wish: QueueWish = all) =>
    (await markingQueue(database(), person(actor), state, { ...wish, lessonId: assignment }, 1)).rows.map(({ id }) =>
      ids.indexOf(id),
    );
  return { courseId, place, ids, marks, seen };
}

test('a queue holds what is one’s own and what is nobody’s, oldest first; who shares out sees it all, and by marker', async () => {
  const { marks, seen } = await sixPieces();
  const [temi, ngaire, boss] = [marks(school.marker), marks(school.other), owner(school.owner)];
  expect(await Promise.all([seen(temi), seen(ngaire), seen(boss)])).toEqual([
    [0, 1, 4, 5],
    [2, 3, 4, 5],
    [0, 1, 2, 3, 4, 5],
  ]);
  const by = (withWhom: string | null, actor = boss) => seen(actor, 'handed-in', { ...all, withWhom });
  expect(
    await Promise.all([by(school.marker), by('nobody'), by(null), by('somebody-else'), by(school.other, temi)]),
  ).toEqual([[0, 1], [4, 5], [0, 1, 2, 3, 4, 5], [], []]);
  expect((await markersOfWork(database(), person(boss))).map(({ id }) => id).toSorted()).toEqual(
    [school.marker, school.other].toSorted(),
  );
  expect((await markersOfWork(database(), person(temi))).map(({ id }) => id)).toEqual([school.marker]);
});

test('work goes from one state to the next, and is counted in one of them at a time', async () => {
  const { courseId, place, ids, marks, seen } = await sixPieces();
  const temi = marks(school.marker);
  const counts = () => countByState(database(), person(temi), { ...all, lessonId: place.lessonId });
  expect(await counts()).toEqual({ 'handed-in': 4, 'being-marked': 0, asked: 0, marked: 0 });
  const mark = (piece: number, finish: boolean) =>
    must(temi, 'marking.mark', { handInId: ids[piece], points: 5000, remark: '', finish }, at(20 + piece));
  await mark(0, false);
  await mark(1, true);
  expect(await counts()).toEqual({ 'handed-in': 2, 'being-marked': 1, asked: 0, marked: 1 });
  const [row] = await database()
    .select()
    .from(tables.handIn)
    .where(eq(tables.handIn.id, ids[1] ?? ''));
  const asker: Actor = { id: row?.learnerId ?? '', role: 'learner', courses: {} };
  await must(asker, 'assignment.ask-look', {
    ...place,
    handInId: ids[1],
    reasons: [{ criterionId: null, words: 'Why five?' }],
  });
  expect(await counts()).toEqual({ 'handed-in': 2, 'being-marked': 1, asked: 1, marked: 0 });
  expect(await Promise.all([seen(temi, 'asked'), seen(temi, 'being-marked'), seen(temi, 'marked')])).toEqual([
    [1],
    [0],
    [],
  ]);
  // What asks for another look waits for somebody as well.
  expect(await countWaiting(database(), person({ ...temi, courses: { [courseId]: 'marker' } }))).toBe(4);
  const [look] = await database()
    .select()
    .from(tables.anotherLook)
    .where(and(eq(tables.anotherLook.handInId, ids[1] ?? '')));
  await must(temi, 'marking.answer-look', { lookId: look?.id, outcome: 'stays', answer: 'Half of it is there.' });
  expect(await counts()).toEqual({ 'handed-in': 2, 'being-marked': 1, asked: 0, marked: 1 });
});

test('a marker of one course sees the lessons of that, and somebody who marks nothing sees nothing', async () => {
  const { courseId, marks } = await sixPieces();
  const lessons = await lessonsToMark(database(), person(marks(school.marker)));
  expect(lessons.map((one) => one.courseId)).toEqual([courseId]);
  expect(lessons[0]?.courseSlug).toMatch(/^course-/);
  const nobody: Actor = { id: school.learner, role: 'learner', courses: {} };
  expect(await lessonsToMark(database(), person(nobody))).toEqual([]);
  expect(await countWaiting(database(), person(nobody))).toBe(0);
});
