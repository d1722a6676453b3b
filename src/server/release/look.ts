import { asc, inArray, lte, sql } from 'drizzle-orm';
import { Temporal } from '@/core/kernel/time';
import { type LearnerRecords, newsFor, waitsForDeeds } from '@/core/learning';
import type { CourseDocument } from '@/core/outline';
import { type EnrolledLearner, instantFrom, learnersIn } from '../enrolment';
import { recordsAlone, recordsOf } from '../learning';
import { keepBackReminders, leaveMessages, type NewMessage } from '../message';
import { liveDocuments } from '../outline';
import { type Transaction, transaction } from '../platform/database';
import type { Whose } from '../platform/jobs';
import { log } from '../platform/log';
import { nextMoment, openingWish } from './schema';

/** So many enrolments are looked at in one transaction. */
const atOnce = 300;
/** How long one waits whose look broke down, so that it holds up nobody else. */
const brokenMs = 3_600_000;

type Moment = Pick<typeof nextMoment.$inferSelect, 'enrolmentId' | 'meets' | 'looks' | 'lookedAt'> & {
  readonly opened: ReadonlySet<string> | null;
};

/** Enrolments whose moment has come, held for this transaction; those another worker holds are left to it. */
async function due(tx: Transaction, now: Temporal.Instant, most: number): Promise<readonly Moment[]> {
  const rows = await tx.db
    .select({
      enrolmentId: nextMoment.enrolmentId,
      // As one text: reading a long array value by value takes longer than everything else here.
      opened: sql<string | null>`array_to_string(${nextMoment.opened}, ',')`,
      meets: nextMoment.meets,
      looks: nextMoment.looks,
      lookedAt: nextMoment.lookedAt,
    })
    .from(nextMoment)
    .where(lte(nextMoment.at, now.toString()))
    .orderBy(asc(nextMoment.at))
    .limit(most)
    .for('update', { skipLocked: true });
  return rows.map(({ opened, ...row }) => ({
    ...row,
    opened: opened === null ? null : new Set(opened === '' ? [] : opened.split(',')),
  }));
}

/** What a look at one enrolment comes to: what is to be told, and what is known from now on. */
type Look = {
  readonly messages: readonly NewMessage[];
  readonly movedFrom: readonly { readonly lessonId: string; readonly startsAt: number }[];
  readonly row: {
    readonly id: string;
    readonly at: string | null;
    readonly opened: readonly string[];
    readonly meets: Moment['meets'];
  };
};

const named = ({ id, title }: { readonly id: string; readonly title: string }) => ({ id, title });
const isoOf = (ms: number | null) => (ms === null ? null : Temporal.Instant.fromEpochMilliseconds(ms).toString());

function look(
  moment: Moment,
  learner: EnrolledLearner,
  document: CourseDocument,
  records: LearnerRecords,
  wishes: ReadonlySet<string>,
  nowMs: number,
): Look {
  const { enrolmentId, opened, meets, looks } = moment;
  const since = instantFrom(moment.lookedAt ?? learner.begunAt).epochMilliseconds;
  const news = newsFor(document, learner.clock, records, { opened, since, meets, wishes }, nowMs);
  const about = { personId: learner.learnerId, courseId: learner.courseId, enrolmentId };
  const messages: NewMessage[] = [];
  const [first] = news.opened;
  if (first)
    messages.push({
      ...{ ...about, occasion: 'opens', deed: `opens/${enrolmentId}/${first.id}` },
      facts: { lessons: news.opened.map(named), wished: news.opened.some(({ id }) => wishes.has(id)) },
    });
  for (const { lesson, startsAt, lead } of news.soon)
    messages.push({
      ...{ ...about, occasion: 'session-soon', until: startsAt },
      deed: `session-soon/${enrolmentId}/${lesson.id}/${startsAt}/${lead}`,
      facts: { lesson: named(lesson), startsAt, minutes: lesson.live?.minutes ?? 0 },
    });
  for (const { lesson, from, to } of news.moved)
    messages.push({
      ...{ ...about, occasion: 'session-moved', until: Math.max(from, to ?? from) },
      deed: `session-moved/${enrolmentId}/${lesson.id}/${from}/${looks}`,
      facts: { lesson: named(lesson), from, to },
    });
  if (news.accessEnds !== null)
    messages.push({
      ...{ ...about, occasion: 'access-ends', until: news.accessEnds },
      deed: `access-ends/${enrolmentId}/${news.accessEnds}`,
      facts: { endsAt: news.accessEnds },
    });
  return {
    messages,
    movedFrom: news.moved.map(({ lesson, from }) => ({ lessonId: lesson.id, startsAt: from })),
    row: { id: enrolmentId, at: isoOf(news.next), opened: news.nowOpen, meets: news.knows },
  };
}

/** Writes what is known from now on of all enrolments that were looked at, with one statement. */
async function remember(tx: Transaction, rows: readonly Look['row'][], now: Temporal.Instant): Promise<void> {
  await tx.client.query(
    `update next_moment m
     set at = n.at, meets = n.meets, looked_at = $2, looks = looks + 1,
       opened = coalesce(m.opened, '{}') || array(select jsonb_array_elements_text(n.opened))::uuid[]
     from jsonb_to_recordset($1::jsonb) as n(id uuid, at timestamptz, opened jsonb, meets jsonb)
     where m.enrolment_id = n.id`,
    [JSON.stringify(rows), now.toString()],
  );
}

/** Lessons that some learners want to be told of. */
async function wishesOf(tx: Transaction, ids: readonly string[]): Promise<ReadonlyMap<string, ReadonlySet<string>>> {
  const rows = await tx.db
    .select({ enrolmentId: openingWish.enrolmentId, lessonId: openingWish.lessonId })
    .from(openingWish)
    .where(inArray(openingWish.enrolmentId, [...ids]));
  const found = new Map<string, Set<string>>();
  for (const { enrolmentId, lessonId } of rows)
    found.set(enrolmentId, (found.get(enrolmentId) ?? new Set()).add(lessonId));
  return found;
}

/**
 * Looks at some of the enrolments whose moment has come, and puts what is to be told into the outbox. All of it is one
 * transaction: a worker that is ended in the middle leaves everything as it was, and another one does it. Gives back
 * how many it has looked at; none when there are none left.
 */
export async function lookAtSome(now = Temporal.Now.instant(), most = atOnce): Promise<number> {
  let held: readonly string[] = [];
  try {
    return await lookAt(most, now, (ids) => {
      held = ids;
    });
  } catch (error) {
    log.error({ err: error, most }, 'looks broke down');
    // One that breaks down takes the others of its transaction with it: it is looked for, and put off.
    if (most > 1) return lookAtSome(now, Math.floor(most / 2));
    const later = now.add({ milliseconds: brokenMs }).toString();
    await transaction((tx) =>
      tx.db
        .update(nextMoment)
        .set({ at: later })
        .where(inArray(nextMoment.enrolmentId, [...held])),
    );
    return held.length;
  }
}

async function lookAt(most: number, now: Temporal.Instant, hold: (ids: readonly string[]) => void): Promise<number> {
  return transaction(async (tx) => {
    const moments = await due(tx, now, most);
    if (moments.length === 0) return 0;
    const ids = moments.map(({ enrolmentId }) => enrolmentId);
    hold(ids);
    const learners = new Map((await learnersIn(tx.db, ids)).map((one) => [one.enrolmentId, one]));
    const documents = await liveDocuments(tx.db, [...new Set([...learners.values()].map(({ courseId }) => courseId))]);
    const needing = [...learners.values()].filter(({ courseId }) => {
      const document = documents.get(courseId);
      return document !== undefined && waitsForDeeds(document);
    });
    const records = await recordsOf(tx.db, needing);
    const wishes = await wishesOf(tx, ids);
    const looks = moments.map((moment): Look => {
      const { enrolmentId, meets } = moment;
      const learner = learners.get(enrolmentId);
      const document = learner && documents.get(learner.courseId);
      // An enrolment that is over, or a course of which nothing is published: nothing happens until somebody does
      // something.
      if (!learner || learner.endedAt !== null || !document)
        return { messages: [], movedFrom: [], row: { id: enrolmentId, at: null, opened: [], meets } };
      return look(
        moment,
        learner,
        document,
        records.get(enrolmentId) ?? recordsAlone(learner),
        wishes.get(enrolmentId) ?? new Set(),
        now.epochMilliseconds,
      );
    });
    await remember(
      tx,
      looks.map(({ row }) => row),
      now,
    );
    for (const { movedFrom, row } of looks)
      for (const { lessonId, startsAt } of movedFrom) await keepBackReminders(tx.db, row.id, lessonId, startsAt);
    await leaveMessages(
      tx,
      looks.flatMap(({ messages }) => messages),
      now,
    );
    return moments.length;
  });
}

const wantedBy = {
  courseId: 'course_id = $1',
  cohortId: 'cohort_id = $1',
  personId: 'learner_id = $1',
  enrolmentIds: 'id = any($1::uuid[])',
} as const;

/** Has some enrolments looked at as soon as a worker is free, be it for the first time. */
export async function lookAgain(whose: Whose): Promise<void> {
  const [[field, value]] = Object.entries(whose) as [[keyof typeof wantedBy, string | string[]]];
  await transaction((tx) =>
    tx.client.query(
      `insert into next_moment (enrolment_id, at)
       select id, now() from enrolment where ended_at is null and ${wantedBy[field]}
       order by id
       on conflict (enrolment_id) do update set at = least(next_moment.at, excluded.at)`,
      [value],
    ),
  );
}

/**
 * Has those looked at that nobody has looked at yet, or that were looked at in a time that has not come: clocks were
 * wrong then.
 */
export async function lookAtForgotten(now = Temporal.Now.instant()): Promise<void> {
  await transaction((tx) =>
    tx.client.query(
      `insert into next_moment (enrolment_id, at)
       select e.id, $1 from enrolment e left join next_moment m on m.enrolment_id = e.id
       where e.ended_at is null and e.at <= $1 and (m.enrolment_id is null or m.looked_at > $1)
       order by e.id
       on conflict (enrolment_id) do update set at = excluded.at, looked_at = null`,
      [now.toString()],
    ),
  );
}
