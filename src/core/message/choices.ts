import { array, object, string } from 'yup';
import { dayMs, timeOfDayMs, zoneOf } from '../kernel/zone';
import type { OccasionName } from './facts';
import { occasionNames, occasionOf } from './occasions';

/** What one person wants to be told, and when. Times of day are meant in their own zone. */
export type Choices = {
  readonly off: readonly OccasionName[];
  /** When nothing is sent: from the evening to the morning, or within a day; null for never. */
  readonly quiet: { readonly from: string; readonly until: string } | null;
  /** When everything that is not urgent comes in one message a day; null: as it happens. */
  readonly daily: string | null;
};

/** Of who has chosen nothing: everything, at a decent hour. */
export const usualChoices: Choices = { off: [], quiet: { from: '21:00', until: '08:00' }, daily: null };

const time = string()
  .matches(/^([01]\d|2[0-3]):[0-5]\d$/, 'Give the time as hours and minutes, for example 08:00.')
  .required('Give the time as hours and minutes, for example 08:00.');

/** Whether a time of day lies in quiet hours. Both in milliseconds of a day; the end is not part of them. */
function isQuiet(at: number, { from, until }: { readonly from: string; readonly until: string }): boolean {
  const [begin, end] = [timeOfDayMs(from), timeOfDayMs(until)];
  return begin <= end ? at >= begin && at < end : at >= begin || at < end;
}

export const choicesSchema = object({
  off: array().of(string().oneOf(occasionNames).required()).max(occasionNames.length).required(),
  quiet: object({ from: time, until: time })
    .noUnknown()
    .nullable()
    .defined()
    .test(
      'some hours left',
      'Quiet hours that end when they begin would last all day. Choose another end.',
      (quiet) => quiet === null || quiet?.from !== quiet?.until,
    ),
  daily: string()
    .matches(/^([01]\d|2[0-3]):[0-5]\d$/, 'Give the time as hours and minutes, for example 17:00.')
    .nullable()
    .defined()
    .test('not quiet', 'This time lies in your quiet hours. Choose another one.', function (daily) {
      const { quiet } = this.parent as Pick<Choices, 'quiet'>;
      return !daily || quiet === null || !isQuiet(timeOfDayMs(daily), quiet);
    }),
}).noUnknown();

/** The next moment, from `ms` on, at which clocks of a zone show a time of day. */
function nextTime(ms: number, at: string, zoneName: string): number {
  const zone = zoneOf(zoneName);
  const day = Math.floor(zone.wallAt(ms) / dayMs);
  // Where clocks jump over the time, the moment of the jump: so today's may lie before as well as after.
  const today = zone.instantAt(day * dayMs + timeOfDayMs(at));
  return today >= ms ? today : zone.instantAt((day + 1) * dayMs + timeOfDayMs(at));
}

/** What becomes of a message: it is sent, waits until a moment, or is kept back and why. */
export type Verdict =
  | { readonly now: true }
  | { readonly later: number; readonly why: string }
  | { readonly never: string };

type Waiting = {
  readonly occasion: OccasionName;
  /** When it came to be told, and after when nobody needs it any more; milliseconds since 1970. */
  readonly since: number;
  readonly until: number | null;
  /** The person has asked for this very thing: it goes beside what they have chosen for all. */
  readonly wished: boolean;
};

/** Decides when a message reaches a person, by what they have chosen and what the hour is where they are. */
export function verdict(message: Waiting, choices: Choices, zone: string, nowMs: number): Verdict {
  const { occasion, until, since, wished } = message;
  if (!wished && choices.off.includes(occasion)) return { never: 'They have chosen not to be told of this.' };
  if (until !== null && until <= nowMs) return { never: 'It came too late: what it tells of was over.' };
  const atDay = choices.daily !== null && !occasionOf(occasion).isUrgent && !wished;
  const daily = atDay ? nextTime(since, choices.daily ?? '', zone) : since;
  if (daily > nowMs) return laterOr(daily, until, 'It comes with everything else of the day.');
  const { quiet } = choices;
  const loud = quiet === null ? nowMs : firstLoud(nowMs, quiet, zone);
  return loud === nowMs ? { now: true } : laterOr(loud, until, 'These are quiet hours where they are.');
}

/** The first moment from one on that lies in no quiet hours. */
function firstLoud(ms: number, quiet: NonNullable<Choices['quiet']>, zone: string): number {
  const wall = zoneOf(zone).wallAt(ms);
  if (!isQuiet(((wall % dayMs) + dayMs) % dayMs, quiet)) return ms;
  // Where clocks jump over the only moment between two nights, it is the next one.
  const end = nextTime(ms, quiet.until, zone);
  return firstLoud(end > ms ? end : nextTime(ms + 1, quiet.until, zone), quiet, zone);
}

const laterOr = (later: number, until: number | null, why: string): Verdict =>
  until !== null && later >= until ? { never: `${why} By then what it tells of is over.` } : { later, why };
