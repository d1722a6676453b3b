import { TextField } from '@/ui/fields/fields';
import wordStyles from '@/ui/plain/words.module.css';
import type { MakingProps } from './part';
import { AddPart, ClosenessFields, moved, PartRow, Parts } from './rows';

/** The forms that are accepted, and how closely an answer has to be one of them. */
export function ShortText({ body, onSave }: MakingProps<'short-text'>) {
  const { accepted } = body;
  const setForms = (next: readonly string[]) => onSave({ ...body, accepted: next });
  // Forms are told apart by their place.
  const ids = accepted.map((_, i) => `form-${i}`);
  return (
    <>
      <Parts
        legend="Accepted forms; the first is told as the right one"
        ids={ids}
        onMove={(from, to) => setForms(moved(accepted, from, to))}
        onLines={(at, lines) => setForms(accepted.toSpliced(at, 1, ...lines))}
        add={<AddPart onAdd={() => setForms([...accepted, ''])}>Accept another form</AddPart>}
      >
        {accepted.map((form, i) => (
          <PartRow
            key={ids[i]}
            id={ids[i] ?? ''}
            name={`form ${i + 1}`}
            onRemove={() => setForms(accepted.toSpliced(i, 1))}
          >
            <TextField
              label={`Form ${i + 1}`}
              hideLabel
              placeholder={`Form ${i + 1}`}
              value={form}
              onSave={(text) => setForms(accepted.with(i, text))}
            />
          </PartRow>
        ))}
      </Parts>
      <ClosenessFields value={body} onSave={(part) => onSave({ ...body, ...part })} />
      <TextField
        label="Right as well: a pattern for the whole answer"
        description="For example \\d{4} for a year of four digits, (left|right) bank, or sp?ring. Empty: none."
        value={body.pattern ?? ''}
        onSave={(pattern) => onSave({ ...body, pattern: pattern.trim() === '' ? undefined : pattern })}
      />
      <p className={wordStyles.quiet}>
        A slip is a letter left out, one too many, a wrong one, or two neighbours changed about.
      </p>
    </>
  );
}
