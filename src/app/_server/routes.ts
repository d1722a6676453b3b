import { isId } from '@/core/kernel/ids';
import { fail } from '@/core/kernel/problem';
import { can, makesCourses } from '@/core/people';
import { courseIsThere } from '@/server/outline';
import { type Person, personOf } from '@/server/people';
import { type Database, database } from '@/server/platform/database';
import { problemOf } from '@/server/platform/trouble';
import { respond } from './respond';

/**
 * The doors of the addresses that are no pages, the same way as the doors of pages: an answer is made with
 * what a door gives. Whatever goes wrong behind one is a problem with a sentence and the right status.
 */
export type { Database };

type Params = { readonly [name: string]: string };
type Asked = { readonly request: Request; readonly params: Params; readonly db: Database };
type Answer<T> = (asked: Asked & T) => Promise<Response> | Response;
type Route = (request: Request, context: { readonly params: Promise<object> }) => Promise<Response>;

const guarded =
  (answer: (asked: Asked & { readonly person: Person | null }) => Promise<Response> | Response): Route =>
  async (request, context) => {
    try {
      const [person, params] = await Promise.all([personOf(database(), request.headers), context.params]);
      return await answer({ request, params: params as Params, db: database(), person });
    } catch (error) {
      return respond({ ok: false, problem: problemOf(error, new URL(request.url).pathname) });
    }
  };

/** For everybody, signed in or not. */
export const forAnybody = (answer: Answer<{ readonly person: Person | null }>): Route => guarded(answer);

/** For whoever is signed in. */
export const forPerson = (answer: Answer<{ readonly person: Person }>): Route =>
  guarded(({ person, ...asked }) =>
    person
      ? answer({ ...asked, person })
      : respond(fail('not-signed-in', 'You are not signed in any more. Sign in again.')),
  );

/** For whoever makes courses. */
export const forMaker = (answer: Answer<{ readonly person: Person }>): Route =>
  forPerson((asked) =>
    makesCourses(asked.person) ? answer(asked) : respond(fail('not-allowed', 'You do not work on any course.')),
  );

export type AtWork = { readonly person: Person; readonly courseId: string };

/** For those who work on the course an address names, decided anew for each request. */
export const forCourse = (answer: Answer<AtWork>): Route =>
  forPerson(async (asked) => {
    const { person, params, db } = asked;
    const { courseId } = params;
    if (!isId(courseId) || !can(person, 'course.edit', { courseId }))
      return respond(fail('not-allowed', 'You do not work on this course.'));
    if (!(await courseIsThere(db, courseId))) return respond(fail('not-found', 'This course is not there any more.'));
    return answer({ ...asked, courseId });
  });

/** Whether somebody who was let in to a course would still be. */
export async function stillAtWork(headers: Headers, courseId: string): Promise<boolean> {
  const person = await personOf(database(), headers);
  return person !== null && can(person, 'course.edit', { courseId }) && (await courseIsThere(database(), courseId));
}

/** A revision as an address gives it, or null: a whole number that a column can hold. */
export function revisionIn(words: string | null): number | null {
  const revision = words === null ? Number.NaN : Number(words);
  return Number.isInteger(revision) && revision >= 0 && revision < 2 ** 31 ? revision : null;
}
