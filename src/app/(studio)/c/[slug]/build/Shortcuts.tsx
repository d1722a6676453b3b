'use client';
import { ActionIcon, Kbd, Modal, Tooltip } from '@mantine/core';
import { IconKeyboard } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import styles from './build.module.css';
import { isField } from './keys';

const shortcuts = [
  ['↑ ↓', 'walk through the outline; with Shift select'],
  ['← →', 'fold and unfold a section; with Ctrl all of them'],
  ['Enter', 'a new lesson below'],
  ['Ctrl Enter', 'a new section below'],
  ['F2', 'rename'],
  ['Alt ↑ ↓', 'move up and down, also into the next section'],
  ['Space', 'pick up, arrows to move, Space to drop, Esc to put back'],
  ['Tab', 'lessons go into the section above; a section becomes a lesson of it'],
  ['Shift Tab', 'a lesson begins a section of its own'],
  ['Esc, then Tab', 'leave the outline'],
  ['Ctrl A', 'select the section, then all lessons'],
  ['Ctrl C, X, V', 'copy, cut and paste, also between courses; pasted lines become lessons'],
  ['Del', 'remove'],
  ['/', 'find in the outline'],
  ['Alt PageUp, PageDown', 'in an open lesson: the lesson before, the next one'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'do again'],
  ['?', 'this list'],
] as const;

/** The keys of the outline, listed with `?`. */
export function Shortcuts() {
  const [opened, setOpened] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === '?' && !isField(event.target)) setOpened(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <>
      <Tooltip label="Keys of the outline (?)">
        <ActionIcon variant="subtle" color="gray" aria-label="Keys of the outline" onClick={() => setOpened(true)}>
          <IconKeyboard size={18} />
        </ActionIcon>
      </Tooltip>
      <Modal
        opened={opened}
        onClose={() => setOpened(false)}
        title={<b>Keys of the outline</b>}
        closeButtonProps={{ 'aria-label': 'Close' }}
      >
        <dl className={styles.keys}>
          {shortcuts.map(([keys, what]) => (
            <div key={keys}>
              <dt>
                <Kbd>{keys}</Kbd>
              </dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
      </Modal>
    </>
  );
}
