import { and, eq } from 'drizzle-orm';
import { number, object, string } from 'yup';
import { pointsText } from '@/core/kernel/exact';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { fullPoints } from '@/core/learning';
import { findLesson } from '@/core/outline';
import { mayDecide } from '@/core/people';
import { enrolledLearner } from '../enrolment';
import { courseHead } from '../learning';
import { editionDocument } from '../outline';
import { command } from '../platform/command';
import { later } from '../platform/jobs';
import { gradeDecision } from './schema';

const decision = object({
  courseId: idSchema,
  lessonId: idSchema,
  learnerId: string().max(64).required('A learner is missing.'),
  kind: string().oneOf(['points', 'excused', 'none']).required(),
  /** Thousandths of a point. */
  points: number().integer().min(0, 'Points are at least 0.').nullable().defined(),
  reason: string().max(500, 'Keep the reason under 500 characters.').defined(),
}).noUnknown();

/** Sets a grade by hand, excuses a learner, or goes back to what was earned; always with a reason. */
export const decideGrade = command({
  name: 'gradebook.decide',
  input: decision,
  // Somebody who both makes and takes a course has somebody else decide.
  permission: ({ actor }, about) => mayDecide(actor, 'gradebook.change', about),
  async handle({ tx, actor, now, audit }, input) {
    const { courseId, lessonId, learnerId } = input;
    const head = await courseHead(tx.db, courseId);
    const document = head?.liveEditionId ? await editionDocument(tx.db, head.liveEditionId) : null;
    const lesson = document && findLesson(document, lessonId);
    const learner = await enrolledLearner(tx.db, courseId, learnerId);
    if (!lesson || !learner) return fail('not-found', 'This learner or this item is not part of the course.');
    const { enrolmentId } = learner;
    const key = and(eq(gradeDecision.enrolmentId, enrolmentId), eq(gradeDecision.lessonId, lessonId));
    // One decision after the other, so that the same one sent twice finds the first.
    await tx.client.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [
      `decision/${enrolmentId}/${lessonId}`,
    ]);
    const [before] = await tx.db.select().from(gradeDecision).where(key);
    if (input.kind === 'none' && !before) return ok(null);
    if (input.kind === 'none') await tx.db.delete(gradeDecision).where(key);
    else {
      if (input.reason.trim() === '') return fail('invalid', 'Give a reason; it is kept with the grade.', 'reason');
      if (input.kind === 'points') {
        if (input.points === null) return fail('invalid', 'Give the points.', 'points');
        if (input.points > fullPoints(lesson))
          return fail(
            'invalid',
            `${lesson.title} is worth ${pointsText(fullPoints(lesson))} points; give at most that.`,
            'points',
          );
      }
      const decided = {
        enrolmentId,
        learnerId,
        courseId,
        lessonId,
        kind: input.kind as 'points' | 'excused',
        points: input.kind === 'points' ? input.points : null,
        of: input.kind === 'points' ? fullPoints(lesson) : null,
        reason: input.reason.trim(),
      };
      if (before && (['kind', 'points', 'of', 'reason'] as const).every((field) => before[field] === decided[field]))
        return ok(null);
      const row = {
        ...decided,
        decidedBy: actor.id,
        at: now.toString(),
      };
      await tx.db
        .insert(gradeDecision)
        .values(row)
        .onConflictDoUpdate({ target: [gradeDecision.enrolmentId, gradeDecision.lessonId], set: row });
    }
    const what = {
      excused: 'excused',
      points: `set ${pointsText(input.points ?? 0)} points for`,
      none: 'went back to what was earned for',
    }[input.kind];
    await audit({
      courseId,
      sentence: `${what} ${learner.name}, ${lesson.title}${input.reason ? `: ${input.reason.trim()}` : ''}`,
    });
    await later(tx, 'certificate.award', { enrolmentId });
    return ok(null);
  },
});

export const gradebookCommands = { [decideGrade.name]: decideGrade };
