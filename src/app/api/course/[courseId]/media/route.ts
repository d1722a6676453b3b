import { forCourse } from '@/app/_server/routes';
import { mediaOfCourse } from '@/server/media';

/** What is known of the files of a course. */
export const GET = forCourse(async ({ db, courseId }) =>
  Response.json([...(await mediaOfCourse(db, courseId)).values()]),
);
