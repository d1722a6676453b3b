import { atWork, type CourseParams } from '@/app/_server/course-door';
import { bodyOf, respond } from '@/app/_server/respond';
import { parsed } from '@/core/kernel/parse';
import { ok } from '@/core/kernel/problem';
import { sayWhere, whereSchema } from '@/server/outline';

/** Somebody says where in the course they are, for those who work on it too. Nothing is stored. */
export async function POST(request: Request, route: CourseParams): Promise<Response> {
  const work = await atWork(request, route);
  if (work instanceof Response) return work;
  const where = parsed(whereSchema, await bodyOf(request));
  if (!where.ok) return respond(where);
  await sayWhere(work.courseId, work.person, where.value);
  return respond(ok(null));
}
