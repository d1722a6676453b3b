import { Group } from '@mantine/core';
import { TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import styles from '../assess.module.css';
import type { MakingProps } from './part';
import { AddPart, PartRow } from './rows';

/** Pairs of what belongs together, and what belongs to nothing. */
export function Matching({ body, onSave }: MakingProps<'matching'>) {
  const { pairs, extras } = body;
  const setPairs = (next: typeof pairs) => onSave({ ...body, pairs: next });
  const setExtras = (next: typeof extras) => onSave({ ...body, extras: next });
  return (
    <fieldset className={styles.options}>
      <legend>Pairs; learners see what belongs to them in another order</legend>
      {pairs.map((pair, i) => (
        <PartRow
          key={pair.id}
          name={`pair ${i + 1}`}
          columns="1fr 1fr"
          onRemove={() => setPairs(pairs.toSpliced(i, 1))}
        >
          <TextField
            label={`Left of pair ${i + 1}`}
            value={pair.text}
            onSave={(text) => setPairs(pairs.with(i, { ...pair, text }))}
          />
          <TextField
            label="What belongs to it"
            value={pair.match}
            onSave={(match) => setPairs(pairs.with(i, { ...pair, match }))}
          />
        </PartRow>
      ))}
      {extras.map((extra, i) => (
        <PartRow
          key={extra.id}
          name={`what belongs to nothing, ${i + 1}`}
          onRemove={() => setExtras(extras.toSpliced(i, 1))}
        >
          <TextField
            label={`Belongs to nothing, ${i + 1}`}
            value={extra.text}
            onSave={(text) => setExtras(extras.with(i, { ...extra, text }))}
          />
        </PartRow>
      ))}
      <Group gap="xs">
        <AddPart onAdd={() => setPairs([...pairs, { id: newId().slice(-12), text: '', match: '' }])}>
          Add a pair
        </AddPart>
        <AddPart onAdd={() => setExtras([...extras, { id: newId().slice(-12), text: '' }])}>
          Add one that belongs to nothing
        </AddPart>
      </Group>
    </fieldset>
  );
}
