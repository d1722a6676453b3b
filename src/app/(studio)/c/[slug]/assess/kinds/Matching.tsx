import { TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import type { MakingProps } from './part';
import { AddPart, moved, PartRow, Parts } from './rows';

/** Pairs of what belongs together, and what belongs to nothing. */
export function Matching({ body, onSave }: MakingProps<'matching'>) {
  const { pairs, extras } = body;
  const setPairs = (next: typeof pairs) => onSave({ ...body, pairs: next });
  const setExtras = (next: typeof extras) => onSave({ ...body, extras: next });
  return (
    <>
      <Parts
        legend="Pairs; learners see what belongs to them in another order"
        ids={pairs.map(({ id }) => id)}
        onMove={(from, to) => setPairs(moved(pairs, from, to))}
        add={
          <AddPart onAdd={() => setPairs([...pairs, { id: newId().slice(-12), text: '', match: '' }])}>
            Add a pair
          </AddPart>
        }
      >
        {pairs.map((pair, i) => (
          <PartRow
            key={pair.id}
            id={pair.id}
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
      </Parts>
      <Parts
        legend="What can be chosen as well, and belongs to nothing"
        ids={extras.map(({ id }) => id)}
        onMove={(from, to) => setExtras(moved(extras, from, to))}
        add={
          <AddPart onAdd={() => setExtras([...extras, { id: newId().slice(-12), text: '' }])}>
            Add one that belongs to nothing
          </AddPart>
        }
      >
        {extras.map((extra, i) => (
          <PartRow
            key={extra.id}
            id={extra.id}
            name={`what belongs to nothing, ${i + 1}`}
            onRemove={() => setExtras(extras.toSpliced(i, 1))}
          >
            <TextField
              label={`Belongs to nothing, ${i + 1}`}
              hideLabel
              value={extra.text}
              onSave={(text) => setExtras(extras.with(i, { ...extra, text }))}
            />
          </PartRow>
        ))}
      </Parts>
    </>
  );
}
