import { sql } from 'drizzle-orm';
import { rationalFrom } from '@/core/kernel/exact';
import { findLesson, type LessonDocument, type Question } from '@/core/outline';
import { type Marks, marksFrom, passes, shareOfResult } from '@/core/quiz';
import { instantFrom } from '../enrolment';
import { editionDocument } from '../outline';
import type { Database } from '../platform/database';
import { askedIn, readMarks } from './sitting';

/** A sitting that was handed in, with the JSON of everything that was answered in it. */
export type WholeSitting = {
  readonly id: string;
  readonly enrolmentId: string;
  readonly learnerId: string;
  readonly name: string;
  readonly number: number;
  readonly editionId: string;
  readonly seed: number;
  readonly avoids: readonly string[];
  readonly points: number;
  readonly of: number;
  readonly share: string | null;
  readonly startedAt: string;
  readonly handedInAt: string;
  readonly ranOut: boolean;
  /** JSON: the JSON of each answer by the id of its question. */
  readonly answers: string;
  /** JSON: the milliseconds spent, by the id of the question. */
  readonly spent: string;
  /** What was marked, as it was kept; null where nothing was. */
  readonly marks: unknown;
  /** Whether answers still wait to be marked. */
  readonly waits: boolean;
};

/** Of several sittings of one learner: all of them, or one. */
export const whichSittings = ['all', 'first', 'last'] as const;
export type WhichSittings = (typeof whichSittings)[number];

type Wanted = {
  readonly courseId: string;
  readonly lessonId: string;
  readonly which?: WhichSittings;
  readonly cohortId?: string | null;
};

const ranks = { all: sql`true`, first: sql`from_first = 1`, last: sql`from_last = 1` };

/**
 * All sittings of a quiz that were handed in. What was answered comes as text, to be read where there is time for it:
 * of thousands of sittings it is much.
 */
export async function allSittings(
  db: Database,
  { courseId, lessonId, which = 'all', cohortId = null }: Wanted,
): Promise<WholeSitting[]> {
  const { rows } = await db.execute<WholeSitting>(sql`
    with handed as (
      select s.*, row_number() over (partition by s.enrolment_id order by s.number) as from_first,
        row_number() over (partition by s.enrolment_id order by s.number desc) as from_last
      from sitting s join enrolment e on e.id = s.enrolment_id
      where s.course_id = ${courseId} and s.lesson_id = ${lessonId} and s.handed_in_at is not null and not s.is_void
        and (${cohortId}::uuid is null or e.cohort_id = ${cohortId}::uuid)
    ), given as (
      select a.sitting_id, json_object_agg(a.question_id, a.answer::text)::text as answers,
        coalesce(json_object_agg(a.question_id, a.spent) filter (where a.spent is not null), '{}')::text as spent
      from sitting_answer a join handed h on h.id = a.sitting_id group by a.sitting_id
    )
    select h.id, h.enrolment_id as "enrolmentId", h.learner_id as "learnerId", u.name, h.number,
      h.edition_id as "editionId", h.seed, h.avoids, coalesce(h.points, 0) as points, coalesce(h.of, 0) as of, h.share,
      h.started_at::text as "startedAt", h.handed_in_at::text as "handedInAt",
      coalesce(h.handed_in_at >= h.deadline, false) as "ranOut",
      coalesce(g.answers, '{}') as answers, coalesce(g.spent, '{}') as spent,
      coalesce(h.marking, 'marked') <> 'marked' as waits, case when h.marking = 'marked' then (
        select m.marks from sitting_marks m where m.sitting_id = h.id and m.finished order by m.at desc, m.id desc limit 1
      ) end as marks
    from handed h join "user" u on u.id = h.learner_id left join given g on g.sitting_id = h.id
    where ${ranks[which]}
    order by h.handed_in_at, h.id`);
  return rows;
}

/** The quiz of each edition some sittings were taken on, in the order in which they were published; none twice. */
export async function quizzesOf(
  db: Database,
  lessonId: string,
  sittings: readonly Pick<WholeSitting, 'editionId'>[],
): Promise<ReadonlyMap<string, LessonDocument>> {
  const ids = [...new Set(sittings.map(({ editionId }) => editionId))];
  const documents = await Promise.all(ids.map((id) => editionDocument(db, id)));
  const { rows } = await db.execute<{ id: string }>(
    sql`select id from edition where id = any(${sql.param(ids)}::uuid[]) order by number`,
  );
  return new Map(
    rows.flatMap(({ id }) => {
      const document = documents[ids.indexOf(id)];
      const lesson = document && findLesson(document, lessonId);
      return lesson ? [[id, lesson] as const] : [];
    }),
  );
}

/** Whether a sitting with such a result passes the quiz it was taken on. */
export const passesQuiz = (
  { points, of, share }: Pick<WholeSitting, 'points' | 'of' | 'share'>,
  quiz: LessonDocument | undefined,
): boolean =>
  passes(
    shareOfResult({ points, of, ...(share === null ? {} : { share: rationalFrom(share) }) }),
    quiz?.quiz?.passPercent ?? 0,
  );

/** What was marked in a sitting, by question. */
export const marksIn = ({ marks }: Pick<WholeSitting, 'marks'>): Marks =>
  marks === null ? {} : marksFrom(readMarks(marks));

/** Whole seconds from the beginning of a sitting to when it was handed in. */
export const secondsOf = ({ startedAt, handedInAt }: Pick<WholeSitting, 'startedAt' | 'handedInAt'>): number =>
  Math.round((instantFrom(handedInAt).epochMilliseconds - instantFrom(startedAt).epochMilliseconds) / 1000);

/**
 * The paper of each sitting, in the order it is written in: the same one for all sittings of an edition, or, where
 * questions are drawn, one for each. Those of older editions stand first.
 */
export function papersOf(sittings: readonly WholeSitting[], quizzes: ReadonlyMap<string, LessonDocument>) {
  const papers: (readonly Question[])[] = [];
  const lessons: LessonDocument[] = [];
  const paperAt = new Map<string, number>();
  for (const [editionId, lesson] of quizzes) {
    const own = sittings.filter((sitting) => sitting.editionId === editionId);
    const plain = { ...lesson, quiz: lesson.quiz && { ...lesson.quiz, shuffles: 'nothing' as const } };
    const isDrawn = Object.keys(lesson.pools).length > 0;
    if (!isDrawn) {
      papers.push(lesson.questions);
      lessons.push(lesson);
    }
    for (const sitting of own) {
      if (isDrawn) {
        papers.push(askedIn(plain, sitting));
        lessons.push(lesson);
      }
      paperAt.set(sitting.id, papers.length - 1);
    }
  }
  return { papers: papers.map((questions, i) => ({ questions, lesson: lessons[i] as LessonDocument })), paperAt };
}
