import { and, eq } from 'drizzle-orm';
import { clockOfCohort } from '@/core/enrolment';
import { namesIn } from '@/core/kernel/locale';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { opensText } from '@/core/learning';
import { type LiveSettings, type Meeting, meetingsOf } from '@/core/live';
import { findLesson, type LessonDocument } from '@/core/outline';
import { can } from '@/core/people';
import type { LearnerClock } from '@/core/release';
import { cohortsOf, type EnrolledLearner } from '../enrolment';
import { courseHead, learning } from '../learning';
import { liveDocument } from '../outline';
import type { Person } from '../people';
import type { Database } from '../platform/database';
import { mayHost } from './hosts';
import { liveRoom } from './schema';

export type RoomPlace = { readonly courseId: string; readonly lessonId: string; readonly startsAt: number };

/** Somebody at the door of a room: what it is the room of, and who they are in it. */
export type AtDoor = {
  readonly place: RoomPlace;
  readonly personId: string;
  readonly lesson: LessonDocument;
  readonly settings: LiveSettings;
  readonly meeting: Meeting;
  readonly isHost: boolean;
  /** Null for those who give the course, whether they lead this session or not. */
  readonly learner: EnrolledLearner | null;
  readonly zone: string;
};

const notThere = fail('not-found', 'There is no such session.');

const meetingAmong = (lesson: LessonDocument, clocks: readonly LearnerClock[], startsAt: number) =>
  clocks.flatMap((clock) => meetingsOf(lesson, clock)).find(({ starts }) => starts === startsAt);

/**
 * Who may come to a room: those who give the course, as hosts, whomever it is for; and who takes it, when the lesson is
 * open to them and the session meets for them at that moment. Asked before everything that is read or done in a room.
 */
export async function atDoor(
  db: Database,
  person: Pick<Person, 'id' | 'role' | 'courses'> & { readonly zone?: string },
  place: RoomPlace,
  now: Temporal.Instant,
): Promise<Result<AtDoor>> {
  const head = await courseHead(db, place.courseId);
  const own = head && (await learning(db, head, person.id, now));
  const givesIt = can(person, 'marking.mark', { courseId: place.courseId });
  // Who has nothing to do with the course is not told what there is in it.
  if (!givesIt && !own) return fail('not-allowed', 'You do not take this course.');
  const document = head && (await liveDocument(db, head.liveEditionId));
  const lesson = document && findLesson(document, place.lessonId);
  if (!head || !document || !lesson?.live) return notThere;
  const one = own?.view.lessons.find((view) => view.lesson.id === place.lessonId);
  if (givesIt) {
    const clocks = [
      ...(await cohortsOf(db, place.courseId)).map(clockOfCohort),
      { start: Temporal.Instant.fromEpochMilliseconds(0), zone: document.course.zone },
      ...(own ? [own.learner.clock] : []),
    ];
    const meeting = meetingAmong(lesson, clocks, place.startsAt);
    if (!meeting) return notThere;
    return ok({
      place,
      personId: person.id,
      lesson,
      settings: lesson.live,
      meeting,
      isHost: await mayHost(db, person, place.courseId, place.lessonId),
      learner: null,
      zone: document.course.zone,
    });
  }
  if (!own || !one?.lesson.live) return notThere;
  const { zone } = own.learner.clock;
  const meeting = meetingAmong(one.lesson, [own.learner.clock], place.startsAt);
  if (!meeting) return notThere;
  if (one.locked) return fail('closed', `${one.lesson.title} asks for a password first.`);
  if (!one.open) return fail('closed', `${one.lesson.title} ${opensText(one, own.view, namesIn(zone))}.`);
  const { lesson: theirs } = one;
  return ok({
    ...{ place, personId: person.id, lesson: theirs, settings: one.lesson.live },
    ...{ meeting, isHost: false, learner: own.learner, zone },
  });
}

export const roomOf = async (db: Database, { lessonId, startsAt }: RoomPlace) =>
  (
    await db
      .select()
      .from(liveRoom)
      .where(
        and(
          eq(liveRoom.lessonId, lessonId),
          eq(liveRoom.startsAt, Temporal.Instant.fromEpochMilliseconds(startsAt).toString()),
        ),
      )
  )[0] ?? null;
