import { and, desc, eq } from 'drizzle-orm';
import type { AssignmentSettings } from '@/core/assignment';
import { isId } from '@/core/kernel/ids';
import type { Drawn } from '@/core/marking';
import { findLesson, type LessonDocument } from '@/core/outline';
import { mayMark } from '@/core/people';
import { editionDocument } from '../outline';
import { type Person, user } from '../people';
import type { Database } from '../platform/database';
import { drawnOn } from './drawn';
import { type Look, looksAt } from './look';
import { isHidden, nameShown, shownFiles } from './names';
import { type HandInRow, handIn, markHistory } from './schema';
import { namedWork } from './work';

/** Work with the assignment as it was in the edition it was handed in on: it is marked by that. */
export type HandInView = HandInRow & {
  readonly assignment: AssignmentSettings | null;
  /** What was drawn on it; nothing before its mark is released. */
  readonly drawn: readonly Drawn[];
  /** How often its learner asked for another look, and what was answered. */
  readonly looks: readonly Look[];
};

/** Work as its learner may see it: a mark that was not released is none yet, and nothing of it is told. */
const asSeen = (row: HandInRow): HandInRow =>
  row.releasedAt === null && row.state !== 'draft'
    ? {
        ...row,
        ...{ points: null, remark: '', criteria: null, markerId: null, markedAt: null, returned: [] },
        state: row.state === 'marked' ? 'being-marked' : row.state,
      }
    : row;

/** The hand-ins for an assignment in an enrolment as their learner may see them, newest first. */
export async function handInsOf(db: Database, enrolmentId: string, lessonId: string): Promise<HandInView[]> {
  const rows = await db
    .select()
    .from(handIn)
    .where(and(eq(handIn.enrolmentId, enrolmentId), eq(handIn.lessonId, lessonId)))
    .orderBy(desc(handIn.number));
  return Promise.all(
    rows.map(async (row) => {
      const document = await editionDocument(db, row.editionId);
      return {
        ...asSeen(row),
        assignment: (document && findLesson(document, lessonId)?.assignment) ?? null,
        drawn: row.releasedAt === null ? [] : await drawnOn(db, row.id),
        looks: row.releasedAt === null ? [] : await looksAt(db, row.id),
      };
    }),
  );
}

/** A mark as it was kept or finished at some time, by whom, and why where its learner had seen an earlier one. */
export type MarkBefore = {
  readonly id: string;
  readonly at: string;
  readonly marker: string;
  readonly points: number | null;
  readonly finished: boolean;
  readonly why: string;
};

export type MarkingDesk = {
  readonly row: HandInRow;
  readonly learner: string;
  /** Whether that is not the learner's name, which is hidden until the result is out. */
  readonly hidesName: boolean;
  readonly lesson: LessonDocument;
  readonly courseTitle: string;
  /** Finished marks, and the one that was kept last; newest first. */
  readonly history: readonly MarkBefore[];
  /** Whether its learner asked for another look. */
  readonly looks: readonly Look[];
};

/** One piece of work on the marking desk; null when it is not there or not theirs to mark. */
export async function markingDesk(db: Database, id: string, person: Person): Promise<MarkingDesk | null> {
  const found = await namedWork(db, id);
  if (!found || found.row.state === 'draft' || !mayMark(person, found.row)) return null;
  const document = await editionDocument(db, found.row.editionId);
  const lesson = document && findLesson(document, found.row.lessonId);
  if (!lesson) return null;
  const history = await db
    .select({
      ...{ id: markHistory.id, at: markHistory.at, marker: user.name, points: markHistory.points },
      ...{ finished: markHistory.finished, why: markHistory.why },
    })
    .from(markHistory)
    .innerJoin(user, eq(user.id, markHistory.markerId))
    .where(eq(markHistory.handInId, id))
    .orderBy(desc(markHistory.at), desc(markHistory.id));
  const looks = await looksAt(db, id);
  const { row } = found;
  const shown = { ...row, files: [...shownFiles(row)] };
  return {
    ...{ ...found, row: shown, learner: nameShown(row, found.learner), hidesName: isHidden(row), lesson, looks },
    history: history.filter(({ finished }, i) => finished || i === 0),
  };
}

/** A file that was handed in, for its learner and for those who may mark it. */
export async function handedInFile(db: Database, id: string, hash: string, person: Person) {
  if (!isId(id)) return null;
  const [row] = await db.select().from(handIn).where(eq(handIn.id, id));
  if (!row) return null;
  const isMine = row.learnerId === person.id;
  if (!isMine && (row.state === 'draft' || !mayMark(person, row))) return null;
  const returned = isMine && row.releasedAt === null ? [] : row.returned;
  return [...(isMine ? row.files : shownFiles(row)), ...returned].find((one) => one.hash === hash) ?? null;
}
