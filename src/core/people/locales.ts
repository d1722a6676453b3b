import { localeNames, localePlaces } from '../kernel/locale';
import { dateTimeText, type Temporal } from '../kernel/time';

export type LocaleChoice = { readonly value: string; readonly label: string };

/**
 * The ways of writing dates and numbers, each with how it writes a moment, a name for each place of it. What somebody
 * has that is none of them stands first.
 */
export function localeChoices(own: string, moment: Temporal.Instant, zone: string): readonly LocaleChoice[] {
  const of = (value: string, place: string) => ({
    value,
    label: `${place}: ${dateTimeText(moment, { locale: value, zone })}`,
  });
  const all = localeNames.map((name) => of(name, localePlaces[name]));
  return all.some(({ value }) => value === own) ? all : [of(own, own), ...all];
}

/** The zones there are, with one that somebody has and this machine does not list. */
export function zonesWith(own: string): readonly string[] {
  const all = Intl.supportedValuesOf('timeZone');
  return all.includes(own) ? all : [own, ...all];
}
