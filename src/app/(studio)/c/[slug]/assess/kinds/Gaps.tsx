import { SegmentedControl } from '@mantine/core';
import { TextField } from '@/ui/fields/fields';
import styles from '../assess.module.css';
import type { MakingProps } from './part';
import { ClosenessFields } from './rows';

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
      {!body.chosen && <ClosenessFields value={body} onSave={(part) => onSave({ ...body, ...part })} />}
    </fieldset>
  );
}
