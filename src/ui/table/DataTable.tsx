import { Table, type TableProps, TableTbody, TableTh, TableThead, TableTr } from '@mantine/core';
import type { ReactNode } from 'react';
import styles from './wide.module.css';

type Props = TableProps & {
  /** The names of its columns, one word each. */
  readonly names: readonly string[];
  /** For tables that need no heads to be understood by the eye. */
  readonly unseenHead?: boolean;
  /** On a phone a row is a block: its first cell above, the others in pairs below. */
  readonly stacked?: boolean;
  /** Its rows. */
  readonly children: ReactNode;
};

/** Around a table that may be wider than a phone: it is moved there, and not the page. */
export const Wide = ({ children }: { readonly children: ReactNode }) => <div className={styles.wide}>{children}</div>;

/** A table of the studio, with the look that all have. */
export function DataTable({ names, unseenHead = false, stacked = false, children, ...props }: Props) {
  return (
    <Wide>
      <Table className={stacked ? styles.stacked : undefined} {...props}>
        <TableThead className={unseenHead ? 'visually-hidden' : undefined}>
          <TableTr>
            {names.map((name) => (
              <TableTh key={name} scope="col">
                {name}
              </TableTh>
            ))}
          </TableTr>
        </TableThead>
        <TableTbody>{children}</TableTbody>
      </Table>
    </Wide>
  );
}
