import { judge } from '@/core/learning';
import type { LessonDocument } from '@/core/outline';
import { type Answers, canGoBack, isAnswered, pagesOf } from '@/core/quiz';
import { usualSays } from './paper';
import { paperOf } from './paper-of';

/** What a paper is shown with; of one on which nobody can go back, only the page that was reached is sent. */
export function sittingProps(
  lesson: LessonDocument,
  answers: Answers,
  { reached, marks, judged }: { reached: number; marks: readonly string[]; judged: readonly string[] },
) {
  const quiz = lesson.quiz ?? {};
  const all = pagesOf(quiz, lesson.questions);
  const goesBack = canGoBack(quiz);
  const page = goesBack ? 0 : Math.min(reached, all.length - 1);
  const pages = goesBack ? all : all.slice(page, page + 1);
  const here = new Set(pages.flat().map(({ id }) => id));
  const elsewhere = lesson.questions.filter(({ id }) => !here.has(id));
  return {
    ...{ pages: pages.map(paperOf), goesBack, marks },
    place: {
      ...{ page, of: all.length, questions: lesson.questions.length },
      before: goesBack ? 0 : all.slice(0, page).flat().length,
    },
    answers: Object.fromEntries(Object.entries(answers).filter(([id]) => here.has(id))),
    answeredElsewhere: elsewhere.filter(({ id, kind }) => isAnswered(kind, answers[id])).length,
    mustAnswer: lesson.quiz?.mustAnswer ?? false,
    overview: lesson.quiz?.overview ?? false,
    judges: lesson.quiz?.judges ?? false,
    judged: Object.fromEntries(
      lesson.questions.flatMap((question) => {
        const answer = judged.includes(question.id) && here.has(question.id) ? answers[question.id] : undefined;
        const found = answer && judge(question, answer, lesson.quiz?.decimals);
        return found ? [[question.id, { verdict: found.verdict, said: found.said }]] : [];
      }),
    ),
    says: lesson.quiz?.says ?? usualSays,
    decimals: lesson.quiz?.decimals ?? ('point' as const),
    atEnd:
      lesson.quiz?.atEnd === 'not-counted'
        ? 'when the time is up it does not count, unless it was handed in'
        : 'when the time is up it is handed in as it is',
  };
}
