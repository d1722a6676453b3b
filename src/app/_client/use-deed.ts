import { useRef } from 'react';
import { newId } from '@/ui/ids';

/**
 * A name for what is about to be done: the same one while the same is tried again because an answer was lost, so that
 * it is done once; another one for anything else, and once it `isDone`.
 */
export function useDeed(): { nameOf(what: object): string; isDone(): void } {
  const last = useRef({ words: '', id: '' });
  const deed = useRef({
    nameOf: (what: object) => {
      const words = JSON.stringify(what);
      if (words !== last.current.words) last.current = { words, id: newId() };
      return last.current.id;
    },
    isDone: () => {
      last.current = { words: '', id: '' };
    },
  });
  return deed.current;
}
