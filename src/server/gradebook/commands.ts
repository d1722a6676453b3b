import { array, number, object, string } from 'yup';
import { pointsText } from '@/core/kernel/exact';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { counted } from '@/core/kernel/words';
import { can, mayDecide } from '@/core/people';
import { enrolledLearner, learnersOf } from '../enrolment';
import { courseHead } from '../learning';
import { editionDocument } from '../outline';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { checkDecided, type Decided, decidable, holdGrades, writeDecisions } from './decide';
import { decisionsOf } from './records';

const kind = string().oneOf(['points', 'excused', 'none']).required();
/** Thousandths of a point. */
const points = number().integer().min(0, 'Points are at least 0.').nullable().defined();
const learnerId = string().max(64).required('A learner is missing.');
const reason = string().max(500, 'Keep the reason under 500 characters.').defined();
const noReason = fail('invalid', 'Give a reason; it is kept with the grade.', 'reason');

async function liveOf(db: Database, courseId: string) {
  const head = await courseHead(db, courseId);
  return head?.liveEditionId ? editionDocument(db, head.liveEditionId) : null;
}

/** Sets a grade by hand, excuses a learner, or goes back to what was earned; always with a reason. */
export const decideGrade = command({
  name: 'gradebook.decide',
  input: object({ courseId: idSchema, lessonId: idSchema, learnerId, kind, points, reason }).noUnknown(),
  // Somebody who both makes and takes a course has somebody else decide.
  permission: ({ actor }, about) => mayDecide(actor, 'gradebook.change', about),
  async handle(context, input) {
    const { courseId, lessonId } = input;
    const { db } = context.tx;
    const document = await liveOf(db, courseId);
    const learner = await enrolledLearner(db, courseId, input.learnerId);
    if (!document || !decidable(document, lessonId) || !learner)
      return fail('not-found', 'This learner or this item is not part of the course.');
    if (input.kind !== 'none' && input.reason.trim() === '') return noReason;
    const { enrolmentId } = learner;
    const decided: Decided = {
      enrolmentId,
      learnerId: input.learnerId,
      itemId: lessonId,
      kind: input.kind,
      points: input.points,
    };
    const item = checkDecided(document, decided);
    if (!item.ok) return item;
    const why = input.reason.trim();
    if ((await writeDecisions(context, courseId, document, [decided], why)) === 0) return ok(null);
    const what = {
      excused: 'excused',
      points: `set ${pointsText(input.points ?? 0)} points for`,
      none: 'went back to what was earned for',
    }[input.kind];
    await context.audit({ courseId, sentence: `${what} ${learner.name}, ${item.value.title}${why ? `: ${why}` : ''}` });
    return ok(null);
  },
});

const mostEntered = 20_000;

/**
 * Enters many grades at once, as they were typed, pasted or read from a file: all of them or none. `before` is what was
 * decided as somebody saw it; where another has decided since, nothing is written.
 */
export const enterGrades = command({
  name: 'gradebook.enter',
  input: object({
    courseId: idSchema,
    reason,
    entries: array()
      .of(
        object({
          ...{ learnerId, itemId: idSchema, kind, points },
          before: object({ kind: string().oneOf(['points', 'excused']).required(), points })
            .nullable()
            .default(undefined)
            .optional(),
        })
          .noUnknown()
          .required(),
      )
      .min(1, 'There is nothing to enter.')
      .max(mostEntered, `Enter at most ${mostEntered.toLocaleString('en')} grades at once.`)
      .required(),
  }).noUnknown(),
  permission: ({ actor }, { courseId }) => can(actor, 'gradebook.change', { courseId }),
  async handle(context, { courseId, reason: given, entries }) {
    const { db } = context.tx;
    const why = given.trim();
    if (why === '') return noReason;
    const document = await liveOf(db, courseId);
    if (!document) return fail('not-found', 'This course has no edition yet.');
    const learners = new Map((await learnersOf(db, courseId)).map((one) => [one.learnerId, one]));
    const decided: Decided[] = [];
    const seen = new Set<string>();
    for (const { learnerId: id, itemId, kind: what, points: got } of entries) {
      const learner = learners.get(id);
      if (!learner) return fail('not-found', 'Somebody of these does not take the course any more.');
      // Nobody decides about themselves, in whatever company.
      if (!mayDecide(context.actor, 'gradebook.change', { courseId, learnerId: id }))
        return fail(
          'not-allowed',
          'One of these grades is your own. Somebody else has to enter it; the others wait for you.',
        );
      if (seen.has(`${id}/${itemId}`)) return fail('invalid', `${learner.name} stands here twice for one item.`);
      seen.add(`${id}/${itemId}`);
      const one: Decided = { enrolmentId: learner.enrolmentId, learnerId: id, itemId, kind: what, points: got };
      const checked = checkDecided(document, one);
      if (!checked.ok)
        return fail(checked.problem.code, `${learner.name}: ${checked.problem.sentence}`, checked.problem.field);
      decided.push(one);
    }
    await holdGrades(context.tx, decided);
    const known = await decisionsOf(
      db,
      decided.map(({ enrolmentId }) => enrolmentId),
    );
    for (const [i, { before }] of entries.entries()) {
      const one = decided[i];
      if (before === undefined || !one) continue;
      const now = known.find((row) => row.enrolmentId === one.enrolmentId && row.lessonId === one.itemId);
      const isSame = before === null ? !now : now?.kind === before.kind && now.points === before.points;
      const isDone = now ? now.kind === one.kind && now.points === one.points : one.kind === 'none';
      if (!isSame && !isDone)
        return fail(
          'conflict',
          `Somebody else has changed ${learners.get(one.learnerId)?.name ?? 'a grade'} meanwhile. Look at it again; nothing was entered.`,
        );
    }
    const count = await writeDecisions(context, courseId, document, decided, why);
    if (count > 0) await context.audit({ courseId, sentence: `entered ${counted(count, 'grade')}: ${why}` });
    return ok({ count });
  },
});

export const gradebookCommands = { [decideGrade.name]: decideGrade, [enterGrades.name]: enterGrades };
