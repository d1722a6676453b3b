import { Temporal } from 'temporal-polyfill';

/**
 * The clocks of a zone as plain numbers. Which zone has when which offset is asked of the library once, for
 * some years at a time, and kept; after that what clocks show at an instant, and the instant at which they
 * show something, are a look into a short list and an addition. Instants and wall times are milliseconds; a
 * wall time is counted as if it were UTC. Beyond 2099 the rules of an equal year of that century are used:
 * nobody knows the ones that will hold.
 */
export type Zone = {
  /** The offset from UTC at an instant. */
  offsetAt(ms: number): number;
  /** What clocks show, see `wallTime`. */
  wallAt(ms: number): number;
  /** When clocks show it, see `atWallTime`. */
  instantAt(wall: number): number;
};

const hour = 3_600_000;
export const dayMs = 24 * hour;
/** Offsets are at most 14 hours, so a wall time read as UTC is never further from its instant. */
const reach = 16 * hour;

/** The changes of offset in a stretch of time: `offsets[0]` holds before the first of them. */
type Stretch = { readonly starts: readonly number[]; readonly offsets: readonly number[] };
const stretchMs = 3653 * dayMs;
/**
 * The calendar repeats after 400 years exactly, and after 28 years but for a leap day now and then; weekdays included.
 */
const wholeCycleMs = 146_097 * dayMs;
const cycleMs = 10_227 * dayMs;
const lastKnown = Date.UTC(2099, 0, 1);

function readStretch(name: string, index: number): Stretch {
  const from = Temporal.Instant.fromEpochMilliseconds(index * stretchMs).toZonedDateTimeISO(name);
  const offsets = [from.offsetNanoseconds / 1e6];
  const starts: number[] = [];
  const end = (index + 1) * stretchMs;
  for (
    let at = from.getTimeZoneTransition('next');
    at && at.epochMilliseconds < end;
    at = at.getTimeZoneTransition('next')
  ) {
    starts.push(at.epochMilliseconds);
    offsets.push(at.offsetNanoseconds / 1e6);
  }
  return { starts, offsets };
}

/** How many of the changes have happened at an instant; on the moment of one, it has. */
function passed({ starts }: Stretch, ms: number): number {
  let count = starts.length;
  while (count > 0 && (starts[count - 1] as number) > ms) count -= 1;
  return count;
}

function openZone(name: string): Zone {
  const stretches = new Map<number, Stretch>();
  let lastIndex = Number.NaN;
  let lastStretch: Stretch = { starts: [], offsets: [0] };
  const stretchOf = (ms: number): Stretch => {
    const index = Math.floor(ms / stretchMs);
    if (index === lastIndex) return lastStretch;
    let found = stretches.get(index);
    if (!found) {
      found = readStretch(name, index);
      stretches.set(index, found);
    }
    lastIndex = index;
    lastStretch = found;
    return found;
  };
  /** How far a time lies beyond what is known, in whole cycles. */
  const beyond = (ms: number) => {
    if (ms < lastKnown) return 0;
    const whole = Math.floor((ms - lastKnown) / wholeCycleMs) * wholeCycleMs;
    return whole + (Math.floor((ms - whole - lastKnown) / cycleMs) + 1) * cycleMs;
  };

  const offsetAt = (ms: number): number => {
    const at = ms - beyond(ms);
    const stretch = stretchOf(at);
    return stretch.offsets[passed(stretch, at)] as number;
  };
  return {
    offsetAt,
    wallAt(ms) {
      const shift = beyond(ms);
      const at = ms - shift;
      const stretch = stretchOf(at);
      const count = passed(stretch, at);
      const offset = stretch.offsets[count] as number;
      if (count > 0) {
        const change = stretch.starts[count - 1] as number;
        const before = stretch.offsets[count - 1] as number;
        // In the second pass of an hour that is lived twice, clocks count as standing at its end.
        if (before > offset && at < change + before - offset) return change + before + shift;
      }
      return at + offset + shift;
    },
    instantAt(wall) {
      const shift = beyond(wall);
      const at = wall - shift;
      const [early, late] = [offsetAt(at - reach), offsetAt(at + reach)];
      if (early === late) {
        // Two changes within a day and a half leave no trace at both ends; none is known, and none is looked for.
        return at - early + shift;
      }
      const change = changeBetween(at - reach, at + reach);
      if (at - early < change) return at - early + shift;
      return Math.max(change, at - late) + shift;
    },
  };

  /** The first change after an instant, which lies before another. */
  function changeBetween(from: number, to: number): number {
    for (let index = Math.floor(from / stretchMs); index <= Math.floor(to / stretchMs); index += 1) {
      const found = stretchOf(index * stretchMs).starts.find((start) => start > from && start <= to);
      if (found !== undefined) return found;
    }
    return to;
  }
}

const zones = new Map<string, Zone>();

/** The clocks of a zone by its IANA name. Throws a RangeError when there is no such zone. */
export function zoneOf(name: string): Zone {
  let zone = zones.get(name);
  if (!zone) {
    zone = openZone(name);
    zone.offsetAt(0);
    zones.set(name, zone);
  }
  return zone;
}

/** A day `YYYY-MM-DD` as the number of days since 1970-01-01, and back. */
export const dayNumber = (day: string): number =>
  Date.UTC(Number(day.slice(0, 4)), Number(day.slice(5, 7)) - 1, Number(day.slice(8, 10))) / dayMs;

/**
 * A day, as the number of days since 1970-01-01, so many calendar months later; where that month is too short, its last
 * day: a month after 31 January is 28 or 29 February (ISO 8601-2, as Temporal's `constrain`).
 */
export function monthsLater(day: number, months: number): number {
  const date = new Date(day * dayMs);
  const [year, month] = [date.getUTCFullYear(), date.getUTCMonth() + months];
  const last = new Date(Date.UTC(year, month + 1, 0)).getUTCDate();
  return Date.UTC(year, month, Math.min(date.getUTCDate(), last)) / dayMs;
}

/** Minutes are the smallest part of a time of day: `HH:MM` in milliseconds. */
export const timeOfDayMs = (time: string): number =>
  (Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5))) * 60_000;

/** 1 Monday to 7 Sunday, of a number of days since 1970-01-01, which was a Thursday. */
export const weekdayOf = (day: number): number => ((((day + 3) % 7) + 7) % 7) + 1;
