import { ActionIcon, Button, Checkbox } from '@mantine/core';
import { IconPlus, IconX } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import type { Result } from '@/core/kernel/problem';
import { NumberField } from '@/ui/fields/fields';
import styles from '../assess.module.css';

type RowProps = {
  /** What is taken away with it: `item 2`. */
  readonly name: string;
  /** How wide its fields are, as columns of a grid; one field by itself. */
  readonly columns?: string;
  readonly onRemove: () => void;
  readonly children: ReactNode;
};

/** One part of a question among others of its sort, with the way to take it away. */
export const PartRow = ({ name, columns = '1fr', onRemove, children }: RowProps) => (
  <div className={styles.form} style={{ gridTemplateColumns: `${columns} auto` }}>
    {children}
    <ActionIcon variant="subtle" color="gray" aria-label={`Remove ${name}`} onClick={onRemove}>
      <IconX size={15} />
    </ActionIcon>
  </div>
);

/** Adds one more part. */
export const AddPart = ({ onAdd, children }: { readonly onAdd: () => void; readonly children: string }) => (
  <Button variant="subtle" size="compact-sm" leftSection={<IconPlus size={14} />} onClick={onAdd}>
    {children}
  </Button>
);

type Closeness = { readonly matchCase: boolean; readonly slips: number };

/** How closely what is typed has to be what is accepted. */
export const ClosenessFields = ({
  value,
  onSave,
}: {
  readonly value: Closeness;
  readonly onSave: (part: Partial<Closeness>) => Result<unknown>;
}) => (
  <div className={styles.two}>
    <NumberField label="Slips forgiven" value={value.slips} onSave={(slips) => onSave({ slips: slips ?? 0 })} />
    <Checkbox
      className={styles.matchCase ?? ''}
      label="Large and small letters have to match"
      checked={value.matchCase}
      onChange={(event) => onSave({ matchCase: event.currentTarget.checked })}
    />
  </div>
);
