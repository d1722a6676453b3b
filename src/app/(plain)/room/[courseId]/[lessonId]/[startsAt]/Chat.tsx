'use client';
import { IconSend } from '@tabler/icons-react';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import { counted } from '@/core/kernel/words';
import type { RoomView } from '@/server/live';
import styles from './room.module.css';

/** What is written in the room, and a field to write in for as long as anybody reads it. */
export function Chat({
  room,
  isIn,
  ready,
  time,
  onSay,
}: {
  readonly room: RoomView;
  readonly isIn: boolean;
  readonly ready: boolean;
  readonly time: (ms: number) => string;
  readonly onSay: (words: string) => Promise<{ readonly ok: boolean }>;
}) {
  const [words, setWords] = useState('');
  const end = useRef<HTMLLIElement>(null);
  const last = room.lines.at(-1)?.id;
  useEffect(() => {
    if (last) end.current?.scrollIntoView({ block: 'nearest' });
  }, [last]);
  const send = async (event: FormEvent) => {
    event.preventDefault();
    if (words.trim() === '') return;
    const done = await onSay(words);
    // What could not be sent stays.
    if (done.ok) setWords('');
  };
  return (
    <section className={styles.chat} aria-label="Chat">
      <h2>Chat</h2>
      {room.earlier > 0 && <p className={styles.quiet}>{counted(room.earlier, 'earlier line')} not shown</p>}
      <ul role="log">
        {room.lines.map((line) => (
          <li key={line.id} ref={line.id === last ? end : undefined}>
            <b>
              <bdi>{line.name}</bdi>
            </b>{' '}
            <span className={styles.quiet}>{time(line.at)}</span>
            <p dir="auto">{line.words}</p>
          </li>
        ))}
      </ul>
      {room.state !== 'over' && (
        <form onSubmit={send}>
          <input
            aria-label="Write to everybody"
            placeholder="Write to everybody"
            value={words}
            maxLength={2000}
            readOnly={!ready}
            disabled={!isIn}
            onChange={(event) => setWords(event.currentTarget.value)}
          />
          <button type="submit" aria-label="Send" disabled={!ready || !isIn || words.trim() === ''}>
            <IconSend size={18} stroke={1.75} aria-hidden="true" />
          </button>
        </form>
      )}
    </section>
  );
}
