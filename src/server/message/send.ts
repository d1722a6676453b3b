import { and, asc, eq, inArray, lte } from 'drizzle-orm';
import { Temporal } from '@/core/kernel/time';
import {
  type Choices,
  chooseLink,
  type Letter,
  type OccasionName,
  occasionOf,
  type Part,
  readFacts,
  verdict,
} from '@/core/message';
import { course } from '../outline';
import { school, user } from '../people';
import { config } from '../platform/config';
import { type Database, type Transaction, transaction } from '../platform/database';
import { log } from '../platform/log';
import type { Handed, Post } from '../platform/mail';
import { aroundOf, letterTo } from './around';
import { readChoices } from './choices';
import { letter, message, messageChoice } from './schema';
import { textsFor } from './texts';

/** The messages of so many people are sent in one transaction. */
const peopleAtOnce = 20;
/** So often a mail is given to a server that turns it away for now, ever more slowly. */
const mostTries = 8;
const minuteMs = 60_000;

type MessageRow = Omit<typeof message.$inferSelect, 'occasion'> & { readonly occasion: OccasionName };
type Reader = Pick<typeof user.$inferSelect, 'id' | 'name' | 'email' | 'zone' | 'locale'>;

/**
 * People to whom something is due. Whoever holds the row of the outbox that was due to somebody first sends all that is
 * due to them: so two workers never divide what belongs into one mail.
 */
async function duePeople(tx: Transaction, now: string): Promise<readonly string[]> {
  const { rows } = await tx.client.query<{ person_id: string }>(
    `select m.person_id from message m
     where m.id in (
       select head.id from (
         select distinct person_id from (
           select person_id from message where state = 'waiting' and due_at <= $1 order by due_at limit $2) soonest) p
       cross join lateral (
         select id from message where state = 'waiting' and person_id = p.person_id and due_at <= $1
         order by due_at, id limit 1) head)
     limit $3 for update skip locked`,
    [now, peopleAtOnce * 20, peopleAtOnce],
  );
  return rows.map((row) => row.person_id);
}

/** Everything that is needed to send what is due to some people. */
async function readDue(db: Database, people: readonly string[], now: string) {
  const rows = await db
    .select()
    .from(message)
    .where(and(inArray(message.personId, [...people]), eq(message.state, 'waiting'), lte(message.dueAt, now)))
    .orderBy(asc(message.madeAt), asc(message.id))
    .for('update');
  const readers: Reader[] = await db
    .select({ id: user.id, name: user.name, email: user.email, zone: user.zone, locale: user.locale })
    .from(user)
    .where(inArray(user.id, [...people]));
  const chosen = await db
    .select()
    .from(messageChoice)
    .where(inArray(messageChoice.personId, [...people]));
  const courseIds = [...new Set(rows.map(({ courseId }) => courseId))];
  const courses = await db
    .select({ id: course.id, title: course.title, slug: course.slug })
    .from(course)
    .where(inArray(course.id, courseIds));
  const [own] = await db.select({ name: school.name }).from(school);
  return {
    readers,
    school: own?.name ?? '',
    courses: new Map(courses.map((one) => [one.id, one])),
    texts: await textsFor(db, courseIds),
    messagesOf: (personId: string) => rows.filter((row) => row.personId === personId) as readonly MessageRow[],
    choicesOf: (personId: string) => readChoices(chosen.find((row) => row.personId === personId)?.choices),
  };
}
type Due = Awaited<ReturnType<typeof readDue>>;

const isoOf = (ms: number) => Temporal.Instant.fromEpochMilliseconds(ms).toString();
const set = (db: Database, rows: readonly MessageRow[], what: Partial<typeof message.$inferInsert>) =>
  db
    .update(message)
    .set(what)
    .where(
      inArray(
        message.id,
        rows.map(({ id }) => id),
      ),
    );

const waiting = (row: MessageRow) => ({
  occasion: row.occasion,
  since: Date.parse(row.madeAt),
  until: row.until === null ? null : Date.parse(row.until),
  wished: 'wished' in row.facts && row.facts.wished === true,
});

/** Puts off or keeps back what is not to be sent now; gives the rest, the messages of each mail together. */
async function sortOut(
  db: Database,
  due: Due,
  person: Reader,
  nowMs: number,
): Promise<readonly (readonly MessageRow[])[]> {
  const choices: Choices = due.choicesOf(person.id);
  const alone: MessageRow[] = [];
  const together: MessageRow[] = [];
  for (const row of due.messagesOf(person.id)) {
    const { isOn } = due.texts(row.courseId, row.occasion);
    const decided = isOn
      ? verdict(waiting(row), choices, person.zone, nowMs)
      : { never: 'This is switched off in the course, or in the school.' };
    if ('never' in decided) await set(db, [row], { state: 'kept-back', why: decided.never });
    else if ('later' in decided) await set(db, [row], { dueAt: isoOf(decided.later), why: decided.why });
    else (occasionOf(row.occasion).isUrgent ? alone : together).push(row);
  }
  return [...alone.map((row) => [row]), ...(together.length > 0 ? [together] : [])];
}

/** What a message comes to in a mail; null for what cannot be read any more. */
function partOf({ occasion, facts: kept, courseId }: MessageRow, person: Reader, due: Due): Part | null {
  const facts = readFacts(occasion, kept);
  const own = due.courses.get(courseId);
  return facts && own
    ? { occasion, facts, template: due.texts(courseId, occasion), around: aroundOf(person, own, due.school) }
    : null;
}

/** A mail; null where it cannot be put together, which must hold up nobody else's. */
function composedOf(person: Reader, parts: readonly Part[]): Letter | null {
  try {
    return letterTo(person, parts);
  } catch (error) {
    log.error({ err: error }, 'a mail could not be put together');
    return null;
  }
}

type Ready = {
  /** The first message gives the mail its id: sent again, it is the same mail. */
  readonly id: string;
  readonly rows: readonly MessageRow[];
  readonly person: Reader;
  readonly composed: Letter;
};

/** Keeps what became of the mails that were handed over. */
async function keepOutcome(db: Database, { id, rows, person, composed }: Ready, handed: Handed, now: Temporal.Instant) {
  if (handed.taken) {
    const sent = { id, personId: person.id, address: person.email, ...composed, sentAt: now.toString() };
    await db.insert(letter).values(sent);
    await set(db, rows, { state: 'sent', letterId: id, why: null });
    return;
  }
  const again = (ms: number) => ({ dueAt: isoOf(now.epochMilliseconds + ms) });
  if (handed.because === 'nobody-there') {
    const why = 'The mail server cannot be reached. It is tried again every minute.';
    await set(db, rows, { why, ...again(minuteMs) });
    return;
  }
  const tries = Math.max(...rows.map((one) => one.tries)) + 1;
  if (handed.because === 'refused')
    await set(db, rows, { state: 'failed', tries, why: `The mail server refused it: ${handed.words}` });
  else if (tries >= mostTries)
    await set(db, rows, { state: 'failed', tries, why: `The mail server would not take it: ${handed.words}` });
  else
    await set(db, rows, {
      ...{ tries, why: `The mail server would not take it yet: ${handed.words}` },
      ...again(minuteMs * 2 ** tries),
    });
}

/**
 * Sends what is due to some people. What the mail server has taken is kept as sent in the same transaction that holds
 * it; if the worker is ended in between, the same mail is sent again under the same id, by which servers and readers
 * know that they have it. Gives back how many people it has looked after; null when no mail server can be reached.
 */
export async function sendSome(post: Post, now = Temporal.Now.instant()): Promise<number | null> {
  return transaction(async (tx) => {
    const { db } = tx;
    const people = await duePeople(tx, now.toString());
    if (people.length === 0) return 0;
    const due = await readDue(db, people, now.toString());
    const ready: Ready[] = [];
    const fail = (rows: readonly MessageRow[]) =>
      set(db, rows, { state: 'failed', why: 'It could not be put together from what is kept.' });
    for (const person of due.readers)
      for (const together of await sortOut(db, due, person, now.epochMilliseconds)) {
        const read = together.map((row) => ({ row, part: partOf(row, person, due) }));
        const whole = read.flatMap(({ row, part }) => (part ? [{ row, part }] : []));
        const rows = whole.map(({ row }) => row);
        const [first] = rows;
        const composed = first
          ? composedOf(
              person,
              whole.map(({ part }) => part),
            )
          : null;
        // What cannot be read any more is no part of the mail of the others.
        const broken = composed ? together.filter((row) => !rows.includes(row)) : together;
        if (broken.length > 0) await fail(broken);
        if (first && composed) ready.push({ id: first.id, rows, person, composed });
      }
    const handed = await Promise.all(
      ready.map(({ id, person, composed }) =>
        post.send({
          ...{ id, from: due.school, choose: chooseLink(config.address), ...composed },
          to: { name: person.name, address: person.email },
        }),
      ),
    );
    for (const [i, one] of ready.entries()) await keepOutcome(db, one, handed[i] as Handed, now);
    return handed.some((one) => !one.taken && one.because === 'nobody-there') ? null : people.length;
  });
}
