import { Temporal } from '@/core/kernel/time';
import { decideAlike, type Effect, effectOn } from '@/core/learning';
import { type CourseDocument, type Side, sideBySide } from '@/core/outline';
import { learnersOf } from '../enrolment';
import { mediaOfCourse } from '../media';
import { composeDocument, editionDocument, liveDocument, loadOutline, poolsIn } from '../outline';
import type { Database } from '../platform/database';
import { underWayIn } from '../quiz/records';
import { courseHead, withRecords } from './queries';

export type LearnerEffect = { readonly learnerId: string; readonly name: string; readonly effect: Effect };
export type EditionPreview = {
  /** How many take the course. */
  readonly learners: number;
  readonly touched: readonly LearnerEffect[];
  readonly sides: readonly Side[];
};

/**
 * What another edition would bring, before it is made: every field side by side, and whom it touches,
 * worked out on the learners there are. Without an edition the working copy is meant. Null where there is none, and when
 * nobody waits for it any more.
 */
export async function previewEdition(
  db: Database,
  courseId: string,
  editionId: string | null,
  { now = Temporal.Now.instant(), signal }: { readonly now?: Temporal.Instant; readonly signal?: AbortSignal } = {},
): Promise<EditionPreview | null> {
  const head = await courseHead(db, courseId);
  if (!head) return null;
  const after = editionId ? await editionDocument(db, editionId) : await workingCopy(db, courseId);
  if (!after) return null;
  const before = await liveDocument(db, head.liveEditionId);
  if (!before) return { learners: 0, touched: [], sides: [] };
  const learners = await learnersOf(db, courseId);
  const sides = sideBySide(before, after);
  if (decideAlike(before, after)) return { learners: learners.length, touched: [], sides };
  const open = await underWayIn(db, courseId);
  const touched: LearnerEffect[] = [];
  for await (const { learner, records } of withRecords(db, learners)) {
    if (signal?.aborted) return null;
    const { enrolmentId, learnerId, name, clock } = learner;
    const effect = effectOn(before, after, { clock, records, underWay: open.get(enrolmentId) ?? [] }, now);
    if (effect) touched.push({ learnerId, name, effect });
  }
  return { learners: learners.length, touched, sides };
}

async function workingCopy(db: Database, courseId: string): Promise<CourseDocument | null> {
  const [outline, media] = await Promise.all([loadOutline(db, courseId), mediaOfCourse(db, courseId)]);
  if (!outline) return null;
  const { pools, media: shown } = await poolsIn(db, outline, media);
  return composeDocument(outline, shown, pools);
}
