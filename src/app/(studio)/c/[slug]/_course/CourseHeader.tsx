'use client';
import { Alert, Button, CloseButton } from '@mantine/core';
import { IconCircleCheck, IconEye } from '@tabler/icons-react';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import type { Unpublished } from '@/server/outline';
import { useCourse, useDesk } from './CourseProvider';
import styles from './course.module.css';
import { PublishDialog } from './PublishDialog';
import { stageSquares, stages } from './stages';

export function CourseHeader() {
  const { state, head, findings, store } = useDesk();
  const course = useCourse();
  const path = usePathname();
  const [open, setOpen] = useState(false);
  const [news, setNews] = useState<Unpublished | null>(null);
  const { version } = state;

  const refresh = useCallback(async () => {
    const response = await fetch(`/api/course/${head.id}/differences`).catch(() => null);
    if (response?.ok) setNews((await response.json()) as Unpublished);
  }, [head.id]);
  useEffect(() => {
    const timer = setTimeout(refresh, version === 0 ? 0 : 600);
    return () => clearTimeout(timer);
  }, [refresh, version]);

  const count = news?.differences.length ?? 0;
  const status = !news
    ? ''
    : news.live === null
      ? 'Not published yet'
      : `Edition ${news.live} is live · ${count === 0 ? 'nothing unpublished' : `${count} ${count === 1 ? 'change' : 'changes'} not yet published`}`;
  return (
    <>
      <div className={styles.head}>
        <div className={styles.title}>
          <h1>{course.title}</h1>
          <p className={styles.status}>{status || '\u00a0'}</p>
        </div>
        <nav className={styles.stages} aria-label="Stages">
          {stages.map((stage) => {
            const squares = stageSquares(stage.id, state.outline, findings);
            const settle = squares.filter((square) => square === 'settle').length;
            const here = path.startsWith(`/c/${head.slug}/${stage.id}`);
            return (
              <Link key={stage.id} href={`/c/${head.slug}/${stage.id}`} className={styles.stage} aria-current={here ? 'page' : undefined}>
                {stage.name}
                <span className={styles.squares} aria-hidden="true">
                  {squares.map((square, i) => (
                    // The squares have no names of their own; their place is all they are.
                    // biome-ignore lint/suspicious/noArrayIndexKey: a fixed row
                    <i key={i} data-state={square} />
                  ))}
                </span>
                {settle > 0 && <span className="visually-hidden">, {settle} to settle</span>}
              </Link>
            );
          })}
        </nav>
        <div className={styles.actions}>
          <Button component="a" href={`/view/${head.slug}`} variant="default" leftSection={<IconEye size={17} stroke={1.75} />}>
            View as learner
          </Button>
          <Button leftSection={<IconCircleCheck size={17} stroke={1.75} />} onClick={() => setOpen(true)}>
            Publish edition {news?.next ?? ''}
          </Button>
        </div>
      </div>
      {state.problem && (
        <Alert
          className={styles.problem}
          color="brick"
          role="alert"
          variant="light"
          title={state.saving.state === 'waiting' ? 'Not saved yet; trying again' : 'That could not be done'}
          icon={null}
        >
          <span>{state.problem.sentence}</span>
          <CloseButton className={styles.dismiss} size="sm" aria-label="Dismiss this message" onClick={store.dismiss} />
        </Alert>
      )}
      <PublishDialog opened={open} onClose={() => setOpen(false)} news={news} onPublished={refresh} />
    </>
  );
}
