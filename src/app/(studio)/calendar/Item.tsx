'use client';
import { Button, Popover } from '@mantine/core';
import { IconBroadcast, IconClock, IconFlag, IconLock } from '@tabler/icons-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import { counted } from '@/core/kernel/words';
import type { Dated } from '@/server/calendar';
import { DayField, TimeField } from '@/ui/fields/DayField';
import styles from './calendar.module.css';

const glyphs = { opens: IconClock, due: IconFlag, meets: IconBroadcast, ends: IconLock } as const;
const sortNames = { opens: 'opens', due: 'due', meets: 'live session', ends: 'access ends' } as const;

type Props = {
  readonly one: Dated;
  readonly zone: string;
  readonly locale: string;
  readonly isWide?: boolean;
};

/** One thing with a date: what it is and for whom; a session is begun and moved from here, everything else under Release. */
export function Item({ one, zone, locale, isWide = false }: Props) {
  const [opened, setOpened] = useState(false);
  const Glyph = glyphs[one.sort];
  const time = new Intl.DateTimeFormat(locale, { timeZone: zone, hour: '2-digit', minute: '2-digit' }).format(one.at);
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
          {one.sort === 'meets' && one.cohort ? (
            <Session one={one} onDone={() => setOpened(false)} />
          ) : (
            <Link href={`/c/${one.slug}/release`}>Change it under Release</Link>
          )}
        </div>
      </Popover.Dropdown>
    </Popover>
  );
}

/** The way into the room of a session, and another time for its cohort. */
function Session({ one, onDone }: { readonly one: Dated; readonly onDone: () => void }) {
  const router = useRouter();
  const at = Temporal.Instant.fromEpochMilliseconds(one.at).toZonedDateTimeISO(one.zone);
  const [day, setDay] = useState(at.toPlainDate().toString());
  const [time, setTime] = useState(at.toPlainTime().toString({ smallestUnit: 'minute' }));
  const [problem, setProblem] = useState<string | null>(null);
  const { cohort, courseId, zone } = one;
  const [lessonId] = one.lessonIds;
  const move = async (when: object | null) => {
    const done = await act('cohort.move-session', { id: cohort?.id, courseId, lessonId, when });
    if (!done.ok) return setProblem(done.problem.sentence);
    onDone();
    router.refresh();
  };
  return (
    <>
      <Button component="a" href={`/room/${courseId}/${lessonId}/${one.at}`} size="compact-sm">
        To the room
      </Button>
      <div className={styles.move}>
        <DayField label="Day" value={day} onChange={setDay} />
        <TimeField label="At" value={time} onChange={setTime} />
      </div>
      <p className={styles.zone}>Meant in {zone}. A session that repeats moves with all its times.</p>
      {problem && (
        <p role="alert" className={styles.problem}>
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
