/** A lesson to be laid out, in the order of the course. */
export type ToLayOut = {
  readonly id: string;
  readonly minutes: number;
  /** The part in which it stands whatever happens, because it has a date of its own; null where it can be moved. */
  readonly fixedIn: number | null;
};

export type Balanced = {
  /** The ids of the lessons with which each part but the first begins, as a rhythm keeps them. */
  readonly begins: readonly string[];
  /** The minutes each part asks for. */
  readonly minutes: readonly number[];
  /** By how many minutes the fullest part asks more than allowed; 0 where it could be done. */
  readonly over: number;
};

type Segment = { readonly lessons: readonly ToLayOut[]; readonly from: number; readonly to: number };

/**
 * Lays lessons out so that no part asks for more than `most` minutes, each as early as that allows, in the order of
 * the course: what stands before a lesson with a date does not open after it, and what follows not before it. `parts`:
 * how many there may be. Where that cannot be done, the fullest part asks for as little more as possible, which is
 * found by halving; `over` says how much.
 */
export function balance(lessons: readonly ToLayOut[], most: number, parts: number): Balanced {
  const load: number[] = [];
  for (const { minutes, fixedIn } of lessons) if (fixedIn !== null) load[fixedIn] = (load[fixedIn] ?? 0) + minutes;
  const partOf = new Map<string, number>();
  let at = 0;
  for (const segment of segmentsOf(lessons, parts - 1)) {
    const from = Math.max(at, segment.from);
    const limit = smallestLimit(segment.lessons, load, from, Math.max(from, segment.to), most);
    const laid = lay(segment.lessons, load, from, limit);
    for (const [i, lesson] of segment.lessons.entries()) {
      const part = laid[i] ?? from;
      partOf.set(lesson.id, part);
      load[part] = (load[part] ?? 0) + lesson.minutes;
      at = Math.max(at, part);
    }
  }
  return { ...named(lessons, partOf, load), over: Math.max(0, fullest(load) - most) };
}

/** What the fullest part asks for; parts that nothing stands in yet have no place in the list. */
const fullest = (load: readonly number[]) => Math.max(0, ...Array.from(load, (minutes) => minutes ?? 0));

/** Lessons between those with dates, with the first and the last part they may stand in. */
function segmentsOf(lessons: readonly ToLayOut[], last: number): Segment[] {
  const found: Segment[] = [];
  let [open, from] = [[] as ToLayOut[], 0];
  for (const lesson of lessons) {
    if (lesson.fixedIn === null) {
      open.push(lesson);
      continue;
    }
    found.push({ lessons: open, from, to: lesson.fixedIn });
    [open, from] = [[], Math.max(from, lesson.fixedIn)];
  }
  return [...found, { lessons: open, from, to: last }].filter((segment) => segment.lessons.length > 0);
}

/** The part of each lesson, each as early as a limit allows; what is more than the limit by itself stands alone. */
function lay(lessons: readonly ToLayOut[], load: readonly number[], from: number, limit: number): number[] {
  let part = from;
  let held = load[part] ?? 0;
  let isEmpty = true;
  return lessons.map(({ minutes }) => {
    // A part that holds only what is fixed to it is passed over as well, where the lesson does not fit beside it.
    while (held + minutes > limit && !(isEmpty && (load[part] ?? 0) === 0)) {
      part += 1;
      held = load[part] ?? 0;
      isEmpty = true;
    }
    held += minutes;
    isEmpty = false;
    return part;
  });
}

/** The smallest limit, at least `most`, with which lessons end by a part. */
function smallestLimit(lessons: readonly ToLayOut[], load: readonly number[], from: number, to: number, most: number) {
  const fits = (limit: number) => (lay(lessons, load, from, limit).at(-1) ?? from) <= to;
  if (fits(most)) return most;
  let [low, high] = [most, most + lessons.reduce((total, { minutes }) => total + minutes, 0) + fullest(load)];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (fits(middle)) high = middle;
    else low = middle;
  }
  return high;
}

/** Parts by the lessons they begin with; a lesson behind empty parts begins each of them as well. */
function named(lessons: readonly ToLayOut[], partOf: ReadonlyMap<string, number>, load: readonly number[]) {
  const begins: string[] = [];
  let last = 0;
  for (const { id } of lessons) {
    const part = partOf.get(id);
    if (part === undefined) continue;
    for (; last < part; last += 1) begins.push(id);
  }
  return { begins, minutes: Array.from(load, (minutes) => minutes ?? 0) };
}
