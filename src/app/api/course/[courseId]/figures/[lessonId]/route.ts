import { figuresAsked } from '@/app/_server/figures-asked';
import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { figuresPage } from '@/server/quiz';

/** What the sittings of a quiz say. */
export const GET = forCourse(async ({ db, request, courseId, params }) => {
  const asked = figuresAsked(request, courseId, params.lessonId);
  return asked.ok ? respond(await figuresPage(db, asked.value)) : respond(asked);
});
