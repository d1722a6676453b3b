'use client';
import { useDebouncedCallback } from '@mantine/hooks';
import { usePathname, useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';

const pauseMs = 250;

/**
 * Words that a list on the server is looked through for: they go into the address when typing pauses, with its first
 * page.
 */
export function useFind(find: string) {
  const [words, setOwn] = useState(find);
  const [isLooking, startLooking] = useTransition();
  const router = useRouter();
  const path = usePathname();
  const look = useDebouncedCallback((wanted: string) => {
    // As it is by now: something may have been chosen while the words were typed.
    const next = new URLSearchParams(window.location.search);
    next.delete('page');
    if (wanted.trim() === '') next.delete('find');
    else next.set('find', wanted);
    startLooking(() => router.replace(`${path}?${next}`, { scroll: false }));
  }, pauseMs);
  const setWords = (wanted: string) => {
    setOwn(wanted);
    look(wanted);
  };
  return { words, setWords, isLooking };
}
