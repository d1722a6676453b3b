import { IconLock } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { countdown, dateTimeText, dayText } from '@/core/kernel/time';
import { listText } from '@/core/kernel/words';
import type { LearnerView, LessonView } from '@/core/learning';
import { lessonKindOf, usualDoneRule } from '@/core/outline';
import controls from '@/ui/plain/controls.module.css';
import { pictureSources } from '@/ui/text/picture';
import { AttachmentList } from './AttachmentList';
import { LessonText } from './asked/LessonText';
import { CommandButton } from './CommandButton';
import { Countdown } from './Countdown';
import styles from './learn.module.css';
import { partsOf } from './lesson-kinds';
import { Opened } from './Opened';
import { PasswordForm } from './PasswordForm';
import { lessonHref, type Place } from './place';
import { playedOf } from './play/time-line';

type Props = {
  readonly view: LearnerView;
  readonly one: LessonView;
  readonly place: Place /** The quiz or assignment of the lesson, for its learner. */;
  readonly work?: ReactNode;
};

/** One lesson: its words, its film or PDF, what is to be done, and where to go next. */
export function LessonPage({ view, one, place, work }: Props) {
  const { lesson, number, opening } = one;
  const at = view.lessons.indexOf(one);
  const next = view.lessons[at + 1];
  const facts = [
    number,
    lessonKindOf(lesson.kind).name,
    `${lesson.learnerMinutes} min`,
    one.open ? `opened ${dayText(opening.at, place)}` : '',
    lesson.required ? '' : 'not required',
  ].filter(Boolean);
  if (!one.open) return <ClosedLesson view={view} one={one} place={place} />;
  const rule = lesson.done ?? usualDoneRule(lesson);
  const nextHref = next ? lessonHref(place, next.lesson.id) : `${place.base}${place.query}`;
  const isDone = one.progress.state === 'done';
  const given = { view, one, place };
  const parts = partsOf(lesson.kind);
  return (
    <article className={styles.lesson} data-wide={parts.isWide || undefined}>
      <p className={styles.facts}>{facts.join(' · ')}</p>
      <h1>{lesson.title}</h1>
      {parts.above?.(given, playedOf(view, one, place, next?.open ? nextHref : null))}
      {lesson.pictureId && lesson.pictures[lesson.pictureId] && (
        <img
          className={styles.picture}
          {...pictureSources(lesson.pictureId, '(max-width: 760px) 100vw, 910px')}
          alt={lesson.pictures[lesson.pictureId]?.alt ?? ''}
        />
      )}
      <LessonText one={one} place={place} />
      {parts.below?.(given)}
      <AttachmentList lesson={lesson} place={place} />
      {work}
      {!place.isView && !isDone && <Opened courseId={place.courseId} lessonId={lesson.id} />}
      <footer className={styles.foot}>
        {(rule.by === 'learner' || rule.by === 'opened') && !place.isView && !isDone ? (
          <CommandButton
            command="learning.mark-done"
            input={{ courseId: place.courseId, lessonId: lesson.id }}
            label={next ? 'Done, next lesson' : 'Done'}
            goTo={nextHref}
          />
        ) : (
          <a href={nextHref} className={isDone ? controls.primary : controls.button}>
            {next ? `Next: ${next.lesson.title}` : 'Back to the overview'}
          </a>
        )}
        {next && next.waitsFor.length > 0 && (
          <p className={controls.quiet}>
            The next lesson opens once you have done {listText(next.waitsFor.map((needed) => needed.title))}.
          </p>
        )}
        {next?.locked && <p className={controls.quiet}>The next lesson asks for a password.</p>}
        {next && !next.open && !next.locked && next.waitsFor.length === 0 && (
          <p className={controls.quiet}>
            The next lesson opens {dateTimeText(next.opening.at, place, false)}, in{' '}
            {countdown(next.opening.at, view.now)}.
          </p>
        )}
      </footer>
    </article>
  );
}

/** A lesson that is not open yet: when it opens, what it will be about, and what to do meanwhile. */
function ClosedLesson({
  view,
  one,
  place,
}: {
  readonly view: LearnerView;
  readonly one: LessonView;
  readonly place: Place;
}) {
  const { lesson, opening, number } = one;
  return (
    <article className={styles.closed}>
      <p className={styles.facts}>
        {number} · {lessonKindOf(lesson.kind).name} · {lesson.learnerMinutes} min
      </p>
      <h1>
        <IconLock size={26} stroke={1.75} aria-hidden="true" /> {lesson.title}
      </h1>
      {one.waitsFor.length > 0 && (
        <p className={styles.when}>
          Opens once you have done{' '}
          {one.waitsFor.map((needed, i) => (
            <span key={needed.id}>
              {i > 0 && ', '}
              <a href={lessonHref(place, needed.id)}>{needed.title}</a>
            </span>
          ))}
        </p>
      )}
      {one.locked && <PasswordForm courseId={place.courseId} lessonId={lesson.id} />}
      {opening.at.epochMilliseconds > view.now.epochMilliseconds && (
        <>
          <p className={styles.when}>
            Opens {dateTimeText(opening.at, place)} ({place.zone})
          </p>
          <p className={styles.countdown}>
            <Countdown milliseconds={opening.at.epochMilliseconds - view.now.epochMilliseconds} live={!place.isView} />
          </p>
        </>
      )}
      {lesson.teaser && <p className={styles.teaser}>{lesson.teaser}</p>}
      {view.next ? (
        <p>
          Meanwhile:{' '}
          <a href={lessonHref(place, view.next.lesson.id)} className={controls.button}>
            {view.next.number} {view.next.lesson.title}
          </a>
        </p>
      ) : (
        <p className={controls.quiet}>
          {view.lessons.some((other) => other.open)
            ? 'You have done everything that is open so far.'
            : 'Nothing is open yet.'}
        </p>
      )}
    </article>
  );
}
