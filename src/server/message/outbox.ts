import { and, eq, sql } from 'drizzle-orm';
import type { Facts, OccasionName } from '@/core/message';
import type { Database, Transaction } from '../platform/database';
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

/**
 * Puts messages into the outbox, as part of the transaction in which what they tell of happens. Each is there once,
 * however often it is left. When it goes, and whether, is decided when it is sent.
 */
export async function leaveMessages(tx: Transaction, messages: readonly NewMessage[], now: { toString(): string }) {
  if (messages.length === 0) return;
  const rows = messages.map(({ until = null, ...one }) => ({
    ...{ ...one, id: newId() },
    until: until === null ? null : new Date(until).toISOString(),
  }));
  // One value for all rows: to put a statement of thousands of values together takes longer than to do it.
  await tx.client.query(
    `insert into message (id, deed, occasion, person_id, course_id, enrolment_id, facts, until, made_at, due_at)
     select id, deed, occasion, "personId", "courseId", "enrolmentId", facts, until, $2, $2
     from jsonb_to_recordset($1::jsonb) as n(id uuid, deed text, occasion text, "personId" text, "courseId" uuid,
       "enrolmentId" uuid, facts jsonb, until timestamptz)
     on conflict (deed) do nothing`,
    [JSON.stringify(rows), now.toString()],
  );
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
