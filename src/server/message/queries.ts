import { and, desc, eq, inArray, type SQL, sql } from 'drizzle-orm';
import { type RowsPage, rowsBefore, rowsPerPage } from '@/core/kernel/page';
import { type Letter, type OccasionName, readFacts } from '@/core/message';
import { can, everywhere } from '@/core/people';
import { course } from '../outline';
import { type Person, schoolFacts, user } from '../people';
import { contains } from '../platform/contains';
import type { Database } from '../platform/database';
import { aroundOf, letterTo } from './around';
import { letter, message } from './schema';
import { type Arrived, arrivedAs } from './stand-in';
import { textsFor } from './texts';

export type MessageState = (typeof message.$inferSelect)['state'];
/** A message as the outbox lists it. Moments are instants, ISO 8601. */
export type OutboxRow = {
  readonly id: string;
  readonly occasion: OccasionName;
  readonly person: string;
  readonly courseId: string;
  readonly course: string;
  readonly state: MessageState;
  readonly why: string | null;
  readonly madeAt: string;
  readonly dueAt: string;
  readonly sentAt: string | null;
};

/** Which messages somebody may see: those of the courses whose messages they may read. */
function seenBy(person: Person): SQL | undefined {
  if (everywhere(person, 'message.read')) return undefined;
  const own = Object.keys(person.courses).filter((courseId) => can(person, 'message.read', { courseId }));
  return inArray(message.courseId, own);
}

const columns = {
  id: message.id,
  occasion: sql<OccasionName>`${message.occasion}`,
  person: user.name,
  courseId: message.courseId,
  course: course.title,
  state: message.state,
  why: message.why,
  madeAt: message.madeAt,
  dueAt: message.dueAt,
  sentAt: letter.sentAt,
};
export type OutboxAsked = {
  readonly courseId: string | null;
  readonly state: MessageState | null;
  readonly find: string;
  readonly page: number;
};

/** A page of the outbox, the newest first, and how many there are in each state. */
export async function outboxPage(
  db: Database,
  person: Person,
  { courseId, state, find, page }: OutboxAsked,
): Promise<RowsPage<OutboxRow> & { readonly counts: { readonly [S in MessageState]: number } }> {
  const seen = and(seenBy(person), courseId === null ? undefined : eq(message.courseId, courseId));
  const named = db
    .select({ id: user.id })
    .from(user)
    .where(contains(sql`${user.name} || ' ' || ${user.email}`, find));
  const words = find === '' ? undefined : inArray(message.personId, named);
  const wanted = and(seen, state === null ? undefined : eq(message.state, state), words);
  const rows = await db
    .select(columns)
    .from(message)
    .innerJoin(user, eq(user.id, message.personId))
    .innerJoin(course, eq(course.id, message.courseId))
    .leftJoin(letter, eq(letter.id, message.letterId))
    .where(wanted)
    .orderBy(desc(message.madeAt), desc(message.id))
    .limit(rowsPerPage)
    .offset(rowsBefore(page));
  const counted = await db
    .select({ state: message.state, count: sql<number>`count(*)::int` })
    .from(message)
    .where(and(seen, words))
    .groupBy(message.state);
  const of = (one: MessageState) => counted.find((row) => row.state === one)?.count ?? 0;
  const counts = { waiting: of('waiting'), sent: of('sent'), failed: of('failed'), 'kept-back': of('kept-back') };
  const found = state === null ? counted.reduce((sum, { count }) => sum + count, 0) : counts[state];
  return { rows, found, page, counts };
}

export type MessageView = OutboxRow & {
  readonly address: string;
  readonly zone: string;
  /** The mail as it was sent, or as it would be now. */
  readonly letter: Letter;
  /** What else was in the same mail. */
  readonly others: number;
  /** The mail as it arrived, where the stand-in took it. */
  readonly arrived: Arrived | null;
};

/** A message with its mail; null when it is not there or not for whoever asks. */
export async function messageOf(db: Database, person: Person, id: string): Promise<MessageView | null> {
  const wanted = {
    ...columns,
    facts: message.facts,
    letterId: message.letterId,
    letter,
    slug: course.slug,
    reader: user,
  };
  const [found] = await db
    .select(wanted)
    .from(message)
    .innerJoin(user, eq(user.id, message.personId))
    .innerJoin(course, eq(course.id, message.courseId))
    .leftJoin(letter, eq(letter.id, message.letterId))
    .where(and(eq(message.id, id), seenBy(person)));
  if (!found) return null;
  const { facts: kept, letterId, letter: sent, slug, reader, ...row } = found;
  const facts = readFacts(row.occasion, kept);
  const texts = await textsFor(db, [row.courseId]);
  const around = aroundOf(reader, { title: row.course, slug }, (await schoolFacts(db))?.name ?? '');
  const wouldBe = facts
    ? letterTo(reader, [{ occasion: row.occasion, facts, template: texts(row.courseId, row.occasion), around }])
    : { subject: '', text: 'What this told of cannot be read any more.', html: '' };
  return {
    ...row,
    address: sent?.address ?? reader.email,
    zone: reader.zone,
    letter: sent ?? wouldBe,
    others: letterId ? (await db.$count(message, eq(message.letterId, letterId))) - 1 : 0,
    arrived: letterId ? await arrivedAs(db, letterId) : null,
  };
}

/** The last mails somebody got, to be read where they are signed in. */
export const lettersTo = (db: Database, personId: string) =>
  db
    .select({ id: letter.id, subject: letter.subject, text: letter.text, sentAt: letter.sentAt })
    .from(letter)
    .where(eq(letter.personId, personId))
    .orderBy(desc(letter.sentAt))
    .limit(20);
