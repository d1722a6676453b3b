import { and, asc, desc, eq, inArray, ne } from 'drizzle-orm';
import { isId } from '@/core/kernel/ids';
import { findLesson, type LessonDocument } from '@/core/outline';
import { can, mayMark } from '@/core/people';
import { course, editionDocument } from '../outline';
import { type Person, user } from '../people';
import type { Database } from '../platform/database';
import type { HandInRow } from './commands';
import { handIn } from './schema';

/** A learner's hand-ins for an assignment, newest first. */
export const handInsOf = (db: Database, learnerId: string, lessonId: string): Promise<HandInRow[]> =>
  db
    .select()
    .from(handIn)
    .where(and(eq(handIn.learnerId, learnerId), eq(handIn.lessonId, lessonId)))
    .orderBy(desc(handIn.number));

export type QueueRow = {
  readonly id: string;
  readonly learner: string;
  readonly learnerId: string;
  readonly courseId: string;
  readonly courseTitle: string;
  readonly lessonId: string;
  readonly lessonTitle: string;
  readonly state: HandInRow['state'];
  readonly handedInAt: string;
  readonly isLate: boolean;
  readonly points: number | null;
  readonly of: number;
};

/** The courses whose work somebody may mark; null means all. */
const markable = (person: Person) =>
  person.role === 'owner' ? null : Object.keys(person.courses).filter((courseId) => can(person, 'marking.mark', { courseId }));

/** Work a person may mark, oldest first, never their own. */
export async function markingQueue(db: Database, person: Person): Promise<QueueRow[]> {
  const courses = markable(person);
  if (courses?.length === 0) return [];
  const rows = await db
    .select({ row: handIn, learner: user.name, courseTitle: course.title })
    .from(handIn)
    .innerJoin(user, eq(user.id, handIn.learnerId))
    .innerJoin(course, eq(course.id, handIn.courseId))
    .where(and(ne(handIn.state, 'draft'), ne(handIn.learnerId, person.id), courses ? inArray(handIn.courseId, courses) : undefined))
    .orderBy(asc(handIn.handedInAt));
  return Promise.all(
    rows.map(async ({ row, learner, courseTitle }) => {
      const document = await editionDocument(db, row.editionId);
      const lesson = document && findLesson(document, row.lessonId);
      return {
        id: row.id,
        learner,
        learnerId: row.learnerId,
        courseId: row.courseId,
        courseTitle,
        lessonId: row.lessonId,
        lessonTitle: lesson?.title ?? '',
        state: row.state,
        handedInAt: row.handedInAt ?? row.changedAt,
        isLate: row.isLate,
        points: row.points,
        of: lesson?.assignment?.points ?? 0,
      };
    }),
  );
}

export async function countWaiting(db: Database, person: Person): Promise<number> {
  const courses = markable(person);
  if (courses?.length === 0) return 0;
  return db.$count(
    handIn,
    and(inArray(handIn.state, ['handed-in', 'being-marked']), ne(handIn.learnerId, person.id), courses ? inArray(handIn.courseId, courses) : undefined),
  );
}

export type MarkingDesk = { readonly row: HandInRow; readonly learner: string; readonly lesson: LessonDocument; readonly courseTitle: string };

/** One piece of work on the marking desk; null when it is not there or not theirs to mark. */
export async function markingDesk(db: Database, id: string, person: Person): Promise<MarkingDesk | null> {
  if (!isId(id)) return null;
  const [found] = await db
    .select({ row: handIn, learner: user.name, courseTitle: course.title })
    .from(handIn)
    .innerJoin(user, eq(user.id, handIn.learnerId))
    .innerJoin(course, eq(course.id, handIn.courseId))
    .where(eq(handIn.id, id));
  if (!found || found.row.state === 'draft' || !mayMark(person, found.row)) return null;
  const document = await editionDocument(db, found.row.editionId);
  const lesson = document && findLesson(document, found.row.lessonId);
  return lesson ? { ...found, lesson } : null;
}

/** A file that was handed in, for its learner and for those who may mark it. */
export async function handedInFile(db: Database, id: string, hash: string, person: Person) {
  if (!isId(id)) return null;
  const [row] = await db.select().from(handIn).where(eq(handIn.id, id));
  const file = row?.files.find((one) => one.hash === hash);
  if (!row || !file) return null;
  return row.learnerId === person.id || (row.state !== 'draft' && mayMark(person, row)) ? file : null;
}
