import { and, asc, desc, eq, inArray, ne } from 'drizzle-orm';
import { isId } from '@/core/kernel/ids';
import { type RowsPage, rowsBefore, rowsPerPage } from '@/core/kernel/page';
import { findLesson, type LessonDocument } from '@/core/outline';
import { can, everywhere, mayMark } from '@/core/people';
import { course, editionDocument } from '../outline';
import { type Person, user } from '../people';
import type { Database } from '../platform/database';
import type { HandInRow } from './commands';
import { handIn } from './schema';

/** The hand-ins for an assignment in an enrolment, newest first. */
export const handInsOf = (db: Database, enrolmentId: string, lessonId: string): Promise<HandInRow[]> =>
  db
    .select()
    .from(handIn)
    .where(and(eq(handIn.enrolmentId, enrolmentId), eq(handIn.lessonId, lessonId)))
    .orderBy(desc(handIn.number));

export type QueueRow = {
  readonly id: string;
  readonly learner: string;
  readonly courseTitle: string;
  readonly lessonTitle: string;
  readonly state: HandInRow['state'];
  readonly handedInAt: string;
  readonly isLate: boolean;
  readonly points: number | null;
  readonly of: number;
};

/** The courses whose work somebody may mark; null means all. */
const markable = (person: Person) =>
  everywhere(person, 'marking.mark')
    ? null
    : Object.keys(person.courses).filter((courseId) => can(person, 'marking.mark', { courseId }));

/** Work a person may mark, never their own; undefined stands for nothing to say no to, null for no course at all. */
function mayBeMarkedBy(person: Person) {
  const courses = markable(person);
  if (courses?.length === 0) return null;
  return and(
    ne(handIn.state, 'draft'),
    ne(handIn.learnerId, person.id),
    courses ? inArray(handIn.courseId, courses) : undefined,
  );
}

/** A page of the work a person may mark, oldest first, in one of some states. */
export async function markingQueue(
  db: Database,
  person: Person,
  states: readonly HandInRow['state'][],
  page: number,
): Promise<RowsPage<QueueRow>> {
  const wanted = mayBeMarkedBy(person);
  if (!wanted) return { rows: [], found: 0, page };
  const those = and(wanted, inArray(handIn.state, [...states]));
  const [rows, found] = await Promise.all([
    db
      .select({ row: handIn, learner: user.name, courseTitle: course.title })
      .from(handIn)
      .innerJoin(user, eq(user.id, handIn.learnerId))
      .innerJoin(course, eq(course.id, handIn.courseId))
      .where(those)
      .orderBy(asc(handIn.handedInAt), asc(handIn.id))
      .limit(rowsPerPage)
      .offset(rowsBefore(page)),
    db.$count(handIn, those),
  ]);
  const told = await Promise.all(
    rows.map(async ({ row, learner, courseTitle }) => {
      const document = await editionDocument(db, row.editionId);
      const lesson = document && findLesson(document, row.lessonId);
      return {
        id: row.id,
        learner,
        courseTitle,
        lessonTitle: lesson?.title ?? '',
        state: row.state,
        handedInAt: row.handedInAt ?? row.changedAt,
        isLate: row.isLate,
        points: row.points,
        of: row.of ?? lesson?.assignment?.points ?? 0,
      };
    }),
  );
  return { rows: told, found, page };
}

/** How much of what a person may mark is in some states. */
export async function countWork(db: Database, person: Person, states: readonly HandInRow['state'][]): Promise<number> {
  const wanted = mayBeMarkedBy(person);
  return wanted ? db.$count(handIn, and(wanted, inArray(handIn.state, [...states]))) : 0;
}

/** States in which work waits for a marker. */
export const waitingStates = ['handed-in', 'being-marked'] as const;

/** The work of one assignment a person may mark, oldest first: which, and whether it is marked. */
export async function workOf(
  db: Database,
  person: Person,
  lessonId: string,
): Promise<{ readonly id: string; readonly done: boolean }[]> {
  const wanted = mayBeMarkedBy(person);
  if (!wanted) return [];
  const rows = await db
    .select({ id: handIn.id, state: handIn.state })
    .from(handIn)
    .where(and(wanted, eq(handIn.lessonId, lessonId)))
    .orderBy(asc(handIn.handedInAt), asc(handIn.id));
  return rows.map(({ id, state }) => ({ id, done: state === 'marked' }));
}

export type MarkingDesk = {
  readonly row: HandInRow;
  readonly learner: string;
  readonly lesson: LessonDocument;
  readonly courseTitle: string;
};

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
