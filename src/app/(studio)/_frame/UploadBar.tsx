'use client';
import { ActionIcon, Button, FileButton, Progress } from '@mantine/core';
import { IconPlayerPause, IconPlayerPlay, IconUpload, IconX } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import { type CutOff, cutOff, forget } from '@/app/_client/cut-off';
import { useOwnerId } from '@/app/_client/own-texts';
import { uploads } from '@/app/_client/upload-queue';
import { useAsksFirst } from '@/app/_client/use-asks-first';
import { useUploads } from '@/app/_client/use-intake';
import { lengthText, sizeText } from '@/core/media';
import wordStyles from '@/ui/plain/words.module.css';
import styles from './uploads.module.css';

/** What is being uploaded, at the foot of every screen while it runs. */
export function UploadBar() {
  const { items, paused, speed } = useUploads();
  const [isOpen, setOpen] = useState(false);
  const isBusy = items.some(({ state }) => state === 'waiting' || state === 'sending');
  useAsksFirst(isBusy);
  if (items.length === 0) return <CutOffBar />;
  const done = items.filter(({ state }) => state === 'done').length;
  const failed = items.filter(({ state }) => state === 'failed').length;
  const going = items.find(({ state }) => state === 'sending') ?? items.find(({ state }) => state === 'waiting');
  const counted = items.filter(({ state }) => state !== 'failed');
  const all = counted.reduce((total, { file }) => total + file.size, 0);
  const sent = counted.reduce((total, one) => total + Math.min(one.sent, one.file.size), 0);
  const left = speed && speed > 0 ? (all - sent) / speed : null;
  const facts = [
    `${sizeText(sent)} of ${sizeText(all)}`,
    ...(isBusy && !paused && speed !== null ? [`${sizeText(speed)} a second`] : []),
    ...(isBusy && !paused && left !== null ? [`${lengthText(left)} left`] : []),
  ];
  return (
    <section className={styles.bar} aria-label="Uploads">
      <div className={styles.row}>
        <b className={styles.count} role="status">
          <IconUpload size={17} stroke={1.75} aria-hidden="true" /> {done} of {items.length} uploaded
          {failed > 0 && <span className={wordStyles.problem}>, {failed} not</span>}
        </b>
        <div className={styles.middle}>
          <span className={styles.facts}>
            <span className={styles.name} dir="auto">
              {going?.file.name ?? 'All done'}
            </span>
            <span>{facts.join(' · ')}</span>
          </span>
          <Progress value={all > 0 ? (sent / all) * 100 : 100} aria-label="Uploaded of all" />
        </div>
        {isBusy && (
          <Button
            variant="default"
            leftSection={paused ? <IconPlayerPlay size={15} /> : <IconPlayerPause size={15} />}
            onClick={paused ? uploads.goOn : uploads.pause}
          >
            {paused ? 'Go on' : 'Pause'}
          </Button>
        )}
        <Button variant="subtle" color="gray" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {isOpen ? 'Less' : 'Each file'}
        </Button>
        {!isBusy && (
          <ActionIcon variant="subtle" color="gray" aria-label="Close the list of uploads" onClick={uploads.clear}>
            <IconX size={17} />
          </ActionIcon>
        )}
      </div>
      {(isOpen || failed > 0) && (
        <ul className={styles.list}>
          {items
            .filter(({ state }) => isOpen || state === 'failed')
            .map(({ key, file, state, sent: of, problem }) => (
              <li key={key}>
                <span className={styles.name} dir="auto">
                  {file.name}
                </span>
                <span className={state === 'failed' ? wordStyles.problem : styles.quiet}>
                  {problem?.sentence ?? stateText(state, of, file.size)}
                </span>
                {state === 'failed' && (
                  <Button size="compact-xs" variant="default" onClick={() => uploads.again(key)}>
                    Try again
                  </Button>
                )}
                {state !== 'done' && (
                  <ActionIcon
                    size="sm"
                    variant="subtle"
                    color="gray"
                    aria-label={`Stop ${file.name}`}
                    onClick={() => uploads.cancel(key)}
                  >
                    <IconX size={14} />
                  </ActionIcon>
                )}
              </li>
            ))}
        </ul>
      )}
    </section>
  );
}

const stateText = (state: 'waiting' | 'sending' | 'done' | 'failed', sent: number, size: number) =>
  ({
    waiting: sent > 0 ? `waits, ${sizeText(sent)} of ${sizeText(size)} are there` : 'waits',
    sending: `${sizeText(sent)} of ${sizeText(size)}`,
    done: 'uploaded',
    failed: 'not uploaded',
  })[state];

/** Uploads that a closed tab cut off: chosen again, they go on where they stopped. */
function CutOffBar() {
  const [left, setLeft] = useState<readonly CutOff[]>([]);
  const ownId = useOwnerId();
  useEffect(() => setLeft(cutOff(ownId)), [ownId]);
  if (left.length === 0) return null;
  const choose = (files: File[]) => {
    const found = files.flatMap((file) => {
      const target = left.find((one) => one.name === file.name && one.size === file.size)?.target;
      return target ? [{ file, target }] : [];
    });
    if (found.length > 0) uploads.add(found);
  };
  return (
    <section className={styles.bar} aria-label="Uploads that were cut off">
      <div className={styles.row}>
        <b className={styles.count}>
          <IconUpload size={17} stroke={1.75} aria-hidden="true" /> {left.length}{' '}
          {left.length === 1 ? 'upload was' : 'uploads were'} cut off
        </b>
        <span className={styles.middle} dir="auto">
          {left.map(({ name }) => name).join(', ')}
        </span>
        <FileButton multiple onChange={choose} inputProps={{ 'aria-label': 'Choose what was cut off' }}>
          {(props) => (
            <Button {...props} variant="default">
              Choose {left.length === 1 ? 'it' : 'them'} again to go on
            </Button>
          )}
        </FileButton>
        <Button
          variant="subtle"
          color="gray"
          onClick={() => {
            forget(left);
            setLeft([]);
          }}
        >
          Leave {left.length === 1 ? 'it' : 'them'}
        </Button>
      </div>
    </section>
  );
}
