import type { ReactNode } from 'react';
import { countdown, dateTimeText } from '@/core/kernel/time';
import type { LearnerView } from '@/core/learning';
import controls from '@/ui/plain/controls.module.css';
import styles from './learn.module.css';
import { lessonHref, type Place } from './place';

/** The first page of a course: what it promises, where the learner is, what comes next. */
export function CourseHome({
  view,
  place,
  award,
  before,
}: {
  readonly view: LearnerView;
  readonly place: Place;
  readonly award?: ReactNode;
  readonly before?: ReactNode;
}) {
  const { course } = view.document;
  const { next, opensNext } = view;
  return (
    <article className={styles.home}>
      <p className={styles.facts}>
        {view.sections.length} {view.sections.length === 1 ? 'section' : 'sections'} · {view.lessons.length} lessons
      </p>
      <h1>{course.title}</h1>
      {course.description && <Description text={course.description} folds={course.settings.foldsDescription} />}
      {next ? (
        <section className={styles.next} aria-label="Next">
          <p>
            {view.done === 0 ? 'Begin with' : 'Next'}
            <br />
            <b>
              {next.number} {next.lesson.title}
            </b>{' '}
            <span className={controls.quiet}>{next.lesson.learnerMinutes} min</span>
          </p>
          <a className={controls.primary} href={lessonHref(place, next.lesson.id)}>
            {next.progress.state === 'begun' ? 'Go on' : 'Begin'}
          </a>
        </section>
      ) : (
        <section className={styles.next} aria-label="Next">
          <p>
            <b>{view.opensNext ? 'You have done everything that is open.' : 'You have done every lesson.'}</b>
          </p>
        </section>
      )}
      {opensNext && (
        <p>
          {opensNext.number} {opensNext.lesson.title} opens {dateTimeText(opensNext.opening.at, place)} ({place.zone}),
          in {countdown(opensNext.opening.at, view.now)}.
        </p>
      )}
      {course.promise && (
        <section>
          <h2>What you can do afterwards</h2>
          <p className={styles.lead}>{course.promise}</p>
        </section>
      )}
      {view.document.outcomes.length > 0 && (
        <ul className={styles.outcomes}>
          {view.document.outcomes.map((outcome) => (
            <li key={outcome.id}>{outcome.text}</li>
          ))}
        </ul>
      )}
      {course.notAbout && (
        <section>
          <h2>What it is not about</h2>
          <p className={styles.lead}>{course.notAbout}</p>
        </section>
      )}
      {award}
      {before}
    </article>
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
