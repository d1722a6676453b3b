import { Radio } from '@mantine/core';
import styles from '../assess.module.css';
import type { MakingProps } from './part';

export function TrueFalse({ id, body, onSave }: MakingProps<'true-false'>) {
  return (
    <fieldset className={styles.options}>
      <legend>What is asked is a statement; mark whether it holds</legend>
      {[true, false].map((holds) => (
        <Radio
          key={String(holds)}
          name={`right-${id}`}
          label={holds ? 'true' : 'false'}
          checked={body.holds === holds}
          onChange={() => onSave({ holds })}
        />
      ))}
    </fieldset>
  );
}
