import { and, eq } from 'drizzle-orm';
import { array, number, object, string } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { usualDoneRule } from '@/core/outline';
import { type Passage, watchedPercent } from '@/core/record';
import { instantFrom } from '../enrolment';
import { command } from '../platform/command';
import { lessonUnlock } from '../platform/schema';
import { recordEvent } from '../record';
import { openLesson } from './guard';
import { courseHead, learning } from './queries';

const place = { courseId: idSchema, lessonId: idSchema };

/** The learner has opened a lesson; where that is its rule, it is done with it. */
export const openedLesson = command({
  name: 'learning.opened',
  input: object(place).noUnknown(),
  permission: () => true,
  async handle(context, { courseId, lessonId }) {
    const found = await openLesson(context, courseId, lessonId);
    if (!found.ok) return found;
    const { lesson, progress } = found.value.lesson;
    const event = { learnerId: context.actor.id, courseId, lessonId, lessonTitle: lesson.title, at: context.now.toString() };
    const rule = lesson.done ?? usualDoneRule(lesson);
    if (progress.state === 'empty') await recordEvent(context.tx, { ...event, verb: 'experienced' });
    if (rule.by === 'opened' && progress.state !== 'done') await recordEvent(context.tx, { ...event, verb: 'completed' });
    return ok({ done: rule.by === 'opened' || progress.state === 'done' });
  },
});

/** The learner says a lesson is done, where that is theirs to say. */
export const markDone = command({
  name: 'learning.mark-done',
  input: object(place).noUnknown(),
  permission: () => true,
  async handle(context, { courseId, lessonId }) {
    const found = await openLesson(context, courseId, lessonId);
    if (!found.ok) return found;
    const { lesson, progress } = found.value.lesson;
    const rule = lesson.done ?? usualDoneRule(lesson);
    if (rule.by !== 'learner' && rule.by !== 'opened') return fail('invalid', 'This lesson is done by what you do in it, not by saying so.');
    if (progress.state !== 'done') {
      await recordEvent(context.tx, {
        learnerId: context.actor.id,
        courseId,
        lessonId,
        lessonTitle: lesson.title,
        at: context.now.toString(),
        verb: 'completed',
      });
    }
    return ok({ done: true });
  },
});

const mostWrong = 8;
const waitMinutes = 5;

/** Gives the password of a lesson. What is wrong is counted, and many wrong ones wait, so that it cannot be guessed by trying. */
export const unlock = command({
  name: 'learning.unlock',
  input: object({ ...place, password: string().max(80, 'Keep the password under 80 characters.').required('Give the password.') }).noUnknown(),
  permission: () => true,
  async handle({ tx, actor, now }, { courseId, lessonId, password }) {
    const head = await courseHead(courseId, tx.db);
    const found = head && (await learning(head, actor.id, now, tx.db));
    const view = found?.view.lessons.find((one) => one.lesson.id === lessonId);
    if (!view) return fail('not-found', 'This lesson is not part of a course you take.');
    if (view.open) return ok({ opened: true, sentence: '' });
    if (!view.locked) return fail('closed', `${view.lesson.title} is not open yet.`);
    const mine = and(eq(lessonUnlock.learnerId, actor.id), eq(lessonUnlock.lessonId, lessonId));
    const [row] = await tx.db.select().from(lessonUnlock).where(mine).for('update');
    const waited = row ? (now.epochMilliseconds - instantFrom(row.triedAt).epochMilliseconds) / 60_000 : waitMinutes;
    if (row && row.wrong >= mostWrong && waited < waitMinutes)
      return fail('too-many', `That were ${mostWrong} wrong passwords. Try again in ${waitMinutes} minutes, or ask who gives the course.`);
    const right = password.trim() === view.lesson.password;
    const values = {
      wrong: right || waited >= waitMinutes ? (right ? 0 : 1) : (row?.wrong ?? 0) + 1,
      triedAt: now.toString(),
      openedAt: right ? now.toString() : null,
    };
    await tx.db
      .insert(lessonUnlock)
      .values({ learnerId: actor.id, courseId, lessonId, ...values })
      .onConflictDoUpdate({ target: [lessonUnlock.learnerId, lessonUnlock.lessonId], set: values });
    return ok({ opened: right, sentence: right ? '' : 'This is not the password. Mind small and capital letters.' });
  },
});

const passage = array().of(number().min(0).max(1_000_000).required()).length(2).required();

/** Passages of a film that were played, as the player saw them. */
export const watched = command({
  name: 'learning.watched',
  input: object({ ...place, passages: array().of(passage).min(1).max(200).required() }).noUnknown(),
  permission: () => true,
  async handle(context, { courseId, lessonId, passages }) {
    const found = await openLesson(context, courseId, lessonId, ['film']);
    if (!found.ok) return found;
    const { lesson, progress } = found.value.lesson;
    const event = { learnerId: context.actor.id, courseId, lessonId, lessonTitle: lesson.title, at: context.now.toString() };
    const seconds = lesson.media?.seconds ?? 0;
    const kept = passages.map(([from = 0, to = 0]): Passage => [Math.min(from, seconds), Math.min(to, seconds)]);
    const after = await recordEvent(context.tx, { ...event, verb: 'progressed', passages: kept });
    const percent = watchedPercent(after.watched, seconds);
    const rule = lesson.done ?? usualDoneRule(lesson);
    const done = progress.state === 'done' || (rule.by === 'watched' && percent >= rule.percent);
    if (done && progress.state !== 'done') await recordEvent(context.tx, { ...event, verb: 'completed' });
    return ok({ percent, done });
  },
});

export const learningCommands = {
  [unlock.name]: unlock,
  [openedLesson.name]: openedLesson,
  [markDone.name]: markDone,
  [watched.name]: watched,
};
