import { array, mixed, number, object } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { askedInPlace, barrierFor, beforeBarrier, isAllAnswered, judge } from '@/core/learning';
import { type LessonDocument, lessonKindOf, usualDoneRule } from '@/core/outline';
import { can } from '@/core/people';
import { checkAnswer, kindOf } from '@/core/quiz';
import { countsFrom, creditedPassages, type LessonProgress, type Passage, watchedPercent } from '@/core/record';
import { instantFrom, takesCourse } from '../enrolment';
import { loadPart, staffLooks } from '../outline';
import { type CommandContext, command } from '../platform/command';
import { newId } from '../platform/ids';
import { countFrom, eventIn, heldProgress, recordEvent } from '../record';
import { deedOf, place } from './deeds';
import { openLesson } from './guard';

/** Whether a lesson plays for a time. */
export const plays = (lesson: LessonDocument) => lessonKindOf(lesson.kind).file?.plays ?? false;

/** Seconds: to have gone on by less is to be in the same place. */
const leastMove = 1;
const passage = array().of(number().min(0).max(1_000_000).required()).length(2).required();

/**
 * Passages of a film or a recording that were played, as the player saw them, and as far as the time that has passed
 * allows.
 */
export const watched = command({
  name: 'learning.watched',
  input: object({
    ...place,
    passages: array().of(passage).max(200).required(),
    /** Where it now is, in seconds. */
    at: number().min(0).max(1_000_000),
  }).noUnknown(),
  permission: takesCourse,
  async handle(context, { courseId, lessonId, passages, at }) {
    const found = await openLesson(context, courseId, lessonId, plays);
    if (!found.ok) return found;
    const { lesson, progress } = found.value.lesson;
    const event = eventIn(found.value.learning.learner, lesson, context.now.toString());
    const held = await heldProgress(context.tx, event);
    // A page that never said it was opened has been open since now.
    const elapsed = held.countedFrom
      ? (context.now.epochMilliseconds - instantFrom(held.countedFrom).epochMilliseconds) / 1000
      : 0;
    const reached = beforeBarrier(
      passages.map(([from = 0, to = 0]): Passage => [from, to]),
      barrierFor(lesson, held.answered)?.moment.at ?? null,
    );
    const credited = creditedPassages(held.watched, reached, secondsOf(lesson), elapsed);
    // Single precision, as it is kept.
    const now = at === undefined ? held.place : Math.fround(Math.min(at, secondsOf(lesson)));
    const moved = now !== null && Math.abs(now - (held.place ?? 0)) >= leastMove;
    const after =
      credited.length === 0 && !moved
        ? held
        : await recordEvent(context.tx, {
            ...event,
            verb: 'progressed',
            passages: credited,
            ...(now === null ? {} : { place: now }),
            deed: deedOf(`watched/${newId()}`, event),
          });
    const owed = Math.round(countsFrom(credited, elapsed) * 1000);
    await countFrom(context.tx, event, context.now.add({ milliseconds: owed }).toString());
    const done = await doneByPlaying(context, event, lesson, after, progress.state === 'done');
    return ok({ percent: watchedPercent(after.watched, secondsOf(lesson)), done });
  },
});

const secondsOf = (lesson: LessonDocument) => lesson.media?.seconds ?? 0;

/** Whether a lesson is done with what was played and answered; where it now is, that is recorded. */
async function doneByPlaying(
  { tx }: CommandContext,
  event: ReturnType<typeof eventIn>,
  lesson: LessonDocument,
  { watched: passages, answered }: LessonProgress,
  wasDone: boolean,
): Promise<boolean> {
  const rule = lesson.done ?? usualDoneRule(lesson);
  const isDone =
    wasDone ||
    (rule.by === 'watched' &&
      watchedPercent(passages, secondsOf(lesson)) >= rule.percent &&
      (!rule.answers || isAllAnswered(lesson.questions, answered)));
  if (isDone && !wasDone) await recordEvent(tx, { ...event, verb: 'completed', deed: deedOf('done', event) });
  return isDone;
}

const given = {
  ...place,
  questionId: idSchema,
  answer: mixed<object>((value): value is object => typeof value === 'object').required(),
};
const notThere = fail('not-found', 'This question is not part of the lesson any more. Load the page again.');
const nothingSaid = fail('invalid', 'Give an answer first.', 'answer');

/**
 * Answers a question that has stopped a film, or that stands in a text. It may be answered again; the best answer
 * stays.
 */
export const answerInPlace = command({
  name: 'learning.answer',
  input: object({ ...given, deed: idSchema }).noUnknown(),
  permission: takesCourse,
  async handle(context, { courseId, lessonId, questionId, answer, deed }) {
    const found = await openLesson(context, courseId, lessonId);
    if (!found.ok) return found;
    const { lesson, progress } = found.value.lesson;
    const question = askedInPlace(lesson, questionId);
    if (!question) return notThere;
    const checked = checkAnswer(question.kind, question.body, answer);
    if (!checked.ok) return checked;
    const judged = judge(question, checked.value);
    if (!judged) return nothingSaid;
    const event = eventIn(found.value.learning.learner, lesson, context.now.toString());
    const held = await heldProgress(context.tx, event);
    const barrier = barrierFor(lesson, held.answered);
    if (barrier && question.moment && barrier.moment.at < question.moment.at)
      return fail('closed', 'A question before this one has to be answered first.');
    const response = kindOf(question.kind).answerText(question.body, checked.value);
    const after = await recordEvent(context.tx, {
      ...event,
      verb: 'answered',
      question: { id: questionId, verdict: judged.verdict, prompt: question.prompt, response },
      deed: deedOf(`answer/${deed}`, event),
    });
    const done = await doneByPlaying(context, event, lesson, after, progress.state === 'done');
    return ok({ ...judged, done });
  },
});

/** Answers a question of the working copy, for those who make it or look at it: judged, and nothing kept. */
export const tryInPlace = command({
  name: 'learning.try-answer',
  input: object(given).noUnknown(),
  permission: async ({ actor, tx }, { courseId }) =>
    can(actor, 'course.edit', { courseId }) ||
    (can(actor, 'marking.mark', { courseId }) && (await staffLooks(tx.db, courseId))),
  async handle({ tx }, { courseId, lessonId, questionId, answer }) {
    const none = { ids: [], lessonIds: [], sectionIds: [] };
    const part = await loadPart(tx.db, courseId, {
      lesson: { ...none, ids: [lessonId] },
      question: { ...none, ids: [questionId] },
      text: none,
    });
    const lesson = part?.lesson[lessonId];
    const own = part?.question[questionId];
    const question = lesson && own?.lessonId === lessonId && askedInPlace({ ...lesson, questions: [own] }, questionId);
    if (!question) return notThere;
    const checked = checkAnswer(question.kind, question.body, answer);
    if (!checked.ok) return checked;
    const judged = judge(question, checked.value);
    return judged ? ok({ ...judged, done: false }) : nothingSaid;
  },
});
