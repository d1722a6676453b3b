import { eq, sql } from 'drizzle-orm';
import type { Temporal } from '@/core/kernel/time';
import { type CourseDocument, findLesson, type LessonDocument } from '@/core/outline';
import {
  byCategory,
  deedText,
  type Follow,
  type FollowDeed,
  type FollowFacts,
  holdsFor,
  type PaperScore,
  passes,
} from '@/core/quiz';
import { addTag, beginOrWait, setOpened } from '../enrolment';
import { leaveMessages } from '../message';
import { course, editionDocument } from '../outline';
import { user } from '../people';
import type { Transaction } from '../platform/database';
import { followed } from './schema';
import type { SittingRow } from './sitting';

/** What conditions ask of a sitting. */
const followFacts = (row: SittingRow, lesson: LessonDocument, score: PaperScore): FollowFacts => ({
  share: score.share,
  passed: passes(score.share, lesson.quiz?.passPercent ?? 0),
  number: row.number,
  categories: byCategory(lesson.questions, score),
});

/** What a deed is done about. */
type About = {
  readonly row: SittingRow;
  readonly lesson: LessonDocument;
  readonly deedName: string;
  readonly titles: ReadonlyMap<string, string>;
  readonly now: Temporal.Instant;
};
/** Does a deed; why it cannot be done, in a sentence, or null. */
type Doer<D> = (tx: Transaction, deed: D, about: About) => Promise<string | null>;

const tell = async (tx: Transaction, text: string, offerId: string | null, about: About): Promise<string | null> => {
  const { row, lesson, deedName, titles, now } = about;
  const title = offerId === null ? null : titles.get(offerId);
  if (offerId !== null && title === undefined) return 'The session is not part of the course any more.';
  await leaveMessages(
    tx,
    [
      {
        ...{ occasion: 'from-result', deed: deedName },
        facts: {
          ...{ lesson: { id: lesson.id, title: lesson.title }, text },
          offer: offerId === null ? null : { id: offerId, title: title ?? '' },
        },
        ...{ personId: row.learnerId, courseId: row.courseId, enrolmentId: row.enrolmentId },
      },
    ],
    now,
  );
  return null;
};

const doers: { readonly [D in FollowDeed['do']]: Doer<Extract<FollowDeed, { do: D }>> } = {
  message: (tx, { text }, about) => tell(tx, text, null, about),
  session: (tx, { text, lessonId }, about) => tell(tx, text, lessonId, about),
  async tag(tx, { tag }, { row }) {
    await addTag(tx, row.enrolmentId, tag);
    return null;
  },
  async open(tx, { of }, { row, titles, now }) {
    if (!titles.has(of)) return 'It is not part of the course any more.';
    await setOpened(tx, row.enrolmentId, of, true, now);
    return null;
  },
  async enrol(tx, { courseId, cohortId }, { row, now }) {
    const [there] = await tx.db.select({ id: course.id }).from(course).where(eq(course.id, courseId));
    if (!there) return 'The course is not there any more.';
    const begun = await beginOrWait(tx, courseId, row.learnerId, cohortId, now);
    if (!begun.ok) return begun.problem.sentence;
    return begun.value.became === 'waits' ? 'It is full; the learner waits for a seat.' : null;
  },
  async staff(tx, { text }, { row, lesson, deedName, now }) {
    // Whoever works on the course, and the owner where nobody does; never the learner.
    const { rows } = await tx.db.execute<{ id: string }>(sql`
      select user_id as id from course_staff where course_id = ${row.courseId} and user_id <> ${row.learnerId}`);
    const { rows: owners } = await tx.db.execute<{ id: string }>(
      sql`select id from "user" where role = 'owner' and id <> ${row.learnerId}`,
    );
    const [learner] = await tx.db.select({ name: user.name }).from(user).where(eq(user.id, row.learnerId));
    await leaveMessages(
      tx,
      (rows.length > 0 ? rows : owners).map(({ id }) => ({
        ...({ occasion: 'staff-told', deed: `${deedName}/${id}` } as const),
        facts: { lesson: { id: lesson.id, title: lesson.title }, about: learner?.name ?? '', text },
        ...{ personId: id, courseId: row.courseId, enrolmentId: null },
      })),
      now,
    );
    return null;
  },
};

/** The titles of the sections and lessons of an edition, by their ids. */
const titlesIn = ({ sections }: CourseDocument): ReadonlyMap<string, string> =>
  new Map(
    sections.flatMap((section) => [
      [section.id, section.title] as const,
      ...section.lessons.map((one) => [one.id, one.title] as const),
    ]),
  );

/**
 * Does what follows from a result, as the edition that is live says it: each deed once for a learner, whatever is
 * marked or put right afterwards. What cannot be done is kept with the reason, and costs nothing else.
 */
export async function followUp(
  tx: Transaction,
  row: SittingRow,
  paper: LessonDocument,
  score: PaperScore,
  now: Temporal.Instant,
): Promise<void> {
  const [head] = await tx.db.select({ live: course.liveEditionId }).from(course).where(eq(course.id, row.courseId));
  const live = head?.live ? await editionDocument(tx.db, head.live) : null;
  const lesson = live && findLesson(live, row.lessonId);
  const switchedOn = (lesson?.quiz?.follows ?? []).filter(({ on }) => on);
  if (!live || !lesson || switchedOn.length === 0) return;
  const facts = followFacts(row, paper, score);
  const follows = switchedOn.filter(({ when }) => holdsFor(when, facts));
  if (follows.length === 0) return;
  const titles = titlesIn(live);
  for (const follow of follows)
    for (const [i, deed] of follow.deeds.entries()) await doOnce(tx, follow, i, deed, { row, lesson, titles, now });
}

async function doOnce(
  tx: Transaction,
  follow: Follow,
  i: number,
  deed: FollowDeed,
  about: Omit<About, 'deedName'>,
): Promise<void> {
  const { row, titles, now } = about;
  const place = { enrolmentId: row.enrolmentId, lessonId: row.lessonId, followId: follow.id, deed: i };
  const said = deedText(deed, (id) => titles.get(id) ?? 'another course');
  const made = await tx.db
    .insert(followed)
    .values({ ...place, sittingId: row.id, at: now.toString(), said })
    .onConflictDoNothing()
    .returning({ deed: followed.deed });
  if (made.length === 0) return;
  const deedName = `followed/${row.enrolmentId}/${row.lessonId}/${follow.id}/${i}`;
  const problem = await (doers[deed.do] as Doer<FollowDeed>)(tx, deed, { ...about, deedName });
  if (problem === null) return;
  await tx.db
    .update(followed)
    .set({ problem })
    .where(
      sql`${followed.enrolmentId} = ${row.enrolmentId} and ${followed.lessonId} = ${row.lessonId}
        and ${followed.followId} = ${follow.id} and ${followed.deed} = ${i}`,
    );
}
