import { formAsked, sendQuestions } from '@/app/_server/questions-file';
import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import type { QtiDraw } from '@/core/exchange';
import { inOrder } from '@/core/kernel/exact';
import { fail } from '@/core/kernel/problem';
import { questionsOf } from '@/core/outline';
import { canGoBack, drawText } from '@/core/quiz';
import { categoriesOf } from '@/server/bank';
import { mediaOfCourse } from '@/server/media';
import { loadOutline, poolsIn } from '@/server/outline';

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
  const questions = questionsOf(outline, lessonId);
  const categories = await categoriesOf(db);
  const { pools } = await poolsIn(db, outline, await mediaOfCourse(db, courseId));
  const draws = (quiz.draws ?? [])
    .toSorted((a, b) => inOrder(a.order, b.order))
    .map(
      (draw): QtiDraw => ({
        title: drawText(draw, categories),
        count: draw.count,
        before: questions.filter(({ order }) => inOrder(order, draw.order) < 0).length,
        questions: (pools[draw.id] ?? []).map((question) => ({ ...question, points: draw.points })),
        unsaid: draw.unseen ? ['That those not seen before come first cannot be said.'] : [],
      }),
    );
  return sendQuestions(request, db, form.value, questions, {
    name,
    test: { title, minutes: quiz.minutes, goesBack: canGoBack(quiz), draws },
    decimals: quiz.decimals ?? 'point',
  });
});
