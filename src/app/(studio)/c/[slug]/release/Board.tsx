'use client';
import { ActionIcon, Button, SegmentedControl, Select } from '@mantine/core';
import {
  IconAdjustments,
  IconAlertSquare,
  IconAlertTriangle,
  IconChevronLeft,
  IconChevronRight,
  IconClock,
  IconFlag,
  IconRepeat,
} from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { Cohort } from '@/core/enrolment';
import { countdown, dateTimeText, dayText, Temporal } from '@/core/kernel/time';
import { board, instantOf, isOpen, type LearnerClock, openings, planText } from '@/core/release';
import { DayField } from '@/ui/fields/DayField';
import { Tile } from '@/ui/tile/Tile';
import { type LessonTile, publishedRows } from '@/ui/tile/tiles';
import { useCourse, useDesk } from '../_course/CourseProvider';
import { SavedMark } from '../build/Toolbar';
import styles from './board.module.css';
import { Moment } from './Moment';
import { RhythmDialog } from './RhythmDialog';

/** A term and a half; more would be too narrow to be read. */
const shownWeeks = 26;
const zones = Intl.supportedValuesOf('timeZone');
const startOf = (day: string, zone: string) =>
  Temporal.PlainDate.from(day).toZonedDateTime({ timeZone: zone }).toInstant();

/** The weeks of a course through the eyes of one learner, with a moment that can be dragged along. */
export function Board({ cohorts }: { readonly cohorts: readonly Cohort[] }) {
  const { rows, store, findings, head, opens: texts } = useDesk();
  const router = useRouter();
  const course = useCourse();
  const [eyes, setEyes] = useState(cohorts[0]?.id ?? 'alone');
  const cohort = cohorts.find((one) => one.id === eyes);
  const [day, setDay] = useState(() => Temporal.Now.plainDateISO(course.zone).toString());
  const [ownZone, setOwnZone] = useState(course.zone);
  const [momentAt, setMomentAt] = useState<number | null>(null);
  const [editing, setEditing] = useState(false);
  const [firstWeek, setFirstWeek] = useState(0);

  const zone = cohort?.zone ?? ownZone;
  const startDay = cohort?.startsOn ?? day;
  const clock: LearnerClock = useMemo(() => ({ start: startOf(startDay, zone), zone }), [startDay, zone]);
  // What is only planned is in no edition, and moves nothing.
  const planned = useMemo(() => publishedRows(rows), [rows]);
  const sections = useMemo(
    () => planned.map(({ section, tiles }) => ({ ...section, lessons: tiles.map((tile) => tile.lesson) })),
    [planned],
  );
  const opens = useMemo(() => openings(course, sections, clock), [course, sections, clock]);
  const laid = useMemo(
    () =>
      board(
        planned.flatMap((row) => row.tiles.map((tile) => ({ id: tile.lesson.id, learnerMinutes: tile.minutes }))),
        opens,
        clock,
        { first: firstWeek, show: shownWeeks },
      ),
    [planned, opens, clock, firstWeek],
  );

  const names = { locale: 'en-GB', zone };
  const first = laid.weeks[0]?.from.epochMilliseconds ?? 0;
  const last = laid.weeks.at(-1)?.to.epochMilliseconds ?? 1;
  // Begun with today where the plan has it, otherwise with its first moment.
  const today = Date.now();
  const wanted = momentAt ?? (today >= first && today < last ? today : first);
  const now = Temporal.Instant.fromEpochMilliseconds(Math.min(last - 1, Math.max(first, wanted)));
  const tiles = planned.flatMap((row) => row.tiles);
  const openCount = tiles.filter((tile) => isOpen(opens.get(tile.lesson.id), now)).length;
  const next = tiles
    .flatMap((tile) => {
      const opening = opens.get(tile.lesson.id);
      return opening && !isOpen(opening, now) ? [{ tile, at: opening.at }] : [];
    })
    .sort((a, b) => a.at.epochMilliseconds - b.at.epochMilliseconds)[0];
  const highest = Math.max(course.weekLimit, ...laid.weeks.map((week) => week.minutes));
  const own = findings.filter((finding) => finding.place.stage === 'release');
  const heavy = laid.weeks.filter((week) => week.minutes > course.weekLimit);
  const emptyOnes = tiles.filter((tile) => tile.fill === 'empty');
  const columns = { gridTemplateColumns: `180px repeat(${laid.weeks.length}, minmax(112px, 1fr))` };

  const dueIn = (sectionTiles: readonly LessonTile[], week: number) =>
    sectionTiles.flatMap((tile) => {
      const rule = tile.lesson.assignment?.due;
      if (!rule) return [];
      const due = instantOf(rule, clock);
      const { from, to } = laid.weeks[week] ?? {};
      return from && to && Temporal.Instant.compare(due, from) >= 0 && Temporal.Instant.compare(due, to) < 0
        ? [{ tile, due }]
        : [];
    });

  return (
    <main className={styles.page}>
      <div className={styles.controls}>
        <div>
          <p className={styles.label} id="eyes">
            Look through the eyes of
          </p>
          <SegmentedControl
            size="sm"
            aria-labelledby="eyes"
            value={eyes}
            onChange={setEyes}
            data={[
              ...cohorts.map((one) => ({ value: one.id, label: one.name })),
              { value: 'alone', label: 'Anyone, self-paced' },
            ]}
          />
        </div>
        <DayField
          label="Starts"
          value={startDay}
          disabled={cohort !== undefined}
          onChange={(start) => start && setDay(start)}
          w={150}
        />
        <Select
          label="Time zone"
          searchable
          data={zones}
          value={zone}
          disabled={cohort !== undefined}
          onChange={(value) => value && setOwnZone(value)}
          w={190}
          limit={40}
        />
        <div className={styles.rhythm}>
          <p className={styles.label}>Rhythm</p>
          <p className={styles.plan}>
            <IconRepeat size={16} stroke={1.75} aria-hidden="true" /> {planText(course)}
          </p>
        </div>
        <Button variant="default" leftSection={<IconAdjustments size={16} />} onClick={() => setEditing(true)}>
          Change rhythm
        </Button>
        {laid.weekCount > shownWeeks && (
          <div className={styles.pages} role="group" aria-label="Weeks shown">
            <ActionIcon
              variant="default"
              aria-label="Earlier weeks"
              disabled={firstWeek === 0}
              onClick={() => setFirstWeek(Math.max(0, firstWeek - shownWeeks))}
            >
              <IconChevronLeft size={16} aria-hidden="true" />
            </ActionIcon>
            <span>
              Weeks {firstWeek + 1} to {firstWeek + laid.weeks.length} of {laid.weekCount}
            </span>
            <ActionIcon
              variant="default"
              aria-label="Later weeks"
              disabled={firstWeek + shownWeeks >= laid.weekCount}
              onClick={() => setFirstWeek(firstWeek + shownWeeks)}
            >
              <IconChevronRight size={16} aria-hidden="true" />
            </ActionIcon>
          </div>
        )}
        <SavedMark />
      </div>

      <div className={styles.scroll}>
        <div className={styles.board} role="group" aria-label="Release board">
          <div className={styles.weeks} style={columns}>
            <div className={styles.corner}>
              <b>Minutes a week</b>
              <span>aim: at most {course.weekLimit}</span>
            </div>
            {laid.weeks.map((week) => (
              <div key={week.index} className={styles.week}>
                <div className={styles.bars} data-over={week.minutes > course.weekLimit || undefined}>
                  <i style={{ height: `${Math.round((week.minutes / highest) * 44)}px` }} />
                  <span>{week.minutes}</span>
                </div>
                <b>Week {week.index + 1}</b>
                <span>{dayText(week.from, names)}</span>
              </div>
            ))}
          </div>
          {planned.map((row) => (
            <div key={row.section.id} className={styles.row} style={columns}>
              <button
                type="button"
                className={styles.section}
                onClick={() => {
                  store.select({ table: 'section', id: row.section.id });
                  router.push(`/c/${head.slug}/build`);
                }}
                title="Change when it opens"
              >
                <b>
                  <span className={styles.quiet}>{row.number}</span> {row.section.title}
                </b>
                <span className={styles.rule}>
                  <IconClock size={14} stroke={1.75} aria-hidden="true" /> {texts.get(row.section.id)}
                </span>
              </button>
              {laid.weeks.map((week) => (
                <div key={week.index} className={styles.cell}>
                  {row.tiles
                    .filter((tile) => laid.weekOf.get(tile.lesson.id) === week.index)
                    .map((tile) => {
                      const opening = opens.get(tile.lesson.id);
                      return (
                        <div
                          key={tile.lesson.id}
                          className={styles.chip}
                          data-closed={!isOpen(opening, now) || undefined}
                          title={opening ? `${tile.lesson.title} opens ${dateTimeText(opening.at, names)}` : undefined}
                        >
                          <Tile {...tile} label={tile.lesson.title} wide />
                          {!isOpen(opening, now) && <span className="visually-hidden">, closed</span>}
                        </div>
                      );
                    })}
                  {dueIn(row.tiles, week.index).map(({ tile, due }) => (
                    <p key={tile.lesson.id} className={styles.due}>
                      <IconFlag size={13} aria-hidden="true" /> {tile.lesson.title} due{' '}
                      {dateTimeText(due, names, false)}
                    </p>
                  ))}
                </div>
              ))}
            </div>
          ))}
          {laid.weeks.length > 0 && planned.length > 0 && (
            <Moment
              from={first}
              to={last}
              at={now.epochMilliseconds}
              text={dateTimeText(now, names, false)}
              onMove={setMomentAt}
              stepped={(step) => now.toZonedDateTimeISO(zone).add(step).epochMilliseconds}
              inset={180}
            />
          )}
        </div>
      </div>

      <div className={styles.foot}>
        <section aria-live="polite">
          <h2>On {dateTimeText(now, names)} this learner sees</h2>
          <p>
            {openCount} of {tiles.length} lessons open
            {next
              ? ` · next: ${next.tile.lesson.title}, ${dateTimeText(next.at, names, false)} (in ${countdown(next.at, now)})`
              : ' · nothing more will open'}{' '}
            · times in {zone}
          </p>
        </section>
        <section>
          {emptyOnes.length > 0 && (
            <p className={styles.settle}>
              <IconAlertSquare size={16} aria-hidden="true" /> {emptyOnes.length} to settle:{' '}
              {emptyOnes.map((tile) => tile.lesson.title).join(', ')} will open with nothing in{' '}
              {emptyOnes.length === 1 ? 'it' : 'them'}.
            </p>
          )}
          {heavy.map((week) => (
            <p key={week.index} className={styles.look}>
              <IconAlertTriangle size={16} aria-hidden="true" /> Week {week.index + 1} asks {week.minutes} min, more
              than {course.weekLimit}.
            </p>
          ))}
          {own.map((finding) => (
            <p key={finding.sentence} className={styles.look}>
              <IconAlertTriangle size={16} aria-hidden="true" /> {finding.sentence}
            </p>
          ))}
        </section>
      </div>
      <RhythmDialog opened={editing} onClose={() => setEditing(false)} />
    </main>
  );
}
