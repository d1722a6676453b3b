'use client';
import { useEffect, useState } from 'react';

/** Which sections are folded, remembered by this browser for each course. */
export function useFolds(courseId: string) {
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set());
  const key = `mosaik.folded.${courseId}`;
  useEffect(() => {
    try {
      setFolded(new Set(JSON.parse(localStorage.getItem(key) ?? '[]') as string[]));
    } catch {
      // A browser that keeps nothing begins unfolded.
    }
  }, [key]);
  const keep = (next: ReadonlySet<string>) => {
    setFolded(next);
    try {
      localStorage.setItem(key, JSON.stringify([...next]));
    } catch {
      // As above: then it lasts as long as the page.
    }
  };
  return {
    folded,
    fold: (id: string, on: boolean) =>
      keep(on ? new Set([...folded, id]) : new Set([...folded].filter((one) => one !== id))),
    foldAll: (ids: Iterable<string>) => keep(new Set(ids)),
  };
}
