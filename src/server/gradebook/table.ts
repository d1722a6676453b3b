import { type PackedRow, packed } from '@/core/gradebook';
import { Temporal } from '@/core/kernel/time';
import { gradeEntries, gradeItems } from '@/core/learning';
import type { CourseDocument } from '@/core/outline';
import type { EnrolledLearner } from '../enrolment';
import { withRecords } from '../learning';
import type { Database } from '../platform/database';

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
  const items = gradeItems(document);
  const rows: GradeRow[] = [];
  for await (const { learner, records } of withRecords(db, learners)) {
    const { learnerId, name, email, cohort, clock } = learner;
    const decided = [...records.decisions].map(([id, { kind, points, reason }]) => [id, { kind, points, reason }]);
    rows.push({
      ...packed(items, gradeEntries(document, clock, records, now)),
      ...{ learnerId, name, email, cohort: cohort?.name ?? null },
      decided: Object.fromEntries(decided),
    });
  }
  return rows;
}
