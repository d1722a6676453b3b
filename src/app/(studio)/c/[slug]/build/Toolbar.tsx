'use client';
import { ActionIcon, Button, Kbd, Menu, Tooltip } from '@mantine/core';
import { IconArrowBackUp, IconArrowForwardUp, IconCloudCheck, IconCloudUp, IconCloudX, IconLayoutRows, IconPlus } from '@tabler/icons-react';
import { useEffect } from 'react';
import { type LessonKind, lessonKinds } from '@/core/outline';
import { kinds } from '@/ui/tile/kinds';
import { useDesk } from '../_course/CourseProvider';
import { useOutlineActions } from './actions';
import styles from './build.module.css';
import { isField } from './keys';
import { Shortcuts } from './Shortcuts';

export function Toolbar() {
  const { state, store } = useDesk();
  const { addLesson, addSection } = useOutlineActions();

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
    <div className={styles.toolbar} role="toolbar" aria-label="Outline">
      <Menu>
        <Button.Group>
          <Button variant="default" leftSection={<IconPlus size={16} />} rightSection={<Kbd size="xs">Enter</Kbd>} onClick={() => addLesson('reading')}>
            Lesson
          </Button>
          <Menu.Target>
            <Button variant="default" px={8} aria-label="Lesson of another kind">
              ▾
            </Button>
          </Menu.Target>
        </Button.Group>
        <Menu.Dropdown>
          {lessonKinds.map((kind: LessonKind) => {
            const { Glyph, name } = kinds[kind];
            return (
              <Menu.Item key={kind} leftSection={<Glyph size={16} stroke={1.75} />} onClick={() => addLesson(kind)}>
                {name}
              </Menu.Item>
            );
          })}
        </Menu.Dropdown>
      </Menu>
      <Button variant="default" leftSection={<IconLayoutRows size={16} />} onClick={addSection}>
        Section
      </Button>
      <span className={styles.spring} />
      <SavedMark />
      <Shortcuts />
      <Tooltip label={state.undo.undo ? `Undo: ${state.undo.undo} (Ctrl Z)` : 'Nothing to undo'}>
        <ActionIcon
          variant="subtle"
          color="gray"
          aria-label={state.undo.undo ? `Undo: ${state.undo.undo}` : 'Undo'}
          disabled={!state.undo.undo}
          onClick={store.undo}
        >
          <IconArrowBackUp size={18} />
        </ActionIcon>
      </Tooltip>
      <Tooltip label={state.undo.redo ? `Do again: ${state.undo.redo} (Ctrl Shift Z)` : 'Nothing to do again'}>
        <ActionIcon
          variant="subtle"
          color="gray"
          aria-label={state.undo.redo ? `Do again: ${state.undo.redo}` : 'Do again'}
          disabled={!state.undo.redo}
          onClick={store.redo}
        >
          <IconArrowForwardUp size={18} />
        </ActionIcon>
      </Tooltip>
    </div>
  );
}

/** Whether everything is saved, and since when. */
export function SavedMark() {
  const { saving } = useDesk().state;
  const Glyph = saving.state === 'saved' ? IconCloudCheck : saving.state === 'saving' ? IconCloudUp : IconCloudX;
  const at = saving.at ? new Date(saving.at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' }) : '';
  return (
    <span className={styles.saved} role="status">
      <Glyph size={17} stroke={1.75} aria-hidden="true" />
      {saving.state === 'saved' ? `Saved ${at}` : saving.state === 'saving' ? 'Saving…' : 'Not saved yet'}
    </span>
  );
}
