import { TextField } from '@/ui/fields/fields';
import styles from '../assess.module.css';
import type { MakingProps } from './part';

export function NumberAnswer({ body, onSave }: MakingProps<'number'>) {
  return (
    <div className={styles.three}>
      <TextField
        label="Right answer"
        value={body.value}
        onSave={(value) => onSave({ ...body, value })}
        placeholder="0.348"
      />
      <TextField
        label="Tolerance, ±"
        value={body.tolerance}
        onSave={(tolerance) => onSave({ ...body, tolerance })}
        placeholder="0.01 or 3 %"
      />
      <TextField label="Unit" value={body.unit} onSave={(unit) => onSave({ ...body, unit })} placeholder="m³/s" />
    </div>
  );
}
