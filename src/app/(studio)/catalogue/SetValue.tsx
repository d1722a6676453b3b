'use client';
import { Button, Modal, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { type CatalogueRow, type CatalogueTable, catalogueColumns, cellFrom, columnOf, planValue } from '@/core/exchange';
import { counted } from '@/core/kernel/words';
import styles from './catalogue.module.css';
import type { Asking } from './PlanDialog';

type Props = {
  readonly opened: boolean;
  readonly table: CatalogueTable;
  readonly rows: readonly CatalogueRow[];
  readonly onClose: () => void;
  readonly onPlan: (asking: Asking) => void;
};

/** One value for everything the filter shows; each change is looked at before it is done. */
export function SetValue({ opened, table, rows, onClose, onPlan }: Props) {
  const [key, setKey] = useState<string | null>(null);
  const [words, setWords] = useState('');
  const column = key === null ? undefined : columnOf(table, key);
  const checked = column ? cellFrom(table, column, words) : null;
  const choices = column?.type === 'choice' ? column.choices : column?.type === 'yes-no' ? ['yes', 'no'] : null;
  const problem = checked && !checked.ok && words !== '' ? checked.problem.sentence : null;
  return (
    <Modal opened={opened} onClose={onClose} title={<b>Set on {counted(rows.length, table)}</b>} closeButtonProps={{ 'aria-label': 'Close' }}>
      <div className={styles.form}>
        <Select
          label="Column"
          value={key}
          data={catalogueColumns[table].filter((one) => one.field).map((one) => ({ value: one.key, label: one.name }))}
          onChange={(next) => {
            setKey(next);
            setWords('');
          }}
        />
        {column && choices && <Select label="Value" value={words || null} data={[...choices]} onChange={(next) => setWords(next ?? '')} />}
        {column && !choices && (
          <TextInput
            label="Value"
            description={column.type === 'number' ? 'Empty means none of its own.' : undefined}
            value={words}
            error={problem}
            onChange={(event) => setWords(event.currentTarget.value)}
          />
        )}
        <div className={styles.decide}>
          <Button variant="default" onClick={onClose}>
            Not now
          </Button>
          <Button
            disabled={!column || !checked?.ok}
            onClick={() => column && onPlan({ title: `Set ${column.name}`, plan: planValue(table, rows, column, words) })}
          >
            Look at the changes
          </Button>
        </div>
      </div>
    </Modal>
  );
}
