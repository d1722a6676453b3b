import { fail, ok, type Result } from '@/core/kernel/problem';
import type { CourseDocument } from '@/core/outline';
import { can } from '@/core/people';
import { type EnrolledLearner, learnersOf } from '@/server/enrolment';
import { courseHead } from '@/server/learning';
import { liveDocument } from '@/server/outline';
import type { Person } from '@/server/people';
import type { Database } from '@/server/platform/database';

/** The live edition of a course and its learners, for those who may read its gradebook. */
export async function gradesAsked(
  db: Database,
  person: Person,
  courseId: string,
): Promise<Result<{ readonly document: CourseDocument; readonly learners: readonly EnrolledLearner[] }>> {
  if (!can(person, 'gradebook.read', { courseId })) return fail('not-allowed', 'You may not read this gradebook.');
  const head = await courseHead(db, courseId);
  const document = await liveDocument(db, head?.liveEditionId ?? null);
  if (!document) return fail('not-found', 'Nothing is published yet, so that there are no grades.');
  return ok({ document, learners: await learnersOf(db, courseId) });
}
