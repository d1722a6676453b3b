import { bodyOf, respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { isId } from '@/core/kernel/ids';
import { parsed } from '@/core/kernel/parse';
import { fail, ok } from '@/core/kernel/problem';
import { can } from '@/core/people';
import { followWhenSchema } from '@/core/quiz';
import { cohortsOf } from '@/server/enrolment';
import { coursesFor } from '@/server/outline';
import { followedOf, tried } from '@/server/quiz';

const noQuiz = fail('not-found', 'This quiz is not there.');

/** What has followed from the results of a quiz, and the courses that could follow. */
export const GET = forCourse(async ({ db, person, courseId, params: { lessonId = '' } }) => {
  if (!isId(lessonId)) return respond(noQuiz);
  const [followed, courses] = await Promise.all([followedOf(db, { courseId, lessonId }), coursesFor(db, person)]);
  // Only where somebody enrols people can they let it follow.
  const open = courses.filter((one) => can(person, 'course.enrol', { courseId: one.id }) && one.id !== courseId);
  const withCohorts = open.map(async ({ id, title }) => ({
    ...{ id, title },
    cohorts: (await cohortsOf(db, id)).map((one) => ({ id: one.id, name: one.name })),
  }));
  return respond(ok({ followed, courses: await Promise.all(withCohorts) }));
});

/** For whom a condition would have held so far. Nothing is done. */
export const POST = forCourse(async ({ db, request, courseId, params: { lessonId = '' } }) => {
  if (!isId(lessonId)) return respond(noQuiz);
  const when = parsed(followWhenSchema, await bodyOf(request), 'This is no condition.');
  return respond(when.ok ? await tried(db, { courseId, lessonId }, when.value) : when);
});
