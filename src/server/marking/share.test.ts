import { eq } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import type { Actor } from '@/core/people';
import { handedInFile, markingDesk } from '../assignment';
import { insertPerson } from '../people';
import { database, transaction } from '../platform/database';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { codeOf, must, owner, publishedCourse, run, startsAt, useTestSchool } from '../testing/school';
import { countWaiting, lessonsToMark, markingQueue, sharingOf, workOf } from './index';

const school = useTestSchool();
const boss = () => owner(school.owner);
const minute = (minutes: number) => Temporal.Instant.from(startsAt).add({ minutes }).toString();
const learnerOf = (id: string): Actor => ({ id, role: 'learner', courses: {} });
const markerOf = (id: string, courseId: string) =>
  ({
    id,
    role: 'marker',
    courses: { [courseId]: 'marker' },
    name: '',
    email: '',
    zone: 'UTC',
    locale: 'en-GB',
  }) as const;

/** A course with two markers, and work of five learners that waits; the first learner marks as well. */
async function waiting() {
  const made = await publishedCourse(school);
  const { courseId, assignment } = made;
  const learners = await transaction((tx) =>
    Promise.all(
      [0, 1, 2, 3].map((n) =>
        insertPerson(tx, {
          ...{ name: `Learner ${n}`, email: `l${n}-${courseId}@school.example`, passwordHash: 'none' },
          role: 'learner',
        }),
      ),
    ),
  );
  const all = [school.other, ...learners];
  for (const [userId, role] of [
    [school.marker, 'marker'],
    [school.other, 'marker'],
    [school.creator, 'creator'],
  ] as const)
    await database().insert(tables.courseStaff).values({ courseId, userId, role });
  const place = { courseId, lessonId: assignment };
  for (const [i, learnerId] of all.entries()) {
    await database().insert(tables.enrolment).values({ id: newId(), courseId, learnerId, at: startsAt });
    await must(
      learnerOf(learnerId),
      'assignment.hand-in',
      { ...place, text: `Work ${i}`, deed: newId() },
      minute(10 + i),
    );
  }
  const load = async () => {
    const { markers, free } = await sharingOf(database(), courseId, assignment);
    const of = (id: string) => markers.find(({ markerId }) => markerId === id)?.waiting;
    return [of(school.marker), of(school.other), free];
  };
  return { ...made, place, load, all };
}

test('work is shared out by number, once however often it is asked, and seen by whom it is shared to', async () => {
  const { courseId, assignment, place, load, all } = await waiting();
  const wishes = [
    { markerId: school.marker, wanted: 2 },
    { markerId: school.other, wanted: 2 },
  ];
  const deal = (own: object[], actor: Actor = boss()) => run(actor, 'marking.deal', { ...place, wishes: own });
  expect(
    await Promise.all([
      deal([{ markerId: school.learner, wanted: 1 }]).then(codeOf),
      deal([wishes[0] ?? {}, wishes[0] ?? {}]).then(codeOf),
      deal([{ markerId: school.marker, wanted: -1 }]).then(codeOf),
      deal(wishes, markerOf(school.marker, courseId)).then(codeOf),
    ]),
  ).toEqual(['not-found', 'invalid', 'invalid', 'not-allowed']);
  expect(await load()).toEqual([0, 0, 5]);
  await Promise.all(Array.from({ length: 8 }, () => deal(wishes)));
  expect(await load()).toEqual([2, 2, 1]);

  // The one who hands in and marks has not got their own.
  const rows = await database().select().from(tables.handIn).where(eq(tables.handIn.lessonId, assignment));
  expect(rows.find(({ learnerId }) => learnerId === school.other)?.sharedTo).not.toBe(school.other);
  const me = markerOf(school.marker, courseId);
  const theirs = rows.find(({ sharedTo }) => sharedTo === school.other);
  const mine = rows.find(({ sharedTo }) => sharedTo === school.marker);
  const queue = await markingQueue(database(), me, 'handed-in', { lessonId: null, find: '' }, 1);
  expect([queue.found, await countWaiting(database(), me)]).toEqual([3, 3]);
  expect(queue.rows.map(({ id }) => id)).not.toContain(theirs?.id);
  expect((await workOf(database(), me, assignment)).length).toBe(3);
  expect((await lessonsToMark(database(), me)).map(({ id }) => id)).toEqual([assignment]);
  expect(await markingDesk(database(), theirs?.id ?? '', me)).toBeNull();
  expect(await handedInFile(database(), theirs?.id ?? '', 'a'.repeat(64), me)).toBeNull();
  expect(await markingDesk(database(), mine?.id ?? '', me)).not.toBeNull();
  const mark = (id: string | undefined, actor: Actor) =>
    run(actor, 'marking.mark', { handInId: id, points: 5000, remark: '', finish: false }).then(codeOf);
  const creator: Actor = { id: school.creator, role: 'creator', courses: { [courseId]: 'creator' } };
  expect([await mark(theirs?.id, me), await mark(mine?.id, me), await mark(theirs?.id, creator)]).toEqual([
    'not-allowed',
    'ok',
    'ok',
  ]);
  expect(all.length).toBe(5);

  // Taken back is what nobody has begun.
  await must(boss(), 'marking.take-back', { ...place, markerId: school.marker });
  await must(boss(), 'marking.take-back', { ...place, markerId: school.other });
  expect(await load()).toEqual([0, 0, 3]);
  const { markers } = await sharingOf(database(), courseId, assignment);
  expect(markers.map(({ begun }) => begun).sort()).toEqual([0, 1, 1]);
});

test('single pieces are given by hand, never to who handed them in; who leaves leaves them to nobody', async () => {
  const { courseId, assignment, place, load } = await waiting();
  const rows = await database().select().from(tables.handIn).where(eq(tables.handIn.lessonId, assignment));
  const own = rows.find(({ learnerId }) => learnerId === school.other);
  const [one, two] = rows.filter(({ learnerId }) => learnerId !== school.other);
  const give = (ids: (string | undefined)[], markerId: string | null) =>
    run(boss(), 'marking.give', { ...place, pieces: ids.map((id) => ({ sort: 'work', id })), markerId }).then(codeOf);
  expect([
    await give([own?.id], school.other),
    await give([one?.id, newId()], school.other),
    await give([one?.id], school.learner),
    await give([one?.id, two?.id], school.other),
  ]).toEqual(['not-allowed', 'not-found', 'not-found', 'ok']);
  expect(await load()).toEqual([0, 2, 3]);
  expect(await give([one?.id], null)).toBe('ok');
  const other = await publishedCourse(school);
  expect(
    await run(boss(), 'marking.give', {
      ...{ courseId: other.courseId, lessonId: assignment, markerId: null },
      pieces: [{ sort: 'work', id: two?.id }],
    }).then(codeOf),
  ).toBe('not-found');
  await must(boss(), 'people.set-staff', { courseId, email: 'other@school.example', role: 'none' });
  expect(await load()).toEqual([0, undefined, 5]);
});
