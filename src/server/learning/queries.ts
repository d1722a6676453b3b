import { and, asc, eq, inArray, isNotNull, ne } from 'drizzle-orm';
import { rationalFrom } from '@/core/kernel/exact';
import { Temporal } from '@/core/kernel/time';
import { type Decision, type LearnerRecords, type LearnerView, learnerView, type Work } from '@/core/learning';
import type { QuizResult } from '@/core/quiz';
import type { LessonProgress } from '@/core/record';
import { coursesTakenBy, type EnrolledLearner, enrolledLearner } from '../enrolment';
import { type CourseHead, course, courseBySlug, editionDocument } from '../outline';
import type { Database } from '../platform/database';
import { gradeDecision, handIn, lessonUnlock, progress, sitting } from '../platform/schema';

type Mutable = {
  progress: Map<string, LessonProgress>;
  sittings: Map<string, QuizResult[]>;
  handIns: Map<string, Work[]>;
  decisions: Map<string, Decision>;
  finished: boolean;
  unlocked: Set<string>;
};
const blank = (finished: boolean): Mutable => ({
  progress: new Map(),
  sittings: new Map(),
  handIns: new Map(),
  decisions: new Map(),
  finished,
  unlocked: new Set(),
});

function add<T>(lists: Map<string, T[]> | undefined, key: string, one: T): void {
  const list = lists?.get(key);
  if (list) list.push(one);
  else lists?.set(key, [one]);
}

/** The records of some learners of a course: five queries, however many there are. */
export async function recordsOf(
  db: Database,
  courseId: string,
  learners: readonly EnrolledLearner[],
): Promise<Map<string, LearnerRecords>> {
  const ids = learners.map(({ learnerId }) => learnerId);
  const mine = <
    T extends {
      courseId:
        | typeof lessonUnlock.courseId
        | typeof progress.courseId
        | typeof sitting.courseId
        | typeof handIn.courseId
        | typeof gradeDecision.courseId;
      learnerId:
        | typeof lessonUnlock.learnerId
        | typeof progress.learnerId
        | typeof sitting.learnerId
        | typeof handIn.learnerId
        | typeof gradeDecision.learnerId;
    },
  >(
    table: T,
  ) => and(eq(table.courseId, courseId), inArray(table.learnerId, ids));
  const steps = await db.select().from(progress).where(mine(progress));
  const sat = await db
    .select({
      learnerId: sitting.learnerId,
      lessonId: sitting.lessonId,
      points: sitting.points,
      of: sitting.of,
      share: sitting.share,
    })
    .from(sitting)
    .where(and(mine(sitting), isNotNull(sitting.handedInAt)))
    .orderBy(asc(sitting.number));
  const work = await db
    .select({
      learnerId: handIn.learnerId,
      lessonId: handIn.lessonId,
      state: handIn.state,
      points: handIn.points,
      of: handIn.of,
    })
    .from(handIn)
    .where(and(mine(handIn), ne(handIn.state, 'draft')))
    .orderBy(asc(handIn.number));
  const decided = await db.select().from(gradeDecision).where(mine(gradeDecision));
  const opened = await db
    .select({ learnerId: lessonUnlock.learnerId, lessonId: lessonUnlock.lessonId })
    .from(lessonUnlock)
    .where(and(mine(lessonUnlock), isNotNull(lessonUnlock.openedAt)));
  const all = new Map(learners.map((learner) => [learner.learnerId, blank(learner.finished)]));
  for (const row of opened) all.get(row.learnerId)?.unlocked.add(row.lessonId);
  for (const row of steps)
    all.get(row.learnerId)?.progress.set(row.lessonId, { state: row.state, doneAt: row.doneAt, watched: row.watched });
  for (const row of sat) {
    const share = row.share === null ? {} : { share: rationalFrom(row.share) };
    add(all.get(row.learnerId)?.sittings, row.lessonId, { points: row.points ?? 0, of: row.of ?? 0, ...share });
  }
  for (const { learnerId, lessonId, state, points, of } of work)
    if (state !== 'draft') add(all.get(learnerId)?.handIns, lessonId, { state, points, of: of ?? 0 });
  for (const { learnerId, lessonId, kind, points, of, reason } of decided)
    all.get(learnerId)?.decisions.set(lessonId, { kind, points, of: of ?? 0, reason });
  return all;
}

export type Learning = {
  readonly head: CourseHead;
  readonly editionId: string;
  readonly learner: EnrolledLearner;
  readonly records: LearnerRecords;
  readonly view: LearnerView;
};

/** A learner's course as it is for them now; null when they do not take it or nothing is published. */
export async function learning(
  db: Database,
  head: CourseHead,
  learnerId: string,
  now = Temporal.Now.instant(),
): Promise<Learning | null> {
  if (!head.liveEditionId) return null;
  const document = await editionDocument(db, head.liveEditionId);
  const learner = await enrolledLearner(db, head.id, learnerId);
  if (!document || !learner) return null;
  const records = (await recordsOf(db, head.id, [learner])).get(learnerId);
  if (!records) return null;
  return {
    head,
    editionId: head.liveEditionId,
    learner,
    records,
    view: learnerView(document, learner.clock, records, now),
  };
}

export async function learningBySlug(db: Database, slug: string, learnerId: string): Promise<Learning | null> {
  const head = await courseBySlug(db, slug);
  return head ? learning(db, head, learnerId) : null;
}

export async function courseHead(db: Database, courseId: string): Promise<CourseHead | null> {
  const [row] = await db
    .select({ id: course.id, slug: course.slug, title: course.title, liveEditionId: course.liveEditionId })
    .from(course)
    .where(eq(course.id, courseId));
  return row ? { ...row, liveEdition: null } : null;
}

/** The courses somebody takes, each as it is for them now. */
export async function coursesOfLearner(db: Database, learnerId: string): Promise<Learning[]> {
  const ids = await coursesTakenBy(db, learnerId);
  const found = await Promise.all(
    ids.map(async (id) => {
      const head = await courseHead(db, id);
      return head ? learning(db, head, learnerId) : null;
    }),
  );
  return found.filter((one) => one !== null);
}

export type LearnerRow = {
  readonly learner: EnrolledLearner;
  readonly records: LearnerRecords;
  readonly view: LearnerView;
};

/** The course as it is for some of its learners now, for the gradebook and for the Run stage. */
export async function learningOf(
  db: Database,
  head: CourseHead,
  learners: readonly EnrolledLearner[],
  now = Temporal.Now.instant(),
): Promise<LearnerRow[]> {
  if (!head.liveEditionId || learners.length === 0) return [];
  const document = await editionDocument(db, head.liveEditionId);
  if (!document) return [];
  const records = await recordsOf(db, head.id, learners);
  return learners.flatMap((learner) => {
    const own = records.get(learner.learnerId);
    return own ? [{ learner, records: own, view: learnerView(document, learner.clock, own, now) }] : [];
  });
}
