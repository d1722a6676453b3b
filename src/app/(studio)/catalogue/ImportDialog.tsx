'use client';
import { Alert, Button, Modal, Select } from '@mantine/core';
import { Dropzone } from '@mantine/dropzone';
import { IconDownload, IconUpload } from '@tabler/icons-react';
import { useMemo, useState } from 'react';
import { send } from '@/app/_client/act';
import { type BulkPlan, type CatalogueTable, catalogueColumns, coursesByName, type Mapping, mappingByName, planFile, type RowKey } from '@/core/exchange';
import { counted } from '@/core/kernel/words';
import type { Catalogue, Sheet } from '@/server/exchange';
import styles from './catalogue.module.css';
import { PlanView } from './PlanView';

type Props = {
  readonly opened: boolean;
  readonly table: CatalogueTable;
  readonly catalogue: Catalogue;
  readonly onClose: () => void;
  readonly onDo: (plan: BulkPlan) => void;
  readonly busy: boolean;
};

/** A file brought in: columns matched, rows known again by their key, everything looked at before it is done. */
export function ImportDialog({ opened, table, catalogue, onClose, onDo, busy }: Props) {
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const [mapping, setMapping] = useState<Mapping>([]);
  const [key, setKey] = useState<RowKey>('title');
  const [problem, setProblem] = useState<string | null>(null);
  const [reading, setReading] = useState(false);
  const read = async (file: File | undefined) => {
    if (!file) return;
    setReading(true);
    setProblem(null);
    setSheet(null);
    const answer = await send<Sheet>('/api/catalogue/read', file);
    setReading(false);
    if (!answer.ok) return setProblem(answer.problem.sentence);
    const byName = mappingByName(table, answer.value.head);
    setSheet(answer.value);
    setMapping(byName);
    setKey(byName.includes('id') ? 'id' : 'title');
  };
  const plan = useMemo(
    () => (sheet ? planFile(table, catalogue.rows[table], coursesByName(catalogue.courses), sheet.head, sheet.rows, mapping, key) : null),
    [sheet, table, catalogue, mapping, key],
  );
  /** The rows with faults and their reasons as a file, to be put right and brought in again. */
  const takeFaults = async () => {
    if (!sheet || !plan) return;
    const { unparse } = await import('papaparse');
    const rows = plan.faults.map((fault) => [...fault.cells, fault.line, fault.sentence]);
    const text = unparse([[...sheet.head, 'line', 'reason'], ...rows], { escapeFormulae: true, newline: '\r\n' });
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([`\uFEFF${text}\r\n`], { type: 'text/csv;charset=utf-8' }));
    link.download = 'faults.csv';
    link.click();
    URL.revokeObjectURL(link.href);
  };
  const close = () => {
    setSheet(null);
    setProblem(null);
    onClose();
  };
  return (
    <Modal
      opened={opened}
      onClose={close}
      size="xl"
      title={<b>Bring {table === 'lesson' ? 'lessons' : 'courses'} in</b>}
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      <div className={styles.form}>
        <Dropzone
          className={styles.drop}
          multiple={false}
          loading={reading}
          inputProps={{ 'aria-label': 'Choose a CSV or XLSX file' }}
          onDrop={([file]) => read(file)}
        >
          <IconUpload size={15} aria-hidden="true" /> Drop a CSV or XLSX file here, or choose one. Its first row names the columns.
        </Dropzone>
        {problem && (
          <Alert color="brick" variant="light" role="alert" title="This cannot be read">
            {problem}
          </Alert>
        )}
        {sheet && plan && (
          <>
            {sheet.note && <p className={styles.note}>{sheet.note}</p>}
            <Select
              label="Rows are known again by"
              value={key}
              allowDeselect={false}
              data={[
                { value: 'id', label: 'their id' },
                { value: 'title', label: table === 'lesson' ? 'their course and name; others are new' : 'their name' },
              ]}
              onChange={(next) => setKey((next ?? 'title') as RowKey)}
            />
            <details>
              <summary>
                {mapping.filter(Boolean).length} of {counted(sheet.head.length, 'column')} matched
              </summary>
              <div className={styles.mapping}>
                {sheet.head.map((name, i) => (
                  <Select
                    // biome-ignore lint/suspicious/noArrayIndexKey: columns of a file may share a name
                    key={i}
                    size="xs"
                    label={name || `column ${i + 1}`}
                    value={mapping[i] ?? ''}
                    allowDeselect={false}
                    data={[{ value: '', label: 'left out' }, ...catalogueColumns[table].map((column) => ({ value: column.key, label: column.name }))]}
                    onChange={(next) => setMapping(mapping.map((one, at) => (at === i ? next || null : next && one === next ? null : one)))}
                  />
                ))}
              </div>
            </details>
            <PlanView plan={plan} />
            <div className={styles.decide}>
              {plan.faults.length > 0 && (
                <Button variant="default" leftSection={<IconDownload size={16} />} onClick={takeFaults}>
                  The faulty rows as a file
                </Button>
              )}
              <Button variant="default" onClick={close}>
                Not now
              </Button>
              <Button loading={busy} disabled={plan.faults.length > 0 || plan.changes.length + plan.added.length === 0} onClick={() => onDo(plan)}>
                Bring in
              </Button>
            </div>
          </>
        )}
      </div>
    </Modal>
  );
}
