import { IconCheck, IconLock } from '@tabler/icons-react';
import { countdown, dayText, Temporal } from '@/core/kernel/time';
import { type LearnerView, type LessonView, opensText, type SectionView } from '@/core/learning';
import wordStyles from '@/ui/plain/words.module.css';
import { kinds } from '@/ui/tile/kinds';
import { hoursText } from './CourseFrame';
import styles from './home.module.css';
import { lessonHref, type Place } from './place';

type Props = { readonly view: LearnerView; readonly place: Place };

/** Pixels a minute is wide, and how wide a tile is at least and at most. */
const [pxAMinute, least, widest] = [3.6, 36, 320];
/** From here on a tile has room for its minutes. */
const roomy = 76;

const widthOf = ({ lesson }: LessonView) =>
  Math.round(Math.min(widest, Math.max(least, lesson.learnerMinutes * pxAMinute)));
const stateWords = { empty: 'open', begun: 'begun', done: 'done' } as const;

/** The learner's own mosaic: sections as rows, a lesson a tile as wide as it is long. */
export function Mosaic({ view, place }: Props) {
  const { opensNext } = view;
  return (
    <nav className={styles.mosaic} aria-label="Course">
      <header>
        <h2>{place.isSample ? 'Open to you' : 'Your mosaic'}</h2>
        <p className={wordStyles.quiet}>
          {place.isSample ? `${view.lessons.length} lessons` : `${view.done} of ${view.lessons.length} done`}
          {view.minutesLeft > 0 && ` · ${hoursText(view.minutesLeft)} left`} · a tile is a lesson, as wide as it is long
        </p>
      </header>
      <ol className={styles.rows}>
        {view.sections.map(({ section, lessons }, s) => (
          <li key={section.id} className={styles.row}>
            <h3>
              <span>{s + 1}</span> {section.title}
            </h3>
            <ul className={styles.tiles}>
              {lessons.map((one) => (
                <li key={one.lesson.id} style={{ flexBasis: widthOf(one) }}>
                  <TileLink one={one} place={place} isNext={one === view.next} />
                </li>
              ))}
            </ul>
            <SectionFacts view={view} lessons={lessons} place={place} />
          </li>
        ))}
      </ol>
      <footer>
        <span className={styles.legend}>
          <i data-state="done">
            <IconCheck size={11} stroke={3} />
          </i>{' '}
          done
        </span>
        <span className={styles.legend}>
          <i data-state="begun" /> begun
        </span>
        <span className={styles.legend}>
          <i /> open
        </span>
        <span className={styles.legend}>
          <i data-closed>
            <IconLock size={11} stroke={2} />
          </i>{' '}
          opens later
        </span>
        {opensNext?.opening.at && (
          <span className={styles.later}>
            {opensNext.number} {opensNext.lesson.title} {opensText(opensNext, view, place)} ({place.zone}
            ), in {countdown(opensNext.opening.at, view.now)}
          </span>
        )}
      </footer>
      <details className={styles.names}>
        <summary>The lessons by name</summary>
        {view.sections.map(({ section, lessons }, s) => (
          <section key={section.id}>
            <h3>
              {s + 1} {section.title}
            </h3>
            <ul>
              {lessons.map((one) => (
                <li key={one.lesson.id}>
                  <a href={lessonHref(place, one.lesson.id)}>
                    {one.number} {one.lesson.title}
                  </a>{' '}
                  <span className={wordStyles.quiet}>
                    {kinds[one.lesson.kind].name.toLowerCase()} · {one.lesson.learnerMinutes} min ·{' '}
                    {one.open ? stateWords[one.progress.state] : 'opens later'}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </details>
    </nav>
  );
}

function TileLink({
  one,
  place,
  isNext,
}: {
  readonly one: LessonView;
  readonly place: Place;
  readonly isNext: boolean;
}) {
  const { lesson, number, open, progress } = one;
  const { Glyph, hue, name } = kinds[lesson.kind];
  const state = open ? stateWords[progress.state] : 'closed';
  const isRoomy = widthOf(one) >= roomy && progress.state !== 'done';
  const words = `${number} ${lesson.title}, ${name.toLowerCase()}, ${lesson.learnerMinutes} min, ${state}`;
  return (
    <a
      href={lessonHref(place, lesson.id)}
      className={styles.tile}
      data-hue={hue}
      data-state={open ? progress.state : undefined}
      data-closed={!open || undefined}
      data-next={isNext || undefined}
      title={words}
      aria-label={words}
    >
      <Inside open={open} state={progress.state} Glyph={Glyph} />
      {isRoomy && <b>{lesson.learnerMinutes}</b>}
    </a>
  );
}

function Inside({
  open,
  state,
  Glyph,
}: {
  readonly open: boolean;
  readonly state: LessonView['progress']['state'];
  readonly Glyph: typeof IconLock;
}) {
  if (!open) return <IconLock size={15} stroke={1.75} aria-hidden="true" />;
  if (state === 'done') return <IconCheck size={17} stroke={2.25} aria-hidden="true" />;
  return <Glyph size={16} stroke={1.75} aria-hidden="true" />;
}

/** At the end of a row: how long it takes, or from when it is there. */
function SectionFacts({
  view,
  lessons,
  place,
}: {
  readonly view: LearnerView;
  readonly lessons: SectionView['lessons'];
  readonly place: Place;
}) {
  const left = lessons.filter(({ progress }) => progress.state !== 'done');
  const minutes = (of: readonly LessonView[]) => of.reduce((total, { lesson }) => total + lesson.learnerMinutes, 0);
  const first = Math.min(...lessons.map(({ opening }) => opening.ms));
  if (first > view.now.epochMilliseconds)
    return (
      <span className={styles.facts}>
        <IconLock size={14} stroke={1.75} aria-hidden="true" />{' '}
        {Number.isFinite(first) ? dayText(Temporal.Instant.fromEpochMilliseconds(first), place) : 'later'}
      </span>
    );
  return (
    <span className={styles.facts}>
      {left.length === lessons.length || left.length === 0 ? `${minutes(lessons)} min` : `${minutes(left)} min left`}
    </span>
  );
}
