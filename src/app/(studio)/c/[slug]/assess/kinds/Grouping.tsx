import { Group, Select } from '@mantine/core';
import { TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import styles from '../assess.module.css';
import type { MakingProps } from './part';
import { AddPart, PartRow } from './rows';

/** Groups, and what belongs into each. */
export function Grouping({ body, onSave }: MakingProps<'grouping'>) {
  const { groups, items } = body;
  const setGroups = (next: typeof groups) => onSave({ ...body, groups: next });
  const setItems = (next: typeof items) => onSave({ ...body, items: next });
  return (
    <fieldset className={styles.options}>
      <legend>Groups, and what belongs into each</legend>
      {groups.map((group, i) => (
        <PartRow key={group.id} name={`group ${i + 1}`} onRemove={() => setGroups(groups.toSpliced(i, 1))}>
          <TextField
            label={`Group ${i + 1}`}
            value={group.title}
            onSave={(title) => setGroups(groups.with(i, { ...group, title }))}
          />
        </PartRow>
      ))}
      {items.map((item, i) => (
        <PartRow
          key={item.id}
          name={`item ${i + 1}`}
          columns="1fr 180px"
          onRemove={() => setItems(items.toSpliced(i, 1))}
        >
          <TextField
            label={`Item ${i + 1}`}
            value={item.text}
            onSave={(text) => setItems(items.with(i, { ...item, text }))}
          />
          <Select
            label="Its group"
            value={groups.some(({ id }) => id === item.groupId) ? item.groupId : null}
            data={groups.map(({ id, title }, g) => ({ value: id, label: title || `Group ${g + 1}` }))}
            onChange={(groupId) => groupId && setItems(items.with(i, { ...item, groupId }))}
          />
        </PartRow>
      ))}
      <Group gap="xs">
        <AddPart
          onAdd={() =>
            setItems([
              ...items,
              { id: newId().slice(-12), text: '', groupId: items.at(-1)?.groupId ?? groups[0]?.id ?? '' },
            ])
          }
        >
          Add an item
        </AddPart>
        <AddPart onAdd={() => setGroups([...groups, { id: newId().slice(-12), title: '' }])}>Add a group</AddPart>
      </Group>
    </fieldset>
  );
}
