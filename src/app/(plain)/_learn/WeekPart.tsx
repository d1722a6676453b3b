import { roomHref } from '@/app/_client/room-href';
import { dateTimeText, Temporal, timeText } from '@/core/kernel/time';
import { type LearnerView, type LessonView, type WeekEntry, weekOf } from '@/core/learning';
import controls from '@/ui/plain/controls.module.css';
import { kinds } from '@/ui/tile/kinds';
import styles from './home.module.css';
import { lessonHref, type Place } from './place';

/** What the next seven days bring: what opens, what meets, and what is due. */
export function WeekPart({ view, place }: { readonly view: LearnerView; readonly place: Place }) {
  const entries = weekOf(view);
  if (entries.length === 0) return null;
  return (
    <section className={styles.card} aria-label="The next seven days">
      <h2>The next seven days</h2>
      <ul className={styles.week}>
        {entries.map((entry) => {
          const first = entry.sort === 'opens' ? entry.lessons[0] : entry.lesson;
          if (!first) return null;
          const { Glyph, hue } = kinds[first.lesson.kind];
          return (
            <li key={`${entry.sort} ${first.lesson.id} ${entry.at.epochMilliseconds}`}>
              <Glyph size={20} stroke={1.75} aria-hidden="true" data-hue={hue} />
              <span>
                <a href={lessonHref(place, first.lesson.id)}>{nameOf(view, entry, first)}</a>
                <small data-over={(entry.sort === 'due' && entry.isOver) || undefined}>
                  {whenOf(entry)} {dateTimeText(entry.at, place, false)}
                  {entry.sort === 'meets' && view.now.epochMilliseconds < entry.opensMs && (
                    <> · come in from {timeText(Temporal.Instant.fromEpochMilliseconds(entry.opensMs), place)}</>
                  )}
                </small>
              </span>
              {entry.sort === 'meets' && view.now.epochMilliseconds >= entry.opensMs && !place.isView && (
                <a
                  className={controls.button}
                  href={roomHref(place.courseId, first.lesson.id, entry.at.epochMilliseconds)}
                >
                  Come in
                </a>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** One lesson by its name; several that open together by the section they begin. */
function nameOf(view: LearnerView, entry: WeekEntry, first: LessonView): string {
  if (entry.sort !== 'opens' || entry.lessons.length === 1) return first.lesson.title;
  const section = view.sections.find(({ lessons }) => lessons.includes(first))?.section;
  return `${section?.title ?? first.lesson.title}: ${entry.lessons.length} lessons`;
}

function whenOf(entry: WeekEntry): string {
  if (entry.sort !== 'due') return entry.sort;
  return entry.isOver ? 'was due' : 'due';
}
