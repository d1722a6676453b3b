'use client';
import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';

/** Says what was done, and offers to take it back for as long as it is shown; gives back how to hide it. */
export function showUndoable(words: string, undo: () => void): () => void {
  const hide = () => notifications.hide(notice);
  const notice = notifications.show({
    color: 'malachite',
    autoClose: 12_000,
    message: (
      <>
        {words}{' '}
        <Button
          size="compact-xs"
          variant="default"
          onClick={() => {
            hide();
            undo();
          }}
        >
          Undo
        </Button>
      </>
    ),
  });
  return hide;
}
