'use client';
import { Button, Popover } from '@mantine/core';
import { IconBeach, IconBroadcast, IconClock, IconFlag, IconLock } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { roomHref } from '@/app/_client/room-href';
import { dateTimeText, Temporal, timeText } from '@/core/kernel/time';
import { counted } from '@/core/kernel/words';
import type { Dated } from '@/server/calendar';
import { DayField, TimeField } from '@/ui/fields/DayField';
import { Link } from '@/ui/frame/Link';
import wordStyles from '@/ui/plain/words.module.css';
import styles from './calendar.module.css';

const glyphs = { opens: IconClock, due: IconFlag, meets: IconBroadcast, break: IconBeach, ends: IconLock } as const;
const sortNames = { opens: 'opens', due: 'due', meets: 'live session', break: 'break', ends: 'access ends' } as const;

type Props = {
  readonly one: Dated;
  readonly zone: string;
  readonly locale: string;
  readonly isWide?: boolean;
};

/** What can be moved for one cohort, each by its command. */
const moves: { readonly [S in Dated['sort']]?: string } = { meets: 'cohort.move-session', opens: 'cohort.set-rule' };

/**
 * One thing with a date: what it is and for whom; sessions and openings are moved from here, everything else under
 * Release.
 */
export function Item({ one, zone, locale, isWide = false }: Props) {
  const [opened, setOpened] = useState(false);
  const Glyph = glyphs[one.sort];
  const time = timeText(Temporal.Instant.fromEpochMilliseconds(one.at), { locale, zone });
  return (
    <Popover opened={opened} onChange={setOpened} width={300} position="bottom-start" trapFocus withinPortal>
      <Popover.Target>
        <button
          type="button"
          className={styles.item}
          data-sort={one.sort}
          aria-expanded={opened}
          onClick={() => setOpened(!opened)}
        >
          <Glyph size={13} stroke={1.75} aria-hidden="true" />
          <span>
            {!isWide && <b>{time}</b>} {one.title}
            <small>
              <span className={isWide ? undefined : 'visually-hidden'}>{sortNames[one.sort]} · </span>
              {one.cohort?.name}
              {isWide && ` · ${one.course}`}
            </small>
          </span>
        </button>
      </Popover.Target>
      <Popover.Dropdown>
        <div className={styles.card}>
          <b>{one.title}</b>
          <p>
            {sortNames[one.sort]} {dateTimeText(Temporal.Instant.fromEpochMilliseconds(one.at), { locale, zone })}
            <br />
            {one.cohort?.name}, {counted(one.cohort?.learners ?? 0, 'learner', 'learners')} · {one.course}
          </p>
          {one.cohort && moves[one.sort] ? (
            <Move one={one} command={moves[one.sort] ?? ''} onDone={() => setOpened(false)} />
          ) : (
            <Link href={`/c/${one.slug}/release${one.sort === 'break' ? '/cohorts' : ''}`}>
              Change it under Release
            </Link>
          )}
        </div>
      </Popover.Dropdown>
    </Popover>
  );
}

type MoveProps = { readonly one: Dated; readonly command: string; readonly onDone: () => void };

/**
 * Another time for a cohort, of a session or of lessons that open together; of a session also the way into its room.
 */
function Move({ one, command, onDone }: MoveProps) {
  const router = useRouter();
  const at = Temporal.Instant.fromEpochMilliseconds(one.at).toZonedDateTimeISO(one.zone);
  const [day, setDay] = useState(at.toPlainDate().toString());
  const [time, setTime] = useState(at.toPlainTime().toString({ smallestUnit: 'minute' }));
  const [problem, setProblem] = useState<string | null>(null);
  const { cohort, courseId, zone } = one;
  const isSession = one.sort === 'meets';
  const move = async (rule: object | null) => {
    for (const lessonId of one.lessonIds) {
      const what = isSession ? { lessonId, when: rule } : { of: lessonId, rule };
      const done = await act(command, { id: cohort?.id, courseId, ...what });
      if (!done.ok) return setProblem(done.problem.sentence);
    }
    onDone();
    router.refresh();
  };
  return (
    <>
      {isSession && (
        <Button component="a" href={roomHref(courseId, one.lessonIds[0] ?? '', one.at)} size="compact-sm">
          To the room
        </Button>
      )}
      <div className={styles.move}>
        <DayField label="Day" value={day} onChange={setDay} />
        <TimeField label="At" value={time} onChange={setTime} />
      </div>
      <p className={styles.zone}>
        Meant in {zone}.{' '}
        {isSession
          ? 'A session that repeats moves with all its times.'
          : `${counted(one.lessonIds.length, 'lesson')} with a day of ${one.lessonIds.length === 1 ? 'its' : 'their'} own then.`}
      </p>
      {problem && (
        <p role="alert" className={wordStyles.problem}>
          {problem}
        </p>
      )}
      <Button
        variant="default"
        size="compact-sm"
        disabled={day === '' || time === ''}
        onClick={() => move({ when: 'on-date', date: day, at: time, zone })}
      >
        Move it for {counted(cohort?.learners ?? 0, 'learner', 'learners')} of {cohort?.name}
      </Button>
      <Button variant="subtle" size="compact-sm" onClick={() => move(null)}>
        As in the course
      </Button>
    </>
  );
}
