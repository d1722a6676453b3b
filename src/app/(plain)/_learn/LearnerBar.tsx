import { Mark } from '@/ui/frame/Mark';
import { LeaveButtons } from './LeaveButtons';
import styles from './learn.module.css';

export function LearnerBar({ name }: { readonly name: string }) {
  return (
    <header className={styles.top}>
      <a href="/learn" className={styles.brand} aria-label="My courses">
        <Mark />
      </a>
      <span className={styles.course}>Mosaik</span>
      <a href="/account" className={styles.far}>
        <bdi>{name}</bdi>
      </a>
      <LeaveButtons />
    </header>
  );
}
