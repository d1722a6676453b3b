import { countdownText } from '@/core/kernel/countdown';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import type { LearnerView } from '@/core/learning';
import wordStyles from '@/ui/plain/words.module.css';
import styles from './home.module.css';
import type { Place } from './place';

/** From when on it is told that access will end. */
const warnsMs = 21 * 86_400_000;

type Props = { readonly view: LearnerView; readonly place: Place };

/** How long the course can still be used, once that is near; and what the course says when it is over. */
export function AccessPart({ view, place }: Props) {
  const { accessEnds, isOver, now } = view;
  if (accessEnds === null) return null;
  const left = accessEnds - now.epochMilliseconds;
  const when = dateTimeText(Temporal.Instant.fromEpochMilliseconds(accessEnds), place);
  if (isOver)
    return (
      <section className={styles.over} aria-label="Access has ended">
        <p>
          <b>You could use this course until {when}.</b>
        </p>
        {view.document.course.accessNote && <p className={styles.lead}>{view.document.course.accessNote}</p>}
        <p className={wordStyles.quiet}>What you have done, your grades and your certificate stay yours.</p>
      </section>
    );
  if (left > warnsMs) return null;
  return (
    <p className={styles.ends}>
      You can use this course until {when} ({place.zone}), for another {countdownText(left)}.
    </p>
  );
}
