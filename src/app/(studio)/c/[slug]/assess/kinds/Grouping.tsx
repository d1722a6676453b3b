import { Select } from '@mantine/core';
import { TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import type { MakingProps } from './part';
import { AddPart, moved, PartRow, Parts } from './rows';

/** Groups, and what belongs into each. */
export function Grouping({ body, onSave }: MakingProps<'grouping'>) {
  const { groups, items } = body;
  const setGroups = (next: typeof groups) => onSave({ ...body, groups: next });
  const setItems = (next: typeof items) => onSave({ ...body, items: next });
  const lastGroup = items.at(-1)?.groupId ?? groups[0]?.id ?? '';
  return (
    <>
      <Parts
        legend="Groups"
        ids={groups.map(({ id }) => id)}
        onMove={(from, to) => setGroups(moved(groups, from, to))}
        add={<AddPart onAdd={() => setGroups([...groups, { id: newId().slice(-12), title: '' }])}>Add a group</AddPart>}
      >
        {groups.map((group, i) => (
          <PartRow
            key={group.id}
            id={group.id}
            name={`group ${i + 1}`}
            onRemove={() => setGroups(groups.toSpliced(i, 1))}
          >
            <TextField
              label={`Group ${i + 1}`}
              hideLabel
              placeholder={`Group ${i + 1}`}
              value={group.title}
              onSave={(title) => setGroups(groups.with(i, { ...group, title }))}
            />
          </PartRow>
        ))}
      </Parts>
      <Parts
        legend="What belongs into each"
        ids={items.map(({ id }) => id)}
        onMove={(from, to) => setItems(moved(items, from, to))}
        add={
          <AddPart onAdd={() => setItems([...items, { id: newId().slice(-12), text: '', groupId: lastGroup }])}>
            Add an item
          </AddPart>
        }
      >
        {items.map((item, i) => (
          <PartRow
            key={item.id}
            id={item.id}
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
      </Parts>
    </>
  );
}
