import { forCourse } from '@/app/_server/routes';
import { differencesToLive } from '@/server/outline';

/** What has changed since the live edition, in words. */
export const GET = forCourse(async ({ db, courseId }) => Response.json(await differencesToLive(db, courseId)));
