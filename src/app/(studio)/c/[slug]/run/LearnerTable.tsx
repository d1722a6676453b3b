'use client';
import { Anchor } from '@mantine/core';
import type { ReactNode } from 'react';
import type { RunRow } from './rows';
import styles from './run.module.css';

export type LearnerTableProps = {
  readonly rows: readonly RunRow[];
  readonly selectedId: string | null;
  readonly onSelect: (id: string) => void;
};

/** A table with a row for each learner; the name opens the learner's sheet. */
export function LearnerTable({
  label,
  head,
  cells,
  rows,
  selectedId,
  onSelect,
}: LearnerTableProps & {
  readonly label: string;
  readonly head: ReactNode;
  readonly cells: (row: RunRow) => ReactNode;
}) {
  return (
    <section className={styles.scroll} aria-label={label} tabIndex={0}>
      <table className={styles.table}>
        <thead>
          <tr>
            <th scope="col" className={styles.sticky}>
              Learner
            </th>
            {head}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.learnerId} data-selected={row.learnerId === selectedId || undefined}>
              <th scope="row" className={styles.sticky}>
                <Anchor
                  component="button"
                  type="button"
                  c="var(--ink)"
                  truncate
                  maw={230}
                  onClick={() => onSelect(row.learnerId)}
                >
                  <bdi>{row.name}</bdi>
                </Anchor>
              </th>
              {cells(row)}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
