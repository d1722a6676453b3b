import { isId } from '@/core/kernel/ids';
import { fail } from '@/core/kernel/problem';
import { can } from '@/core/people';
import { courseIsThere } from '@/server/outline';
import { type Person, personOf } from '@/server/people';
import { respond } from './respond';

export type CourseParams = { readonly params: Promise<{ readonly courseId: string }> };

/** Who works on the course an address names, decided anew for each request; otherwise the answer that refuses. */
export async function atWork(request: Request, { params }: CourseParams): Promise<{ readonly person: Person; readonly courseId: string } | Response> {
  const [person, { courseId }] = await Promise.all([personOf(request.headers), params]);
  if (!person) return respond(fail('not-signed-in', 'You are not signed in any more. Sign in again.'));
  if (!isId(courseId) || !can(person, 'course.edit', { courseId })) return respond(fail('not-allowed', 'You do not work on this course.'));
  if (!(await courseIsThere(courseId))) return respond(fail('not-found', 'This course is not there any more.'));
  return { person, courseId };
}

/** A revision as an address gives it, or null: a whole number that a column can hold. */
export function revisionIn(words: string | null): number | null {
  const revision = words === null ? Number.NaN : Number(words);
  return Number.isInteger(revision) && revision >= 0 && revision < 2 ** 31 ? revision : null;
}
