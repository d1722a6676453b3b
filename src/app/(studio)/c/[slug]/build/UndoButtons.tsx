'use client';
import { ActionIcon, Tooltip } from '@mantine/core';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import { useEffect } from 'react';
import { useCourseStatus, useCourseStore } from '../_course/CourseProvider';
import { isField } from './keys';

/** Takes the last step back, or does it again: by button, and by key wherever nobody is typing. */
export function UndoButtons() {
  const store = useCourseStore();
  const undo = useCourseStatus('undo');
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || isField(event.target)) return;
      event.preventDefault();
      if (event.shiftKey) store.redo();
      else store.undo();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [store]);

  return (
    <>
      <Tooltip label={undo.undo ? `Undo: ${undo.undo} (Ctrl Z)` : 'Nothing to undo'}>
        <ActionIcon
          variant="subtle"
          color="gray"
          aria-label={undo.undo ? `Undo: ${undo.undo}` : 'Undo'}
          disabled={!undo.undo}
          onClick={store.undo}
        >
          <IconArrowBackUp size={18} />
        </ActionIcon>
      </Tooltip>
      <Tooltip label={undo.redo ? `Do again: ${undo.redo} (Ctrl Shift Z)` : 'Nothing to do again'}>
        <ActionIcon
          variant="subtle"
          color="gray"
          aria-label={undo.redo ? `Do again: ${undo.redo}` : 'Do again'}
          disabled={!undo.redo}
          onClick={store.redo}
        >
          <IconArrowForwardUp size={18} />
        </ActionIcon>
      </Tooltip>
    </>
  );
}
