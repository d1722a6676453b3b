import type { ReactNode } from 'react';
import type { LearnerView } from '@/core/learning';
import controls from '@/ui/plain/controls.module.css';
import wordStyles from '@/ui/plain/words.module.css';
import { kinds } from '@/ui/tile/kinds';
import { AccessPart } from './AccessPart';
import { EnterKey } from './EnterKey';
import { GradePart } from './GradePart';
import styles from './home.module.css';
import { Mosaic } from './Mosaic';
import { lessonHref, type Place } from './place';
import { WeekPart } from './WeekPart';

type Props = {
  readonly view: LearnerView;
  readonly place: Place;
  /** What the learner's time is told by: `Autumn cohort`. */
  readonly cohort?: string | undefined;
  readonly award?: ReactNode;
  readonly before?: ReactNode;
};

/** The first page of a course: what to go on with, the learner's own mosaic, what comes, and what it is about. */
export function CourseHome({ view, place, cohort, award, before }: Props) {
  const { course, outcomes } = view.document;
  return (
    <article className={styles.home}>
      <div className={styles.work}>
        <p className={wordStyles.quiet}>
          {cohort ? `${cohort} · ` : ''}
          {view.sections.length} {view.sections.length === 1 ? 'section' : 'sections'} · {view.lessons.length}{' '}
          {view.lessons.length === 1 ? 'lesson' : 'lessons'}
        </p>
        <h1>{course.title}</h1>
        <AccessPart view={view} place={place} />
        {!view.isOver && <Next view={view} place={place} />}
        {view.lessons.length > 0 && <Mosaic view={view} place={place} />}
      </div>
      <div className={styles.beside}>
        <WeekPart view={view} place={place} />
        <GradePart view={view} place={place} />
        {award}
        {before}
      </div>
      <div className={styles.work}>
        {course.description && <Description text={course.description} folds={course.settings.foldsDescription} />}
        {(course.promise || outcomes.length > 0) && (
          <section>
            <h2>What you can do afterwards</h2>
            {course.promise && <p className={styles.lead}>{course.promise}</p>}
            <ul className={styles.outcomes}>
              {outcomes.map((outcome) => (
                <li key={outcome.id}>{outcome.text}</li>
              ))}
            </ul>
          </section>
        )}
        {course.notAbout && (
          <section>
            <h2>What it is not about</h2>
            <p className={styles.lead}>{course.notAbout}</p>
          </section>
        )}
      </div>
    </article>
  );
}

/** What to go on with, as the first thing there is. */
function Next({ view, place }: { readonly view: LearnerView; readonly place: Place }) {
  const { next } = view;
  if (!next)
    return (
      <section className={styles.next} aria-label="Next">
        <p>
          <b>{view.opensNext ? 'You have done everything that is open.' : 'You have done every lesson.'}</b>
        </p>
      </section>
    );
  const { Glyph, hue } = kinds[next.lesson.kind];
  const isBegun = next.progress.state === 'begun';
  const href = lessonHref(place, next.lesson.id);
  return (
    <section className={styles.next} aria-label="Next">
      <span className={styles.glyph} data-hue={hue}>
        <Glyph size={20} stroke={1.75} aria-hidden="true" />
      </span>
      <p>
        <span className={wordStyles.quiet}>{view.done === 0 && !isBegun ? 'Begin with' : 'Go on with'}</span>
        <br />
        <b>
          {next.number} {next.lesson.title}
        </b>{' '}
        <span className={wordStyles.quiet}>{next.lesson.learnerMinutes} min</span>
      </p>
      <a className={controls.primary} href={href}>
        {isBegun ? 'Go on' : 'Begin'} <kbd>Enter</kbd>
      </a>
      <EnterKey href={href} />
    </section>
  );
}

const longDescription = 220;

/** A long description can be folded after its first words. */
function Description({ text, folds }: { readonly text: string; readonly folds: boolean }) {
  if (!folds || text.length <= longDescription) return <p className={styles.lead}>{text}</p>;
  const cut = text.lastIndexOf(' ', longDescription);
  return (
    <details className={styles.more}>
      <summary>
        <span className={styles.lead}>{text.slice(0, cut)} …</span> <b>Show more</b>
      </summary>
      <p className={styles.lead}>{text}</p>
    </details>
  );
}
