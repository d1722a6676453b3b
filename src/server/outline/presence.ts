import { and, eq, gt, lt, sql } from 'drizzle-orm';
import { boolean, type InferType, object, string } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { database, pool } from '../platform/database';
import { listen } from '../platform/listen';
import { presence } from './schema';

/** Where a browser with the course open is looking; said again every so often, and forgotten after a while. */
export const whereSchema = object({
  client: idSchema,
  stage: string().max(20).defined(),
  /** The lesson or section they are in; null when nowhere in particular. */
  id: string().max(40).nullable().defined(),
  leaving: boolean().required(),
}).noUnknown();
export type Where = InferType<typeof whereSchema>;
export type Present = Omit<Where, 'leaving'> & { readonly personId: string; readonly name: string };

const forgetAfterSeconds = 40;

/** Who has a course open, and where in it; the same from every process, since it stands in the database. */
export const whoIsHere = (courseId: string): Promise<Present[]> =>
  database()
    .select({
      client: presence.client,
      stage: presence.stage,
      id: presence.at,
      personId: presence.personId,
      name: presence.name,
    })
    .from(presence)
    .where(and(eq(presence.courseId, courseId), gt(presence.until, sql`now()`)));

/** Calls `changed` when somebody comes to a course, moves in it or leaves. Ends when the answer is called. */
export const watchPeople = (courseId: string, changed: () => void): Promise<() => void> =>
  listen('mosaik_here', (payload) => payload === courseId && changed(), changed);

export async function sayWhere(
  courseId: string,
  person: { readonly id: string; readonly name: string },
  { client, stage, id, leaving }: Where,
): Promise<void> {
  if (leaving) return sayLeft(courseId, client);
  const said = {
    ...{ courseId, personId: person.id, name: person.name.slice(0, 80), stage, at: id },
    until: sql`now() + make_interval(secs => ${forgetAfterSeconds})`,
  };
  await database()
    .insert(presence)
    .values({ ...said, client })
    .onConflictDoUpdate({ target: presence.client, set: said });
  await tell(courseId);
}

/** Forgets a browser that has gone, and whoever went without a word. */
export async function sayLeft(courseId: string, client: string): Promise<void> {
  const db = database();
  await db.delete(presence).where(and(eq(presence.courseId, courseId), eq(presence.client, client)));
  await db.delete(presence).where(lt(presence.until, sql`now()`));
  await tell(courseId);
}

const tell = (courseId: string) => pool().query('select pg_notify($1, $2)', ['mosaik_here', courseId]);
