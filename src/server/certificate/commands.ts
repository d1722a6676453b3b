import { and, eq, sql } from 'drizzle-orm';
import { object, string } from 'yup';
import { designFrom, type Facts } from '@/core/certificate';
import { percentText } from '@/core/gradebook';
import { divide, rational, zero } from '@/core/kernel/exact';
import { idSchema } from '@/core/kernel/ids';
import { line } from '@/core/kernel/line';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { can, mayDecide } from '@/core/people';
import { learnerIn, takesCourse } from '../enrolment';
import { courseHead, type Learning, learning, learningIn } from '../learning';
import { leaveMessages } from '../message';
import { course as courseTable } from '../outline';
import { schoolFacts } from '../people';
import { audit } from '../platform/audit';
import { command } from '../platform/command';
import { type Database, type Transaction, transaction } from '../platform/database';
import { newId, newToken } from '../platform/ids';
import { later } from '../platform/jobs';
import { designCommands } from './design-commands';
import { designInUse } from './designs';
import { checkedDesign } from './draw';
import { courseFacts, drawnNumber, gradeFacts, sampleFacts } from './facts';
import { certificateFor, certificateForQuiz } from './queries';
import { certificate } from './schema';

/** What a certificate is for: the course as a whole, or one of its quizzes. */
type About = {
  readonly lessonId: string | null;
  readonly title: string;
  /** As the check page tells it, and as designs do. */
  readonly grade: string | null;
  readonly grades: Facts['grade'];
};

const aboutCourse = ({ view }: Learning): About => ({
  lessonId: null,
  title: view.document.course.title,
  grade: view.sheet.grade ? view.sheet.gradeText : null,
  grades: gradeFacts(view.sheet.grade, view.sheet.band),
});

/** The quizzes whose certificate somebody has earned: passed by what they have reached, and shown to them. */
function quizzesEarned({ view }: Learning, now: Temporal.Instant): About[] {
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

/**
 * Issues a certificate of an enrolment. A second call finds the first one. One that was withdrawn is followed by
 * another only when somebody decides so (`anew`): the rule alone does not undo what a person did.
 */
async function issue(
  tx: Transaction,
  found: Learning,
  now: Temporal.Instant,
  about: About,
  anew = false,
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
  const facts = { name: learner.name, grade: about.grades };
  const [fault] = checkedDesign(design, sampleFacts(course, award, facts, now)).faults;
  if (fault)
    return fail(
      'invalid',
      `The certificate of ${learner.name} is held back. ${fault.sentence} Change the design under Award, or what is missing.`,
    );
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
    ...{ courseTitle, school, grade: about.grade, facts: { ...more, grade: about.grades } },
    design,
    issuedAt: now.toString(),
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

/**
 * Looks whether a learner has earned the certificate by now, and issues it then. Run by the worker after each result.
 */
export async function awardIfEarned(enrolmentId: string, now = Temporal.Now.instant()): Promise<void> {
  await transaction(async (tx) => {
    const learner = await learnerIn(tx.db, enrolmentId);
    const head = learner && (await courseHead(tx.db, learner.courseId));
    const found = head && (await learningIn(tx.db, head, learner, now));
    if (!found) return;
    for (const about of [...(found.view.award?.earned ? [aboutCourse(found)] : []), ...quizzesEarned(found, now)])
      await awardOne(tx, found, about, now);
  });
}

async function awardOne(tx: Transaction, found: Learning, about: About, now: Temporal.Instant): Promise<void> {
  const { courseId } = found.learner;
  const made = await issue(tx, found, now, about);
  if (made.ok && !made.value.isNew) return;
  const what = about.lessonId === null ? 'a certificate' : `a certificate for ${about.title}`;
  const sentence = made.ok ? `issued ${what} to ${found.learner.name}` : made.problem.sentence;
  const row = { command: 'certificate.award', courseId, sentence };
  // Held back again and again, it is told once.
  const told = made.ok
    ? 0
    : await tx.db.$count(
        audit,
        and(eq(audit.courseId, courseId), eq(audit.command, row.command), eq(audit.sentence, sentence)),
      );
  if (told === 0)
    await tx.db.insert(audit).values({ ...row, id: newId(), at: now.toString(), actorId: null, changes: [] });
}

/** The learner asks for the certificate that is theirs, without waiting for the worker. */
export const claimCertificate = command({
  name: 'certificate.claim',
  input: object({ courseId: idSchema }).noUnknown(),
  permission: takesCourse,
  async handle({ tx, actor, now, audit }, { courseId }): Promise<Result<{ id: string }>> {
    const head = await courseHead(tx.db, courseId);
    const found = head && (await learning(tx.db, head, actor.id, now));
    if (!found) return fail('not-allowed', 'You do not take this course.');
    if (!found.view.award) return fail('invalid', 'This course awards no certificate.');
    if (!found.view.award.earned)
      return fail('invalid', `The certificate is not earned yet: ${found.view.award.missing[0] ?? ''}`);
    const made = await issue(tx, found, now, aboutCourse(found));
    if (!made.ok) return made;
    if (made.value.isNew) await audit({ courseId, sentence: `issued a certificate to ${found.learner.name}` });
    return ok({ id: made.value.id });
  },
});

/** Staff award a certificate to somebody who has not earned it by the rule, with a reason; never to themselves. */
export const awardByHand = command({
  name: 'certificate.award-by-hand',
  input: object({
    courseId: idSchema,
    learnerId: string().max(64).required('A learner is missing.'),
    why: line(500, 'Keep the reason under 500 characters.', 'Give a reason; it is kept with the certificate.'),
  }).noUnknown(),
  permission: ({ actor }, about) => mayDecide(actor, 'certificate.issue', about),
  async handle({ tx, now, audit }, { courseId, learnerId, why }): Promise<Result<{ id: string }>> {
    const head = await courseHead(tx.db, courseId);
    const found = head && (await learning(tx.db, head, learnerId, now));
    if (!found) return fail('not-found', 'This learner does not take the course, or nothing of it is published.');
    if (!found.view.award)
      return fail('invalid', 'This course awards no certificate. Switch it on under Award, then publish.');
    const made = await issue(tx, found, now, aboutCourse(found), true);
    if (!made.ok) return made;
    if (made.value.isNew)
      await audit({ courseId, sentence: `awarded a certificate to ${found.learner.name} by hand: ${why.trim()}` });
    return ok({ id: made.value.id });
  },
});

export const withdrawCertificate = command({
  name: 'certificate.withdraw',
  input: object({
    courseId: idSchema,
    certificateId: idSchema,
    why: line(500, 'Keep the reason under 500 characters.', 'Give a reason; it is kept with the certificate.'),
  }).noUnknown(),
  permission: ({ actor }, { courseId }) => can(actor, 'certificate.issue', { courseId }),
  async handle({ tx, actor, now, audit }, { courseId, certificateId, why }) {
    const key = and(eq(certificate.id, certificateId), eq(certificate.courseId, courseId));
    const [row] = await tx.db.select().from(certificate).where(key).for('update');
    if (!row) return fail('not-found', 'This certificate is not one of the course.');
    if (!mayDecide(actor, 'certificate.issue', row))
      return fail('not-allowed', 'This is your own certificate; somebody else has to decide about it.');
    // The first reason stands: it is the one the check page has told.
    if (row.withdrawnAt) return ok(null);
    await tx.db.update(certificate).set({ withdrawnAt: now.toString(), withdrawnWhy: why.trim() }).where(key);
    await audit({ courseId, sentence: `withdrew certificate ${row.number}: ${why.trim()}` });
    return ok(null);
  },
});

export const certificateCommands = {
  ...designCommands,
  [claimCertificate.name]: claimCertificate,
  [withdrawCertificate.name]: withdrawCertificate,
  [awardByHand.name]: awardByHand,
};
