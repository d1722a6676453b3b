'use client';
import { Button, FileButton, Text } from '@mantine/core';
import { Dropzone } from '@mantine/dropzone';
import { IconUpload } from '@tabler/icons-react';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { useIntake } from '@/app/_client/use-intake';
import { secondText } from '@/core/kernel/clock-time';
import { type MediaFacts, type MediaKind, sizeText } from '@/core/media';
import type { Lesson, LessonFile } from '@/core/outline';
import { Link } from '@/ui/frame/Link';
import { useDesk } from '../_course/CourseProvider';
import { Intake } from './Intake';
import styles from './inspector.module.css';
import { LibraryPicker } from './LibraryPicker';

/** The file of a lesson that shows one: dropped here, seen here, replaced here. */
export function MediaPart({ lesson, file: kind }: { readonly lesson: Lesson; readonly file: LessonFile }) {
  const { store, state, head } = useDesk();
  const media = lesson.mediaId ? state.media.get(lesson.mediaId) : undefined;
  const intake = useIntake();
  const [problem, setProblem] = useState<string | null>(null);
  const { purpose } = kind;

  const tryAgain = async () => {
    if (!media) return;
    const done = await act('media.try-again', { mediaId: media.id });
    if (done.ok) await store.refreshMedia();
    else setProblem(done.problem.sentence);
  };
  const show = async (mediaId: string) => {
    await store.refreshMedia();
    store.edit({ do: 'set', table: 'lesson', id: lesson.id, fields: { mediaId } });
  };
  const take = (file: File | undefined) =>
    file && intake.add([{ file, target: { purpose, courseId: head.id }, onDone: (id) => void show(id) }]);
  const renew = (file: File | null) =>
    file &&
    media &&
    intake.add([{ file, target: { purpose, courseId: head.id, mediaId: media.id }, onDone: store.refreshMedia }]);
  return (
    <div className={styles.group}>
      {media && <Preview media={media} />}
      {media?.state === 'failed' && (
        <Button size="compact-xs" variant="default" onClick={tryAgain}>
          Try again
        </Button>
      )}
      {intake.percent === null && (
        <>
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
          <LibraryPicker kind={purpose as MediaKind} called={kind.called} onPick={({ id }) => void show(id)} />
        </>
      )}
      <Intake intake={intake} />
      {problem && (
        <p role="alert" className={styles.bad}>
          {problem}
        </p>
      )}
      {media && intake.percent === null && (
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
          <img
            src={`/files/${media.id}/poster?${media.posterHash.slice(0, 8)}`}
            alt=""
            width={media.width ?? undefined}
            height={media.height ?? undefined}
          />
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
