'use client';
import { ActionIcon, Button, MultiSelect, SegmentedControl } from '@mantine/core';
import { IconChevronLeft, IconChevronRight } from '@tabler/icons-react';
import { useMemo, useState } from 'react';
import { weekOf, weeksOfMonth } from '@/core/calendar';
import { firstWeekday } from '@/core/kernel/locale';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import type { Dated } from '@/server/calendar';
import styles from './calendar.module.css';
import { Item } from './Item';

type Props = {
  readonly dates: readonly Dated[];
  /** When the page was asked for, in milliseconds. */
  readonly now: number;
  readonly zone: string;
  readonly locale: string;
};
type Look = 'month' | 'week' | 'list';

const weekdayNames = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const mostInDay = 4;

/** Everything that has a date in the courses somebody gives, for each of their cohorts. */
export function SchoolCalendar({ dates, now, zone, locale }: Props) {
  const today = Temporal.Instant.fromEpochMilliseconds(now).toZonedDateTimeISO(zone).toPlainDate().toString();
  const [look, setLook] = useState<Look>('month');
  const [day, setDay] = useState(today);
  const [chosen, setChosen] = useState<string[]>([]);
  const cohorts = useMemo(
    () => [
      ...new Map(dates.flatMap(({ cohort, course }) => (cohort ? [[cohort.id, `${cohort.name}, ${course}`]] : []))),
    ],
    [dates],
  );
  const shown = useMemo(
    () => dates.filter(({ cohort }) => chosen.length === 0 || (cohort && chosen.includes(cohort.id))),
    [dates, chosen],
  );
  const byDay = useMemo(() => {
    const found = new Map<string, Dated[]>();
    for (const one of shown) {
      const at = Temporal.Instant.fromEpochMilliseconds(one.at).toZonedDateTimeISO(zone).toPlainDate().toString();
      found.set(at, [...(found.get(at) ?? []), one]);
    }
    return found;
  }, [shown, zone]);
  const here = Temporal.PlainDate.from(day);
  const firstDay = firstWeekday(locale);
  const week = weekOf(here, firstDay);
  const weeks = look === 'month' ? weeksOfMonth(day.slice(0, 7), firstDay) : [week];
  const step = (by: number) => setDay(here.add(look === 'month' ? { months: by } : { weeks: by }).toString());
  const title =
    look === 'month'
      ? here.toLocaleString(locale, { month: 'long', year: 'numeric' })
      : `Week of ${Temporal.PlainDate.from(week[0] ?? day).toLocaleString(locale, { day: 'numeric', month: 'long', year: 'numeric' })}`;
  const ahead = shown.filter(({ at, until }) => (until ?? at) >= now);
  return (
    <main className={styles.page}>
      <header className={styles.head}>
        <h1>Calendar</h1>
        <SegmentedControl
          size="sm"
          aria-label="Look at"
          value={look}
          onChange={(value) => setLook(value as Look)}
          data={[
            { value: 'month', label: 'Month' },
            { value: 'week', label: 'Week' },
            { value: 'list', label: 'List' },
          ]}
        />
        <MultiSelect
          aria-label="Cohorts"
          placeholder={chosen.length === 0 ? 'All cohorts' : undefined}
          data={cohorts.map(([value, label]) => ({ value, label }))}
          value={chosen}
          onChange={setChosen}
          searchable
          clearable
          w={340}
        />
        {look !== 'list' && (
          <span className={styles.steps}>
            <ActionIcon variant="default" aria-label={`Earlier ${look}`} onClick={() => step(-1)}>
              <IconChevronLeft size={16} aria-hidden="true" />
            </ActionIcon>
            <b aria-live="polite">{title}</b>
            <ActionIcon variant="default" aria-label={`Later ${look}`} onClick={() => step(1)}>
              <IconChevronRight size={16} aria-hidden="true" />
            </ActionIcon>
            <Button variant="default" size="compact-sm" onClick={() => setDay(today)}>
              Today
            </Button>
          </span>
        )}
        <span className={styles.zone}>times in {zone}</span>
      </header>
      {dates.length === 0 && (
        <p className={styles.empty}>
          Nothing has a date yet. Make a cohort under Release, and publish a course: what opens, is due and meets stands
          here then.
        </p>
      )}
      {look === 'list' ? (
        <ol className={styles.list}>
          {ahead.slice(0, 300).map((one) => (
            <li key={keyOf(one)}>
              <span className={styles.when}>
                {dateTimeText(Temporal.Instant.fromEpochMilliseconds(one.at), { locale, zone })}
              </span>
              <Item one={one} zone={zone} locale={locale} isWide />
            </li>
          ))}
        </ol>
      ) : (
        <table className={styles.month} data-look={look} aria-label={title}>
          <thead>
            <tr>
              {[...weekdayNames.slice(firstDay - 1), ...weekdayNames.slice(0, firstDay - 1)].map((name) => (
                <th key={name} scope="col">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {weeks.map((days) => (
              <tr key={days[0]}>
                {days.map((one) => {
                  const items = byDay.get(one) ?? [];
                  const most = look === 'month' ? mostInDay : items.length;
                  return (
                    <td
                      key={one}
                      data-today={one === today || undefined}
                      data-other={(look === 'month' && one.slice(0, 7) !== day.slice(0, 7)) || undefined}
                    >
                      <span className={styles.number}>{Number(one.slice(8))}</span>
                      {items.slice(0, most).map((item) => (
                        <Item key={keyOf(item)} one={item} zone={zone} locale={locale} />
                      ))}
                      {items.length > most && (
                        <Button
                          variant="subtle"
                          size="compact-xs"
                          onClick={() => {
                            setDay(one);
                            setLook('week');
                          }}
                        >
                          and {items.length - most} more
                        </Button>
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </main>
  );
}

const keyOf = ({ slug, id, cohort }: Dated) => `${slug} ${cohort?.id} ${id}`;
