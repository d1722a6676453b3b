import { Checkbox, SegmentedControl } from '@mantine/core';
import { NumberField, TextField } from '@/ui/fields/fields';
import styles from '../assess.module.css';
import type { MakingProps } from './part';

/** A text with what is right in brackets, and how its gaps are filled. */
export function Gaps({ body, onSave }: MakingProps<'gaps'>) {
  return (
    <fieldset className={styles.options}>
      <legend>The text, with what is right in brackets</legend>
      <TextField
        label="Text with gaps"
        description="The [riffle|rapid] is shallow: a gap in which riffle is right, and rapid as well."
        lines={3}
        value={body.text}
        onSave={(text) => onSave({ ...body, text })}
      />
      <SegmentedControl
        size="xs"
        aria-label="How gaps are filled"
        value={body.chosen ? 'chosen' : 'typed'}
        data={[
          { value: 'typed', label: 'Words are typed' },
          { value: 'chosen', label: 'Words are chosen' },
        ]}
        onChange={(how) => onSave({ ...body, chosen: how === 'chosen' })}
      />
      {!body.chosen && (
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
      )}
    </fieldset>
  );
}
