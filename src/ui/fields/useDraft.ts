'use client';
import { useEffect, useRef, useState } from 'react';
import type { Result } from '@/core/kernel/problem';

/**
 * What is typed into a field: saved as soon as it may be, and kept in the field while it may not. When
 * the value changes elsewhere the field follows, unless somebody is in it.
 */
export function useDraft(value: string, save: (draft: string) => Result<unknown>) {
  const [draft, setDraft] = useState(value);
  const [problem, setProblem] = useState<string | null>(null);
  const focused = useRef(false);
  useEffect(() => {
    if (!focused.current) {
      setDraft(value);
      setProblem(null);
    }
  }, [value]);
  return {
    value: draft,
    error: problem,
    onFocus: () => {
      focused.current = true;
    },
    onBlur: () => {
      focused.current = false;
      if (problem === null) setDraft(value);
    },
    change: (next: string) => {
      setDraft(next);
      const saved = save(next);
      setProblem(saved.ok ? null : saved.problem.sentence);
    },
  };
}
