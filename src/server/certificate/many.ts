import { and, eq, inArray, isNull } from 'drizzle-orm';
import { array, object, string } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { line } from '@/core/kernel/line';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { counted } from '@/core/kernel/words';
import { can, mayDecide } from '@/core/people';
import { learnerIn, learnersOf } from '../enrolment';
import { courseHead, learning, learningIn, learningOf } from '../learning';
import { user } from '../people';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { aboutCourse, issue, issueAll, quizzesEarned, type Wanted } from './issue';
import { certificatesOf } from './queries';
import { certificate } from './schema';

const mostAtOnce = 25;
const why = string().max(500, 'Keep the reason under 500 characters.');

export type Held = { readonly learnerId: string; readonly sentence: string };

/**
 * Issues to many learners at once: to those who have earned it, or by hand and with a reason to whoever is named. Whose
 * cannot be issued is told with the reason; the others have theirs.
 */
const issueMany = command({
  name: 'certificate.issue-many',
  input: object({
    courseId: idSchema,
    learnerIds: array()
      .of(string().max(64).required())
      .min(1, 'Choose somebody.')
      .max(mostAtOnce, `At most ${mostAtOnce} at once.`)
      .required(),
    why,
  }).noUnknown(),
  permission: ({ actor }, { courseId }) => can(actor, 'certificate.issue', { courseId }),
  async handle({ tx, actor, now, audit }, { courseId, learnerIds, why: reason = '' }) {
    const head = await courseHead(tx.db, courseId);
    if (!head) return fail('not-found', 'This course is not there any more.');
    const held: Held[] = [];
    const wanted: Wanted[] = [];
    for (const learnerId of new Set(learnerIds)) {
      const hold = (sentence: string) => held.push({ learnerId, sentence });
      const found = await learning(tx.db, head, learnerId, now);
      if (!mayDecide(actor, 'certificate.issue', { courseId, learnerId }))
        hold('This is your own certificate; somebody else has to decide about it.');
      else if (!found?.view.award) hold('Takes no course of this school that awards a certificate here.');
      else if (!found.view.award.earned && reason.trim() === '')
        hold(`Not earned yet: ${found.view.award.missing[0] ?? ''}`);
      else wanted.push({ found, about: aboutCourse(found) });
    }
    let issued = 0;
    for (const [i, made] of (await issueAll(tx, wanted, now, { anew: reason.trim() !== '' })).entries()) {
      if (!made.ok) held.push({ learnerId: wanted[i]?.found.learner.learnerId ?? '', sentence: made.problem.sentence });
      else if (made.value.isNew) issued += 1;
    }
    if (issued > 0) {
      const how = reason.trim() === '' ? 'to who has earned them' : `by hand: ${reason.trim()}`;
      await audit({ courseId, sentence: `issued ${counted(issued, 'certificate')} ${how}` });
    }
    return ok({ issued, held });
  },
});

/** Issues a certificate anew in its holder's name of today; the number before leads to the new one. */
const replaceCertificate = command({
  name: 'certificate.replace',
  input: object({
    courseId: idSchema,
    certificateId: idSchema,
    why: line(500, 'Keep the reason under 500 characters.', 'Give a reason; it is kept with the certificate.'),
  }).noUnknown(),
  permission: ({ actor }, { courseId }) => can(actor, 'certificate.issue', { courseId }),
  async handle({ tx, actor, now, audit }, { courseId, certificateId, why: reason }): Promise<Result<{ id: string }>> {
    const key = and(eq(certificate.id, certificateId), eq(certificate.courseId, courseId));
    const [row] = await tx.db.select().from(certificate).where(key).for('update');
    const head = row && (await courseHead(tx.db, courseId));
    if (!head) return fail('not-found', 'This certificate is not one of the course.');
    if (!mayDecide(actor, 'certificate.issue', row))
      return fail('not-allowed', 'This is your own certificate; somebody else has to decide about it.');
    const [made] = await tx.db
      .select({ id: certificate.id })
      .from(certificate)
      .where(eq(certificate.replacesId, row.id));
    if (made) return ok(made);
    if (row.withdrawnAt) return fail('closed', 'This certificate was withdrawn. Issue another one by hand.');
    const learner = await learnerIn(tx.db, row.enrolmentId);
    const found = learner && (await learningIn(tx.db, head, learner, now));
    if (!found)
      return fail('not-found', 'Its holder does not take the course any more. Withdraw it, or leave it as it is.');
    const about =
      row.lessonId === null
        ? aboutCourse(found)
        : quizzesEarned(found, now).find(({ lessonId }) => lessonId === row.lessonId);
    if (!about) return fail('invalid', 'What this certificate is for is not there any more.');
    await tx.db.update(certificate).set({ withdrawnAt: now.toString(), withdrawnWhy: reason }).where(key);
    const issued = await issue(tx, { found, about }, now, { anew: true, replaces: row.id });
    if (!issued.ok) return issued;
    // What its holder let be seen of the one before holds for the new one.
    const { isPrivate, showsGrade } = row;
    await tx.db.update(certificate).set({ isPrivate, showsGrade }).where(eq(certificate.id, issued.value.id));
    await audit({ courseId, sentence: `issued certificate ${row.number} anew: ${reason}` });
    return ok({ id: issued.value.id });
  },
});

export const manyCommands = {
  [issueMany.name]: issueMany,
  [replaceCertificate.name]: replaceCertificate,
};

export type Standing = {
  /** Who has earned the certificate of a course and has none. */
  readonly waiting: readonly { readonly learnerId: string; readonly name: string }[];
  /** Some of those who have none and have not earned it. */
  readonly others: readonly { readonly learnerId: string; readonly name: string }[];
  /** Whose certificate has another name on it than they have now. */
  readonly renamed: readonly {
    readonly id: string;
    readonly number: string;
    readonly holder: string;
    readonly name: string;
  }[];
};

/** Learners are looked at so many at a time, so that others are answered in between. */
const lookedAt = 200;
const mostOffered = 500;

/** Who waits for a certificate of a course, and whose is to be issued anew. */
export async function standingOf(db: Database, courseId: string, now = Temporal.Now.instant()): Promise<Standing> {
  const head = await courseHead(db, courseId);
  const learners = head ? await learnersOf(db, courseId) : [];
  const [waiting, others]: { learnerId: string; name: string }[][] = [[], []];
  for (let from = 0; head && from < learners.length; from += lookedAt) {
    const some = learners.slice(from, from + lookedAt);
    const issued = await certificatesOf(
      db,
      some.map(({ enrolmentId }) => enrolmentId),
    );
    // One that was withdrawn was decided about by a person.
    const without = some.filter(({ enrolmentId }) => !issued.has(enrolmentId));
    for (const { learner, view } of await learningOf(db, head, without, now))
      if (view.award)
        (view.award.earned ? waiting : others)?.push({ learnerId: learner.learnerId, name: learner.name });
  }
  const current = await db
    .select({ id: certificate.id, number: certificate.number, holder: certificate.holder, name: user.name })
    .from(certificate)
    .innerJoin(user, eq(user.id, certificate.learnerId))
    .where(
      and(
        eq(certificate.courseId, courseId),
        isNull(certificate.withdrawnAt),
        inArray(
          certificate.enrolmentId,
          learners.map(({ enrolmentId }) => enrolmentId),
        ),
      ),
    );
  return {
    waiting: waiting ?? [],
    others: (others ?? []).slice(0, mostOffered),
    renamed: current.filter(({ holder, name }) => holder !== name),
  };
}
