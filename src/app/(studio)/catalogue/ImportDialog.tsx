'use client';
import { Alert, Button, Modal, Select } from '@mantine/core';
import { Dropzone } from '@mantine/dropzone';
import { IconDownload, IconUpload } from '@tabler/icons-react';
import { useState } from 'react';
import { send } from '@/app/_client/act';
import { saveFile } from '@/app/_client/save-file';
import { type CatalogueTable, catalogueColumns, type Mapping, type RowKey } from '@/core/exchange';
import { counted } from '@/core/kernel/words';
import type { Planned } from '@/server/exchange';
import styles from './catalogue.module.css';
import { PlanView } from './PlanView';

type Props = {
  readonly opened: boolean;
  readonly table: CatalogueTable;
  readonly onClose: () => void;
  readonly onDo: (plan: Planned) => void;
  readonly busy: boolean;
};

/** What a file is and would do, by how its columns are matched and its rows known again. */
type Read = {
  readonly head: readonly string[];
  readonly note: string | null;
  readonly mapping: Mapping;
  readonly key: RowKey;
  readonly plan: Planned;
};

/** A file brought in: columns matched, rows known again by their key, everything looked at before it is done. */
export function ImportDialog({ opened, table, onClose, onDo, busy }: Props) {
  const [file, setFile] = useState<File | null>(null);
  const [sheet, setSheet] = useState<Read | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [reading, setReading] = useState(false);
  const read = async (from: File, as?: Pick<Read, 'mapping' | 'key'>) => {
    setReading(true);
    setProblem(null);
    const asked = new URLSearchParams({
      about: table,
      ...(as ? { key: as.key, mapping: as.mapping.map((one) => one ?? '').join(',') } : {}),
    });
    const answer = await send<Read>(`/api/catalogue/file?${asked}`, from);
    setReading(false);
    setSheet(answer.ok ? answer.value : null);
    if (!answer.ok) setProblem(answer.problem.sentence);
  };
  const open = (chosen: File | undefined) => {
    if (!chosen) return;
    setFile(chosen);
    setSheet(null);
    read(chosen);
  };
  /** Shown as it was chosen at once; what it would do then follows. */
  const readAs = (part: Partial<Pick<Read, 'mapping' | 'key'>>) => {
    if (!sheet || !file) return;
    const next = { ...sheet, ...part };
    setSheet(next);
    read(file, next);
  };
  /** The rows with faults and their reasons as a file, to be put right and brought in again. */
  const takeFaults = async () => {
    if (!sheet) return;
    const { unparse } = await import('papaparse');
    const rows = sheet.plan.faults.map((fault) => [...fault.cells, fault.line, fault.sentence]);
    const text = unparse([[...sheet.head, 'line', 'reason'], ...rows], { escapeFormulae: true, newline: '\r\n' });
    saveFile('faults.csv', new Blob([`\uFEFF${text}\r\n`], { type: 'text/csv;charset=utf-8' }));
  };
  const close = () => {
    setSheet(null);
    setFile(null);
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
          onDrop={([chosen]) => open(chosen)}
        >
          <IconUpload size={15} aria-hidden="true" /> Drop a CSV or XLSX file here, or choose one. Its first row names
          the columns.
        </Dropzone>
        {problem && (
          <Alert color="brick" variant="light" role="alert" title="This cannot be read">
            {problem}
          </Alert>
        )}
        {sheet && (
          <>
            {sheet.note && <p className={styles.note}>{sheet.note}</p>}
            <Select
              label="Rows are known again by"
              value={sheet.key}
              allowDeselect={false}
              data={[
                { value: 'id', label: 'their id' },
                { value: 'title', label: table === 'lesson' ? 'their course and name; others are new' : 'their name' },
              ]}
              onChange={(next) => readAs({ key: (next ?? 'title') as RowKey })}
            />
            <details>
              <summary>
                {sheet.mapping.filter(Boolean).length} of {counted(sheet.head.length, 'column')} matched
              </summary>
              <div className={styles.mapping}>
                {sheet.head.map((name, i) => (
                  <Select
                    // biome-ignore lint/suspicious/noArrayIndexKey: columns of a file may share a name
                    key={i}
                    size="xs"
                    label={name || `column ${i + 1}`}
                    value={sheet.mapping[i] ?? ''}
                    allowDeselect={false}
                    data={[
                      { value: '', label: 'left out' },
                      ...catalogueColumns[table].map((column) => ({ value: column.key, label: column.name })),
                    ]}
                    onChange={(next) =>
                      readAs({
                        // A column is named once: what had its name before is left out.
                        mapping: sheet.mapping
                          .map((one) => (next && one === next ? null : one))
                          .map((one, at) => (at === i ? next || null : one)),
                      })
                    }
                  />
                ))}
              </div>
            </details>
            <PlanView plan={sheet.plan} />
            <div className={styles.decide}>
              {sheet.plan.faults.length > 0 && (
                <Button variant="default" leftSection={<IconDownload size={16} />} onClick={takeFaults}>
                  The faulty rows as a file
                </Button>
              )}
              <Button variant="default" onClick={close}>
                Not now
              </Button>
              <Button
                loading={busy}
                disabled={reading || sheet.plan.faults.length > 0 || sheet.plan.cells + sheet.plan.lessons === 0}
                onClick={() => onDo(sheet.plan)}
              >
                Bring in
              </Button>
            </div>
          </>
        )}
      </div>
    </Modal>
  );
}
