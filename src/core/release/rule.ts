import { atWallTime, type Day, later, Temporal, type TimeOfDay, wallTime } from '../kernel/time';

/** When a section or lesson opens for a learner. */
export type OpeningRule =
  | { readonly when: 'start' }
  | {
      readonly when: 'after-start';
      readonly amount: number;
      readonly unit: 'hours' | 'days' | 'weeks';
      /** With days and weeks: a time of day in the learner's zone; null keeps the hour of the start. */
      readonly at: TimeOfDay | null;
    }
  | {
      readonly when: 'on-date';
      readonly date: Day;
      readonly at: TimeOfDay;
      /** IANA zone in which the date is meant. */
      readonly zone: string;
    };

/** A learner's own start and the zone in which their days are counted. */
export type LearnerClock = { readonly start: Temporal.Instant; readonly zone: string };

const startWalls = new WeakMap<LearnerClock, Temporal.PlainDateTime>();

/** What clocks show at a learner's start: asked for each lesson, worked out once. */
export function startWall(clock: LearnerClock): Temporal.PlainDateTime {
  const known = startWalls.get(clock);
  if (known) return known;
  const wall = wallTime(clock.start, clock.zone);
  startWalls.set(clock, wall);
  return wall;
}

/**
 * The instant a rule names for a learner. Hours are elapsed hours; days and weeks are calendar days
 * in the learner's zone (rules for clock changes: see `atWallTime`). Never before the start, and
 * never earlier when the start is later.
 */
export function instantOf(rule: OpeningRule, clock: LearnerClock): Temporal.Instant {
  switch (rule.when) {
    case 'start':
      return clock.start;
    case 'on-date':
      return later(clock.start, atWallTime(Temporal.PlainDate.from(rule.date).toPlainDateTime(Temporal.PlainTime.from(rule.at)), rule.zone));
    case 'after-start': {
      if (rule.unit === 'hours') return clock.start.add({ hours: rule.amount });
      const wall = startWall(clock);
      const day = wall.add({ days: rule.unit === 'weeks' ? rule.amount * 7 : rule.amount });
      const wanted = rule.at === null ? day : day.toPlainDate().toPlainDateTime(Temporal.PlainTime.from(rule.at));
      return later(clock.start, atWallTime(wanted, clock.zone));
    }
  }
}

/** A rule in words: `at start`, `day 7, 09:00`, `Mon 12 Apr 2027, 18:00`. Day 7 is seven days after the start. */
export function ruleText(rule: OpeningRule): string {
  switch (rule.when) {
    case 'start':
      return 'at start';
    case 'after-start': {
      if (rule.unit === 'hours') return `${rule.amount} ${rule.amount === 1 ? 'hour' : 'hours'} after start`;
      const at = rule.at ? `, ${rule.at}` : '';
      return rule.unit === 'days' ? `day ${rule.amount}${at}` : `week ${rule.amount} after start${at}`;
    }
    case 'on-date': {
      const day = new Intl.DateTimeFormat('en-GB', { timeZone: 'UTC', weekday: 'short', day: 'numeric', month: 'short' });
      return `${day.format(Date.parse(`${rule.date}T00:00Z`))}, ${rule.at}`;
    }
  }
}
