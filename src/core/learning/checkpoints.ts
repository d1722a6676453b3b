import type { LessonDocument, Moment } from '../outline';
import { barrierIn, checkpointsOf, isExercise, lessonKindOf } from '../outline';
import { type Answer, type DecimalSign, feedbackOn, kindOf, scoreAnswer } from '../quiz';
import type { LessonProgress, Passage } from '../record';

type Asked = LessonDocument['questions'][number];
type Answered = LessonProgress['answered'];

/**
 * How an answer to a checkpoint or an exercise did, and what is said about it. It is told nothing of what would have
 * been right: it is asked again.
 */
export type Judgement = {
  readonly verdict: 'right' | 'part' | 'wrong';
  readonly said: readonly string[];
  /** Where the answer is shown, for those who have not found it. */
  readonly passage: Moment['passage'];
};

/**
 * The question of a lesson that is asked in its place, in a film or in a text, and judged there; a paper is handed in
 * instead.
 */
export const askedInPlace = ({ kind, questions }: Pick<LessonDocument, 'kind' | 'questions'>, id: string) =>
  questions.find(
    (one) =>
      one.id === id && (isExercise(kind, one) || (one.moment !== null && lessonKindOf(kind).file?.plays === true)),
  );

/** Judges an answer; null for one that says nothing, and where no rule judges. */
export function judge(question: Asked, answer: Answer, decimals?: DecimalSign): Judgement | null {
  const { verdict } = scoreAnswer(question, answer, decimals);
  if (verdict !== 'right' && verdict !== 'part' && verdict !== 'wrong') return null;
  const chosen = kindOf(question.kind)
    .choices?.(question.body, answer)
    .filter((one) => one.chosen && one.feedback.trim() !== '');
  const said = [...(chosen ?? []).map(({ feedback }) => feedback), feedbackOn(question, verdict)].filter(
    (words) => words.trim() !== '',
  );
  return { verdict, said, passage: verdict === 'right' ? null : (question.moment?.passage ?? null) };
}

/** Whether every checkpoint has been answered, rightly or not. */
export const isAllAnswered = (questions: readonly Asked[], answered: Answered): boolean =>
  checkpointsOf(questions).every(({ id }) => answered[id] !== undefined);

/** The checkpoint nobody passes unanswered that a learner stands before; null when nothing is in the way. */
export const barrierFor = ({ questions }: Pick<LessonDocument, 'questions'>, answered: Answered) =>
  barrierIn(questions, (id) => answered[id] !== undefined);

/** A film goes on for a moment until it has stopped. */
const rollsOn = 0.5;

/** Passages, in seconds, as far as they lie before what stands in the way (milliseconds; null for nothing). */
export const beforeBarrier = (passages: readonly Passage[], at: number | null): Passage[] =>
  passages.flatMap(([from, to]): Passage[] => {
    const end = at === null ? to : Math.min(to, at / 1000 + rollsOn);
    return end > from ? [[from, end]] : [];
  });
