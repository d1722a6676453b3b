'use client';
import { showUndoable } from '@/app/_client/undo-notice';
import type { CourseStore } from './store';

/** Says what was done, and offers to take it back until something else is done. */
export function tellUndoable(store: CourseStore, words: string): void {
  const { acts } = store;
  const hide = showUndoable(words, store.undo);
  const stop = store.subscribe(() => {
    if (store.acts === acts) return;
    stop();
    hide();
  });
}
