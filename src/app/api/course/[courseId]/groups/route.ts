import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { ok } from '@/core/kernel/problem';
import { cohortsOf, tagsIn } from '@/server/enrolment';

/** What the learners of a course can be told apart by. */
export const GET = forCourse(async ({ db, courseId }) => {
  const [cohorts, tags] = await Promise.all([cohortsOf(db, courseId), tagsIn(db, courseId)]);
  return respond(ok({ cohorts: cohorts.map(({ id, name }) => ({ id, name })), tags }));
});
