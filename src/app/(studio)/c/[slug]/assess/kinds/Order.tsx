import { TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import type { MakingProps } from './part';
import { AddPart, moved, PartRow, Parts } from './rows';

/** The items, in the order that is right. */
export function Order({ body: { items }, onSave }: MakingProps<'order'>) {
  const save = (next: typeof items) => onSave({ items: next });
  const added = (text: string) => ({ id: newId().slice(-12), text });
  return (
    <Parts
      legend="Items, in the order that is right; learners see them in another"
      ids={items.map(({ id }) => id)}
      onMove={(from, to) => save(moved(items, from, to))}
      onLines={(at, [first = '', ...others]) =>
        save([
          ...items.slice(0, at),
          ...items.slice(at, at + 1).map(({ id }) => ({ id, text: first })),
          ...others.map(added),
          ...items.slice(at + 1).filter(({ text }) => text !== ''),
        ])
      }
      add={<AddPart onAdd={() => save([...items, added('')])}>Add an item</AddPart>}
    >
      {items.map(({ id, text }, i) => (
        <PartRow key={id} id={id} name={`item ${i + 1}`} onRemove={() => save(items.toSpliced(i, 1))}>
          <TextField
            label={`Item ${i + 1}`}
            hideLabel
            placeholder={`Item ${i + 1}`}
            value={text}
            onSave={(next) => save(items.with(i, { id, text: next }))}
          />
        </PartRow>
      ))}
    </Parts>
  );
}
