import { TextField } from '@/ui/fields/fields';
import styles from '../assess.module.css';
import type { MakingProps } from './part';
import { AddPart, ClosenessFields, PartRow } from './rows';

/** The forms that are accepted, and how closely an answer has to be one of them. */
export function ShortText({ body, onSave }: MakingProps<'short-text'>) {
  const { accepted } = body;
  const setForms = (next: readonly string[]) => onSave({ ...body, accepted: next });
  return (
    <fieldset className={styles.options}>
      <legend>Accepted forms; the first is told as the right one</legend>
      {accepted.map((form, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: forms are told apart by their place
        <PartRow key={i} name={`form ${i + 1}`} onRemove={() => setForms(accepted.toSpliced(i, 1))}>
          <TextField label={`Form ${i + 1}`} value={form} onSave={(text) => setForms(accepted.with(i, text))} />
        </PartRow>
      ))}
      <ClosenessFields value={body} onSave={(part) => onSave({ ...body, ...part })} />
      <p className={styles.quiet}>
        A slip is a letter left out, one too many, a wrong one, or two neighbours changed about.
      </p>
      <AddPart onAdd={() => setForms([...accepted, ''])}>Accept another form</AddPart>
    </fieldset>
  );
}
