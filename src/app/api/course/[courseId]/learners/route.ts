import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { findIn } from '@/core/kernel/page';
import { fail } from '@/core/kernel/problem';
import { can } from '@/core/people';
import { learnersPage } from '@/server/enrolment';

/** How many are offered to choose from. */
const most = 20;

/** Learners of a course whose name, address or cohort holds some words. */
export const GET = forCourse(async ({ request, db, person, courseId }) => {
  if (!can(person, 'gradebook.read', { courseId }))
    return respond(fail('not-allowed', 'You do not see the learners of this course.'));
  const find = findIn(new URL(request.url).searchParams.get('find') ?? undefined);
  const { rows } = await learnersPage(db, courseId, find, 1);
  return Response.json(
    rows.slice(0, most).map(({ learnerId, name, cohort }) => ({ learnerId, name, cohort: cohort?.name ?? null })),
  );
});
