import type { LearnerView } from '@/core/learning';
import wordStyles from '@/ui/plain/words.module.css';
import styles from './home.module.css';
import type { Place } from './place';

/** The grade so far, of how much of the whole, and where its sum stands. */
export function GradePart({ view, place }: { readonly view: LearnerView; readonly place: Place }) {
  const { sheet } = view;
  const counting = sheet.lines.filter(({ item }) => item.weight > 0 && item.of > 0);
  if (counting.length === 0) return null;
  const counted = counting.filter(({ share }) => share !== null);
  const weight = (lines: typeof counting) => lines.reduce((total, { item }) => total + item.weight, 0);
  return (
    <section className={styles.card} aria-label="Grade so far">
      <h2>Grade so far</h2>
      <p className={styles.grade}>{sheet.grade === null ? 'none yet' : sheet.gradeText}</p>
      <p className={wordStyles.quiet}>
        {counted.length} of {counting.length} counted, {weight(counted)} of {weight(counting)} parts of the weight.{' '}
        <a href={`${place.base}/grades${place.query}`}>My grades and the sum</a>
      </p>
    </section>
  );
}
