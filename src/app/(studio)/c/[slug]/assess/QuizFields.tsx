'use client';
import { MultiSelect, Select, Switch } from '@mantine/core';
import { Temporal } from '@/core/kernel/time';
import type { Lesson } from '@/core/outline';
import type { atEnds, DecimalSign, pagings, QuizSettings, Shuffles, sayings } from '@/core/quiz';
import { DayField } from '@/ui/fields/DayField';
import { NumberField } from '@/ui/fields/fields';
import { useCourse, useDesk } from '../_course/CourseProvider';
import { AsksFields } from './AsksFields';
import styles from './assess.module.css';
import { Bands } from './Bands';
import { ExtraTime } from './ExtraTime';
import { ForWhomFields } from './ForWhomFields';
import { Presets } from './Presets';

/** The instant a day begins in a zone, and the day an instant lies in there. */
const beginningOf = (day: string, zone: string) =>
  Temporal.PlainDate.from(day).toZonedDateTime(zone).toInstant().toString({ smallestUnit: 'second' });
const dayOf = (instant: string, zone: string) =>
  Temporal.Instant.from(instant).toZonedDateTimeISO(zone).toPlainDate().toString();

/** How a quiz runs: what passes, how long, how often, in what order, and what is seen of it afterwards. */
export function QuizFields({ lesson, settings }: { readonly lesson: Lesson; readonly settings: QuizSettings }) {
  const { store } = useDesk();
  const { zone } = useCourse();
  const set = (part: Partial<QuizSettings>) =>
    store.edit({ do: 'set', table: 'lesson', id: lesson.id, fields: { quiz: { ...settings, ...part } } });
  return (
    <div className={styles.settings}>
      <Presets lesson={lesson} settings={settings} />
      <div className={styles.two}>
        <NumberField
          label="Pass mark"
          unit="%"
          value={settings.passPercent}
          onSave={(passPercent) => set({ passPercent: passPercent ?? 0 })}
        />
        <NumberField
          label="Time limit"
          unit="min"
          value={settings.minutes}
          empty="none"
          onSave={(minutes) => set({ minutes })}
        />
      </div>
      <div className={styles.two}>
        <NumberField
          label="Attempts"
          value={settings.attempts}
          empty="any number"
          onSave={(attempts) => set({ attempts })}
        />
        <Select
          label="Which counts"
          value={settings.counts}
          data={[
            { value: 'best', label: 'the best' },
            { value: 'mean', label: 'their mean' },
            { value: 'first', label: 'the first' },
            { value: 'last', label: 'the last' },
          ]}
          onChange={(counts) => counts && set({ counts: counts as QuizSettings['counts'] })}
        />
      </div>
      {settings.minutes !== null && (
        <Select
          label="When the time is up"
          value={settings.atEnd ?? 'handed-in'}
          allowDeselect={false}
          data={[
            { value: 'handed-in', label: 'it is handed in as it is' },
            { value: 'not-counted', label: 'it does not count' },
          ]}
          onChange={(atEnd) => atEnd && set({ atEnd: atEnd as (typeof atEnds)[number] })}
        />
      )}
      {settings.minutes !== null && <ExtraTime lesson={lesson} />}
      {settings.attempts !== 1 && (
        <NumberField
          label="Wait between attempts"
          unit="hours"
          value={settings.waitHours ?? 0}
          onSave={(waitHours) => set({ waitHours: waitHours ?? 0 })}
        />
      )}
      <div className={styles.two}>
        <Select
          label="Shown at once"
          value={settings.pages ?? 'all'}
          allowDeselect={false}
          data={[
            { value: 'all', label: 'all questions' },
            { value: 'single', label: 'one question' },
            { value: 'category', label: 'the questions of a category' },
          ]}
          onChange={(pages) => pages && set({ pages: pages as (typeof pagings)[number] })}
        />
        <MultiSelect
          label="Shown with a question"
          value={[...(settings.says ?? ['number', 'points'])]}
          data={[
            { value: 'number', label: 'its number' },
            { value: 'position', label: 'where it stands' },
            { value: 'points', label: 'its points' },
            { value: 'category', label: 'its category' },
          ]}
          onChange={(says) => set({ says: says as (typeof sayings)[number][] })}
        />
      </div>
      {(settings.pages ?? 'all') !== 'all' && (
        <Switch
          label="One can go back to a page that was left"
          checked={settings.goesBack ?? true}
          onChange={(event) => set({ goesBack: event.currentTarget.checked })}
        />
      )}
      <Switch
        label="Every question has to be answered before it is handed in"
        checked={settings.mustAnswer ?? false}
        onChange={(event) => set({ mustAnswer: event.currentTarget.checked })}
      />
      <Switch
        label="An overview of the paper, with marks on what to look at again"
        checked={settings.overview ?? false}
        onChange={(event) => set({ overview: event.currentTarget.checked })}
      />
      <Switch
        label="The first sitting begins as soon as the lesson is opened"
        checked={settings.beginsAtOnce ?? false}
        onChange={(event) => set({ beginsAtOnce: event.currentTarget.checked })}
      />
      <Select
        label="After handing in, the learner sees"
        value={settings.shows}
        data={[
          { value: 'points-and-answers', label: 'points, answers and feedback' },
          { value: 'points', label: 'points only' },
          { value: 'nothing', label: 'nothing' },
        ]}
        onChange={(shows) => shows && set({ shows: shows as QuizSettings['shows'] })}
      />
      <DayField
        label="Results are shown from (empty: at once)"
        value={settings.showsFrom ? dayOf(settings.showsFrom, zone) : ''}
        onChange={(day) => set({ showsFrom: day === '' ? null : beginningOf(day, zone) })}
        w={240}
      />
      <Switch
        label="Each answer can be judged at once; it stays as it is then"
        checked={settings.judges ?? false}
        onChange={(event) => set({ judges: event.currentTarget.checked })}
      />
      <Switch
        label="The result stands beside the average of others, from five of them on"
        checked={settings.average ?? false}
        onChange={(event) => set({ average: event.currentTarget.checked })}
      />
      <Switch
        label="A board of the best results: of learners who want that, by the names they choose"
        checked={settings.board ?? false}
        onChange={(event) => set({ board: event.currentTarget.checked })}
      />
      <Switch
        label="Whoever passes it gets a certificate for it, in the design of the course"
        checked={settings.certifies ?? false}
        onChange={(event) => set({ certifies: event.currentTarget.checked })}
      />
      <ForWhomFields whom={settings.forWhom} onSave={(forWhom) => set({ forWhom })} />
      <AsksFields asks={settings.asks} onSave={(asks) => set({ asks })} />
      <Bands bands={settings.bands ?? []} onSave={(bands) => set({ bands })} />
      <Select
        label="In another order in each sitting"
        value={settings.shuffles ?? 'nothing'}
        data={[
          { value: 'nothing', label: 'nothing: as written' },
          { value: 'questions', label: 'the questions' },
          { value: 'options', label: 'the options of each question' },
          { value: 'both', label: 'questions and options' },
        ]}
        onChange={(shuffles) => shuffles && set({ shuffles: shuffles as Shuffles })}
      />
      <Select
        label="Numbers write decimals with"
        value={settings.decimals ?? 'point'}
        data={[
          { value: 'point', label: 'a point: 1.25' },
          { value: 'comma', label: 'a comma: 1,25' },
        ]}
        onChange={(decimals) => decimals && set({ decimals: decimals as DecimalSign })}
      />
    </div>
  );
}
