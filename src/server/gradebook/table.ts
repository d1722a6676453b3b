import { type PackedRow, packed } from '@/core/gradebook';
import { Temporal } from '@/core/kernel/time';
import { gradeEntries, gradeItems } from '@/core/learning';
import type { CourseDocument } from '@/core/outline';
import type { EnrolledLearner } from '../enrolment';
import { recordsOf } from '../learning';
import type { Database } from '../platform/database';
import { turns } from '../platform/turns';

/** A learner's row of the gradebook: what they have for each item, what of it was decided by hand, and the grade. */
export type GradeRow = PackedRow & {
  readonly learnerId: string;
  readonly name: string;
  readonly email: string;
  readonly cohort: string | null;
  /** By item: what was decided, with its reason. */
  readonly decided: {
    readonly [itemId: string]: {
      readonly kind: 'points' | 'excused';
      readonly points: number | null;
      readonly reason: string;
    };
  };
};

/** The rows of some learners, by the live edition, now. */
export async function gradeRows(
  db: Database,
  document: CourseDocument,
  learners: readonly EnrolledLearner[],
  now = Temporal.Now.instant(),
): Promise<GradeRow[]> {
  if (learners.length === 0) return [];
  const items = gradeItems(document);
  const records = await recordsOf(db, learners);
  const rows: GradeRow[] = [];
  const turn = turns();
  for (const { enrolmentId, learnerId, name, email, cohort, clock } of learners) {
    await turn();
    const own = records.get(enrolmentId);
    if (!own) continue;
    const decided = [...own.decisions].map(([id, { kind, points, reason }]) => [id, { kind, points, reason }]);
    rows.push({
      ...packed(items, gradeEntries(document, clock, own, now)),
      ...{ learnerId, name, email, cohort: cohort?.name ?? null },
      decided: Object.fromEntries(decided),
    });
  }
  return rows;
}
