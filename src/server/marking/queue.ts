import { type SQL, sql } from 'drizzle-orm';
import type { HandInState } from '@/core/assignment';
import { type RowsPage, rowsBefore, rowsPerPage } from '@/core/kernel/page';
import { findLesson } from '@/core/outline';
import { can, everywhere } from '@/core/people';
import { shownName } from '../assignment';
import { editionDocument } from '../outline';
import type { Person } from '../people';
import type { Database } from '../platform/database';
import { isDecided } from './work-in';

/** What a person marks: work that was handed in for an assignment, or the answers of a paper that no rule judges. */
export type WorkSort = 'work' | 'paper';
/** `asked`: it is marked, and its learner asks for another look. */
export type WorkState = Exclude<HandInState, 'draft'> | 'asked';
export type WorkPlace = { readonly id: string; readonly sort: WorkSort };

export type QueueRow = WorkPlace & {
  readonly learner: string;
  readonly courseTitle: string;
  readonly lessonTitle: string;
  readonly state: WorkState;
  readonly handedInAt: string;
  readonly isLate: boolean;
  readonly points: number | null;
  readonly of: number;
};

/** Which of the work is meant; what is null is not asked. */
export type QueueWish = {
  readonly lessonId: string | null;
  /** A part of a learner's name. */
  readonly find: string;
  /** The marker it is shared out to; `nobody` for what is with nobody. */
  readonly withWhom?: string | null;
};

/** All work that waits for a person, begun or not. */
export async function countWaiting(db: Database, person: Person): Promise<number> {
  const counts = await countByState(db, person, { lessonId: null, find: '' });
  return counts['handed-in'] + counts['being-marked'] + counts.asked;
}

/** The courses whose work somebody may mark; null means all. */
const markable = (person: Person) =>
  everywhere(person, 'marking.mark')
    ? null
    : Object.keys(person.courses).filter((courseId) => can(person, 'marking.mark', { courseId }));

/** The work a person may mark, never their own. */
function workFor(person: Person): SQL {
  const courses = markable(person);
  const within = courses === null ? sql`true` : sql`w.course_id = any(${sql.param([...courses])}::uuid[])`;
  // What is shared out is seen by whom it is shared to, and by those who share it out.
  const shares = everywhere(person, 'course.staff')
    ? sql`true`
    : sql`w.course_id = any(${sql.param(Object.keys(person.courses).filter((courseId) => can(person, 'course.staff', { courseId })))}::uuid[])`;
  return sql`(
    select w.* from (
      select 'work' as sort, id, learner_id, enrolment_id, hides_name and released_at is null as hidden,
        course_id, lesson_id, edition_id, shared_to, case when exists (
          select 1 from another_look l where l.hand_in_id = hand_in.id and l.outcome is null) then 'asked' else state end
          as state, is_late,
        coalesce(handed_in_at, changed_at) as at, points, "of"
      from hand_in where state <> 'draft'
      union all
      select 'paper', id, learner_id, enrolment_id, false, course_id, lesson_id, edition_id, shared_to, marking, false, handed_in_at,
        case when marking = 'marked' then points end, "of"
      from sitting where marking is not null
    ) w where ${within} and w.learner_id <> ${person.id}
      and (w.shared_to is null or w.shared_to = ${person.id} or ${shares})
  ) as work`;
}

const escaped = (words: string) => words.replace(/[\\%_]/g, '\\$&');

const meant = ({ lessonId, find, withWhom = null }: QueueWish) => sql`
  (${lessonId}::uuid is null or work.lesson_id = ${lessonId}::uuid)
  and (${withWhom}::text is null or coalesce(work.shared_to, 'nobody') = ${withWhom}::text)
  and (${find} = '' or exists (
    select 1 from "user" p where p.id = work.learner_id and ${shownName(sql`p.name`, sql`work`)} ilike ${`%${escaped(find)}%`}))`;

const titleIn = async (db: Database, editionId: string, lessonId: string): Promise<string> => {
  const document = await editionDocument(db, editionId);
  return (document && findLesson(document, lessonId)?.title) ?? '';
};

/** A page of the work a person may mark, oldest first. */
export async function markingQueue(
  db: Database,
  person: Person,
  state: WorkState,
  wish: QueueWish,
  page: number,
): Promise<RowsPage<QueueRow>> {
  type Row = Omit<QueueRow, 'lessonTitle'> & { lessonId: string; editionId: string; found: number };
  const { rows } = await db.execute<Row>(sql`
    select work.sort, work.id, ${shownName(sql`u.name`, sql`work`)} as learner, c.title as "courseTitle", work.state, work.is_late as "isLate",
      to_char(work.at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as "handedInAt",
      work.points, coalesce(work.of, 0) as of, work.lesson_id as "lessonId", work.edition_id as "editionId",
      count(*) over ()::int as found
    from ${workFor(person)} join "user" u on u.id = work.learner_id join course c on c.id = work.course_id
    where work.state = ${state} and ${meant(wish)} order by work.at, work.id limit ${rowsPerPage} offset ${rowsBefore(page)}`);
  return {
    rows: await Promise.all(
      rows.map(async ({ lessonId, editionId, found: _found, ...row }) => ({
        ...row,
        lessonTitle: await titleIn(db, editionId, lessonId),
      })),
    ),
    found: rows[0]?.found ?? (page > 1 ? (await countByState(db, person, wish))[state] : 0),
    page,
  };
}

/** How much of what a person may mark is meant, by its state. */
export async function countByState(
  db: Database,
  person: Person,
  wish: QueueWish,
): Promise<Readonly<Record<WorkState, number>>> {
  const { rows } = await db.execute<{ state: WorkState; count: number }>(sql`
    select work.state, count(*)::int as count from ${workFor(person)} where ${meant(wish)} group by work.state`);
  const counts = Object.fromEntries(rows.map(({ state, count }) => [state, count]));
  return { 'handed-in': 0, 'being-marked': 0, asked: 0, marked: 0, ...counts };
}

/** Those to whom any of the work is shared out that a person may mark, by name. */
export async function markersOfWork(
  db: Database,
  person: Person,
): Promise<readonly { readonly id: string; readonly name: string }[]> {
  const { rows } = await db.execute<{ id: string; name: string }>(sql`
    select distinct u.id, u.name from ${workFor(person)} join "user" u on u.id = work.shared_to order by u.name, u.id`);
  return rows;
}

/** The lessons of which a person may mark any work, by course and title. */
export async function lessonsToMark(
  db: Database,
  person: Person,
): Promise<
  readonly {
    readonly id: string;
    readonly title: string;
    readonly courseId: string;
    readonly courseTitle: string;
    readonly courseSlug: string;
    readonly editionId: string;
  }[]
> {
  const { rows } = await db.execute<{
    lessonId: string;
    editionId: string;
    courseId: string;
    courseTitle: string;
    courseSlug: string;
  }>(sql`
    select distinct on (work.lesson_id) work.lesson_id as "lessonId", work.edition_id as "editionId",
      work.course_id as "courseId", c.title as "courseTitle", c.slug as "courseSlug"
    from ${workFor(person)} join course c on c.id = work.course_id order by work.lesson_id, work.at desc`);
  const lessons = await Promise.all(
    rows.map(async ({ lessonId, ...course }) => ({
      ...{ id: lessonId, ...course },
      title: await titleIn(db, course.editionId, lessonId),
    })),
  );
  const told = (one: (typeof lessons)[number]) => `${one.courseTitle} ${one.title}`;
  return lessons.toSorted((a, b) => told(a).localeCompare(told(b), 'en'));
}

/**
 * All work of one lesson a person may mark, oldest first: which, and whether it is marked; by one part of it alone (a
 * criterion, a question), whether that is decided, or not asked there.
 */
export async function workOf(
  db: Database,
  person: Person,
  lessonId: string,
  partId: string | null = null,
): Promise<readonly (WorkPlace & { readonly done: boolean })[]> {
  const decided = partId === null ? sql`work.state in ('marked', 'asked')` : isDecided(partId);
  const { rows } = await db.execute<WorkPlace & { done: boolean }>(sql`
    select work.sort, work.id, ${decided} as done from ${workFor(person)}
    where work.lesson_id = ${lessonId} order by work.at, work.id`);
  return rows;
}
