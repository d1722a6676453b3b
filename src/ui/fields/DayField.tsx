'use client';
import { DateInput, TimePicker, useDatesContext } from '@mantine/dates';
import { type ReactNode, useMemo } from 'react';
import { localeNow } from '@/core/kernel/locale';
import { nearDays } from '@/core/kernel/near';
import { isDay, Temporal } from '@/core/kernel/time';
import { useReady } from '../plain/useReady';

type Common = {
  readonly label: string;
  readonly hideLabel?: boolean;
  readonly disabled?: boolean;
  readonly error?: ReactNode;
  readonly w?: number;
};
type DayProps = Common & {
  /** `YYYY-MM-DD`; empty for none. */
  readonly value: string;
  readonly onChange: (day: string) => void;
};

const noon = (day: string) => Date.parse(`${day.slice(0, 10)}T12:00Z`);
const named = (hideLabel: boolean | undefined, label: string) => (hideLabel ? { 'aria-label': label } : { label });

/** A day as it is written in a language: which part comes first, so that 3/4 is read as its readers mean it. */
function readDay(words: string, locale: string): string | null {
  const plain = words.trim();
  if (isDay(plain)) return plain;
  const numbers = plain.match(/\d+/g)?.map(Number) ?? [];
  if (numbers.length !== 3) return readNamed(plain, locale);
  const order = new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'numeric', year: 'numeric' })
    .formatToParts(0)
    .flatMap(({ type }) => (type === 'day' || type === 'month' || type === 'year' ? [type] : []));
  const part = (type: 'day' | 'month' | 'year') => numbers[order.indexOf(type)] ?? 0;
  const year = part('year') < 100 ? 2000 + part('year') : part('year');
  const day = `${String(year).padStart(4, '0')}-${String(part('month')).padStart(2, '0')}-${String(part('day')).padStart(2, '0')}`;
  return isDay(day) ? day : null;
}

/** A day with the name of its month: `3 Apr 2027`, or with the year first where that is how it is written. */
function readNamed(words: string, locale: string): string | null {
  const [first, second] = words.match(/\d+/g)?.map(Number) ?? [];
  const name = words.toLocaleLowerCase(locale);
  if (first === undefined || second === undefined) return null;
  const [day, year] = first > 31 ? [second, first] : [first, second];
  for (let month = 1; month <= 12; month += 1) {
    const known = new Intl.DateTimeFormat(locale, { month: 'short', timeZone: 'UTC' })
      .format(Date.UTC(2027, month - 1, 5))
      .toLocaleLowerCase(locale);
    const wanted = `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
    if (name.includes(known.replace('.', '')) && isDay(wanted)) return wanted;
  }
  return null;
}

/** A day, typed or chosen, in the language of the person; only days somebody may plan with. */
export function DayField({ label, hideLabel, disabled = false, value, onChange, ...rest }: DayProps) {
  // What is typed before the page can act on it would be taken back.
  const ready = useReady();
  const { locale = localeNow() } = useDatesContext();
  const { first, last } = useMemo(() => nearDays(Temporal.Now.instant()), []);
  const format = (options: Intl.DateTimeFormatOptions) => (day: string) =>
    new Intl.DateTimeFormat(locale, { ...options, timeZone: 'UTC' }).format(noon(day));
  return (
    <DateInput
      {...rest}
      disabled={disabled || !ready}
      {...named(hideLabel, label)}
      value={isDay(value) ? value : null}
      onChange={(day) => onChange(day?.slice(0, 10) ?? '')}
      dateParser={(words) => readDay(words, locale)}
      valueFormat={format({ day: 'numeric', month: 'short', year: 'numeric' })}
      monthLabelFormat={format({ month: 'long', year: 'numeric' })}
      weekdayFormat={format({ weekday: 'short' })}
      monthsListFormat={format({ month: 'short' })}
      highlightToday
      minDate={first}
      maxDate={last}
      placeholder={format({ day: 'numeric', month: 'short', year: 'numeric' })('2027-04-26')}
    />
  );
}

type TimeProps = Common & {
  /** `HH:MM`; empty for none. */
  readonly value: string;
  readonly onChange: (time: string) => void;
  readonly clearable?: boolean;
};

/** A time of day, by the clock of twelve or twenty-four hours of the person's language. */
export function TimeField({ label, hideLabel, disabled = false, value, onChange, ...rest }: TimeProps) {
  const ready = useReady();
  const { locale = localeNow() } = useDatesContext();
  const isTwelve = new Intl.DateTimeFormat(locale, { hour: 'numeric' }).resolvedOptions().hour12 ?? false;
  return (
    <TimePicker
      {...rest}
      disabled={disabled || !ready}
      {...named(hideLabel, label)}
      format={isTwelve ? '12h' : '24h'}
      value={value}
      onChange={(time) => onChange(time.slice(0, 5))}
      hoursInputLabel={`${label}: hours`}
      minutesInputLabel={`${label}: minutes`}
      amPmInputLabel={`${label}: half of the day`}
      clearButtonProps={{ 'aria-label': `${label}: none` }}
    />
  );
}
