import type { ReactNode } from 'react';
import styles from './workbench.module.css';

/** A work surface with the inspector on its right. */
export function Workbench({
  children,
  inspector,
  label = 'Inspector',
}: {
  readonly children: ReactNode;
  readonly inspector: ReactNode;
  readonly label?: string;
}) {
  return (
    <div className={styles.bench}>
      <main className={styles.surface}>{children}</main>
      <aside className={styles.inspector} aria-label={label}>
        {inspector}
      </aside>
    </div>
  );
}
