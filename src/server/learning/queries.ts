import { and, asc, eq, isNotNull, ne } from 'drizzle-orm';
import { Temporal } from '@/core/kernel/time';
import { type LearnerRecords, type LearnerView, learnerView } from '@/core/learning';
import { coursesTakenBy, type EnrolledLearner, enrolledLearner, learnersOf } from '../enrolment';
import { type CourseHead, course, courseBySlug, editionDocument } from '../outline';
import { type Database, database } from '../platform/database';
import { gradeDecision, handIn, lessonUnlock, progress, sitting } from '../platform/schema';

type Mutable = {
  progress: Map<string, { state: 'empty' | 'begun' | 'done'; doneAt: string | null; watched: readonly (readonly [number, number])[] }>;
  sittings: Map<string, { points: number; of: number }[]>;
  handIns: Map<string, { state: 'draft' | 'handed-in' | 'being-marked' | 'marked'; points: number | null }>;
  decisions: Map<string, { kind: 'points' | 'excused'; points: number | null; reason: string }>;
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

/** The records of all learners of a course, or of one: four queries, however many there are. */
export async function recordsOf(courseId: string, learners: readonly EnrolledLearner[], db: Database = database()): Promise<Map<string, LearnerRecords>> {
  const only = learners.length === 1 ? learners[0]?.learnerId : undefined;
  const mine = <
    T extends {
      courseId: typeof lessonUnlock.courseId | typeof progress.courseId | typeof sitting.courseId | typeof handIn.courseId | typeof gradeDecision.courseId;
      learnerId:
        | typeof lessonUnlock.learnerId
        | typeof progress.learnerId
        | typeof sitting.learnerId
        | typeof handIn.learnerId
        | typeof gradeDecision.learnerId;
    },
  >(
    table: T,
  ) => (only === undefined ? eq(table.courseId, courseId) : and(eq(table.courseId, courseId), eq(table.learnerId, only)));
  const steps = await db.select().from(progress).where(mine(progress));
  const sat = await db
    .select({ learnerId: sitting.learnerId, lessonId: sitting.lessonId, points: sitting.points, of: sitting.of })
    .from(sitting)
    .where(and(mine(sitting), isNotNull(sitting.handedInAt)))
    .orderBy(asc(sitting.number));
  const work = await db
    .select({ learnerId: handIn.learnerId, lessonId: handIn.lessonId, state: handIn.state, points: handIn.points })
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
  for (const row of steps) all.get(row.learnerId)?.progress.set(row.lessonId, { state: row.state, doneAt: row.doneAt, watched: row.watched });
  for (const row of sat) {
    const own = all.get(row.learnerId)?.sittings;
    own?.set(row.lessonId, [...(own.get(row.lessonId) ?? []), { points: row.points ?? 0, of: row.of ?? 0 }]);
  }
  for (const row of work) all.get(row.learnerId)?.handIns.set(row.lessonId, { state: row.state, points: row.points });
  for (const row of decided) all.get(row.learnerId)?.decisions.set(row.lessonId, { kind: row.kind, points: row.points, reason: row.reason });
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
export async function learning(head: CourseHead, learnerId: string, now = Temporal.Now.instant(), db?: Database): Promise<Learning | null> {
  if (!head.liveEditionId) return null;
  const document = await editionDocument(head.liveEditionId);
  const learner = await enrolledLearner(head.id, learnerId, db);
  if (!document || !learner) return null;
  const records = (await recordsOf(head.id, [learner], db)).get(learnerId);
  if (!records) return null;
  return { head, editionId: head.liveEditionId, learner, records, view: learnerView(document, learner.clock, records, now) };
}

export async function learningBySlug(slug: string, learnerId: string): Promise<Learning | null> {
  const head = await courseBySlug(slug);
  return head ? learning(head, learnerId) : null;
}

export async function courseHead(courseId: string, db: Database = database()): Promise<CourseHead | null> {
  const [row] = await db
    .select({ id: course.id, slug: course.slug, title: course.title, liveEditionId: course.liveEditionId })
    .from(course)
    .where(eq(course.id, courseId));
  return row ? { ...row, liveEdition: null } : null;
}

/** The courses somebody takes, each as it is for them now. */
export async function coursesOfLearner(learnerId: string): Promise<Learning[]> {
  const ids = await coursesTakenBy(learnerId);
  const found = await Promise.all(
    ids.map(async (id) => {
      const head = await courseHead(id);
      return head ? learning(head, learnerId) : null;
    }),
  );
  return found.filter((one) => one !== null);
}

export type LearnerRow = { readonly learner: EnrolledLearner; readonly records: LearnerRecords; readonly view: LearnerView };

/** Every learner of a course, for the gradebook and for the Run stage. */
export async function everybodysLearning(head: CourseHead, now = Temporal.Now.instant()): Promise<LearnerRow[]> {
  if (!head.liveEditionId) return [];
  const [document, learners] = await Promise.all([editionDocument(head.liveEditionId), learnersOf(head.id)]);
  if (!document) return [];
  const records = await recordsOf(head.id, learners);
  return learners.flatMap((learner) => {
    const own = records.get(learner.learnerId);
    return own ? [{ learner, records: own, view: learnerView(document, learner.clock, own, now) }] : [];
  });
}
