import { ActionIcon, Button, Group, Select } from '@mantine/core';
import { IconPlus, IconX } from '@tabler/icons-react';
import { TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import styles from '../assess.module.css';
import type { MakingProps } from './part';

/** Groups, and what belongs into each. */
export function Grouping({ body, onSave }: MakingProps<'grouping'>) {
  const { groups, items } = body;
  const setGroups = (next: typeof groups) => onSave({ ...body, groups: next });
  const setItems = (next: typeof items) => onSave({ ...body, items: next });
  return (
    <fieldset className={styles.options}>
      <legend>Groups, and what belongs into each</legend>
      {groups.map((group, i) => (
        <div key={group.id} className={styles.form}>
          <TextField
            label={`Group ${i + 1}`}
            value={group.title}
            onSave={(title) => setGroups(groups.with(i, { ...group, title }))}
          />
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label={`Remove group ${i + 1}`}
            onClick={() => setGroups(groups.toSpliced(i, 1))}
          >
            <IconX size={15} />
          </ActionIcon>
        </div>
      ))}
      {items.map((item, i) => (
        <div key={item.id} className={styles.form} style={{ gridTemplateColumns: '1fr 180px auto' }}>
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
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label={`Remove item ${i + 1}`}
            onClick={() => setItems(items.toSpliced(i, 1))}
          >
            <IconX size={15} />
          </ActionIcon>
        </div>
      ))}
      <Group gap="xs">
        <Button
          variant="subtle"
          size="compact-sm"
          leftSection={<IconPlus size={14} />}
          onClick={() =>
            setItems([
              ...items,
              { id: newId().slice(-12), text: '', groupId: items.at(-1)?.groupId ?? groups[0]?.id ?? '' },
            ])
          }
        >
          Add an item
        </Button>
        <Button
          variant="subtle"
          size="compact-sm"
          leftSection={<IconPlus size={14} />}
          onClick={() => setGroups([...groups, { id: newId().slice(-12), title: '' }])}
        >
          Add a group
        </Button>
      </Group>
    </fieldset>
  );
}
