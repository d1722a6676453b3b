import { eq, sql } from 'drizzle-orm';
import { type AwardSettings, designFrom, type Facts } from '@/core/certificate';
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
import { later } from '../platform/jobs';
import { ensureKey } from './badge/keys';
import { designInUse } from './designs';
import { checkedDesign } from './draw';
import { courseFacts, drawnNumber, gradeFacts, sampleFacts } from './facts';
import { certificateFor, certificateForQuiz } from './queries';
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
async function designFor(db: Database, courseId: string, named: string | null): Promise<string | null> {
  if (named !== null) return named;
  const [row] = await db.select({ award: courseTable.award }).from(courseTable).where(eq(courseTable.id, courseId));
  return row?.award.designId ?? null;
}

/** When a certificate ends that is issued now: the same day so many months later, at its end where the school is. */
function expiryOf({ validMonths }: AwardSettings, now: Temporal.Instant, zone: string): string | null {
  if (validMonths === null) return null;
  const last = wallTime(now, zone).toPlainDate().add({ months: validMonths, days: 1 });
  return last.toZonedDateTime(zone).toInstant().toString();
}

/**
 * Issues a certificate of an enrolment. A second call finds the first one. One that was withdrawn is followed by
 * another only when somebody decides so (`anew`): the rule alone does not undo what a person did.
 */
export async function issue(
  tx: Transaction,
  found: Learning,
  now: Temporal.Instant,
  about: About,
  { anew = false, replaces = null }: { readonly anew?: boolean; readonly replaces?: string | null } = {},
): Promise<Result<{ readonly id: string; readonly isNew: boolean }>> {
  const { head, learner, view } = found;
  const { enrolmentId } = learner;
  await tx.client.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [`certificate/${enrolmentId}`]);
  const there = about.lessonId
    ? await certificateForQuiz(tx.db, enrolmentId, about.lessonId)
    : await certificateFor(tx.db, enrolmentId);
  if (there && !(there.withdrawnAt && anew)) return ok({ id: there.id, isNew: false });
  const own = await schoolFacts(tx.db);
  const { award } = view.document.course;
  const token = newToken();
  const course = { ...courseFacts(view.document, own), course: about.title };
  const design = (await designInUse(tx.db, await designFor(tx.db, head.id, award.designId))) ?? plainDesign;
  // What cannot be set is not issued: nobody should hold a certificate with boxes for letters. Its number and its
  // address are of letters that every typeface has; with the same ones each time, much of the setting is known.
  const expiresAt = expiryOf(award, now, course.zone);
  const facts = { name: learner.name, grade: about.grades };
  const [fault] = checkedDesign(design, sampleFacts(course, award, facts, now, expiresAt)).faults;
  if (fault)
    return fail(
      'invalid',
      `The certificate of ${learner.name} is held back. ${fault.sentence} Change the design under Award, or what is missing.`,
    );
  // What is issued can be signed from now on.
  await ensureKey(tx.db, now);
  const counter = await tx.db.execute<{ next: string }>(sql`select nextval('certificate_counter') as next`);
  const id = newId();
  const number = drawnNumber(award, Number(counter.rows[0]?.next), now, course.zone);
  const { course: courseTitle, school, ...more } = course;
  await tx.db.insert(certificate).values({
    id,
    enrolmentId,
    courseId: head.id,
    learnerId: learner.learnerId,
    editionId: found.editionId,
    lessonId: about.lessonId,
    number,
    token,
    holder: learner.name,
    ...{ courseTitle, school, grade: about.grade, facts: { ...more, grade: about.grades, expires: expiresAt } },
    design,
    issuedAt: now.toString(),
    expiresAt,
    replacesId: replaces,
  });
  await later(tx, 'certificate.draw', { certificateId: id });
  await leaveMessages(
    tx,
    [
      {
        ...{ occasion: 'certificate', deed: `certificate/${id}`, facts: { number, token } },
        ...{ personId: learner.learnerId, courseId: head.id, enrolmentId },
      },
    ],
    now,
  );
  return ok({ id, isNew: true });
}
