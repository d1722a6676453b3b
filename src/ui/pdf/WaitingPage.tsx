import styles from './pdf.module.css';

/** Where a page will be, in its size: what stands below it does not move when the page comes. */
export function WaitingPage({ label }: { readonly label: string }) {
  return <div className={styles.waiting} role="status" aria-label={`Loading ${label}`} />;
}
