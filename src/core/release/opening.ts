import { Temporal } from '../kernel/time';
import type { ClockFacts } from './clock';
import { msAfter, msOf } from './moment';
import { type OpeningRule, type SingleRule, singleRules } from './rule';

/** How far a learner has come, as rules of release look at it: milliseconds since 1970, by id. */
export type Standing = {
  /** When each lesson was done. */
  readonly done: ReadonlyMap<string, number>;
  /** When each quiz or assignment was passed. */
  readonly passed: ReadonlyMap<string, number>;
  /** When a section or lesson was opened for them by hand, be it for their cohort or for them alone. */
  readonly opened: ReadonlyMap<string, number>;
};
export const nothingYet: Standing = { done: new Map(), passed: new Map(), opened: new Map() };

/** Something that has to happen first, and of which nobody knows when it will. */
export type Wait = { readonly for: 'done' | 'passed'; readonly lessons: readonly string[] } | { readonly for: 'hand' };

/** Where a moment comes from; `section` also when a lesson's own rule is earlier than its section. */
export type OpeningSource = 'lesson' | 'section' | 'cohort' | 'rhythm' | 'start' | 'hand';

/** When something opens for a learner: at a moment, or once what it waits for has happened. */
export class Opening {
  constructor(
    /** Milliseconds since 1970; infinite while it waits for something. */
    readonly ms: number,
    readonly from: OpeningSource,
    readonly waits: readonly Wait[] = [],
    /** While it waits: the moment before which it does not open, whatever happens. */
    readonly earliest: number = ms,
  ) {}
  /** The moment, where it is known. */
  get at(): Temporal.Instant | null {
    return Number.isFinite(this.ms) ? Temporal.Instant.fromEpochMilliseconds(this.ms) : null;
  }
}

/** Whether something is open at a moment in milliseconds since 1970. */
export const isOpenAt = (opening: Opening | undefined, ms: number): boolean =>
  opening !== undefined && opening.ms <= ms;

/** Whether something has opened at an instant. */
export const isOpen = (opening: Opening | undefined, now: Temporal.Instant): boolean =>
  isOpenAt(opening, now.epochMilliseconds);

/** What a rule comes to: a moment, and what is waited for beside it. */
type Outcome = { readonly ms: number; readonly waits: readonly Wait[] };

/** Lessons that have to be done or passed, as they stand: the moment of the last, or those still missing. */
function awaited(
  lessons: readonly string[],
  what: 'done' | 'passed',
  standing: Standing,
): { readonly last: number; readonly missing: readonly string[] } {
  const reached = standing[what];
  let last = Number.NEGATIVE_INFINITY;
  const missing: string[] = [];
  for (const id of lessons) {
    const at = reached.get(id);
    if (at === undefined) missing.push(id);
    else if (at > last) last = at;
  }
  return { last, missing };
}

function single(rule: SingleRule, id: string, facts: ClockFacts, standing: Standing, there: Has): Outcome {
  if (rule.when === 'by-hand') {
    const hand = standing.opened.get(id);
    return hand === undefined
      ? { ms: facts.start, waits: [{ for: 'hand' }] }
      : { ms: Math.max(facts.start, hand), waits: [] };
  }
  if (!('lessons' in rule)) return { ms: msOf(rule, facts), waits: [] };
  const what = rule.when === 'after-done' ? 'done' : 'passed';
  // What is in no edition can be neither done nor passed, and is not waited for.
  const { last, missing } = awaited(
    rule.lessons.filter((one) => there.has(one)),
    what,
    standing,
  );
  if (missing.length > 0) return { ms: facts.start, waits: [{ for: what, lessons: missing }] };
  const from = Math.max(facts.start, last);
  return { ms: msAfter(rule, from, facts.zone.wallAt(from), facts), waits: [] };
}

type Has = { has(id: string): boolean };

/** What the rule of a section or lesson comes to. `there`: the lessons of the edition. */
export function outcomeOf(rule: OpeningRule, id: string, facts: ClockFacts, standing: Standing, there: Has): Outcome {
  if (rule.when !== 'all') return single(rule, id, facts, standing, there);
  let ms = facts.start;
  const waits: Wait[] = [];
  for (const one of rule.rules) {
    const part = single(one, id, facts, standing, there);
    ms = Math.max(ms, part.ms);
    waits.push(...part.waits);
  }
  return { ms, waits };
}

/** The lessons that have to be done first, as a rule of their own beside all others. */
export function needsOf(needs: readonly string[], standing: Standing, there: Has): Outcome {
  const { last, missing } = awaited(
    needs.filter((one) => there.has(one)),
    'done',
    standing,
  );
  return { ms: last, waits: missing.length > 0 ? [{ for: 'done', lessons: missing }] : [] };
}

/** Whether a rule is opened by hand together with other reasons: then a hand alone does not open it. */
export const asksForMoreThanAHand = (rule: OpeningRule | null): boolean =>
  rule?.when === 'all' && singleRules(rule).some((one) => one.when === 'by-hand');

/** An opening out of a moment and what is waited for. */
export const openingAt = (ms: number, from: OpeningSource, waits: readonly Wait[]): Opening =>
  waits.length === 0 ? new Opening(ms, from) : new Opening(Number.POSITIVE_INFINITY, from, waits, ms);
