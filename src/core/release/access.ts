import { factsOf, type LearnerClock } from './clock';
import { msAfter, msOf } from './moment';
import { type ClosingRule, ruleText, type TimeRule } from './rule';

/** How long a course can be used: for ever, until a date, or for a time after the learner's start. */
export type AccessRule = Exclude<TimeRule, { when: 'start' }>;

/**
 * When a learner's access ends, in milliseconds; null for never. What was granted to one person goes before the rule.
 */
export function accessEnd(rule: AccessRule | null, clock: LearnerClock, granted: number | null): number | null {
  if (granted !== null) return granted;
  return rule === null ? null : msOf(rule, factsOf(clock));
}

/**
 * When something that opened closes again, in milliseconds; null for never. It is open for no time at all when it
 * closes before it opens.
 */
export function closingMs(rule: ClosingRule | null, opensMs: number, clock: LearnerClock): number | null {
  if (rule === null) return null;
  const facts = factsOf(clock);
  if (rule.when !== 'after-opening') return msOf(rule, facts);
  return Number.isFinite(opensMs) ? msAfter(rule, opensMs, facts.zone.wallAt(opensMs), facts) : null;
}

/** `until Mon 12 Apr 2027, 18:00`, `until month 6 after start`. */
export function accessText(rule: AccessRule | null): string {
  if (rule === null) return 'for ever';
  return `until ${ruleText(rule)}`;
}
