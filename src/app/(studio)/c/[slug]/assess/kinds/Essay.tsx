import { NumberField } from '@/ui/fields/fields';
import styles from '../assess.module.css';
import { GuideField } from './GuideField';
import type { MakingProps } from './part';

/** How long a text is to be, and what its marker looks for. */
export function Essay({ body, onSave }: MakingProps<'essay'>) {
  return (
    <>
      <div className={styles.two}>
        <NumberField
          label="At least"
          unit="words"
          empty="nothing said"
          value={body.fromWords}
          onSave={(fromWords) => onSave({ ...body, fromWords })}
        />
        <NumberField
          label="At most"
          unit="words"
          empty="nothing said"
          value={body.toWords}
          onSave={(toWords) => onSave({ ...body, toWords })}
        />
      </div>
      <GuideField guide={body.guide} onSave={(guide) => onSave({ ...body, guide })} />
    </>
  );
}
