import { pointsText } from '@/core/kernel/exact';
import type { LessonDocument } from '@/core/outline';
import { kindOf } from '@/core/quiz';
import type { PaperQuestion } from './SittingPaper';

/** The questions of a paper as they may be seen before they are answered. */
export const paperOf = (questions: LessonDocument['questions']): PaperQuestion[] =>
  questions.map((question) => ({
    id: question.id,
    kind: question.kind,
    prompt: question.prompt,
    points: `${pointsText(question.points)} ${question.points === 1000 ? 'point' : 'points'}`,
    shown: kindOf(question.kind).shown(question.body),
    hint: kindOf(question.kind).hint ?? null,
  }));
