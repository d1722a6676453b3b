/** How far a learner is with a lesson. Worked out from statements and nothing else. */
export type LessonProgress = {
  readonly state: 'empty' | 'begun' | 'done';
  /** Instant, ISO 8601. */
  readonly doneAt: string | null;
  /** Passages of a film that were watched, in seconds, in order and apart. */
  readonly watched: readonly Passage[];
};
export type Passage = readonly [from: number, to: number];

export const noProgress: LessonProgress = { state: 'empty', doneAt: null, watched: [] };

/** Joins passages that touch or overlap (less than half a second apart); what is empty is left out. */
export function mergePassages(passages: readonly Passage[]): Passage[] {
  const sorted = passages.filter(([from, to]) => Number.isFinite(from) && to > from && from >= 0).sort((a, b) => a[0] - b[0]);
  const merged: [number, number][] = [];
  for (const [from, to] of sorted) {
    const last = merged.at(-1);
    if (last && from <= last[1] + 0.5) last[1] = Math.max(last[1], to);
    else merged.push([from, to]);
  }
  return merged;
}

/** The share of a film of `seconds` that the passages cover, in percent, rounded down. */
export function watchedPercent(passages: readonly Passage[], seconds: number): number {
  if (seconds <= 0) return 0;
  const covered = mergePassages(passages).reduce((total, [from, to]) => total + Math.max(0, Math.min(to, seconds) - Math.min(from, seconds)), 0);
  // The last half second of a film is often never reported.
  return Math.min(100, Math.floor(((covered + 0.5) / seconds) * 100));
}
