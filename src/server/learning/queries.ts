import { and, eq, inArray, isNotNull } from 'drizzle-orm';
import { Temporal } from '@/core/kernel/time';
import { type Decision, type LearnerRecords, type LearnerView, learnerView, type Work } from '@/core/learning';
import type { CourseDocument } from '@/core/outline';
import type { QuizResult } from '@/core/quiz';
import type { LessonProgress } from '@/core/record';
import { handedInWork } from '../assignment/records';
import { coursesTakenBy, type EnrolledLearner, enrolledLearner, instantFrom } from '../enrolment';
import { decisionsOf } from '../gradebook/records';
import { type CourseHead, course, courseBySlug, editionDocument } from '../outline';
import type { Database } from '../platform/database';
import { turns } from '../platform/turns';
import { quizResults } from '../quiz/records';
import { progressOf } from '../record';
import { lessonUnlock } from './schema';

type Mutable = {
  progress: Map<string, LessonProgress>;
  sittings: Map<string, QuizResult[]>;
  handIns: Map<string, Work[]>;
  decisions: Map<string, Decision>;
  finished: boolean;
  unlocked: Set<string>;
  opened: Map<string, number>;
  accessUntil: number | null;
  belongs: LearnerRecords['belongs'];
};
const blank = ({ finished, opened, accessUntil, cohort, tags }: EnrolledLearner): Mutable => ({
  progress: new Map(),
  sittings: new Map(),
  handIns: new Map(),
  decisions: new Map(),
  finished,
  unlocked: new Set(),
  opened: new Map(Object.entries(opened).map(([id, at]) => [id, Date.parse(at)])),
  accessUntil: accessUntil === null ? null : instantFrom(accessUntil).epochMilliseconds,
  belongs: { cohortId: cohort?.id ?? null, tags },
});

/** The records of somebody of whom only the enrolment is known: nothing done, what was opened for them by hand. */
export const recordsAlone = (learner: EnrolledLearner): LearnerRecords => blank(learner);

function add<T>(lists: Map<string, T[]> | undefined, key: string, one: T): void {
  const list = lists?.get(key);
  if (list) list.push(one);
  else lists?.set(key, [one]);
}

/** The records of some learners, each by their enrolment: five queries, however many there are. */
export async function recordsOf(
  db: Database,
  learners: readonly EnrolledLearner[],
): Promise<Map<string, LearnerRecords>> {
  const ids = learners.map(({ enrolmentId }) => enrolmentId);
  const all = new Map(learners.map((learner) => [learner.enrolmentId, blank(learner)]));
  // One after the other: inside a transaction there is one connection, and each is quick.
  for (const { enrolmentId, lessonId, ...step } of await progressOf(db, ids))
    all.get(enrolmentId)?.progress.set(lessonId, step);
  for (const { enrolmentId, lessonId, ...result } of await quizResults(db, ids))
    add(all.get(enrolmentId)?.sittings, lessonId, result);
  for (const { enrolmentId, lessonId, ...work } of await handedInWork(db, ids))
    add(all.get(enrolmentId)?.handIns, lessonId, work);
  for (const { enrolmentId, lessonId, ...decision } of await decisionsOf(db, ids))
    all.get(enrolmentId)?.decisions.set(lessonId, decision);
  const opened = await db
    .select({ enrolmentId: lessonUnlock.enrolmentId, lessonId: lessonUnlock.lessonId })
    .from(lessonUnlock)
    .where(and(inArray(lessonUnlock.enrolmentId, ids), isNotNull(lessonUnlock.openedAt)));
  for (const { enrolmentId, lessonId } of opened) all.get(enrolmentId)?.unlocked.add(lessonId);
  return all;
}

/** How many are read together: as many as a page of them shows. */
const together = 100;

/**
 * Learners with their records, one after the other: read some at a time, and with turns for whatever else the process
 * is asked. Those of a large course at once would keep it from everything else for seconds.
 */
export async function* withRecords(
  db: Database,
  learners: readonly EnrolledLearner[],
): AsyncGenerator<{ readonly learner: EnrolledLearner; readonly records: LearnerRecords }> {
  const turn = turns();
  for (let from = 0; from < learners.length; from += together) {
    const some = learners.slice(from, from + together);
    const all = await recordsOf(db, some);
    for (const learner of some) {
      await turn();
      const records = all.get(learner.enrolmentId);
      if (records) yield { learner, records };
    }
  }
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
  const learner = await enrolledLearner(db, head.id, learnerId);
  return learner && learningIn(db, head, learner, now);
}

/** A course as it is for somebody in one enrolment of theirs. */
export async function learningIn(
  db: Database,
  head: CourseHead,
  learner: EnrolledLearner,
  now: Temporal.Instant,
): Promise<Learning | null> {
  return (await learningOf(db, head, [learner], now))[0] ?? null;
}

/**
 * A course as it is for one of its learners now, by who they are; null when they do not take it or nothing is
 * published.
 */
export async function releaseOf(db: Database, courseId: string, learnerId: string): Promise<Learning | null> {
  const head = await courseHead(db, courseId);
  return head && learning(db, head, learnerId);
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

/**
 * The course as it is for some of its learners now, each in one enrolment of theirs. One that is over is seen as it was
 * when it ended: what falls due afterwards does not reach back.
 */
export async function learningOf(
  db: Database,
  head: CourseHead,
  learners: readonly EnrolledLearner[],
  now = Temporal.Now.instant(),
): Promise<Learning[]> {
  const documents = new Map<string, CourseDocument | null>();
  const found: Learning[] = [];
  for await (const { learner, records } of withRecords(db, learners)) {
    const editionId = learner.editionId ?? head.liveEditionId;
    if (!editionId) continue;
    if (!documents.has(editionId)) documents.set(editionId, await editionDocument(db, editionId));
    const document = documents.get(editionId);
    const at = learner.endedAt ? instantFrom(learner.endedAt) : now;
    if (document)
      found.push({ head, editionId, learner, records, view: learnerView(document, learner.clock, records, at) });
  }
  return found;
}
