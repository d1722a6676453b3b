'use client';
import { Button, Modal } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconAlertSquare } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import type { Unpublished } from '@/server/outline';
import { useDesk } from './CourseProvider';
import styles from './course.module.css';

type Props = { readonly opened: boolean; readonly onClose: () => void; readonly news: Unpublished | null; readonly onPublished: () => void };

const glyphs = { added: '+', removed: '−', changed: '~', moved: '↕' } as const;

/** The short decision before an edition is made: what changed, and what still stands in the way. */
export function PublishDialog({ opened, onClose, news, onPublished }: Props) {
  const { findings, head, store } = useDesk();
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const settle = findings.filter((finding) => finding.level === 'settle');
  const nothing = news !== null && news.live !== null && news.differences.length === 0;

  const publish = async () => {
    if (!news) return;
    setBusy(true);
    setProblem(null);
    while (store.hasUnsaved) await new Promise((resolve) => setTimeout(resolve, 50));
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
  return (
    <Modal opened={opened} onClose={onClose} title={<b>Publish edition {news?.next}</b>} size="lg" closeButtonProps={{ 'aria-label': 'Close' }}>
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
      {nothing && <p>Nothing has changed, so there is nothing to publish.</p>}
      <ul className={styles.differences}>
        {news?.differences.map((difference) => (
          <li key={difference.sentence}>
            <span aria-hidden="true" data-what={difference.what}>
              {glyphs[difference.what]}
            </span>
            {difference.sentence}
          </li>
        ))}
      </ul>
      {problem && (
        <p role="alert" className={styles.refused}>
          {problem}
        </p>
      )}
      <div className={styles.decide}>
        <Button variant="default" onClick={onClose}>
          Not now
        </Button>
        <Button onClick={publish} loading={busy} disabled={settle.length > 0 || nothing || !news}>
          Publish edition {news?.next}
        </Button>
      </div>
    </Modal>
  );
}
