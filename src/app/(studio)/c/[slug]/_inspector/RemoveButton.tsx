'use client';
import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconTrash } from '@tabler/icons-react';
import { useDesk } from '../_course/CourseProvider';
import { useOutlineActions } from '../build/actions';

type Props = { readonly table: 'section' | 'lesson'; readonly id: string; readonly title: string; readonly inside?: number };

/** Removes at once, and offers to take it back. */
export function RemoveButton({ table, id, title, inside = 0 }: Props) {
  const { store } = useDesk();
  const { remove } = useOutlineActions();
  const take = () => {
    remove(table, id);
    const notice = notifications.show({
      color: 'malachite',
      message: (
        <>
          "{title}" was removed.{' '}
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
  };
  return (
    <Button variant="subtle" color="brick" size="compact-sm" leftSection={<IconTrash size={15} stroke={1.75} />} onClick={take}>
      {table === 'section' ? `Remove section${inside > 0 ? ` with ${inside} ${inside === 1 ? 'lesson' : 'lessons'}` : ''}` : 'Remove lesson'}
    </Button>
  );
}
