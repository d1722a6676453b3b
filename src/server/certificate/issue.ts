import { eq, inArray, sql } from 'drizzle-orm';
import { type AwardSettings, type Design, designFrom, type Facts } from '@/core/certificate';
import { percentText } from '@/core/gradebook';
import { divide, rational, zero } from '@/core/kernel/exact';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { Temporal, wallTime } from '@/core/kernel/time';
import type { Learning } from '../learning';
import { leaveMessages } from '../message';
import { course as courseTable } from '../outline';
import { schoolFacts } from '../people';
import type { Database, Transaction } from '../platform/database';
import { newId, newToken } from '../platform/ids';
import { allLater } from '../platform/jobs';
import { ensureKey } from './badge/keys';
import { designInUse } from './designs';
import { checkedDesign } from './draw';
import { courseFacts, drawnNumber, gradeFacts, sampleFacts } from './facts';
import { certificate } from './schema';

/** What a certificate is for: the course as a whole, or one of its quizzes. */
export type About = {
  readonly lessonId: string | null;
  readonly title: string;
  /** As the check page tells it, and as designs do. */
  readonly grade: string | null;
  readonly grades: Facts['grade'];
};

export const aboutCourse = ({ view }: Learning): About => ({
  lessonId: null,
  title: view.document.course.title,
  grade: view.sheet.grade ? view.sheet.gradeText : null,
  grades: gradeFacts(view.sheet.grade, view.sheet.band),
});

/** The quizzes whose certificate somebody has earned: passed by what they have reached, and shown to them. */
export function quizzesEarned({ view }: Learning, now: Temporal.Instant): About[] {
  const lines = new Map(view.sheet.lines.map(({ item, entry }) => [item.id, entry]));
  return view.lessons.flatMap(({ lesson, passed }) => {
    const entry = lines.get(lesson.id);
    const from = lesson.quiz?.showsFrom;
    // Before the day from which results are shown, a certificate would tell them.
    const isKept = from ? Temporal.Instant.compare(now, Temporal.Instant.from(from)) < 0 : false;
    if (!lesson.quiz?.certifies || passed !== true || entry?.state !== 'points' || isKept) return [];
    const share = entry.of > 0 ? divide(entry.points, rational(entry.of)) : zero;
    return [
      {
        lessonId: lesson.id,
        title: `${lesson.title} (${view.document.course.title})`,
        grade: percentText(share),
        grades: gradeFacts(share, null),
      },
    ];
  });
}

/** What a course looks like that has chosen no design: the first pattern. */
const plainDesign = designFrom('river', 'a4-across', newId);

/**
 * The design a course's certificates have. Editions of before there were designs name none; then it is what the course
 * has by now.
 */
async function designFor(db: Database, courseId: string, named: string | null): Promise<Design> {
  const [row] =
    named === null
      ? await db.select({ award: courseTable.award }).from(courseTable).where(eq(courseTable.id, courseId))
      : [];
  return (await designInUse(db, named ?? row?.award.designId ?? null)) ?? plainDesign;
}

/** When a certificate ends that is issued now: the same day so many months later, at its end where the school is. */
function expiryOf({ validMonths }: AwardSettings, now: Temporal.Instant, zone: string): string | null {
  if (validMonths === null) return null;
  const last = wallTime(now, zone).toPlainDate().add({ months: validMonths, days: 1 });
  return last.toZonedDateTime(zone).toInstant().toString();
}

/** Whose certificate, and for what. */
export type Wanted = { readonly found: Learning; readonly about: About };
/** `anew`: also after one that was withdrawn. `replaces`: the certificate in whose place this one is issued. */
type How = { readonly anew?: boolean; readonly replaces?: string | null };
export type Issued = Result<{ readonly id: string; readonly isNew: boolean }>;

const placeOf = (enrolmentId: string, lessonId: string | null) => `${enrolmentId} ${lessonId ?? ''}`;

/** What some enrolments have by now, by place: the certificate that holds, or else the one withdrawn last. */
async function issuedAlready(db: Database, enrolmentIds: readonly string[]) {
  const { id, enrolmentId, lessonId, withdrawnAt } = certificate;
  const rows = await db
    .selectDistinctOn([enrolmentId, lessonId], { id, enrolmentId, lessonId, withdrawnAt })
    .from(certificate)
    .where(inArray(enrolmentId, [...enrolmentIds]))
    .orderBy(enrolmentId, lessonId, sql`${withdrawnAt} desc nulls first`);
  return new Map(rows.map((row) => [placeOf(row.enrolmentId, row.lessonId), row]));
}

/**
 * Issues certificates, each of an enrolment; what came of each is told in the same order. Whoever has one gets no
 * second. One that was withdrawn is followed by another only when somebody decides so (`anew`): the rule alone does
 * not undo what a person did. However many there are, it takes the same few statements.
 */
export async function issueAll(
  tx: Transaction,
  wanted: readonly Wanted[],
  now: Temporal.Instant,
  { anew = false, replaces = null }: How = {},
): Promise<readonly Issued[]> {
  const enrolmentIds = [...new Set(wanted.map(({ found }) => found.learner.enrolmentId))];
  // Held in one order, so that two who issue to the same people do not wait for one another.
  await tx.client.query(
    'select pg_advisory_xact_lock(key) from (select hashtextextended(name, 0) as key from unnest($1::text[]) as n(name) order by 1) k',
    [enrolmentIds.map((id) => `certificate/${id}`)],
  );
  const there = await issuedAlready(tx.db, enrolmentIds);
  const school = await schoolFacts(tx.db);
  const designs = new Map<string, Design>();
  const made: Issued[] = [];
  const drafts: Draft[] = [];
  for (const { found, about } of wanted) {
    const { head, learner, view } = found;
    const place = placeOf(learner.enrolmentId, about.lessonId);
    const before = there.get(place);
    if (before && !(before.withdrawnAt && anew)) {
      made.push(ok({ id: before.id, isNew: false }));
      continue;
    }
    const { award } = view.document.course;
    const named = `${head.id} ${award.designId}`;
    const design = designs.get(named) ?? (await designFor(tx.db, head.id, award.designId));
    designs.set(named, design);
    const course = { ...courseFacts(view.document, school), course: about.title };
    const expiresAt = expiryOf(award, now, course.zone);
    // What cannot be set is not issued: nobody should hold a certificate with boxes for letters. Its number and its
    // address are of letters that every typeface has; with the same ones each time, much of the setting is known.
    const facts = { name: learner.name, grade: about.grades };
    const [fault] = checkedDesign(design, sampleFacts(course, award, facts, now, expiresAt)).faults;
    if (fault) {
      made.push(
        fail(
          'invalid',
          `The certificate of ${learner.name} is held back. ${fault.sentence} Change the design under Award, or what is missing.`,
        ),
      );
      continue;
    }
    const id = newId();
    const { course: courseTitle, school: schoolName, ...more } = course;
    const own = { id, enrolmentId: learner.enrolmentId, lessonId: about.lessonId };
    drafts.push({
      ...{ award, zone: course.zone },
      row: {
        ...{ ...own, courseId: head.id, learnerId: learner.learnerId, editionId: found.editionId },
        ...{ token: newToken(), holder: learner.name, courseTitle, school: schoolName, grade: about.grade },
        facts: { ...more, grade: about.grades, expires: expiresAt },
        ...{ design, issuedAt: now.toString(), expiresAt, replacesId: replaces },
      },
    });
    there.set(place, { ...own, withdrawnAt: null });
    made.push(ok({ id, isNew: true }));
  }
  if (drafts.length > 0) await keep(tx, drafts, now);
  return made;
}

/** Issues the certificate of one enrolment. */
export async function issue(tx: Transaction, one: Wanted, now: Temporal.Instant, how?: How): Promise<Issued> {
  const [made] = await issueAll(tx, [one], now, how);
  return made as Issued;
}

/** A certificate that has no number yet. */
type Draft = {
  readonly row: Omit<typeof certificate.$inferInsert, 'number'>;
  readonly award: AwardSettings;
  readonly zone: string;
};

/** Numbers certificates and keeps them; with each goes what draws it and what tells its holder. */
async function keep(tx: Transaction, drafts: readonly Draft[], now: Temporal.Instant): Promise<void> {
  // What is issued can be signed from now on.
  await ensureKey(tx.db, now);
  const counted = await tx.db.execute<{ next: string }>(
    sql`select nextval('certificate_counter') as next from generate_series(1, ${drafts.length}::int)`,
  );
  const rows = drafts.map(({ row, award, zone }, i) => ({
    ...row,
    number: drawnNumber(award, Number(counted.rows[i]?.next), now, zone),
  }));
  await tx.db.insert(certificate).values(rows);
  await allLater(
    tx,
    'certificate.draw',
    rows.map(({ id }) => ({ certificateId: id })),
  );
  const messages = rows.map(({ id, number, token, learnerId, courseId, enrolmentId }) => ({
    ...{ occasion: 'certificate' as const, deed: `certificate/${id}`, facts: { number, token } },
    ...{ personId: learnerId, courseId, enrolmentId },
  }));
  await leaveMessages(tx, messages, now);
}
