import { signedIn } from '@/app/_server/doors';
import { longDayText, Temporal, timeText } from '@/core/kernel/time';
import { datesOfLearner, feedOf } from '@/server/calendar';
import controls from '@/ui/plain/controls.module.css';
import { LearnerBar } from '../../_learn/LearnerBar';
import styles from '../../_learn/learn.module.css';
import { Feed } from './Feed';

export const metadata = { title: 'My calendar' };

/** What is behind is told for so long. */
const pastMs = 14 * 86_400_000;
const sortNames = { opens: 'opens', due: 'due', meets: 'live session', break: 'break', ends: 'access ends' } as const;

/** Everything with a date in a learner's courses, day by day, and the address of their calendar. */
export default async function MyCalendar() {
  const { person, db } = await signedIn('/learn/calendar');
  const nowMs = Date.now();
  const dates = (await datesOfLearner(db, person.id)).filter(({ at, until }) => (until ?? at) > nowMs - pastMs);
  const names = { locale: person.locale, zone: person.zone };
  const dayOf = (at: number) => longDayText(Temporal.Instant.fromEpochMilliseconds(at), names);
  const timeOf = (at: number) => timeText(Temporal.Instant.fromEpochMilliseconds(at), names);
  const days = [...new Set(dates.map(({ at }) => dayOf(at)))];
  return (
    <>
      <LearnerBar name={person.name} at="/learn/calendar" />
      <main className={styles.cards}>
        <h1>My calendar</h1>
        <p className={controls.quiet}>Times in {person.zone}.</p>
        {dates.length === 0 && <p className={controls.quiet}>Nothing with a date lies ahead of you.</p>}
        {days.map((day) => (
          <section key={day} className={styles.day}>
            <h2>{day}</h2>
            <ul>
              {dates
                .filter(({ at }) => dayOf(at) === day)
                .map(({ id, sort, at, until, title, slug, course, lessonIds }) => (
                  <li key={`${slug} ${id}`} data-sort={sort} data-past={(until ?? at) < nowMs || undefined}>
                    <span>{timeOf(at)}</span>
                    <span>
                      <a href={`/learn/${slug}${lessonIds[0] ? `/${lessonIds[0]}` : ''}`}>{title}</a>
                      <small>
                        {sortNames[sort]} · {course}
                      </small>
                    </span>
                  </li>
                ))}
            </ul>
          </section>
        ))}
        <Feed address={await feedOf(db, person.id)} />
      </main>
    </>
  );
}
