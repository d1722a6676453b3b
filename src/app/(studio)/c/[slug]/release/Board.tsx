'use client';
import {
  DndContext,
  type DragEndEvent,
  type DragMoveEvent,
  DragOverlay,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { ActionIcon, SegmentedControl, Switch } from '@mantine/core';
import { IconChevronLeft, IconChevronRight, IconClock, IconFlag } from '@tabler/icons-react';
import { useMemo, useRef, useState } from 'react';
import type { Cohort } from '@/core/enrolment';
import { namesIn } from '@/core/kernel/locale';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import { type BoardUnit, boardUnits, instantOf, periodAt, planFaults } from '@/core/release';
import { Tile } from '@/ui/tile/Tile';
import type { SectionTiles } from '@/ui/tile/tiles';
import { useCourse, useDesk } from '../_course/CourseProvider';
import styles from './board.module.css';
import { Chip } from './Chip';
import { EyesBar } from './EyesBar';
import { Foot } from './Foot';
import { Heads } from './Heads';
import { Inspect } from './Inspect';
import { Moment } from './Moment';
import { ReleaseTabs } from './ReleaseTabs';
import { useMove } from './use-move';
import { type Plan, usePlan } from './use-plan';

const headWidth = 180;
const laterWidth = 150;

type Props = {
  readonly cohorts: readonly Cohort[];
  /** When the page was asked for, in milliseconds: the browser draws what the server drew. */
  readonly today: number;
};

/**
 * A plan through the eyes of one learner: what opens when, with tiles that can be moved and a moment that can be
 * dragged along.
 */
export function Board({ cohorts, today }: Props) {
  const { findings, opens: texts } = useDesk();
  const course = useCourse();
  const [unit, setUnit] = useState<BoardUnit>('weeks');
  const [from, setFrom] = useState(0);
  const [momentAt, setMomentAt] = useState<number | null>(null);
  const [selected, setSelected] = useState<{ readonly table: 'section' | 'lesson'; readonly id: string } | null>(null);
  const [onlyCohort, setOnlyCohort] = useState(false);
  const plan = usePlan(cohorts, unit, from);
  const { eyes } = plan.controls;
  const move = useMove(plan, unit, onlyCohort);
  const grid = useRef<HTMLDivElement>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));

  const { clock, cohort } = eyes;
  const names = namesIn(clock.zone);
  const { periods } = plan.laid;
  const first = periods[0]?.from.epochMilliseconds ?? 0;
  const last = periods.at(-1)?.to.epochMilliseconds ?? 1;
  // Begun with today where the plan has it, otherwise with its first moment.
  const wanted = momentAt ?? (today >= first && today < last ? today : first);
  const now = Temporal.Instant.fromEpochMilliseconds(Math.round(Math.min(last - 1, Math.max(first, wanted))));
  const openingOf = (id: string) => plan.state.of.get(id)?.opening;
  const hasLater = plan.sections.some(({ lessons }) => lessons.some(({ id }) => !openingOf(id)?.at));
  const columns = {
    gridTemplateColumns: `${headWidth}px repeat(${periods.length}, minmax(112px, 1fr))${hasLater ? ` ${laterWidth}px` : ''}`,
  };
  const cohortEnds = cohort?.endsOn
    ? Temporal.PlainDate.from(cohort.endsOn).add({ days: 1 }).toZonedDateTime({ timeZone: cohort.zone })
        .epochMilliseconds
    : null;
  const ends = [
    ...(plan.state.accessEnds === null ? [] : [{ name: 'access ends', ms: plan.state.accessEnds }]),
    ...(cohortEnds === null ? [] : [{ name: 'cohort ends', ms: cohortEnds - 1 }]),
  ];
  const faults = useMemo(
    () => [
      ...planFaults({
        course,
        sections: plan.sections,
        empty: new Set(
          plan.rows.flatMap(({ tiles }) => tiles.flatMap((tile) => (tile.fill === 'empty' ? [tile.lesson.id] : []))),
        ),
        state: plan.state,
        clock,
        isCourseAccess: eyes.accessUntil === null,
        cohortEnds,
      }),
      ...findings
        // Those over the plan are told above, for whom it is looked at.
        .filter(({ place, rule }) => place.stage === 'release' && !rule.startsWith('plan-'))
        .map(({ rule, level, sentence, place, fix }) => ({
          ...{ rule, level, sentence, of: place.id },
          ...(fix?.edit.do === 'set' && {
            fix: { label: fix.label, table: 'lesson' as const, id: fix.edit.id, fields: fix.edit.fields },
          }),
        })),
    ],
    [course, plan.sections, plan.rows, plan.state, clock, eyes.accessUntil, cohortEnds, findings],
  );

  const periodUnder = (event: DragMoveEvent | DragEndEvent): number => {
    const box = grid.current?.getBoundingClientRect();
    const x = (event.activatorEvent as PointerEvent).clientX + event.delta.x;
    if (!box) return plan.first;
    const width = (box.width - headWidth - (hasLater ? laterWidth : 0)) / periods.length;
    return plan.first + Math.floor((x - box.left - headWidth) / width);
  };
  const isByHand = (id: string, own: unknown) => own !== null || cohort?.opens[id] !== undefined;
  const lifted = plan.rows.flatMap(({ tiles }) => tiles).find(({ lesson }) => lesson.id === move.moved?.id);

  const row = ({ section, number, tiles }: SectionTiles) => (
    <div key={section.id} className={styles.row} style={columns}>
      <button
        type="button"
        className={styles.section}
        aria-pressed={selected?.id === section.id}
        onClick={() => setSelected({ table: 'section', id: section.id })}
        title="Change when it opens"
      >
        <b>
          <span className={styles.quiet}>{number}</span> {section.title}
        </b>
        <span className={styles.rule}>
          <IconClock size={14} stroke={1.75} aria-hidden="true" /> {texts.get(section.id)}
        </span>
      </button>
      {[...periods.map(({ index }) => index), ...(hasLater ? [null] : [])].map((index) => (
        <div
          key={index ?? 'later'}
          className={styles.cell}
          data-target={(move.moved !== null && index === move.moved.to) || undefined}
        >
          {tiles
            .filter(({ lesson }) => (plan.laid.periodOf.get(lesson.id) ?? null) === index)
            .map((tile) => (
              <Chip
                key={tile.lesson.id}
                tile={tile}
                opening={openingOf(tile.lesson.id)}
                byHand={isByHand(tile.lesson.id, tile.lesson.opens)}
                nowMs={now.epochMilliseconds}
                zone={clock.zone}
                selected={selected?.id === tile.lesson.id}
                move={move}
                onSelect={() => setSelected({ table: 'lesson', id: tile.lesson.id })}
              />
            ))}
          {index !== null && <Due plan={plan} unit={unit} tiles={tiles} index={index} />}
        </div>
      ))}
    </div>
  );

  return (
    <div className={styles.desk} data-inspects={selected !== null || undefined}>
      <main className={styles.page}>
        <ReleaseTabs />
        <div className={styles.controls}>
          <EyesBar cohorts={cohorts} controls={plan.controls} />
          <SegmentedControl
            size="sm"
            aria-label="Divided into"
            value={unit}
            onChange={(chosen) => {
              setUnit(chosen as BoardUnit);
              setFrom(0);
            }}
            data={[...boardUnits]}
          />
          {cohort && (
            <Switch
              label={`Moves hold for ${cohort.name} alone`}
              checked={onlyCohort}
              onChange={(event) => setOnlyCohort(event.currentTarget.checked)}
            />
          )}
          {plan.count > plan.show && <Paging plan={plan} unit={unit} onGo={setFrom} />}
        </div>
        <p className="visually-hidden" aria-live="assertive">
          {move.said}
        </p>
        <div className={styles.scroll}>
          <DndContext
            sensors={sensors}
            onDragStart={({ active }) => move.pickUp(String(active.id), String(active.data.current?.title ?? ''))}
            onDragMove={(event) => move.toward(periodUnder(event))}
            onDragEnd={move.drop}
            onDragCancel={move.putBack}
          >
            <div ref={grid} className={styles.board} role="group" aria-label="Release board">
              <div className={styles.weeks} style={columns}>
                <Heads
                  periods={periods}
                  unit={unit}
                  limit={course.weekLimit}
                  breaks={[...(course.rhythm?.breaks ?? []), ...(clock.cohort?.breaks ?? [])]}
                  ends={ends}
                  names={names}
                  hasLater={hasLater}
                />
              </div>
              {plan.rows.map(row)}
              {periods.length > 0 && plan.rows.length > 0 && (
                <Moment
                  from={first}
                  to={last}
                  at={now.epochMilliseconds}
                  text={dateTimeText(now, names, false)}
                  onMove={setMomentAt}
                  stepped={(step) => now.toZonedDateTimeISO(clock.zone).add(step).epochMilliseconds}
                  inset={headWidth}
                  end={hasLater ? laterWidth : 0}
                />
              )}
            </div>
            <DragOverlay dropAnimation={null}>
              {lifted && (
                <div className={styles.overlay}>
                  <Tile {...lifted} label={lifted.lesson.title} wide />
                  <span>{move.words}</span>
                </div>
              )}
            </DragOverlay>
          </DndContext>
        </div>
        <Foot
          plan={plan}
          now={now}
          names={names}
          from={first}
          to={last}
          faults={faults}
          moving={move.words}
          onMove={setMomentAt}
        />
      </main>
      {selected && (
        <Inspect
          key={selected.id}
          of={selected}
          cohort={cohort}
          learnerId={plan.controls.looking.as === 'learner' ? plan.controls.looking.learnerId : null}
          opening={openingOf(selected.id)}
          isOpened={plan.controls.eyes.standing.opened.has(selected.id)}
          zone={clock.zone}
          onClose={() => setSelected(null)}
        />
      )}
    </div>
  );
}

/** Work that is due in a period. */
function Due({
  plan,
  unit,
  tiles,
  index,
}: {
  readonly plan: Plan;
  readonly unit: BoardUnit;
  readonly tiles: SectionTiles['tiles'];
  readonly index: number;
}) {
  const { clock } = plan.controls.eyes;
  const inPeriod = periodAt(unit, clock);
  return tiles.map(({ lesson }) => {
    if (!lesson.assignment?.due) return null;
    const due = instantOf(lesson.assignment.due, clock);
    if (inPeriod(due.epochMilliseconds) !== index) return null;
    return (
      <p key={lesson.id} className={styles.due}>
        <IconFlag size={13} aria-hidden="true" /> {lesson.title} due {dateTimeText(due, namesIn(clock.zone), false)}
      </p>
    );
  });
}

function Paging({
  plan,
  unit,
  onGo,
}: {
  readonly plan: Plan;
  readonly unit: BoardUnit;
  readonly onGo: (from: number) => void;
}) {
  const { first, show, count, laid } = plan;
  return (
    <div className={styles.pages} role="group" aria-label={`${unit} shown`}>
      <ActionIcon
        variant="default"
        aria-label={`Earlier ${unit}`}
        disabled={first === 0}
        onClick={() => onGo(Math.max(0, first - show))}
      >
        <IconChevronLeft size={16} aria-hidden="true" />
      </ActionIcon>
      <span>
        {unit} {first + 1} to {first + laid.periods.length} of {count}
      </span>
      <ActionIcon
        variant="default"
        aria-label={`Later ${unit}`}
        disabled={first + show >= count}
        onClick={() => onGo(first + show)}
      >
        <IconChevronRight size={16} aria-hidden="true" />
      </ActionIcon>
    </div>
  );
}
