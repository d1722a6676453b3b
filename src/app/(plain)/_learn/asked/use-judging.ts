'use client';
import { useRef, useState } from 'react';
import { act, send } from '@/app/_client/act';
import type { Judgement } from '@/core/learning';
import { type Answer, kindOf } from '@/core/quiz';
import { newId } from '@/ui/ids';
import type { PaperQuestion } from '../paper';
import type { Place } from '../place';

type Asked = { readonly place: Place; readonly lessonId: string; readonly question: PaperQuestion };
type Told = Judgement & { readonly done: boolean };

/**
 * An answer to a question that is asked in its place: given to the server, judged there, and given again as often as
 * one likes.
 */
export function useJudging({ place, lessonId, question }: Asked, onJudged: (told: Told) => void) {
  const { courseId, isView, isSample } = place;
  const [answer, setAnswer] = useState<Answer>();
  const [judged, setJudged] = useState<Judgement | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const deed = useRef(newId());
  const newest = useRef<Answer>(undefined);

  const judgedBy = (given: object) => {
    if (isSample) return send<Told>('/api/sample', given);
    return isView
      ? act<Told>('learning.try-answer', given)
      : act<Told>('learning.answer', { ...given, deed: deed.current });
  };
  const isGiven = answer !== undefined && kindOf(question.kind).isGiven(answer);
  const isRight = judged?.verdict === 'right';
  return {
    answer,
    judged,
    problem,
    busy,
    isGiven,
    isRight,
    change(next: Answer) {
      newest.current = next;
      // Another answer is another deed, also where nothing was heard of the last one.
      deed.current = newId();
      setAnswer(next);
      setJudged(null);
    },
    async give() {
      if (!isGiven || busy || isRight) return;
      setBusy(true);
      setProblem(null);
      const told = await judgedBy({ courseId, lessonId, questionId: question.id, answer });
      setBusy(false);
      if (!told.ok) return setProblem(told.problem.sentence);
      // The next answer is another deed.
      deed.current = newId();
      // What was changed meanwhile has not been judged.
      if (newest.current === answer) setJudged(told.value);
      onJudged(told.value);
    },
  };
}
export type Judging = ReturnType<typeof useJudging>;
