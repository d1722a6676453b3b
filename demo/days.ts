import type { Temporal } from '../src/core/kernel/time';

/** How long ago the spring cohort began: its last section is open, its report due at the end of the week. */
export const springWeeks = 5;

export const mondayOf = (instant: Temporal.Instant) => {
  const day = instant.toZonedDateTimeISO('Europe/London').toPlainDate();
  return day.subtract({ days: day.dayOfWeek - 1 });
};

export type Day = ReturnType<typeof mondayOf>;
