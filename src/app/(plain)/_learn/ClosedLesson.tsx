import { IconLock } from '@tabler/icons-react';
import { type LearnerView, type LessonView, opensText } from '@/core/learning';
import { lessonKindOf } from '@/core/outline';
import controls from '@/ui/plain/controls.module.css';
import wordStyles from '@/ui/plain/words.module.css';
import { pictureSources } from '@/ui/text/picture';
import { Countdown } from './Countdown';
import styles from './learn.module.css';
import { PasswordForm } from './PasswordForm';
import { lessonHref, type Place } from './place';
import { TellMe } from './TellMe';

type Props = { readonly view: LearnerView; readonly one: LessonView; readonly place: Place };
/** `wish`: whether its learner wants to be told when it opens; none for whoever looks on. */
type ClosedProps = Props & { readonly wish: boolean | undefined };

/**
 * A lesson that is not open: its picture and what it will be about, when or by what it opens, and what to do meanwhile.
 */
export function ClosedLesson({ view, one, place, wish }: ClosedProps) {
  const { lesson, number } = one;
  return (
    <article className={styles.closed}>
      <p className={wordStyles.quiet}>
        {number} · {lessonKindOf(lesson.kind).name} · {lesson.learnerMinutes} min
      </p>
      <h1>
        <IconLock size={26} stroke={1.75} aria-hidden="true" /> {lesson.title}
      </h1>
      {lesson.pictureId && lesson.pictures[lesson.pictureId] && !view.isOver && (
        <img
          className={styles.picture}
          {...pictureSources(lesson.pictureId, '(max-width: 760px) 100vw, 720px')}
          alt={lesson.pictures[lesson.pictureId]?.alt ?? ''}
        />
      )}
      {one.locked ? (
        <PasswordForm courseId={place.courseId} lessonId={lesson.id} />
      ) : (
        <OpensWhen view={view} one={one} place={place} />
      )}
      {wish !== undefined && !one.locked && one.closedSince === null && !view.isOver && (
        <TellMe courseId={place.courseId} lessonId={lesson.id} wanted={wish} />
      )}
      {lesson.teaser && <p className={styles.teaser}>{lesson.teaser}</p>}
      {one.waitsFor.length > 0 && (
        <p className={styles.first}>
          First:{' '}
          {one.waitsFor.map((needed) => (
            <a key={needed.lesson.id} className={controls.button} href={lessonHref(place, needed.lesson.id)}>
              {needed.lesson.title}
            </a>
          ))}
        </p>
      )}
      {one.waitsFor.length === 0 && <Meanwhile view={view} place={place} />}
    </article>
  );
}

/** When or by what a lesson opens, with a countdown where the course has one. */
export function OpensWhen({ view, one, place }: Props) {
  const { at } = one.opening;
  const { countdown } = view.document.course;
  const words = opensText(one, view, place);
  const counts = at !== null && one.closedSince === null && !view.isOver && countdown !== 'date';
  return (
    <>
      <p className={styles.when}>
        {words.charAt(0).toUpperCase() + words.slice(1)}
        {at !== null && ` (${place.zone})`}
      </p>
      {counts && (
        <p className={styles.countdown}>
          <Countdown at={at.epochMilliseconds} now={view.now.epochMilliseconds} form={countdown} live={!place.isView} />
        </p>
      )}
    </>
  );
}

function Meanwhile({ view, place }: { readonly view: LearnerView; readonly place: Place }) {
  if (view.next)
    return (
      <p>
        Meanwhile:{' '}
        <a href={lessonHref(place, view.next.lesson.id)} className={controls.button}>
          {view.next.number} {view.next.lesson.title}
        </a>
      </p>
    );
  return (
    <p className={controls.quiet}>
      {view.lessons.some((other) => other.open) ? 'You have done everything that is open so far.' : 'Nothing is open.'}
    </p>
  );
}
