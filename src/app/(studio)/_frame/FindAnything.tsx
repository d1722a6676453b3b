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
  // Who types on while the dialog opens loses no letter.
  useEffect(() => {
    if (!opened) return;
    const early = (event: KeyboardEvent) => {
      const isIn = document.activeElement instanceof HTMLInputElement && document.activeElement.role === 'combobox';
      if (isIn || event.ctrlKey || event.metaKey || event.altKey || event.key.length !== 1) return;
      event.preventDefault();
      setWords((now) => now + event.key);
    };
    window.addEventListener('keydown', early, true);
    return () => window.removeEventListener('keydown', early, true);
  }, [opened]);
  const close = () => {
    setOpened(false);
    setWords('');
  };
  return (
    <>
      <button type="button" className={styles.open} onClick={() => setOpened(true)} aria-label="Find or do anything">
        <IconSearch size={16} stroke={1.75} aria-hidden="true" />
        <span>Find or do anything</span>
        <Kbd size="xs">Ctrl K</Kbd>
      </button>
      {wanted && (
        <FindDialog makes={makes} manages={manages} opened={opened} words={words} onWords={setWords} onClose={close} />
      )}
    </>
  );
}
