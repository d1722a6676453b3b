import { and, asc, eq } from 'drizzle-orm';
import { clockOfCohort } from '../src/core/enrolment';
import { Temporal } from '../src/core/kernel/time';
import { type LiveSettings, meetingsOf, usualLive } from '../src/core/live';
import { cohortsOf } from '../src/server/enrolment';
import { database } from '../src/server/platform/database';
import { newId } from '../src/server/platform/ids';
import * as tables from '../src/server/platform/schema';
import type { LiveInput } from './shapes';

/** A session as it is written down in the sample courses, made whole. `ids`: of the lessons, by title. */
export const sessionOf = (input: LiveInput, ids: ReadonlyMap<string, string>): LiveSettings => ({
  ...usualLive,
  when: { when: 'after-start', amount: input.day, unit: 'days', at: '18:00' },
  minutes: input.minutes,
  plan: input.plan.map(([title, minutes]) => ({ id: newId(), title, minutes })),
  before: input.before.flatMap((title) => ids.get(title) ?? []),
  after: input.after.flatMap((title) => ids.get(title) ?? []),
});

const said: readonly (readonly [who: number, after: number, words: string])[] = [
  [0, 6, 'My three times differ by two seconds. Is that too much?'],
  [-1, 7, 'For ten metres, yes. Take two more runs and leave out the oddest.'],
  [1, 10, 'Where do you stand so that the float does not meet your boots?'],
  [-1, 11, 'Downstream end, one step off the line. I will draw it.'],
];

/** The room of the first session of a cohort, as it was: who came and for how long, and what was written. */
export async function seedRoom(courseId: string, cohortName: string, title: string, hostId: string): Promise<void> {
  const db = database();
  const cohort = (await cohortsOf(db, courseId)).find(({ name }) => name === cohortName);
  const [lesson] = await db
    .select()
    .from(tables.lesson)
    .where(and(eq(tables.lesson.courseId, courseId), eq(tables.lesson.title, title)));
  const [meeting] = cohort && lesson ? meetingsOf(lesson, clockOfCohort(cohort)) : [];
  if (!cohort || !lesson || !meeting || meeting.ends > Date.now()) return;
  const at = (minutes: number) => Temporal.Instant.fromEpochMilliseconds(meeting.starts + minutes * 60_000).toString();
  const room = {
    id: newId(),
    courseId,
    lessonId: lesson.id,
    startsAt: at(0),
    startedAt: at(1),
    endedAt: at(58),
    hostId,
  };
  await db.insert(tables.liveRoom).values(room);
  const came = await db
    .select({ personId: tables.progress.learnerId })
    .from(tables.progress)
    .innerJoin(tables.enrolment, eq(tables.enrolment.id, tables.progress.enrolmentId))
    .where(
      and(
        eq(tables.progress.lessonId, lesson.id),
        eq(tables.progress.state, 'done'),
        eq(tables.enrolment.cohortId, cohort.id),
      ),
    )
    .orderBy(asc(tables.progress.learnerId));
  const people = came.map(({ personId }) => personId);
  const guest = (personId: string, minute: number) => ({
    ...{ roomId: room.id, personId, isHost: personId === hostId, handAt: null, speaks: personId === hostId },
    joinedAt: at(minute),
  });
  await db.insert(tables.liveGuest).values([guest(hostId, -9), ...people.map((one, i) => guest(one, (i % 7) - 5))]);
  const stay = (personId: string, from: number, until: number) => ({
    ...{ id: newId(), roomId: room.id, personId, from: at(from), until: at(until) },
  });
  await db
    .insert(tables.liveStay)
    .values([stay(hostId, -9, 58), ...people.map((one, i) => stay(one, (i % 7) - 5, 58 - (i % 5) * 3))]);
  const lines = said.flatMap(([who, after, words]) => {
    const personId = who < 0 ? hostId : people[who];
    return personId ? [{ id: newId(), roomId: room.id, personId, at: at(after), words }] : [];
  });
  await db.insert(tables.liveLine).values(lines);
}
