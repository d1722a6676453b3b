import { createHash } from 'node:crypto';
import { type SQL, sql } from 'drizzle-orm';
import type { HandedInFile, HandInRow } from './schema';

/**
 * What those who mark read instead of a name that is hidden from them: the same for all work of one learner for one
 * lesson, and telling nothing. `work` is a row with an enrolment, a lesson and whether its name is hidden now.
 */
export const shownName = (name: SQL, work: SQL): SQL =>
  sql`case when ${work}.hidden then 'Learner ' || upper(left(md5(${work}.enrolment_id::text || ${work}.lesson_id::text), 4)) else ${name} end`;

/** Whether the name of whose work it is, is hidden from those who mark it. */
export const isHidden = (row: Pick<HandInRow, 'hidesName' | 'releasedAt'>): boolean =>
  row.hidesName && row.releasedAt === null;

/** The files of work as those who mark it see them: names of files tell whose they are as well. */
export const shownFiles = (row: HandInRow): readonly HandedInFile[] =>
  isHidden(row)
    ? row.files.map((file, i) => ({ ...file, name: `File ${i + 1}${/\.[a-z0-9]{1,5}$/i.exec(file.name)?.[0] ?? ''}` }))
    : row.files;

/** The name those who mark are shown, where a row is at hand: the same that `shownName` gives. */
export const nameShown = (row: HandInRow, name: string): string =>
  isHidden(row)
    ? `Learner ${createHash('md5').update(`${row.enrolmentId}${row.lessonId}`).digest('hex').slice(0, 4).toUpperCase()}`
    : name;
