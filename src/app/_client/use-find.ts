'use client';
import { useDebouncedCallback } from '@mantine/hooks';
import { usePathname, useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { wantedAddress } from '@/ui/frame/on-the-way';

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
    // As it is by now, or will be: something may have been chosen while the words were typed, or the list left.
    const { pathname, searchParams: next } = wantedAddress();
    if (pathname !== path) return;
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
