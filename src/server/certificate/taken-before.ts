import { Temporal } from '@/core/kernel/time';
import { type EnrolledLearner, earlierEnrolments } from '../enrolment';
import { type Learning, learningIn } from '../learning';
import type { CourseHead } from '../outline';
import type { Database } from '../platform/database';
import { certificatesOf } from './queries';
import type { CertificateRow } from './schema';

/** A course as somebody took it before they began anew, and the certificate it brought. */
export type TakenBefore = { readonly learning: Learning; readonly certificate: CertificateRow | null };

/** What came of the enrolments of some learners that are over, the newest first. */
export async function takenBefore(
  db: Database,
  head: CourseHead,
  learners: readonly EnrolledLearner[],
  now = Temporal.Now.instant(),
): Promise<TakenBefore[]> {
  const again = learners.filter(({ number }) => number > 1).map(({ learnerId }) => learnerId);
  const ended = await earlierEnrolments(db, head.id, again);
  const issued = await certificatesOf(
    db,
    ended.map(({ enrolmentId }) => enrolmentId),
  );
  const taken = await Promise.all(ended.map((one) => learningIn(db, head, one, now)));
  return taken.flatMap((learning) =>
    learning ? [{ learning, certificate: issued.get(learning.learner.enrolmentId) ?? null }] : [],
  );
}
