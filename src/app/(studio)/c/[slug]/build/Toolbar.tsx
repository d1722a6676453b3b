'use client';
import { ActionIcon, Button, Kbd, Menu, TextInput, Tooltip } from '@mantine/core';
import {
  IconArrowBackUp,
  IconArrowForwardUp,
  IconClipboardText,
  IconCloudCheck,
  IconCloudUp,
  IconCloudX,
  IconLayoutRows,
  IconPlus,
  IconSearch,
} from '@tabler/icons-react';
import Link from 'next/link';
import { type RefObject, useEffect } from 'react';
import { type LessonKind, lessonKinds } from '@/core/outline';
import { kinds } from '@/ui/tile/kinds';
import { useCourseStatus, useCourseStore, useDesk } from '../_course/CourseProvider';
import { useOutlineActions } from './actions';
import styles from './build.module.css';
import { isField } from './keys';
import { Shortcuts } from './Shortcuts';

type Props = {
  readonly query: string;
  readonly onQuery: (query: string) => void;
  readonly find: RefObject<HTMLInputElement | null>;
};

export function Toolbar({ query, onQuery, find }: Props) {
  const store = useCourseStore();
  const { head } = useDesk();
  const undo = useCourseStatus('undo');
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
          <Button
            variant="default"
            leftSection={<IconPlus size={16} />}
            rightSection={<Kbd size="xs">Enter</Kbd>}
            onClick={() => addLesson('reading')}
          >
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
      <Button
        component={Link}
        href={`/c/${head.slug}/plan/outline`}
        variant="subtle"
        color="gray"
        leftSection={<IconClipboardText size={16} stroke={1.75} />}
      >
        Paste an outline
      </Button>
      <TextInput
        ref={find}
        className={styles.find}
        size="xs"
        aria-label="Find in the outline"
        placeholder="Find"
        leftSection={<IconSearch size={14} />}
        rightSection={query === '' ? <Kbd size="xs">/</Kbd> : undefined}
        value={query}
        onChange={(event) => onQuery(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') onQuery('');
          if (event.key === 'Escape' || event.key === 'Enter')
            document.querySelector<HTMLElement>('[role="treeitem"][tabindex="0"]')?.focus();
        }}
      />
      <span className={styles.spring} />
      <SavedMark />
      <Shortcuts />
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
    </div>
  );
}

/** Whether everything is saved, and since when. */
export function SavedMark() {
  const saving = useCourseStatus('saving');
  const at = saving.at ? new Date(saving.at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' }) : '';
  const { Glyph, words } = {
    saved: { Glyph: IconCloudCheck, words: `Saved ${at}` },
    saving: { Glyph: IconCloudUp, words: 'Saving…' },
    waiting: { Glyph: IconCloudX, words: 'Not saved yet' },
  }[saving.state];
  return (
    <span className={styles.saved} role="status">
      <Glyph size={17} stroke={1.75} aria-hidden="true" />
      {words}
    </span>
  );
}
