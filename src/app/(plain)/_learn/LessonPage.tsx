import type { ReactNode } from 'react';
import { dateTimeText, dayText, Temporal } from '@/core/kernel/time';
import type { LearnerView, LessonView } from '@/core/learning';
import { lessonKindOf, usualDoneRule } from '@/core/outline';
import controls from '@/ui/plain/controls.module.css';
import wordStyles from '@/ui/plain/words.module.css';
import { pictureSources } from '@/ui/text/picture';
import { AttachmentList } from './AttachmentList';
import { LessonText } from './asked/LessonText';
import { ClosedLesson, OpensWhen } from './ClosedLesson';
import { CommandButton } from './CommandButton';
import styles from './learn.module.css';
import { partsOf } from './lesson-kinds';
import { Opened } from './Opened';
import { lessonHref, type Place } from './place';
import { playedOf } from './play/time-line';

type Props = {
  readonly view: LearnerView;
  readonly one: LessonView;
  readonly place: Place;
  /** The quiz or assignment of the lesson, for its learner. */
  readonly work?: ReactNode;
  /** Whether its learner wants to be told when it opens; none for whoever looks on. */
  readonly wish?: boolean | undefined;
};

/** One lesson: its words, its film or PDF, what is to be done, and where to go next. */
export function LessonPage({ view, one, place, work, wish }: Props) {
  const { lesson, number, opening } = one;
  const at = view.lessons.indexOf(one);
  const next = view.lessons[at + 1];
  const facts = [
    number,
    lessonKindOf(lesson.kind).name,
    `${lesson.learnerMinutes} min`,
    opening.at ? `opened ${dayText(opening.at, place)}` : '',
    one.closesAt === null
      ? ''
      : `open until ${dateTimeText(Temporal.Instant.fromEpochMilliseconds(one.closesAt), place, false)}`,
    lesson.required ? '' : 'not required',
  ].filter(Boolean);
  if (!one.open) return <ClosedLesson view={view} one={one} place={place} wish={wish} />;
  const rule = lesson.done ?? usualDoneRule(lesson);
  const nextHref = next ? lessonHref(place, next.lesson.id) : `${place.base}${place.query}`;
  const isDone = one.progress.state === 'done';
  const given = { view, one, place };
  const parts = partsOf(lesson.kind);
  return (
    <article className={styles.lesson} data-wide={parts.isWide || undefined}>
      <p className={wordStyles.quiet}>{facts.join(' · ')}</p>
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
            label={next?.open ? 'Done, next lesson' : 'Done'}
            goTo={nextHref}
          />
        ) : (
          (!next || next.open || next.locked) && (
            <a href={nextHref} className={isDone ? controls.primary : controls.button}>
              {next ? `Next: ${next.lesson.title}` : 'Back to the overview'}
            </a>
          )
        )}
        {next?.locked && <p className={controls.quiet}>The next lesson asks for a password.</p>}
        {next && !next.open && !next.locked && (
          <section className={styles.later} aria-label="The next lesson">
            <a href={nextHref}>
              {next.number} {next.lesson.title}
            </a>
            <OpensWhen view={view} one={next} place={place} />
          </section>
        )}
      </footer>
    </article>
  );
}
