import { and, eq } from 'drizzle-orm';
import { array, number, object, string } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { type LessonDocument, lessonKindOf, usualDoneRule } from '@/core/outline';
import { creditedPassages, type Passage, watchedPercent } from '@/core/record';
import { instantFrom, takesCourse } from '../enrolment';
import { command } from '../platform/command';
import { newId } from '../platform/ids';
import { countFrom, eventIn, heldProgress, recordEvent, recordEvents } from '../record';
import { openLesson } from './guard';
import { courseHead, learning } from './queries';
import { lessonUnlock } from './schema';

const place = { courseId: idSchema, lessonId: idSchema };

/** What is done once in an enrolment. */
const deedOf = (what: string, { enrolmentId, lessonId }: { readonly enrolmentId: string; readonly lessonId: string }) =>
  `${what}/${enrolmentId}/${lessonId}`;

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
    if (plays(lesson)) await countFrom(context.tx, event, event.at);
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

/** Gives the password of a lesson. What is wrong is counted, and many wrong ones wait, so that it cannot be guessed by trying. */
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

/** Whether a lesson plays for a time. */
const plays = (lesson: LessonDocument) => lessonKindOf(lesson.kind).file?.plays ?? false;

const passage = array().of(number().min(0).max(1_000_000).required()).length(2).required();

/** Passages of a film or a recording that were played, as the player saw them, and as far as the time that has passed allows. */
export const watched = command({
  name: 'learning.watched',
  input: object({ ...place, passages: array().of(passage).min(1).max(200).required() }).noUnknown(),
  permission: takesCourse,
  async handle(context, { courseId, lessonId, passages }) {
    const found = await openLesson(context, courseId, lessonId, plays);
    if (!found.ok) return found;
    const { lesson, progress } = found.value.lesson;
    const event = eventIn(found.value.learning.learner, lesson, context.now.toString());
    const seconds = lesson.media?.seconds ?? 0;
    const held = await heldProgress(context.tx, event);
    // A page that never said it was opened has been open since now.
    const elapsed = held.countedFrom
      ? (context.now.epochMilliseconds - instantFrom(held.countedFrom).epochMilliseconds) / 1000
      : 0;
    const credited = creditedPassages(
      held.watched,
      passages.map(([from = 0, to = 0]): Passage => [from, to]),
      seconds,
      elapsed,
    );
    const after =
      credited.length === 0
        ? held
        : await recordEvent(context.tx, {
            ...event,
            verb: 'progressed',
            passages: credited,
            deed: deedOf(`watched/${newId()}`, event),
          });
    await countFrom(context.tx, event, event.at);
    const percent = watchedPercent(after.watched, seconds);
    const rule = lesson.done ?? usualDoneRule(lesson);
    const done = progress.state === 'done' || (rule.by === 'watched' && percent >= rule.percent);
    if (done && progress.state !== 'done')
      await recordEvent(context.tx, { ...event, verb: 'completed', deed: deedOf('done', event) });
    return ok({ percent, done });
  },
});

export const learningCommands = {
  [unlock.name]: unlock,
  [openedLesson.name]: openedLesson,
  [markDone.name]: markDone,
  [watched.name]: watched,
};
