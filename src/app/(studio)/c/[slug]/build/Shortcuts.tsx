'use client';
import { ActionIcon, Kbd, Modal, Tooltip } from '@mantine/core';
import { IconKeyboard } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import styles from './build.module.css';
import { isField } from './keys';

const shortcuts = [
  ['↑ ↓', 'walk through the outline'],
  ['← →', 'fold and unfold a section'],
  ['Enter', 'a new lesson below'],
  ['F2', 'rename'],
  ['Alt ↑ ↓', 'move up and down, also into the next section'],
  ['Space', 'on a handle: pick up, arrows to move, Space to drop, Esc to put back'],
  ['Del', 'remove'],
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
      <Modal opened={opened} onClose={() => setOpened(false)} title={<b>Keys of the outline</b>} closeButtonProps={{ 'aria-label': 'Close' }}>
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
