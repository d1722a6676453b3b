import { ActionIcon, Button, Checkbox } from '@mantine/core';
import { IconPlus, IconX } from '@tabler/icons-react';
import { NumberField, TextField } from '@/ui/fields/fields';
import styles from '../assess.module.css';
import type { MakingProps } from './part';

/** The forms that are accepted, and how closely an answer has to be one of them. */
export function ShortText({ body, onSave }: MakingProps<'short-text'>) {
  const { accepted } = body;
  const setForms = (next: readonly string[]) => onSave({ ...body, accepted: next });
  return (
    <fieldset className={styles.options}>
      <legend>Accepted forms; the first is told as the right one</legend>
      {accepted.map((form, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: forms are told apart by their place
        <div key={i} className={styles.form}>
          <TextField label={`Form ${i + 1}`} value={form} onSave={(text) => setForms(accepted.with(i, text))} />
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label={`Remove form ${i + 1}`}
            onClick={() => setForms(accepted.toSpliced(i, 1))}
          >
            <IconX size={15} />
          </ActionIcon>
        </div>
      ))}
      <div className={styles.two}>
        <NumberField
          label="Slips forgiven"
          value={body.slips}
          onSave={(slips) => onSave({ ...body, slips: slips ?? 0 })}
        />
        <Checkbox
          className={styles.matchCase ?? ''}
          label="Large and small letters have to match"
          checked={body.matchCase}
          onChange={(event) => onSave({ ...body, matchCase: event.currentTarget.checked })}
        />
      </div>
      <p className={styles.quiet}>
        A slip is a letter left out, one too many, a wrong one, or two neighbours changed about.
      </p>
      <Button
        variant="subtle"
        size="compact-sm"
        leftSection={<IconPlus size={14} />}
        onClick={() => setForms([...accepted, ''])}
      >
        Accept another form
      </Button>
    </fieldset>
  );
}
