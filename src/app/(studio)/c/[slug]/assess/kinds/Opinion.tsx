import { TextField } from '@/ui/fields/fields';
import type { MakingProps } from './part';
import { AddPart, moved, PartRow, Parts } from './rows';

/** The steps of the scale a statement is answered on. */
export function Opinion({ body: { steps }, onSave }: MakingProps<'opinion'>) {
  const save = (next: readonly string[]) => onSave({ steps: next });
  // Steps are told apart by their place.
  const ids = steps.map((_, i) => `step-${i}`);
  return (
    <Parts
      legend="What is asked is a statement; the steps of its scale, from one end to the other"
      ids={ids}
      onMove={(from, to) => save(moved(steps, from, to))}
      onLines={(at, lines) => save(steps.toSpliced(at, 1, ...lines))}
      add={<AddPart onAdd={() => save([...steps, ''])}>Add a step</AddPart>}
    >
      {steps.map((step, i) => (
        <PartRow key={ids[i]} id={ids[i] ?? ''} name={`step ${i + 1}`} onRemove={() => save(steps.toSpliced(i, 1))}>
          <TextField
            label={`Step ${i + 1}`}
            hideLabel
            placeholder={`Step ${i + 1}`}
            value={step}
            onSave={(text) => save(steps.with(i, text))}
          />
        </PartRow>
      ))}
    </Parts>
  );
}
