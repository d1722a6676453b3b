import { NumberField } from '@/ui/fields/fields';
import styles from '../assess.module.css';
import { GuideField } from './GuideField';
import type { MakingProps } from './part';

/** How many files are taken, how large, and what their marker looks for. */
export function Files({ body, onSave }: MakingProps<'files'>) {
  return (
    <>
      <div className={styles.two}>
        <NumberField
          label="At most"
          unit="files"
          value={body.most}
          onSave={(most) => onSave({ ...body, most: most ?? 0 })}
        />
        <NumberField
          label="Each at most"
          unit="MB"
          value={body.megabytes}
          onSave={(megabytes) => onSave({ ...body, megabytes: megabytes ?? 0 })}
        />
      </div>
      <GuideField guide={body.guide} onSave={(guide) => onSave({ ...body, guide })} />
    </>
  );
}
