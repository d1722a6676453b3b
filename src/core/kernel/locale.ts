/**
 * Ways of writing dates, times and numbers that people choose from, as locales (BCP 47) of the language of Mosaik, with
 * the places where it is done like that. All have a point before decimals: marks are typed and exported with one.
 */
export const localePlaces = {
  'en-AU': 'Australia',
  'en-CA': 'Canada',
  'en-150': 'Europe',
  'en-GH': 'Ghana',
  'en-IN': 'India',
  'en-IE': 'Ireland',
  'en-JM': 'Jamaica',
  'en-KE': 'Kenya',
  'en-MY': 'Malaysia',
  'en-MT': 'Malta',
  'en-NZ': 'New Zealand',
  'en-NG': 'Nigeria',
  'en-PH': 'Philippines',
  'en-SG': 'Singapore',
  'en-CH': 'Switzerland',
  'en-AE': 'United Arab Emirates',
  'en-GB': 'United Kingdom',
  'en-US': 'United States',
} as const;
export type LocaleName = keyof typeof localePlaces;
export const localeNames = Object.keys(localePlaces) as readonly LocaleName[];

/** Of those who have chosen none, and of schools that have not. */
export const usualLocale: LocaleName = 'en-GB';

/** The way that suits whoever prefers these languages (BCP 47): that of their place, where it is known. */
export function localeNear(languages: readonly string[]): LocaleName {
  for (const language of languages) {
    const near = localeNames.find((name) => name === `en-${language.split('-').at(-1)?.toUpperCase()}`);
    if (near) return near;
  }
  return usualLocale;
}

/**
 * Who is spoken to, where that is known: the page of a browser belongs to one person, and a server keeps one for each
 * request, see `server/platform/spoken-to.ts`. Sentences with numbers are made in too many places to pass it on to each.
 */
export type SpokenTo = { readonly locale: string; readonly zone: string };
/** Of nobody in particular. */
export const usualNames: SpokenTo = { locale: usualLocale, zone: 'UTC' };
const kept = globalThis as typeof globalThis & { mosaikSpokenTo?: SpokenTo };

/** The locale and the zone of whoever is spoken to just now. */
export const namesNow = (): SpokenTo => kept.mosaikSpokenTo ?? usualNames;
export const localeNow = (): string => namesNow().locale;
/** The same where it is the clocks of a zone that matter. */
export const namesIn = (zone: string): SpokenTo => ({ locale: localeNow(), zone });

/** In a browser: its person has just chosen something else. */
export function nowSpokenTo(names: Partial<SpokenTo>): void {
  kept.mosaikSpokenTo = { ...namesNow(), ...names };
}

type WeekInfo = { readonly firstDay?: number };
type Weekly = Intl.Locale & { readonly weekInfo?: WeekInfo; readonly getWeekInfo?: () => WeekInfo };
/** The weekday a week begins with, 1 Monday to 7 Sunday (ECMA-402, Intl.Locale). */
export function firstWeekday(locale: string): number {
  const own = new Intl.Locale(locale) as Weekly;
  return (own.getWeekInfo?.() ?? own.weekInfo)?.firstDay ?? 1;
}

const formatters = new Map<string, Intl.NumberFormat>();

/** A number as whoever is spoken to writes it, with at most so many decimals: `1,234`, `12,34,567.5`. */
export function numberText(value: number, decimals = 3): string {
  const locale = localeNow();
  const key = `${locale} ${decimals}`;
  let formatter = formatters.get(key);
  if (!formatter) {
    formatter = new Intl.NumberFormat(locale, { maximumFractionDigits: decimals });
    formatters.set(key, formatter);
  }
  return formatter.format(value);
}
