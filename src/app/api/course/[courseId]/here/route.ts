import { bodyOf, respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { parsed } from '@/core/kernel/parse';
import { ok } from '@/core/kernel/problem';
import { sayWhere, whereSchema } from '@/server/outline';

/** Somebody says where in the course they are, for those who work on it too. Nothing is stored. */
export const POST = forCourse(async ({ request, courseId, person }) => {
  const where = parsed(whereSchema, await bodyOf(request));
  if (!where.ok) return respond(where);
  await sayWhere(courseId, person, where.value);
  return respond(ok(null));
});
