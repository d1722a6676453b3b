'use client';
import { Button, FileButton, Progress, Text } from '@mantine/core';
import { Dropzone } from '@mantine/dropzone';
import { IconUpload } from '@tabler/icons-react';
import Link from 'next/link';
import { useRef, useState } from 'react';
import { act } from '@/app/_client/act';
import { type UploadTarget, type UploadTask, upload } from '@/app/_client/upload';
import { secondText } from '@/core/kernel/clock-time';
import { type MediaFacts, sizeText } from '@/core/media';
import type { Lesson, LessonFile } from '@/core/outline';
import { useDesk } from '../_course/CourseProvider';
import styles from './inspector.module.css';

/** The file of a lesson that shows one: dropped here, seen here, replaced here. */
export function MediaPart({ lesson, file: kind }: { readonly lesson: Lesson; readonly file: LessonFile }) {
  const { store, state, head } = useDesk();
  const media = lesson.mediaId ? state.media.get(lesson.mediaId) : undefined;
  const [progress, setProgress] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const task = useRef<UploadTask | null>(null);

  const send = async (file: File | null | undefined, target: UploadTarget): Promise<string | null> => {
    if (!file) return null;
    setProblem(null);
    setProgress(0);
    task.current = upload(file, target, setProgress);
    const done = await task.current.done;
    task.current = null;
    setProgress(null);
    if (!done.ok) setProblem(done.problem.sentence);
    else await store.refreshMedia();
    return done.ok ? done.value.id : null;
  };
  const tryAgain = async () => {
    if (!media) return;
    const done = await act('media.try-again', { mediaId: media.id });
    if (done.ok) await store.refreshMedia();
    else setProblem(done.problem.sentence);
  };
  const take = async (file: File | undefined) => {
    const id = await send(file, { purpose: kind.purpose, courseId: head.id });
    if (id) store.edit({ do: 'set', table: 'lesson', id: lesson.id, fields: { mediaId: id } });
  };
  const renew = (file: File | null) =>
    media && send(file, { purpose: kind.purpose, courseId: head.id, mediaId: media.id });
  return (
    <div className={styles.group}>
      {media && <Preview media={media} />}
      {media?.state === 'failed' && (
        <Button size="compact-xs" variant="default" onClick={tryAgain}>
          Try again
        </Button>
      )}
      {progress === null ? (
        <Dropzone
          className={styles.drop}
          multiple={false}
          onDrop={(files) => take(files[0])}
          aria-label={`File: ${kind.called}`}
          inputProps={{ 'aria-label': `Choose ${kind.called}` }}
        >
          <Text size="sm">
            <IconUpload size={15} aria-hidden="true" />{' '}
            {media ? 'Drop another file to show that instead, here only' : `Drop ${kind.called} here, or choose one`}
          </Text>
        </Dropzone>
      ) : (
        <div className={styles.progress} role="status">
          <Progress value={progress} aria-label={`Uploaded ${progress} %`} />
          <Button size="compact-xs" variant="default" onClick={() => task.current?.cancel()}>
            Stop
          </Button>
        </div>
      )}
      {problem && (
        <p role="alert" className={styles.bad}>
          {problem}
        </p>
      )}
      {media && progress === null && (
        <div className={styles.facts}>
          <span>version {media.version}</span>
          <FileButton onChange={renew} inputProps={{ 'aria-label': 'Choose a new version' }}>
            {(props) => (
              <Button
                {...props}
                size="compact-xs"
                variant="default"
                title="Shown wherever this file is used, from their next editions on"
              >
                New version, everywhere
              </Button>
            )}
          </FileButton>
        </div>
      )}
      {media && kind.captions && media.state === 'ready' && (
        <div className={styles.facts}>
          <span>captions: {media.captions.map((one) => one.language).join(', ') || 'none'}</span>
          <Button
            component={Link}
            href={`/c/${head.slug}/build/${lesson.id}/captions`}
            size="compact-xs"
            variant="default"
          >
            {media.captions.length === 0 ? 'Write captions' : 'Correct captions'}
          </Button>
        </div>
      )}
    </div>
  );
}

function Preview({ media }: { readonly media: MediaFacts }) {
  if (media.state === 'failed')
    return (
      <p className={styles.bad}>
        {media.fileName}: {media.problem}.
      </p>
    );
  return (
    <>
      {media.posterHash && (
        <div className={styles.media}>
          <img src={`/files/${media.id}/poster?${media.posterHash.slice(0, 8)}`} alt="" />
          {media.seconds !== null && <span className={styles.length}>{secondText(media.seconds * 1000)}</span>}
        </div>
      )}
      <div className={styles.facts}>
        <span>{media.fileName}</span>
        <span>
          {media.state === 'waiting'
            ? 'being worked on…'
            : [
                media.seconds !== null && !media.posterHash ? secondText(media.seconds * 1000) : '',
                media.pages ? `${media.pages} ${media.pages === 1 ? 'page' : 'pages'}` : '',
                media.width ? `${media.width} × ${media.height}` : '',
                sizeText(media.size),
              ]
                .filter(Boolean)
                .join(' · ')}
        </span>
      </div>
    </>
  );
}
