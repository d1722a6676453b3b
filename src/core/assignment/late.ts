import { number, object, string } from 'yup';
import { multiply, type Rational, rational, thousandths } from '../kernel/exact';
import type { Temporal } from '../kernel/time';
import { counted } from '../kernel/words';

/** What late work costs, and until when it is taken. */
export type LateRule = {
  /** Percent of the points reached that are taken off, 0 to 100. */
  readonly percent: number;
  /** Once, or for each hour or day (24 hours) that has begun. */
  readonly per: (typeof latePers)[number];
  /** Percent that are taken off at most. */
  readonly most: number;
  /** Hours after it was due until which it is taken; null: for as long as the course is open. */
  readonly lastHours: number | null;
};
export const latePers = ['once', 'hour', 'day'] as const;
export const usualLate: LateRule = { percent: 0, per: 'day', most: 100, lastHours: null };

const percent = (what: string) =>
  number()
    .typeError(`Give ${what} as a number.`)
    .integer(`Give ${what} in whole percent.`)
    .min(0, 'At least 0 %.')
    .max(100, 'At most 100 %.')
    .required();
export const lateSchema = object({
  percent: percent('the deduction'),
  per: string().oneOf(latePers).required(),
  most: percent('the most'),
  lastHours: number()
    .typeError('Give the hours as a number.')
    .integer('Give whole hours.')
    .min(1, 'Take late work for at least an hour, or refuse it.')
    .max(8760, 'Take late work for at most 8,760 hours, which is a year.')
    .nullable()
    .defined(),
}).noUnknown();

const unitMs: { readonly [per in Exclude<LateRule['per'], 'once'>]: number } = { hour: 3_600_000, day: 86_400_000 };

/** The percent that are taken off for work handed in at a moment; 0 until it was due. Days are of 24 hours. */
export function latePercent(rule: LateRule, due: Temporal.Instant, at: Temporal.Instant): number {
  const late = at.epochMilliseconds - due.epochMilliseconds;
  if (late <= 0) return 0;
  const times = rule.per === 'once' ? 1 : Math.ceil(late / unitMs[rule.per]);
  return Math.min(rule.most, rule.percent * times);
}

/** What is left of points (in thousandths) after lateness has taken its percent off: in points, exact. */
export const afterLateness = (points: number, percent: number): Rational =>
  multiply(thousandths(points), rational(100 - percent, 100));

/** The last moment at which late work is taken; null where there is none. */
export const lastMoment = (rule: LateRule, due: Temporal.Instant): Temporal.Instant | null =>
  rule.lastHours === null ? null : due.add({ hours: rule.lastHours });

/** A rule in words, to go on from "late work". */
export function lateText({ percent: off, per, most, lastHours }: LateRule): string {
  const each = { once: '', hour: ' for each hour begun', day: ' for each day begun' }[per];
  const bound = per !== 'once' && most < 100 ? `, at most ${most} %` : '';
  const cost =
    off === 0
      ? 'is marked as late'
      : `loses ${Math.min(off, per === 'once' ? most : 100)} % of its points${each}${bound}`;
  if (lastHours === null) return cost;
  const until = lastHours % 24 === 0 ? counted(lastHours / 24, 'day') : counted(lastHours, 'hour');
  return `${cost}, and is taken until ${until} after it was due`;
}
