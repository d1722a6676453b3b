import { and, eq } from 'drizzle-orm';
import { object, string } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { line } from '@/core/kernel/line';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { can, mayDecide } from '@/core/people';
import { learnerIn, takesCourse } from '../enrolment';
import { courseHead, type Learning, learning, learningIn } from '../learning';
import { audit } from '../platform/audit';
import { command } from '../platform/command';
import { type Transaction, transaction } from '../platform/database';
import { newId } from '../platform/ids';
import { designCommands } from './design-commands';
import { type About, aboutCourse, issue, quizzesEarned } from './issue';
import { manyCommands } from './many';
import { certificate } from './schema';
import { sharedCommands } from './shared';
import { sharingCommands } from './sharing';

/**
 * Looks whether a learner has earned the certificate by now, and issues it then. Run by the worker after each result.
 */
export async function awardIfEarned(enrolmentId: string, now = Temporal.Now.instant()): Promise<void> {
  await transaction(async (tx) => {
    const learner = await learnerIn(tx.db, enrolmentId);
    const head = learner && (await courseHead(tx.db, learner.courseId));
    const found = head && (await learningIn(tx.db, head, learner, now));
    if (!found) return;
    // Where a person approves each one, what is earned waits for them.
    const isIssued = found.view.award?.earned && !found.view.document.course.award.approved;
    for (const about of [...(isIssued ? [aboutCourse(found)] : []), ...quizzesEarned(found, now)])
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
    if (found.view.document.course.award.approved)
      return fail(
        'invalid',
        'You have earned the certificate. Somebody of the school looks at each one before it is issued.',
      );
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
    const made = await issue(tx, found, now, aboutCourse(found), { anew: true });
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
  ...manyCommands,
  ...sharedCommands,
  ...sharingCommands,
  [claimCertificate.name]: claimCertificate,
  [withdrawCertificate.name]: withdrawCertificate,
  [awardByHand.name]: awardByHand,
};
