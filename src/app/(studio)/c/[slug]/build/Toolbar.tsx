'use client';
import { Button, Kbd, Menu, TextInput } from '@mantine/core';
import {
  IconClipboardText,
  IconCloudCheck,
  IconCloudUp,
  IconCloudX,
  IconLayoutRows,
  IconPlus,
  IconSearch,
} from '@tabler/icons-react';
import type { RefObject } from 'react';
import { namesNow } from '@/core/kernel/locale';
import { Temporal, timeText } from '@/core/kernel/time';
import { type LessonKind, lessonKinds } from '@/core/outline';
import { Link } from '@/ui/frame/Link';
import wordStyles from '@/ui/plain/words.module.css';
import { kinds } from '@/ui/tile/kinds';
import { useCourseStatus, useDesk } from '../_course/CourseProvider';
import { useOutlineActions } from './actions';
import styles from './build.module.css';
import { Shortcuts } from './Shortcuts';
import { UndoButtons } from './UndoButtons';

type Props = {
  readonly query: string;
  readonly onQuery: (query: string) => void;
  readonly find: RefObject<HTMLInputElement | null>;
};

export function Toolbar({ query, onQuery, find }: Props) {
  const { head } = useDesk();
  const { addLesson, addSection } = useOutlineActions();

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
      <span className={wordStyles.spring} />
      <SavedMark />
      <Shortcuts />
      <UndoButtons />
    </div>
  );
}

/** Whether everything is saved, and since when. */
export function SavedMark() {
  const saving = useCourseStatus('saving');
  const at = saving.at ? timeText(Temporal.Instant.fromEpochMilliseconds(saving.at), namesNow()) : '';
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
