import { and, eq, sql } from 'drizzle-orm';
import type { Facts, OccasionName } from '@/core/message';
import type { Database } from '../platform/database';
import { newId } from '../platform/ids';
import { message } from './schema';

type News<O extends OccasionName> = {
  readonly occasion: O;
  readonly facts: Facts[O];
  /** What it tells of, in words that are the same whenever the same thing is told. */
  readonly deed: string;
  readonly personId: string;
  readonly courseId: string;
  readonly enrolmentId: string | null;
  /** After that nobody needs it any more; milliseconds since 1970. */
  readonly until?: number | null;
};
/** Something somebody is to be told. */
export type NewMessage = { [O in OccasionName]: News<O> }[OccasionName];

/** So many are written with one statement. */
const atOnce = 500;

/**
 * Puts messages into the outbox, as part of the transaction in which what they tell of happens. Each is there once,
 * however often it is left. When it goes, and whether, is decided when it is sent.
 */
export async function leaveMessages(db: Database, messages: readonly NewMessage[], now: { toString(): string }) {
  const at = now.toString();
  const rows = messages.map(({ until = null, ...one }) => ({
    ...one,
    id: newId(),
    until: until === null ? null : new Date(until).toISOString(),
    madeAt: at,
    dueAt: at,
  }));
  for (let i = 0; i < rows.length; i += atOnce)
    await db
      .insert(message)
      .values(rows.slice(i, i + atOnce))
      .onConflictDoNothing({ target: message.deed });
}

/** Keeps back reminders of a meeting that has another time now. */
export const keepBackReminders = (db: Database, enrolmentId: string, lessonId: string, startsAt: number) =>
  db
    .update(message)
    .set({ state: 'kept-back', why: 'The session has another time now.' })
    .where(
      and(
        eq(message.enrolmentId, enrolmentId),
        eq(message.occasion, 'session-soon'),
        eq(message.state, 'waiting'),
        sql`${message.facts} #>> '{lesson,id}' = ${lessonId}`,
        sql`(${message.facts} ->> 'startsAt')::bigint = ${startsAt}`,
      ),
    );
