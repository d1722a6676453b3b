'use client';
import { Alert, Button, CloseButton } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconCircleCheck, IconEye } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { usePathname } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { wallText } from '@/core/kernel/time';
import { counted } from '@/core/kernel/words';
import type { CourseNews } from '@/server/outline';
import { Link } from '@/ui/frame/Link';
import { Clashes } from './Clashes';
import { useCourse, useCourseStatus, useCourseStore, useDesk } from './CourseProvider';
import styles from './course.module.css';
import { PeopleHere } from './PeopleHere';
import { stageSquares, stages } from './stages';

const PublishDialog = dynamic(() => import('./PublishDialog').then((module) => module.PublishDialog), { ssr: false });

export function CourseHeader() {
  const { state, head, findings } = useDesk();
  const course = useCourse();
  const path = usePathname();
  const [open, setOpen] = useState(false);
  // Once asked for it stays, so that closing it can be seen.
  const [asked, setAsked] = useState(false);
  if (open && !asked) setAsked(true);
  useEffect(() => {
    const publish = () => setOpen(true);
    window.addEventListener('mosaik:publish', publish);
    return () => window.removeEventListener('mosaik:publish', publish);
  }, []);
  const first = useRef(true);
  const [news, setNews] = useState<CourseNews | null>(null);
  const revision = useCourseStatus('revision');
  const told = useCourseStatus('news');

  const refresh = useCallback(async () => {
    const response = await fetch(`/api/course/${head.id}/news`).catch(() => null);
    if (response?.ok) setNews((await response.json()) as CourseNews);
  }, [head.id]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again when something has changed
  useEffect(() => {
    const timer = setTimeout(refresh, first.current ? 0 : 600);
    first.current = false;
    return () => clearTimeout(timer);
  }, [refresh, revision, told]);

  const squaresOf = useMemo(
    () => new Map(stages.map(({ id }) => [id, stageSquares(id, state.outline, findings)])),
    [state.outline, findings],
  );
  const count = news ? Math.max(0, revision - news.publishedRevision) : 0;
  // The link has a name before the news of the working copy are worked out.
  const status = news ? statusText(news, count) : 'Editions and history';
  return (
    <>
      <div className={styles.head} data-steers>
        <div className={styles.title}>
          <h1>{course.title}</h1>
          <p className={styles.status}>
            <Link href={`/c/${head.slug}/history`}>{status}</Link>
          </p>
        </div>
        <nav className={styles.stages} aria-label="Stages">
          {stages.map((stage) => {
            const squares = squaresOf.get(stage.id) ?? [];
            const settle = squares.filter((square) => square === 'settle').length;
            const here = path.startsWith(`/c/${head.slug}/${stage.id}`);
            return (
              <Link
                key={stage.id}
                href={`/c/${head.slug}/${stage.id}`}
                className={styles.stage}
                aria-current={here ? 'page' : undefined}
              >
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
          <PeopleHere />
          <Button
            component="a"
            href={`/view/${head.slug}`}
            variant="default"
            leftSection={<IconEye size={17} stroke={1.75} />}
          >
            View as learner
          </Button>
          <Button leftSection={<IconCircleCheck size={17} stroke={1.75} />} onClick={() => setOpen(true)}>
            Publish edition {news?.next ?? ''}
          </Button>
        </div>
      </div>
      <Trouble />
      <Recovered />
      <Clashes />
      {asked && <PublishDialog opened={open} onClose={() => setOpen(false)} news={news} onPublished={refresh} />}
    </>
  );
}

/** Says that edits of an earlier visit, which this browser still held, are not lost. */
function Recovered() {
  const count = useCourseStatus('recovered');
  useEffect(() => {
    if (count > 0)
      notifications.show({
        color: 'malachite',
        autoClose: 12_000,
        message: `${counted(count, 'change')} from before had not reached the school, and ${count === 1 ? 'is' : 'are'} sent now.`,
      });
  }, [count]);
  return null;
}

/** What was refused or could not be sent, until it is read or over. */
function Trouble() {
  const store = useCourseStore();
  const problem = useCourseStatus('problem');
  const saving = useCourseStatus('saving');
  if (!problem) return null;
  return (
    <Alert
      className={styles.problem}
      color="brick"
      role="alert"
      variant="light"
      title={saving.state === 'waiting' ? 'Not saved yet; trying again' : 'That could not be done'}
      icon={null}
    >
      <span>{problem.sentence}</span>
      <CloseButton className={styles.dismiss} size="sm" aria-label="Dismiss this message" onClick={store.dismiss} />
    </Alert>
  );
}

/** Which edition is live, how much has changed since, and whether another one is planned. */
function statusText({ live, planned }: CourseNews, changes: number): string {
  const made = planned?.problem ? 'could not be made' : `on ${planned && wallText(planned.wall)}`;
  const next = planned ? ` · edition ${planned.number} ${made}` : '';
  if (live === null) return `Not published yet${next}`;
  const unpublished = changes === 0 ? 'nothing unpublished' : `${counted(changes, 'change')} not yet published`;
  return `Edition ${live} is live · ${unpublished}${next}`;
}
