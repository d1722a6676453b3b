import { forCourse } from '@/app/_server/routes';
import { courseNews } from '@/server/outline';

/** Which edition is live, which comes next, and which is planned. */
export const GET = forCourse(async ({ db, courseId }) => Response.json(await courseNews(db, courseId)));
