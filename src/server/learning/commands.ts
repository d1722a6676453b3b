import { and, eq } from 'drizzle-orm';
import { object, string } from 'yup';
import { fail, ok } from '@/core/kernel/problem';
import { usualDoneRule } from '@/core/outline';
import { instantFrom, takesCourse } from '../enrolment';
import { command } from '../platform/command';
import { countFromOpening, eventIn, recordEvent, recordEvents } from '../record';
import { deedOf, place } from './deeds';
import { openLesson } from './guard';
import { answerInPlace, plays, tryInPlace, watched } from './playing';
import { courseHead, learning } from './queries';
import { lessonUnlock } from './schema';

/** The learner has opened a lesson; where that is its rule, it is done with it. */
export const openedLesson = command({
  name: 'learning.opened',
  input: object(place).noUnknown(),
  permission: takesCourse,
  async handle(context, { courseId, lessonId }) {
    const found = await openLesson(context, courseId, lessonId);
    if (!found.ok) return found;
    const { lesson, progress } = found.value.lesson;
    const event = eventIn(found.value.learning.learner, lesson, context.now.toString());
    const rule = lesson.done ?? usualDoneRule(lesson);
    const opened = { ...event, verb: 'experienced', deed: deedOf('opened', event) } as const;
    const done = { ...event, verb: 'completed', deed: deedOf('done', event) } as const;
    const completes = rule.by === 'opened' && progress.state !== 'done';
    await recordEvents(context.tx, event, completes ? [opened, done] : [opened]);
    if (plays(lesson)) await countFromOpening(context.tx, event, event.at);
    return ok({ done: rule.by === 'opened' || progress.state === 'done' });
  },
});

/** The learner says a lesson is done, where that is theirs to say. */
export const markDone = command({
  name: 'learning.mark-done',
  input: object(place).noUnknown(),
  permission: takesCourse,
  async handle(context, { courseId, lessonId }) {
    const found = await openLesson(context, courseId, lessonId);
    if (!found.ok) return found;
    const { lesson, progress } = found.value.lesson;
    const event = eventIn(found.value.learning.learner, lesson, context.now.toString());
    const rule = lesson.done ?? usualDoneRule(lesson);
    if (rule.by !== 'learner' && rule.by !== 'opened')
      return fail('invalid', 'This lesson is done by what you do in it, not by saying so.');
    if (progress.state !== 'done')
      await recordEvent(context.tx, {
        ...event,
        verb: 'completed',
        deed: deedOf('done', event),
      });
    return ok({ done: true });
  },
});

const mostWrong = 8;
const waitMinutes = 5;

/**
 * Gives the password of a lesson. What is wrong is counted, and many wrong ones wait, so that it cannot be guessed by
 * trying.
 */
export const unlock = command({
  name: 'learning.unlock',
  input: object({
    ...place,
    password: string().max(80, 'Keep the password under 80 characters.').required('Give the password.'),
  }).noUnknown(),
  permission: takesCourse,
  async handle({ tx, actor, now }, { courseId, lessonId, password }) {
    const head = await courseHead(tx.db, courseId);
    const found = head && (await learning(tx.db, head, actor.id, now));
    const view = found?.view.lessons.find((one) => one.lesson.id === lessonId);
    if (!found || !view) return fail('not-found', 'This lesson is not part of a course you take.');
    if (view.open) return ok({ opened: true, sentence: '' });
    if (!view.locked) return fail('closed', `${view.lesson.title} is not open yet.`);
    const { enrolmentId } = found.learner;
    const mine = and(eq(lessonUnlock.enrolmentId, enrolmentId), eq(lessonUnlock.lessonId, lessonId));
    const [row] = await tx.db.select().from(lessonUnlock).where(mine).for('update');
    const waited = row ? (now.epochMilliseconds - instantFrom(row.triedAt).epochMilliseconds) / 60_000 : waitMinutes;
    if (row && row.wrong >= mostWrong && waited < waitMinutes)
      return fail(
        'too-many',
        `That were ${mostWrong} wrong passwords. Try again in ${waitMinutes} minutes, or ask who gives the course.`,
      );
    const right = password.trim() === view.lesson.password;
    const before = waited >= waitMinutes ? 0 : (row?.wrong ?? 0);
    const values = {
      wrong: right ? 0 : before + 1,
      triedAt: now.toString(),
      openedAt: right ? now.toString() : null,
    };
    await tx.db
      .insert(lessonUnlock)
      .values({ enrolmentId, learnerId: actor.id, courseId, lessonId, ...values })
      .onConflictDoUpdate({ target: [lessonUnlock.enrolmentId, lessonUnlock.lessonId], set: values });
    return ok({ opened: right, sentence: right ? '' : 'This is not the password. Mind small and capital letters.' });
  },
});

export const learningCommands = {
  [unlock.name]: unlock,
  [openedLesson.name]: openedLesson,
  [markDone.name]: markDone,
  [watched.name]: watched,
  [answerInPlace.name]: answerInPlace,
  [tryInPlace.name]: tryInPlace,
};
