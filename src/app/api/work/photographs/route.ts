import { bodyOf, respond } from '@/app/_server/respond';
import { forPerson } from '@/app/_server/routes';
import { bindPhotographs } from '@/server/assignment';

/** Puts the photographs of somebody's draft together as one PDF, before it is handed in. */
export const POST = forPerson(async ({ request, db, person }) => {
  const { courseId, lessonId } = ((await bodyOf(request)) ?? {}) as { courseId?: unknown; lessonId?: unknown };
  return respond(await bindPhotographs(db, person, String(courseId), String(lessonId)));
});
