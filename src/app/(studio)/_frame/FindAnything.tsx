'use client';
import { Kbd } from '@mantine/core';
import { IconSearch } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import styles from './find.module.css';

const FindDialog = dynamic(() => import('./FindDialog').then((module) => module.FindDialog), { ssr: false });

/** The way to find or do anything, from every page of the studio. */
export function FindAnything({ makes, manages }: { readonly makes: boolean; readonly manages: boolean }) {
  const [opened, setOpened] = useState(false);
  // Loaded when it is first wanted; once wanted it stays.
  const [wanted, setWanted] = useState(false);
  const [words, setWords] = useState('');
  /** Whether Enter was pressed before there was anything to take: the first line for what was typed is taken then. */
  const [isSent, setIsSent] = useState(false);
  if (opened && !wanted) setWanted(true);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return;
      event.preventDefault();
      setOpened((now) => !now);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  // Who types on while the dialog opens loses no key.
  useEffect(() => {
    if (!opened) return;
    const early = (event: KeyboardEvent) => {
      const isIn = document.activeElement instanceof HTMLInputElement && document.activeElement.role === 'combobox';
      // A key that is still held from opening it says nothing yet.
      const isEnter = event.key === 'Enter' && !event.repeat;
      if (isIn || event.ctrlKey || event.metaKey || event.altKey || (event.key.length !== 1 && !isEnter)) return;
      event.preventDefault();
      if (isEnter) setIsSent(true);
      else setWords((now) => now + event.key);
    };
    window.addEventListener('keydown', early, true);
    return () => window.removeEventListener('keydown', early, true);
  }, [opened]);
  const close = () => {
    setOpened(false);
    setWords('');
    setIsSent(false);
  };
  return (
    <>
      <button type="button" className={styles.open} onClick={() => setOpened(true)} aria-label="Find or do anything">
        <IconSearch size={16} stroke={1.75} aria-hidden="true" />
        <span>Find or do anything</span>
        <Kbd size="xs">Ctrl K</Kbd>
      </button>
      {wanted && (
        <FindDialog
          makes={makes}
          manages={manages}
          opened={opened}
          words={words}
          isSent={isSent}
          onWords={(next) => {
            setWords(next);
            setIsSent(false);
          }}
          onSend={() => setIsSent(true)}
          onClose={close}
        />
      )}
    </>
  );
}
