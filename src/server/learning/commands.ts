import { array, number, object } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { usualDoneRule } from '@/core/outline';
import { type Passage, watchedPercent } from '@/core/record';
import { command } from '../platform/command';
import { recordEvent } from '../record';
import { openLesson } from './guard';

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

export const learningCommands = { [openedLesson.name]: openedLesson, [markDone.name]: markDone, [watched.name]: watched };
