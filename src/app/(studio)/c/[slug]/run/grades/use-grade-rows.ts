import { useCallback, useEffect, useState } from 'react';
import { ask } from '@/app/_client/act';
import type { GradeRow } from '@/server/gradebook';

export type Loaded = {
  readonly rows: readonly GradeRow[];
  /** How many there are in all; null before the first have come. */
  readonly all: number | null;
  readonly problem: string | null;
  /** Reads again what some learners have. */
  reload(): void;
  change(learnerIds: ReadonlySet<string>, put: (row: GradeRow) => GradeRow): void;
};

/** The rows of a gradebook: the first at once, the rest one part after another. */
export function useGradeRows(courseId: string): Loaded {
  const [rows, setRows] = useState<readonly GradeRow[]>([]);
  const [all, setAll] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [turn, setTurn] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another turn reads it all anew
  useEffect(() => {
    let gone = false;
    (async () => {
      const read: GradeRow[] = [];
      for (;;) {
        const part = await ask<{ rows: GradeRow[]; all: number }>(`/api/course/${courseId}/grades?from=${read.length}`);
        if (gone) return;
        if (!part.ok) return setProblem(part.problem.sentence);
        read.push(...part.value.rows);
        setRows([...read]);
        setAll(part.value.all);
        setProblem(null);
        if (part.value.rows.length === 0 || read.length >= part.value.all) return;
      }
    })();
    return () => {
      gone = true;
    };
  }, [courseId, turn]);
  const change = useCallback(
    (ids: ReadonlySet<string>, put: (row: GradeRow) => GradeRow) =>
      setRows((before) => before.map((row) => (ids.has(row.learnerId) ? put(row) : row))),
    [],
  );
  return { rows, all, problem, reload: () => setTurn((before) => before + 1), change };
}
