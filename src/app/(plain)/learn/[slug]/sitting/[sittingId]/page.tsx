import { orNotFound, signedIn } from '@/app/_server/person';
import { isId } from '@/core/kernel/ids';
import { Temporal } from '@/core/kernel/time';
import { instantFrom } from '@/server/enrolment';
import { learningBySlug } from '@/server/learning';
import { sittingView } from '@/server/quiz';
import controls from '@/ui/plain/controls.module.css';
import { CourseFrame } from '../../../../_learn/CourseFrame';
import styles from '../../../../_learn/learn.module.css';
import { learnerPlace } from '../../../../_learn/learner-place';
import { paperOf } from '../../../../_learn/paper';
import { SittingPaper } from '../../../../_learn/SittingPaper';
import { SittingResult } from '../../../../_learn/SittingResult';

/** One sitting: the paper while it is written, the result once it is handed in. */
export default async function SittingPage({ params }: { readonly params: Promise<{ slug: string; sittingId: string }> }) {
  const { slug, sittingId } = await params;
  const person = await signedIn(`/learn/${slug}/sitting/${sittingId}`);
  const found = orNotFound(isId(sittingId) ? await sittingView(sittingId, person.id) : null);
  const { view, head, learner } = orNotFound(await learningBySlug(slug, person.id));
  orNotFound(found.row.courseId === head.id || null);
  const { row, lesson } = found;
  const left = row.deadline ? instantFrom(row.deadline).epochMilliseconds - Temporal.Now.instant().epochMilliseconds : null;
  return (
    <CourseFrame view={view} place={learnerPlace(head, person, learner.clock.zone)} hereId={lesson.id}>
      <article className={styles.lesson}>
        <p className={styles.facts}>Sitting {row.number}</p>
        <h1>{lesson.title}</h1>
        {row.handedInAt ? (
          <>
            <SittingResult lesson={lesson} answers={row.answers} score={found.score} />
            <p>
              <a className={controls.button} href={`/learn/${slug}/${lesson.id}`}>
                Back to the lesson
              </a>
            </p>
          </>
        ) : (
          <SittingPaper sittingId={row.id} answers={row.answers} milliseconds={left} questions={paperOf(lesson.questions)} />
        )}
      </article>
    </CourseFrame>
  );
}
