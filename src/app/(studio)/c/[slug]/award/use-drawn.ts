import { useEffect, useMemo, useState } from 'react';
import { send } from '@/app/_client/act';
import type { AwardSettings, Design } from '@/core/certificate';
import type { Drawn, NamesIn } from '@/server/certificate';
import { useCourse, useDesk } from '../_course/CourseProvider';

/** Whose certificate is shown while it is made. */
export type Shown = {
  readonly by: 'longest' | 'shortest' | 'learner' | 'typed';
  readonly learnerId: string | null;
  readonly name: string;
  readonly grade: string;
};
export const usualShown: Shown = { by: 'longest', learnerId: null, name: '', grade: '' };

export type Names = NamesIn & { readonly rollCount: number };

/** What a course is asked about a design with: what it is about, as it is made now, and whose certificate is shown. */
export function useAsked(award: AwardSettings, shown: Shown) {
  const { rows, state } = useDesk();
  const { title } = useCourse();
  const { outcome } = state.outline;
  return useMemo(() => {
    const outcomes = Object.values(outcome)
      .sort((a, b) => (a.order < b.order ? -1 : 1))
      .map(({ text }) => text);
    const minutes = rows.reduce((sum, row) => sum + row.minutes, 0);
    return { award, shown, about: { course: title, minutes: minutes > 0 ? minutes : null, outcomes } };
  }, [award, shown, rows, outcome, title]);
}
export type Asked = ReturnType<typeof useAsked>;

/** Asks the setter for something about a design, a moment after the last change. */
function useSet<T>(address: string, design: Design | null, asked: Asked, afterMs: number) {
  const [answer, setAnswer] = useState<{ readonly value: T; readonly of: Design } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    if (!design) return;
    let current = true;
    const timer = setTimeout(async () => {
      const laid = await send<T>(address, { ...asked, design });
      if (!current) return;
      if (laid.ok) setAnswer({ value: laid.value, of: design });
      setProblem(laid.ok ? null : laid.problem.sentence);
    }, afterMs);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [address, design, asked, afterMs]);
  return { answer, problem };
}

/** A design as it will be printed, with the design that was drawn: meanwhile it may be another. */
export const useDrawn = (courseId: string, design: Design | null, asked: Asked) =>
  useSet<{ readonly drawn: Drawn; readonly name: string }>(`/api/course/${courseId}/certificate`, design, asked, 50);

/** Whether every name fits. */
export const useNames = (courseId: string, design: Design | null, asked: Asked) =>
  useSet<Names>(`/api/course/${courseId}/certificate/names`, design, asked, 500);
