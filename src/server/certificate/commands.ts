import { and, eq } from 'drizzle-orm';
import { object, string } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { line } from '@/core/kernel/line';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { can, mayDecide } from '@/core/people';
import { learnersIn, takesCourse } from '../enrolment';
import { courseHead, type Learning, learning, learningOf } from '../learning';
import { audit } from '../platform/audit';
import { command } from '../platform/command';
import { type Transaction, transaction } from '../platform/database';
import { newId } from '../platform/ids';
import { designCommands } from './design-commands';
import { aboutCourse, type Issued, issue, issueAll, quizzesEarned, type Wanted } from './issue';
import { manyCommands } from './many';
import { certificate } from './schema';
import { sharedCommands } from './shared';
import { sharingCommands } from './sharing';

/**
 * Looks whether some learners have earned certificates by now, each in an enrolment of theirs, and issues them then.
 * Run by the worker after each result.
 */
export async function awardEarned(enrolmentIds: readonly string[], now = Temporal.Now.instant()): Promise<void> {
  await transaction(async (tx) => {
    const learners = await learnersIn(tx.db, enrolmentIds);
    const wanted: Wanted[] = [];
    for (const courseId of new Set(learners.map((learner) => learner.courseId))) {
      const head = await courseHead(tx.db, courseId);
      const own = learners.filter((learner) => learner.courseId === courseId);
      for (const found of head ? await learningOf(tx.db, head, own, now) : []) wanted.push(...earnedBy(found, now));
    }
    await tellAwards(tx, wanted, await issueAll(tx, wanted, now), now);
  });
}

function earnedBy(found: Learning, now: Temporal.Instant): Wanted[] {
  // Where a person approves each one, what is earned waits for them.
  const isIssued = found.view.award?.earned && !found.view.document.course.award.approved;
  const earned = [...(isIssued ? [aboutCourse(found)] : []), ...quizzesEarned(found, now)];
  return earned.map((about) => ({ found, about }));
}

/** Leaves in the course's history what the rule has issued, and what was held back and why. */
async function tellAwards(tx: Transaction, wanted: readonly Wanted[], made: readonly Issued[], now: Temporal.Instant) {
  const rows: (typeof audit.$inferInsert)[] = [];
  for (const [i, { found, about }] of wanted.entries()) {
    const one = made[i];
    if (!one || (one.ok && !one.value.isNew)) continue;
    const { courseId, name } = found.learner;
    const what = about.lessonId === null ? 'a certificate' : `a certificate for ${about.title}`;
    const sentence = one.ok ? `issued ${what} to ${name}` : one.problem.sentence;
    const row = { command: 'certificate.award', courseId, sentence };
    // Held back again and again, it is told once.
    const same = and(eq(audit.courseId, courseId), eq(audit.command, row.command), eq(audit.sentence, sentence));
    if (one.ok || (await tx.db.$count(audit, same)) === 0)
      rows.push({ ...row, id: newId(), at: now.toString(), actorId: null, changes: [] });
  }
  if (rows.length > 0) await tx.db.insert(audit).values(rows);
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
    const made = await issue(tx, { found, about: aboutCourse(found) }, now);
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
    const made = await issue(tx, { found, about: aboutCourse(found) }, now, { anew: true });
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
