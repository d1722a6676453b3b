'use client';
import { Button, Modal, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { type CatalogueTable, catalogueColumns, cellFrom, choicesOf, columnOf } from '@/core/exchange';
import { counted } from '@/core/kernel/words';
import styles from './catalogue.module.css';

type Props = {
  readonly opened: boolean;
  readonly table: CatalogueTable;
  readonly count: number;
  readonly busy: boolean;
  readonly onClose: () => void;
  readonly onPlan: (title: string, column: string, words: string) => void;
};

/** One value for everything the filter shows; each change is looked at before it is done. */
export function SetValue({ opened, table, count, busy, onClose, onPlan }: Props) {
  const [key, setKey] = useState<string | null>(null);
  const [words, setWords] = useState('');
  const column = key === null ? undefined : columnOf(table, key);
  const checked = column ? cellFrom(table, column, words) : null;
  const choices = column ? choicesOf(column) : null;
  const problem = checked && !checked.ok && words !== '' ? checked.problem.sentence : null;
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      title={<b>Set on {counted(count, table)}</b>}
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
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
        {column && choices && (
          <Select label="Value" value={words || null} data={[...choices]} onChange={(next) => setWords(next ?? '')} />
        )}
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
            loading={busy}
            disabled={!column || !checked?.ok}
            onClick={() => column && onPlan(`Set ${column.name}`, column.key, words)}
          >
            Look at the changes
          </Button>
        </div>
      </div>
    </Modal>
  );
}
