import { mixed, object } from 'yup';
import { bodyOf, respond } from '@/app/_server/respond';
import { forAnybody } from '@/app/_server/routes';
import { idSchema } from '@/core/kernel/ids';
import { parsed } from '@/core/kernel/parse';
import { fail, ok } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { askedInPlace, judge, sampleView } from '@/core/learning';
import { checkAnswer } from '@/core/quiz';
import { courseHead } from '@/server/learning';
import { liveDocument } from '@/server/outline';

const given = object({
  courseId: idSchema,
  lessonId: idSchema,
  questionId: idSchema,
  answer: mixed<object>((value): value is object => typeof value === 'object').required(),
}).noUnknown();

/** Judges a visitor's answer to a question in a sample lesson; nothing is kept. */
export const POST = forAnybody(async ({ request, db }) => {
  const asked = parsed(given, await bodyOf(request));
  if (!asked.ok) return respond(asked);
  const { courseId, lessonId, questionId, answer } = asked.value;
  const head = await courseHead(db, courseId);
  const document = head && (await liveDocument(db, head.liveEditionId));
  const view = document && sampleView(document, Temporal.Now.instant());
  const lesson = view?.lessons.find((one) => one.lesson.id === lessonId)?.lesson;
  const question = lesson && askedInPlace(lesson, questionId);
  if (!question) return respond(fail('not-found', 'This question is not there, or not for visitors.'));
  const checked = checkAnswer(question.kind, question.body, answer);
  if (!checked.ok) return respond(checked);
  const judged = judge(question, checked.value);
  return respond(judged ? ok({ ...judged, done: false }) : fail('invalid', 'Give an answer first.', 'answer'));
});
