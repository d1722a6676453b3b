import { Mark } from '@/ui/frame/Mark';
import { LeaveButton } from './LeaveButton';
import styles from './learn.module.css';

const ways = [
  ['/learn', 'My courses'],
  ['/learn/calendar', 'My calendar'],
  ['/learn/certificates', 'My certificates'],
] as const;

type Props = {
  readonly name: string;
  /** Which of a learner's own pages this is; null for another. */
  readonly at: (typeof ways)[number][0] | null;
};

/** The head of a learner's own pages, and the way between them. */
export function LearnerBar({ name, at }: Props) {
  return (
    <header className={styles.top}>
      <a href="/learn" className={styles.brand} aria-label="Mosaik">
        <Mark />
      </a>
      <nav className={styles.own} aria-label="Your pages">
        {ways.map(([address, words]) => (
          <a key={address} href={address} aria-current={address === at ? 'page' : undefined}>
            {words}
          </a>
        ))}
      </nav>
      <a href="/account" className={styles.far}>
        <bdi>{name}</bdi>
      </a>
      <LeaveButton />
    </header>
  );
}
