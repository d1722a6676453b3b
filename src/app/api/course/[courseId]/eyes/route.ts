import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { personIdIn } from '@/core/kernel/ids';
import { fail } from '@/core/kernel/problem';
import { wholeStanding } from '@/core/learning';
import { can } from '@/core/people';
import { releaseOf } from '@/server/learning';

/** What decides release for one learner, so that a plan can be looked at through their eyes. */
export const GET = forCourse(async ({ request, db, person, courseId }) => {
  if (!can(person, 'gradebook.read', { courseId }))
    return respond(fail('not-allowed', 'You do not see the learners of this course.'));
  const learnerId = personIdIn(new URL(request.url).searchParams.get('learner'));
  if (learnerId === null) return respond(fail('invalid', 'Say whose eyes it is to be looked at through.', 'learner'));
  const found = await releaseOf(db, courseId, learnerId);
  if (!found) return respond(fail('not-found', 'This learner does not take the course.'));
  const { learner, view, records } = found;
  const { done, passed, opened } = wholeStanding(view.document, learner.clock, records);
  return Response.json({
    learnerId: learner.learnerId,
    name: learner.name,
    start: learner.clock.start.toString(),
    zone: learner.clock.zone,
    cohort: learner.clock.cohort ?? null,
    done: [...done],
    passed: [...passed],
    opened: [...opened],
    accessUntil: records.accessUntil,
  });
});
