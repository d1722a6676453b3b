import { bodyOf, respond } from '@/app/_server/respond';
import { isId } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { can } from '@/core/people';
import { sayWhere, whereSchema } from '@/server/outline';
import { personOf } from '@/server/people';

/** Somebody says where in the course they are, for those who work on it too. Nothing is stored. */
export async function POST(request: Request, { params }: { params: Promise<{ courseId: string }> }): Promise<Response> {
  const { courseId } = await params;
  const person = await personOf(request.headers);
  if (!person || !isId(courseId) || !can(person, 'course.edit', { courseId })) return respond(fail('not-allowed', 'You do not work on this course.'));
  const where = await bodyOf(request);
  if (!whereSchema.isValidSync(where, { strict: true })) return respond(fail('invalid', 'This is no place in a course.'));
  await sayWhere(courseId, person, where);
  return respond(ok(null));
}
