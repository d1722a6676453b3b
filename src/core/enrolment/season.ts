import { dayMs, dayNumber, weekdayOf } from '../kernel/zone';
import { type OpeningRule, type SingleRule, singleRules } from '../release';
import type { Cohort } from './cohort';

/** What a cohort of the next season is made of. */
export type Season = {
  readonly startsOn: string;
  /** A weekday (1 Monday to 7 Sunday) onto which every date is put, at or after where it would fall; null for none. */
  readonly weekday: number | null;
};

export type Moved = {
  readonly what: 'start' | 'end' | 'break' | 'opens' | 'meets';
  readonly name: string;
  readonly from: string;
  readonly to: string;
};
export type NextSeason = Pick<Cohort, 'startsOn' | 'endsOn' | 'breaks' | 'opens' | 'meets'> & {
  readonly moves: readonly Moved[];
};

const dayText = (day: number) => new Date(day * dayMs).toISOString().slice(0, 10);

/**
 * A cohort moved to another start, every date by the same number of days, or from there onto a weekday. `titles`: the
 * sections and lessons its own rules are about. What was opened by hand was opened for the old season, and stays there.
 */
export function nextSeason(cohort: Cohort, season: Season, titles: ReadonlyMap<string, string>): NextSeason {
  const shift = dayNumber(season.startsOn) - dayNumber(cohort.startsOn);
  const moves: Moved[] = [];
  const moved = (what: Moved['what'], name: string, day: string, onWeekday: boolean): string => {
    const plain = dayNumber(day) + shift;
    const wanted = onWeekday && season.weekday !== null ? season.weekday : null;
    const to = dayText(wanted === null ? plain : plain + ((wanted - weekdayOf(plain) + 7) % 7));
    moves.push({ what, name, from: day, to });
    return to;
  };
  const startsOn = moved('start', '', cohort.startsOn, false);
  const endsOn = cohort.endsOn === null ? null : moved('end', '', cohort.endsOn, false);
  const breaks = cohort.breaks.map(({ from, to, name }) => ({
    name,
    from: moved('break', name, from, false),
    to: moved('break', name, to, false),
  }));
  const rule = (id: string, one: SingleRule): SingleRule =>
    one.when === 'on-date' ? { ...one, date: moved('opens', titles.get(id) ?? '', one.date, true) } : one;
  const opens = Object.fromEntries(
    Object.entries(cohort.opens).map(([id, own]): [string, OpeningRule] => {
      const rules = singleRules(own).map((one) => rule(id, one));
      return [id, own.when === 'all' ? { ...own, rules } : (rules[0] ?? own)];
    }),
  );
  const meets = Object.fromEntries(
    Object.entries(cohort.meets).map(([id, own]): [string, Cohort['meets'][string]] => [
      id,
      own.when === 'on-date' ? { ...own, date: moved('meets', titles.get(id) ?? '', own.date, true) } : own,
    ]),
  );
  return { startsOn, endsOn, breaks, opens, meets, moves };
}
