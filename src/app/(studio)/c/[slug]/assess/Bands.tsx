'use client';
import type { Result } from '@/core/kernel/problem';
import { type Band, bandFaults } from '@/core/quiz';
import { NumberField, TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import wordStyles from '@/ui/plain/words.module.css';
import { AddPart, moved, PartRow, Parts } from './kinds/rows';

type Props = { readonly bands: readonly Band[]; readonly onSave: (bands: readonly Band[]) => Result<unknown> };

/** What is said with a result, by how much of the points it is; gaps and overlaps are pointed out. */
export function Bands({ bands, onSave }: Props) {
  const set = (at: number, part: Partial<Band>) =>
    onSave(bands.map((band, i) => (i === at ? { ...band, ...part } : band)));
  const next = (): Band => {
    const from = Math.max(0, ...bands.map(({ to }) => to));
    return { id: newId(), from: from >= 100 ? 0 : from, to: 100, text: '' };
  };
  return (
    <>
      <Parts
        legend="Said with the result, by percent of the points"
        ids={bands.map(({ id }) => id)}
        onMove={(from, to) => onSave(moved(bands, from, to))}
        add={<AddPart onAdd={() => onSave([...bands, next()])}>Add a band</AddPart>}
      >
        {bands.map((band, i) => (
          <PartRow
            key={band.id}
            id={band.id}
            name={`band ${i + 1}`}
            columns="90px 90px 1fr"
            onRemove={() => onSave(bands.toSpliced(i, 1))}
          >
            <NumberField label="From" unit="%" value={band.from} onSave={(from) => set(i, { from: from ?? 0 })} />
            <NumberField label="below" unit="%" value={band.to} onSave={(to) => set(i, { to: to ?? 100 })} />
            <TextField label="What is said" value={band.text} onSave={(text) => set(i, { text })} />
          </PartRow>
        ))}
      </Parts>
      {bandFaults(bands).map((sentence) => (
        <p key={sentence} className={wordStyles.look}>
          {sentence}
        </p>
      ))}
    </>
  );
}
