import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { ok } from '@/core/kernel/problem';
import { standingOf } from '@/server/certificate';

/** Who has earned the certificate of a course and has none, and whose names another person by now. */
export const GET = forCourse(async ({ db, courseId }) => respond(ok(await standingOf(db, courseId))));
