'use client';
import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import type { CourseStore } from './store';

/** Says what was done, and offers to take it back. */
export function tellUndoable(store: CourseStore, words: string): void {
  const notice = notifications.show({
    color: 'malachite',
    message: (
      <>
        {words}{' '}
        <Button
          size="compact-xs"
          variant="default"
          onClick={() => {
            store.undo();
            notifications.hide(notice);
          }}
        >
          Undo
        </Button>
      </>
    ),
  });
}
