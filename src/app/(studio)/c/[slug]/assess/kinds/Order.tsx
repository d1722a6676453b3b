import { ActionIcon } from '@mantine/core';
import { IconArrowDown, IconArrowUp } from '@tabler/icons-react';
import { TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import styles from '../assess.module.css';
import type { MakingProps } from './part';
import { AddPart, PartRow } from './rows';

/** The items, in the order that is right. */
export function Order({ body: { items }, onSave }: MakingProps<'order'>) {
  const save = (next: typeof items) => onSave({ items: next });
  const move = (from: number, to: number) => {
    const item = items[from];
    if (item && to >= 0 && to < items.length) save(items.toSpliced(from, 1).toSpliced(to, 0, item));
  };
  return (
    <fieldset className={styles.options}>
      <legend>Items, in the order that is right; learners see them in another</legend>
      {items.map(({ id, text }, i) => (
        <PartRow key={id} name={`item ${i + 1}`} columns="1fr auto auto" onRemove={() => save(items.toSpliced(i, 1))}>
          <TextField label={`Item ${i + 1}`} value={text} onSave={(next) => save(items.with(i, { id, text: next }))} />
          <ActionIcon variant="subtle" color="gray" aria-label={`Move item ${i + 1} up`} onClick={() => move(i, i - 1)}>
            <IconArrowUp size={15} />
          </ActionIcon>
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label={`Move item ${i + 1} down`}
            onClick={() => move(i, i + 1)}
          >
            <IconArrowDown size={15} />
          </ActionIcon>
        </PartRow>
      ))}
      <AddPart onAdd={() => save([...items, { id: newId().slice(-12), text: '' }])}>Add an item</AddPart>
    </fieldset>
  );
}
