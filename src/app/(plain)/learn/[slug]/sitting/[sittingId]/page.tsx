import { learnerDoor, orNotFound } from '@/app/_server/doors';
import { isId } from '@/core/kernel/ids';
import { Temporal } from '@/core/kernel/time';
import { shownOf } from '@/core/learning';
import { instantFrom } from '@/server/enrolment';
import { averageOfOthers, sittingView } from '@/server/quiz';
import controls from '@/ui/plain/controls.module.css';
import wordStyles from '@/ui/plain/words.module.css';
import { CourseFrame } from '../../../../_learn/CourseFrame';
import styles from '../../../../_learn/learn.module.css';
import { learnerPlace } from '../../../../_learn/learner-place';
import { SittingPaper } from '../../../../_learn/SittingPaper';
import { SittingResult } from '../../../../_learn/SittingResult';
import { sittingProps } from '../../../../_learn/sitting-props';

/** One sitting: the paper while it is written, the result once it is handed in. */
export default async function SittingPage({
  params,
}: {
  readonly params: Promise<{ slug: string; sittingId: string }>;
}) {
  const { slug, sittingId } = await params;
  const { person, db, view, head, learner } = await learnerDoor(slug, `/learn/${slug}/sitting/${sittingId}`);
  const found = orNotFound(isId(sittingId) ? await sittingView(db, sittingId, person.id) : null);
  orNotFound(found.row.courseId === head.id || null);
  const { row, lesson } = found;
  // What may be seen is for the live edition to say, where the quiz is still in it.
  const now = view.lessons.find((one) => one.lesson.id === lesson.id)?.lesson ?? lesson;
  const left = row.deadline
    ? instantFrom(row.deadline).epochMilliseconds - Temporal.Now.instant().epochMilliseconds
    : null;
  const place = learnerPlace(head, person, learner.clock.zone);
  return (
    <CourseFrame view={view} place={place} hereId={lesson.id}>
      <article className={styles.lesson}>
        <p className={wordStyles.quiet}>Sitting {row.number}</p>
        <h1>{lesson.title}</h1>
        {row.handedInAt ? (
          <>
            {row.isVoid && (
              <p className={controls.look}>The time was up before it was handed in: this sitting does not count.</p>
            )}
            <SittingResult
              lesson={lesson}
              sittingId={row.id}
              answers={found.answers}
              score={found.score}
              shown={shownOf(now, view.now)}
              average={row.handedInAt && now.quiz?.average ? await averageOfOthers(db, row) : null}
              view={view}
              place={place}
            />
            <p>
              <a className={controls.button} href={`/learn/${slug}/${lesson.id}`}>
                Back to the lesson
              </a>
            </p>
          </>
        ) : (
          <SittingPaper
            sittingId={row.id}
            milliseconds={left}
            serverNow={Temporal.Now.instant().epochMilliseconds}
            {...sittingProps(lesson, found.answers, { ...row, judged: found.judged })}
          />
        )}
      </article>
    </CourseFrame>
  );
}
