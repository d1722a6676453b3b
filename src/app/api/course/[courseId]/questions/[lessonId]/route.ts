import { formAsked, sendQuestions } from '@/app/_server/questions-file';
import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { fail } from '@/core/kernel/problem';
import { questionsOf } from '@/core/outline';
import { canGoBack } from '@/core/quiz';
import { loadOutline } from '@/server/outline';

/** The questions of a quiz in the working copy, as a file. */
export const GET = forCourse(async ({ db, request, courseId, params: { lessonId = '' } }) => {
  const form = formAsked(request);
  if (!form.ok) return respond(form);
  const outline = await loadOutline(db, courseId);
  const lesson = outline?.lesson[lessonId];
  if (!outline || !lesson?.quiz) return respond(fail('not-found', 'This quiz is not there any more.'));
  const { title, quiz } = lesson;
  const name =
    title
      .replace(/[^A-Za-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .toLowerCase() || 'quiz';
  return sendQuestions(request, db, form.value, questionsOf(outline, lessonId), {
    name,
    test: { title, minutes: quiz.minutes, goesBack: canGoBack(quiz) },
    decimals: quiz.decimals ?? 'point',
  });
});
