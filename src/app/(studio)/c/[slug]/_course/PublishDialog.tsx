'use client';
import { Button, Modal, SegmentedControl, Skeleton } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconAlertSquare } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { act } from '@/app/_client/act';
import { wallText } from '@/core/kernel/time';
import type { Difference } from '@/core/outline';
import type { CourseNews } from '@/server/outline';
import { DayField, TimeField } from '@/ui/fields/DayField';
import { useCourse, useDesk } from './CourseProvider';
import styles from './course.module.css';
import { EditionPreview, useEditionPreview } from './EditionPreview';
import edition from './edition.module.css';

type Props = {
  readonly opened: boolean;
  readonly onClose: () => void;
  readonly news: CourseNews | null;
  readonly onPublished: () => void;
};

const glyphs = { added: '+', removed: '−', changed: '~', moved: '↕' } as const;

/** The short decision before an edition is made: what changed, and what still stands in the way. */
export function PublishDialog({ opened, onClose, news, onPublished }: Props) {
  const { findings, head, store } = useDesk();
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [when, setWhen] = useState<'now' | 'later'>('now');
  const [date, setDate] = useState('');
  const [time, setTime] = useState('09:00');
  const course = useCourse();
  const preview = useEditionPreview(head.id, null, opened);
  const settle = findings.filter((finding) => finding.level === 'settle');
  // Worked out only now that somebody looks: the whole working copy is compared for it.
  const [differences, setDifferences] = useState<readonly Difference[] | 'failed' | null>(null);
  useEffect(() => {
    if (!opened) return;
    let current = true;
    store.saved().then(async () => {
      const response = await fetch(`/api/course/${head.id}/differences`).catch(() => null);
      const found = response?.ok ? ((await response.json()) as Difference[]) : 'failed';
      if (current) setDifferences(found);
    });
    return () => {
      current = false;
      setDifferences(null);
    };
  }, [opened, head.id, store]);
  // Nobody publishes what is not told yet, and nothing moves under whoever is about to press.
  const isTold = differences !== null && preview !== null;
  const nothing = news !== null && news.live !== null && differences?.length === 0;

  const publish = async () => {
    if (!news) return;
    setBusy(true);
    setProblem(null);
    await store.saved();
    const done = await act<{ number: number }>('course.publish', { courseId: head.id, number: news.next });
    setBusy(false);
    if (!done.ok) return setProblem(done.problem.sentence);
    notifications.show({
      color: 'malachite',
      title: `Edition ${done.value.number} is live`,
      message: 'Learners see it from now on. Work handed in before stays with its own edition.',
    });
    onPublished();
    router.refresh();
    onClose();
  };
  const publishLater = async () => {
    if (!news) return;
    setBusy(true);
    setProblem(null);
    const done = await act('course.publish-later', {
      courseId: head.id,
      number: news.next,
      date,
      at: time,
      zone: course.zone,
    });
    setBusy(false);
    if (!done.ok) return setProblem(done.problem.sentence);
    setWhen('now');
    notifications.show({
      color: 'malachite',
      title: `Edition ${news.next} is planned`,
      message: `The working copy as it is then is published on ${wallText(`${date} ${time}`)} (${course.zone}).`,
    });
    onPublished();
    onClose();
  };
  const callOff = async () => {
    const done = await act('course.publish-never', { courseId: head.id });
    if (!done.ok) return setProblem(done.problem.sentence);
    onPublished();
  };
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      title={<b>Publish edition {news?.next}</b>}
      size="xl"
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      {news?.planned && (
        <div className={edition.planned}>
          <p>
            Edition {news.planned.number} is planned for {wallText(news.planned.wall)} ({news.planned.zone}).
            {news.planned.problem && ` It could not be made: ${news.planned.problem}`}
          </p>
          <Button size="compact-sm" variant="default" onClick={callOff}>
            Call it off
          </Button>
        </div>
      )}
      {settle.length > 0 && (
        <section className={styles.standing}>
          <b>To settle first</b>
          <ul>
            {settle.map((finding) => (
              <li key={`${finding.rule}/${finding.place.id}/${finding.sentence}`}>
                <IconAlertSquare size={16} aria-hidden="true" /> {finding.sentence}
              </li>
            ))}
          </ul>
        </section>
      )}
      <b>{news?.live ? `Changed since edition ${news.live}` : 'What the first edition holds'}</b>
      {differences === null && <Skeleton height={72} role="status" aria-label="Comparing with the live edition" />}
      {differences === 'failed' && (
        <p role="alert">What has changed could not be compared. Close this and try again.</p>
      )}
      {nothing && <p>Nothing has changed, so there is nothing to publish.</p>}
      <ul className={styles.differences}>
        {(differences === 'failed' ? [] : differences)?.map((difference) => (
          <li key={difference.sentence}>
            <span aria-hidden="true" data-what={difference.what}>
              {glyphs[difference.what]}
            </span>
            {difference.sentence}
          </li>
        ))}
      </ul>
      <EditionPreview preview={preview} live={news?.live !== null && news !== null} />
      <div className={edition.foot}>
        <div className={edition.when}>
          <SegmentedControl
            aria-label="When"
            value={when}
            onChange={(value) => setWhen(value as 'now' | 'later')}
            data={[
              { value: 'now', label: 'Now' },
              { value: 'later', label: 'At a time' },
            ]}
          />
          {when === 'later' && (
            <>
              <DayField label="Day" value={date} onChange={setDate} />
              <TimeField label={`Time in ${course.zone}`} value={time} onChange={setTime} />
            </>
          )}
        </div>
        {problem && (
          <p role="alert" className={styles.refused}>
            {problem}
          </p>
        )}
        <div className={styles.decide}>
          <Button variant="default" onClick={onClose}>
            Not now
          </Button>
          {when === 'later' ? (
            <Button onClick={publishLater} loading={busy} disabled={!news}>
              Plan edition {news?.next}
            </Button>
          ) : (
            <Button onClick={publish} loading={busy} disabled={settle.length > 0 || nothing || !news || !isTold}>
              Publish edition {news?.next}
            </Button>
          )}
        </div>
      </div>
    </Modal>
  );
}
