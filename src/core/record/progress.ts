/** How far a learner is with a lesson. Worked out from statements and nothing else. */
export type LessonProgress = {
  readonly state: 'empty' | 'begun' | 'done';
  /** Instant, ISO 8601. */
  readonly doneAt: string | null;
  /** Passages of a film that were watched, in seconds, in order and apart. */
  readonly watched: readonly Passage[];
  /** Where they last were in a film or a recording, in seconds; null before they were anywhere. */
  readonly place: number | null;
  /** What was answered where the lesson stops to ask, by question. */
  readonly answered: { readonly [questionId: string]: Answered };
};
/** How the best answer to a question did, and how often it was answered. */
export type Answered = { readonly verdict: Verdict; readonly tries: number };
export type Verdict = 'right' | 'part' | 'wrong';
export type Passage = readonly [from: number, to: number];

export const noProgress: LessonProgress = { state: 'empty', doneAt: null, watched: [], place: null, answered: {} };

/** Joins passages that touch or overlap (less than half a second apart); what is empty is left out. */
export function mergePassages(passages: readonly Passage[]): Passage[] {
  const sorted = passages
    .filter(([from, to]) => Number.isFinite(from) && to > from && from >= 0)
    .sort((a, b) => a[0] - b[0]);
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
  const covered = mergePassages(passages).reduce(
    (total, [from, to]) => total + Math.max(0, Math.min(to, seconds) - Math.min(from, seconds)),
    0,
  );
  // The last half second of a film is often never reported.
  return Math.min(100, Math.floor(((covered + 0.5) / seconds) * 100));
}

/** A film may be played at twice its speed; a report may come a few seconds after what it tells of. */
const fastest = 2;
const lateSeconds = 5;

/** Seconds that have passed, as far as they count: what was credited ahead of its time may be owed still. */
const counting = (elapsed: number) => Math.max(-lateSeconds / fastest, elapsed);

/**
 * The passages of a report that can have been watched in `elapsed` seconds: within the film, and no more new
 * seconds of it than pass at twice its speed, taken in the order of the film. What was kept before costs
 * nothing. Seconds throughout; the answer holds the report's new parts only. `elapsed` counts from `countsFrom` of the
 * report before.
 */
export function creditedPassages(
  kept: readonly Passage[],
  reported: readonly Passage[],
  seconds: number,
  elapsed: number,
): Passage[] {
  let credit = counting(elapsed) * fastest + lateSeconds;
  const credited: Passage[] = [];
  const within = reported.map(([from, to]): Passage => [Math.min(from, seconds), Math.min(to, seconds)]);
  const before = mergePassages(kept);
  // Together with what was kept: the little that is joined between two passages costs its time as well.
  for (const [from, to] of mergePassages([...before, ...within])) {
    for (const [start, end] of without(from, to, before)) {
      if (credit <= 0) return credited;
      const taken = Math.min(end - start, credit);
      credited.push([start, start + taken]);
      credit -= taken;
    }
  }
  return credited;
}

/**
 * How many seconds after a report time counts on: none, or as many as it was credited ahead of them. So the seconds a
 * report may come late are given once, and not with each of many reports.
 */
export function countsFrom(credited: readonly Passage[], elapsed: number): number {
  const taken = credited.reduce((total, [from, to]) => total + to - from, 0);
  return Math.max(0, taken / fastest - counting(elapsed));
}

/** The parts from one second to another that lie in none of the passages, which are in order and apart. */
function without(from: number, to: number, passages: readonly Passage[]): Passage[] {
  const parts: Passage[] = [];
  let at = from;
  for (const [start, end] of passages) {
    // Whatever was watched further on has nothing to do with it.
    if (start >= to) break;
    if (start > at) parts.push([at, start]);
    at = Math.max(at, end);
  }
  return at < to ? [...parts, [at, to]] : parts;
}
