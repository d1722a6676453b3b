'use client';
import { Button } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { useDesk } from '../_course/CourseProvider';
import { tellUndoable } from '../_course/undo-notice';
import { useOutlineActions } from '../build/actions';

type Props = {
  readonly sections?: readonly string[];
  readonly lessons?: readonly string[];
  readonly label: string;
  readonly done: string;
};

/** Removes at once, and offers to take it back. */
export function RemoveButton({ sections = [], lessons = [], label, done }: Props) {
  const { store } = useDesk();
  const { remove } = useOutlineActions();
  const take = () => {
    remove({ sections, lessons });
    tellUndoable(store, done);
  };
  return (
    <Button
      variant="subtle"
      color="brick"
      size="compact-sm"
      leftSection={<IconTrash size={15} stroke={1.75} />}
      onClick={take}
    >
      {label}
    </Button>
  );
}
