import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { isId, personIdIn } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { can } from '@/core/people';
import { enrolledLearner } from '@/server/enrolment';
import { gradeHistoryOf } from '@/server/gradebook';

/** What was decided by hand about one cell of the gradebook. */
export const GET = forCourse(async ({ db, person, request, courseId }) => {
  const asked = new URL(request.url).searchParams;
  const [learnerId, itemId] = [personIdIn(asked.get('learner')), asked.get('item') ?? ''];
  if (!can(person, 'gradebook.read', { courseId }))
    return respond(fail('not-allowed', 'You may not read this gradebook.'));
  const learner = learnerId === null ? null : await enrolledLearner(db, courseId, learnerId);
  // Of a grade that is not there, nothing was decided.
  if (!learner || !isId(itemId)) return respond(ok([]));
  return respond(ok(await gradeHistoryOf(db, learner.enrolmentId, itemId)));
});
