import { type Day, type TimeOfDay, timeOfDayText, wallText } from '../kernel/time';
import { listText } from '../kernel/words';

/** Hours are elapsed hours; the others are of the calendar. */
export const intervalUnits = ['hours', 'days', 'weeks', 'months'] as const;
export type IntervalUnit = (typeof intervalUnits)[number];

/** A length of time after a moment. */
export type Interval = {
  readonly amount: number;
  readonly unit: IntervalUnit;
  /** With days, weeks and months: a time of day in the learner's zone; null keeps the hour of the moment. */
  readonly at: TimeOfDay | null;
};

/** A moment that a learner's clock alone decides. */
export type TimeRule =
  | { readonly when: 'start' }
  | ({ readonly when: 'after-start' } & Interval)
  | {
      readonly when: 'on-date';
      readonly date: Day;
      readonly at: TimeOfDay;
      /** IANA zone in which the date is meant. */
      readonly zone: string;
    };

/** A moment that what a learner does decides: so long after the last of some lessons is done, or passed. */
export type AwaitingRule = {
  readonly when: 'after-done' | 'after-passed';
  readonly lessons: readonly string[];
} & Interval;

/** One reason to open. By hand: somebody who gives the course opens it, for a cohort or for a person. */
export type SingleRule = TimeRule | AwaitingRule | { readonly when: 'by-hand' };

/** When a section or lesson opens for a learner: by one rule, or by several, once all of them have come true. */
export type OpeningRule = SingleRule | { readonly when: 'all'; readonly rules: readonly SingleRule[] };

/** When something closes again: at a moment of the clock, or so long after it opened. */
export type ClosingRule = Exclude<TimeRule, { when: 'start' }> | ({ readonly when: 'after-opening' } & Interval);

/** The single rules a rule is made of. */
export const singleRules = (rule: OpeningRule): readonly SingleRule[] => (rule.when === 'all' ? rule.rules : [rule]);

/** Whether a rule looks at nothing but the clock. */
export const isTimeRule = (rule: OpeningRule | null): rule is TimeRule =>
  rule !== null && (rule.when === 'start' || rule.when === 'after-start' || rule.when === 'on-date');

/** The lessons a rule waits for. */
export const lessonsAwaited = (rule: OpeningRule | null): readonly string[] =>
  rule === null ? [] : singleRules(rule).flatMap((one) => ('lessons' in one ? one.lessons : []));

/** A rule that waits for other lessons instead: what is left when some are called otherwise or are not there (null). */
export function withLessons(rule: OpeningRule | null, renamed: (id: string) => string | null): OpeningRule | null {
  if (rule === null || lessonsAwaited(rule).length === 0) return rule;
  const kept = singleRules(rule).flatMap((one): SingleRule[] => {
    if (!('lessons' in one)) return [one];
    const lessons = one.lessons.flatMap((id) => renamed(id) ?? []);
    return lessons.length > 0 ? [{ ...one, lessons }] : [];
  });
  const [first] = kept;
  if (rule.when !== 'all' || kept.length < 2) return first ?? null;
  return { when: 'all', rules: kept };
}

/** The titles of what is referred to by id. */
export type Titles = ReadonlyMap<string, string>;
const noTitles: Titles = new Map();

/** `3 days`, `1 hour`. */
export const lengthText = ({ amount, unit }: Interval): string =>
  `${amount} ${amount === 1 ? unit.slice(0, -1) : unit}`;
const atText = ({ at }: Interval) => (at ? `, ${timeOfDayText(at)}` : '');

/** `2 days after "The tray" and "Twelve families" are done`, `once "Reach or not?" is passed`. */
function awaitingText(rule: AwaitingRule, titles: Titles): string {
  const names = listText(rule.lessons.map((id) => `"${titles.get(id) ?? 'a lesson that is gone'}"`));
  const state = `${rule.lessons.length === 1 ? 'is' : 'are'} ${rule.when === 'after-done' ? 'done' : 'passed'}`;
  return rule.amount === 0 && rule.at === null
    ? `once ${names} ${state}`
    : `${lengthText(rule)} after ${names} ${state}${atText(rule)}`;
}

/** A rule in words: `at start`, `day 7, 09:00`, `Mon 12 Apr 2027, 18:00`. Day 7 is seven days after the start. */
export function ruleText(rule: OpeningRule | ClosingRule, titles: Titles = noTitles): string {
  switch (rule.when) {
    case 'start':
      return 'at start';
    case 'after-start':
      if (rule.unit === 'hours') return `${lengthText(rule)} after start`;
      return rule.unit === 'days'
        ? `day ${rule.amount}${atText(rule)}`
        : `${rule.unit.slice(0, -1)} ${rule.amount} after start${atText(rule)}`;
    case 'on-date':
      return wallText(`${rule.date} ${rule.at}`);
    case 'after-opening':
      return `${lengthText(rule)} after it opens${atText(rule)}`;
    case 'after-done':
    case 'after-passed':
      return awaitingText(rule, titles);
    case 'by-hand':
      return 'opened by hand';
    case 'all':
      return rule.rules.map((one) => ruleText(one, titles)).join(' and ');
  }
}
