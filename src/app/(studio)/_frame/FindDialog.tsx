'use client';
import { Kbd, Modal } from '@mantine/core';
import {
  IconArrowRight,
  IconBolt,
  IconBook,
  IconFileText,
  IconLayoutRows,
  IconSettings,
  IconUser,
} from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { type KeyboardEvent, useContext, useEffect, useRef, useState } from 'react';
import { likeness } from '@/core/kernel/likeness';
import type { Found } from '@/server/search';
import { DeskContext } from '../c/[slug]/_course/CourseProvider';
import { deeds } from './deeds';
import styles from './find.module.css';

const glyphs = {
  course: IconBook,
  section: IconLayoutRows,
  lesson: IconFileText,
  person: IconUser,
  action: IconBolt,
  setting: IconSettings,
  page: IconArrowRight,
} as const;
const kindNames = {
  course: 'course',
  section: 'section',
  lesson: 'lesson',
  person: 'person',
  action: 'action',
  setting: 'setting',
  page: 'page',
} as const;

type Line = {
  readonly kind: keyof typeof glyphs;
  readonly id: string;
  readonly title: string;
  readonly where: string;
  readonly keys?: string;
  readonly run: () => void;
};
const leastLikeness = 0.5;
const mostDeeds = 8;

type Props = {
  readonly makes: boolean;
  readonly manages: boolean;
  readonly opened: boolean;
  readonly words: string;
  /** Whether Enter was pressed before what it takes was there. */
  readonly isSent: boolean;
  readonly onWords: (words: string) => void;
  readonly onSend: () => void;
  readonly onClose: () => void;
};

const steps: { readonly [key: string]: number } = { ArrowDown: 1, ArrowUp: -1 };

/** Find or do anything: every course, lesson and person by name, misspelt or not, and every action with its key. */
export function FindDialog({ makes, manages, opened, words, isSent, onWords, onSend, onClose }: Props) {
  const [found, setFound] = useState<readonly Found[]>([]);
  /** The words it was found by. */
  const [foundBy, setFoundBy] = useState('');
  const [failed, setFailed] = useState(false);
  const [at, setAt] = useState(0);
  const router = useRouter();
  const desk = useContext(DeskContext);
  const list = useRef<HTMLDivElement>(null);

  useEffect(() => {
    setAt(0);
    if (words.trim() === '') {
      setFoundBy(words);
      return setFound([]);
    }
    let current = true;
    const timer = setTimeout(async () => {
      const answer = await fetch(`/api/find?words=${encodeURIComponent(words)}`).catch(() => null);
      if (!current) return;
      const all = answer?.ok ? ((await answer.json()) as Found[]) : [];
      if (!current) return;
      setFailed(!answer?.ok);
      setFoundBy(words);
      setFound(all);
    }, 120);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [words]);

  // What can be done is worked out while somebody looks, with what can be undone at that moment.
  const all = opened
    ? deeds({ desk, makes, manages, go: (href) => router.push(href) }).map(
        (deed): Line & { readonly words: string } => ({ ...deed, id: deed.title }),
      )
    : [];
  const fitting =
    words.trim() === ''
      ? all.slice(0, mostDeeds)
      : all
          .map((deed) => ({ deed, like: Math.max(likeness(words, deed.title), likeness(words, deed.words) * 0.9) }))
          .filter(({ like }) => like >= leastLikeness)
          .sort((a, b) => b.like - a.like)
          .slice(0, mostDeeds)
          .map(({ deed }) => deed);
  const lines: Line[] = [...fitting, ...found.map((one): Line => ({ ...one, run: () => router.push(one.href) }))];
  /** Whether a line belongs to the words as they are: what can be done is told at once, what is found a moment later. */
  const isThere = (line: number) => line < fitting.length || foundBy === words;
  const take = (line: Line | undefined) => {
    if (!line) return;
    onClose();
    // The dialog gives the focus back first; what comes may take it.
    setTimeout(line.run, 0);
  };
  useEffect(() => {
    if (opened && isSent && isThere(0)) take(lines[0]);
  });
  const onKey = (event: KeyboardEvent) => {
    const step = steps[event.key] ?? 0;
    if (event.key === 'Enter' && isThere(at)) take(lines[at]);
    else if (event.key === 'Enter') onSend();
    else if (step !== 0 && lines.length > 0) {
      const next = (at + step + lines.length) % lines.length;
      setAt(next);
      list.current?.children[next]?.scrollIntoView({ block: 'nearest' });
    } else return;
    event.preventDefault();
  };
  return (
    <Modal.Root opened={opened} onClose={onClose} padding={0} size="lg">
      <Modal.Overlay />
      <Modal.Content aria-label="Find or do anything">
        <input
          className={styles.words}
          data-autofocus
          role="combobox"
          aria-label="Find or do anything"
          aria-expanded={lines.length > 0}
          aria-controls="find-lines"
          aria-activedescendant={lines.length > 0 ? `find-${at}` : undefined}
          aria-autocomplete="list"
          placeholder="A course, a lesson, a person, a setting, something to do"
          value={words}
          onChange={(event) => onWords(event.currentTarget.value)}
          onKeyDown={onKey}
        />
        <div ref={list} id="find-lines" className={styles.lines} role="listbox" aria-label="Found">
          {lines.map((line, i) => {
            const Glyph = glyphs[line.kind];
            return (
              <div
                key={`${line.kind}/${line.id}`}
                id={`find-${i}`}
                role="option"
                tabIndex={-1}
                aria-selected={i === at}
                className={styles.line}
                onPointerMove={() => setAt(i)}
                onClick={() => take(line)}
                onKeyDown={onKey}
              >
                <Glyph size={18} stroke={1.75} aria-hidden="true" />
                <span className={styles.title} dir="auto">
                  {line.title}
                </span>
                <span className={styles.where}>{[kindNames[line.kind], line.where].filter(Boolean).join(' · ')}</span>
                {line.keys && <Kbd size="xs">{line.keys}</Kbd>}
              </div>
            );
          })}
        </div>
        {words.trim() !== '' && lines.length === 0 && (
          <p className={styles.none} role="status">
            {failed
              ? 'The school cannot be reached. Check the connection.'
              : 'Nothing is called that, not even nearly.'}
          </p>
        )}
      </Modal.Content>
    </Modal.Root>
  );
}
