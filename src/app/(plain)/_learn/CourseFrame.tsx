import { IconCheck, IconHome, IconLock } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { dayText } from '@/core/kernel/time';
import type { LearnerView, LessonView } from '@/core/learning';
import { Mark } from '@/ui/frame/Mark';
import { ProgressSquares } from '@/ui/progress/ProgressSquares';
import styles from './learn.module.css';
import { lessonHref, type Place } from './place';
import { Renewed } from './Renewed';

type Props = {
  readonly view: LearnerView;
  readonly place: Place;
  readonly hereId?: string;
  readonly here?: 'home' | 'grades';
  readonly children: ReactNode;
  readonly strip?: ReactNode;
};

export const hoursText = (minutes: number) => (minutes < 60 ? `${minutes} min` : `about ${Math.round(minutes / 60)} h`);

/** A learner's course: where they are, everything there is, and the way through it. */
export function CourseFrame({ view, place, hereId, here, children, strip }: Props) {
  const { settings } = view.document.course;
  const look = settings.look;
  // What opens when somebody opens it may do so while this is looked at.
  const waits = view.lessons.some((one) => one.waitsForHand && (here === 'home' || one.lesson.id === hereId));
  const bare = !settings.surroundings && hereId !== undefined;
  return (
    <div className={styles.page} data-look={look === 'device' ? undefined : look} data-accent={settings.accent}>
      {strip}
      {!place.isView && !place.isSample && (
        <Renewed at={view.opensNext?.opening.ms ?? null} now={view.now.epochMilliseconds} often={waits} />
      )}
      <header className={styles.top}>
        <a
          href={place.isView ? `${place.base}${place.query}` : '/learn'}
          className={styles.brand}
          aria-label={place.isView ? 'Beginning of the course' : 'My courses'}
        >
          <Mark />
        </a>
        <a href={`${place.base}${place.query}`} className={styles.course}>
          {view.document.course.title}
        </a>
        {!place.isSample && (
          <>
            <span className={styles.far}>
              {view.done} of {view.lessons.length} done
              {view.minutesLeft > 0 ? ` · ${hoursText(view.minutesLeft)} left` : ''}
            </span>
            <span className={styles.squares}>
              <ProgressSquares squares={view.lessons.map((one) => (one.open ? one.progress.state : 'closed'))} />
            </span>
          </>
        )}
      </header>
      {here === 'home' ? (
        <main className={styles.front}>{children}</main>
      ) : (
        <div className={styles.layout} data-bare={bare || undefined}>
          <details className={styles.side} open={!bare}>
            <summary>Contents</summary>
            <nav aria-label="Course">
              <a href={`${place.base}${place.query}`} className={styles.entry}>
                <IconHome size={16} stroke={1.75} aria-hidden="true" /> Overview
              </a>
              {view.sections.map(({ section, lessons }, s) => (
                <section key={section.id}>
                  <h2>
                    {s + 1}. {section.title}
                  </h2>
                  <ul>
                    {lessons.map((one, l) => (
                      <Entry
                        key={one.lesson.id}
                        one={one}
                        place={place}
                        isHere={one.lesson.id === hereId}
                        showsDate={one.opening.ms !== lessons[l - 1]?.opening.ms}
                      />
                    ))}
                  </ul>
                </section>
              ))}
              {!place.isSample && (
                <a
                  href={`${place.base}/grades${place.query}`}
                  className={styles.entry}
                  aria-current={here === 'grades' ? 'page' : undefined}
                >
                  My grades
                </a>
              )}
            </nav>
          </details>
          <main className={styles.main}>{children}</main>
        </div>
      )}
    </div>
  );
}

const stateWords = { empty: 'not begun', begun: 'begun', done: 'done' } as const;

function Entry({
  one,
  place,
  isHere,
  showsDate,
}: {
  readonly one: LessonView;
  readonly place: Place;
  readonly isHere: boolean;
  readonly showsDate: boolean;
}) {
  return (
    <li>
      <a
        href={lessonHref(place, one.lesson.id)}
        className={styles.entry}
        data-closed={!one.open || undefined}
        aria-current={isHere ? 'page' : undefined}
      >
        {one.open ? (
          <span className={styles.box} data-state={one.progress.state}>
            {one.progress.state === 'done' && <IconCheck size={12} stroke={3} aria-hidden="true" />}
          </span>
        ) : (
          <span className={styles.lock}>
            <IconLock size={13} stroke={1.75} aria-hidden="true" />
          </span>
        )}
        <span className={styles.entryName}>
          {one.lesson.title}
          <span className="visually-hidden">, {one.open ? stateWords[one.progress.state] : 'closed'}</span>
        </span>
        {!one.open && !one.locked && one.closedSince === null && one.opening.at && showsDate && (
          <span className={styles.opens}>{dayText(one.opening.at, place)}</span>
        )}
      </a>
    </li>
  );
}
