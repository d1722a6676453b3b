import { ActionIcon, Button, Group } from '@mantine/core';
import { IconPlus, IconX } from '@tabler/icons-react';
import { TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import styles from '../assess.module.css';
import type { MakingProps } from './part';

/** Pairs of what belongs together, and what belongs to nothing. */
export function Matching({ body, onSave }: MakingProps<'matching'>) {
  const { pairs, extras } = body;
  const setPairs = (next: typeof pairs) => onSave({ ...body, pairs: next });
  const setExtras = (next: typeof extras) => onSave({ ...body, extras: next });
  return (
    <fieldset className={styles.options}>
      <legend>Pairs; learners see what belongs to them in another order</legend>
      {pairs.map((pair, i) => (
        <div key={pair.id} className={styles.form} style={{ gridTemplateColumns: '1fr 1fr auto' }}>
          <TextField
            label={`Left of pair ${i + 1}`}
            value={pair.text}
            onSave={(text) => setPairs(pairs.with(i, { ...pair, text }))}
          />
          <TextField
            label={`What belongs to it`}
            value={pair.match}
            onSave={(match) => setPairs(pairs.with(i, { ...pair, match }))}
          />
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label={`Remove pair ${i + 1}`}
            onClick={() => setPairs(pairs.toSpliced(i, 1))}
          >
            <IconX size={15} />
          </ActionIcon>
        </div>
      ))}
      {extras.map((extra, i) => (
        <div key={extra.id} className={styles.form}>
          <TextField
            label={`Belongs to nothing, ${i + 1}`}
            value={extra.text}
            onSave={(text) => setExtras(extras.with(i, { ...extra, text }))}
          />
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label={`Remove what belongs to nothing, ${i + 1}`}
            onClick={() => setExtras(extras.toSpliced(i, 1))}
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
          onClick={() => setPairs([...pairs, { id: newId().slice(-12), text: '', match: '' }])}
        >
          Add a pair
        </Button>
        <Button
          variant="subtle"
          size="compact-sm"
          leftSection={<IconPlus size={14} />}
          onClick={() => setExtras([...extras, { id: newId().slice(-12), text: '' }])}
        >
          Add one that belongs to nothing
        </Button>
      </Group>
    </fieldset>
  );
}
