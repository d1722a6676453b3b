'use client';
import { Button } from '@mantine/core';
import { IconAlertSquare, IconAlertTriangle, IconEye, IconPlayerPause, IconPlayerPlay } from '@tabler/icons-react';
import { useEffect, useRef, useState } from 'react';
import { countdown, dateTimeText, type Names, Temporal } from '@/core/kernel/time';
import type { Fault } from '@/core/release';
import { isOpenAt } from '@/core/release';
import wordStyles from '@/ui/plain/words.module.css';
import { useCourse, useDesk } from '../_course/CourseProvider';
import styles from './board.module.css';
import type { Plan } from './use-plan';

type Props = {
  readonly plan: Plan;
  readonly now: Temporal.Instant;
  readonly names: Names;
  /** The first and the last moment shown, in milliseconds. */
  readonly from: number;
  readonly to: number;
  readonly faults: readonly Fault[];
  /** What dropping the tile that is picked up would mean; null while none is. */
  readonly moving: string | null;
  readonly onMove: (ms: number) => void;
};

/** Twenty seconds from one end of the board to the other. */
const playMs = 20_000;
const tickMs = 100;

/** What the learner sees at the moment looked at, and what of the plan does not work. */
export function Foot({ plan, now, names, from, to, faults, moving, onMove }: Props) {
  const { head, store } = useDesk();
  const course = useCourse();
  const nowMs = now.epochMilliseconds;
  const [plays, setPlays] = useState(false);
  const at = useRef(nowMs);
  useEffect(() => {
    at.current = nowMs;
  }, [nowMs]);
  useEffect(() => {
    if (!plays) return;
    const timer = setInterval(() => {
      const next = at.current + ((to - from) / playMs) * tickMs;
      if (next >= to) setPlays(false);
      onMove(Math.min(to - 1, next));
    }, tickMs);
    return () => clearInterval(timer);
  }, [plays, from, to, onMove]);
  const play = () => {
    if (!plays && nowMs >= to - 60_000) onMove(from);
    setPlays(!plays);
  };

  const lessons = plan.sections.flatMap((section) => section.lessons);
  const openingOf = (id: string) => plan.state.of.get(id)?.opening;
  const openCount = lessons.filter(({ id }) => {
    const state = plan.state.of.get(id);
    return isOpenAt(state?.opening, nowMs) && !(state?.closesAt != null && state.closesAt <= nowMs);
  }).length;
  const [next] = lessons
    .map(({ id, title }) => ({ title, ms: openingOf(id)?.ms ?? Number.POSITIVE_INFINITY }))
    .filter(({ ms }) => ms > nowMs && Number.isFinite(ms))
    .sort((a, b) => a.ms - b.ms);
  const { accessEnds } = plan.state;
  const isOver = accessEnds !== null && accessEnds <= nowMs;
  const { looking, eyes, pace } = plan.controls;
  const who: Record<typeof looking.as, Record<string, string>> = {
    cohort: { cohort: eyes.cohort?.id ?? '' },
    alone: { start: eyes.startDay },
    learner: { learner: looking.as === 'learner' ? looking.learnerId : '' },
  };
  const wall = now.toZonedDateTimeISO(eyes.clock.zone).toPlainDateTime().toString({ smallestUnit: 'minute' });
  const view = new URLSearchParams({ ...who[looking.as], at: wall, pace: String(pace) });
  const nextAt = next && Temporal.Instant.fromEpochMilliseconds(next.ms);
  return (
    <div className={styles.foot}>
      {moving && <p className={styles.said}>{moving}</p>}
      <section aria-live={plays ? 'off' : 'polite'}>
        <h2>On {dateTimeText(now, names)} this learner sees</h2>
        <p>
          {isOver
            ? 'that access has ended'
            : `${openCount} of ${lessons.length} lessons open${
                next && nextAt
                  ? ` · next: ${next.title}, ${dateTimeText(nextAt, names, false)} (in ${countdown(nextAt, now)})`
                  : ' · nothing more opens by itself'
              }`}{' '}
          · times in {names.zone}
        </p>
        <p className={styles.acts}>
          <Button
            size="compact-sm"
            variant="default"
            leftSection={plays ? <IconPlayerPause size={14} /> : <IconPlayerPlay size={14} />}
            onClick={play}
          >
            {plays ? 'Stop' : 'Play the weeks'}
          </Button>
          <Button
            size="compact-sm"
            variant="default"
            component="a"
            href={`/view/${head.slug}?${view}`}
            leftSection={<IconEye size={14} />}
          >
            View at this moment
          </Button>
        </p>
      </section>
      <section className={styles.faults} aria-label="What does not work">
        {faults.length === 0 && <p className={styles.quiet}>Nothing in this plan stands in its own way.</p>}
        {faults.map((fault) => (
          <p
            key={`${fault.rule} ${fault.of} ${fault.sentence}`}
            className={fault.level === 'settle' ? wordStyles.problem : wordStyles.look}
          >
            {fault.level === 'settle' ? (
              <IconAlertSquare size={16} aria-hidden="true" />
            ) : (
              <IconAlertTriangle size={16} aria-hidden="true" />
            )}{' '}
            {fault.sentence}{' '}
            {fault.fix && (
              <Button
                size="compact-xs"
                variant="subtle"
                onClick={() => {
                  const { table, id, fields } = fault.fix as NonNullable<Fault['fix']>;
                  store.edit({ do: 'set', table, id: table === 'course' ? course.id : id, fields });
                }}
              >
                {fault.fix.label}
              </Button>
            )}
          </p>
        ))}
      </section>
    </div>
  );
}
