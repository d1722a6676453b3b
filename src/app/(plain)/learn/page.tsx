import { signedIn } from '@/app/_server/doors';
import { dateTimeText } from '@/core/kernel/time';
import { throughOwnEyes } from '@/core/learning';
import { waitsOf } from '@/server/enrolment';
import { coursesOfLearner } from '@/server/learning';
import controls from '@/ui/plain/controls.module.css';
import { ProgressSquares } from '@/ui/progress/ProgressSquares';
import { LearnerBar } from '../_learn/LearnerBar';
import styles from '../_learn/learn.module.css';
import { JoinForm } from './JoinForm';

export const metadata = { title: 'My courses' };

export default async function MyCourses() {
  const { person, db } = await signedIn('/learn');
  const waits = await waitsOf(db, person.id);
  const courses = (await coursesOfLearner(db, person.id)).map((one) => ({
    ...one,
    view: throughOwnEyes(one.view, one.records),
  }));
  return (
    <>
      <LearnerBar name={person.name} at="/learn" />
      <main className={styles.cards}>
        <h1>My courses</h1>
        {courses.length === 0 && (
          <p className={controls.quiet}>You do not take a course yet. The school adds you, and it then stands here.</p>
        )}
        {courses.map(({ head, view, learner }) => (
          <section key={head.id} className={styles.card}>
            <div>
              <h2>
                <a href={`/learn/${head.slug}`}>{view.document.course.title}</a>
              </h2>
              <p>
                <ProgressSquares squares={view.lessons.map((one) => (one.open ? one.progress.state : 'closed'))} />
              </p>
              {!view.next && view.opensNext?.opening.at && (
                <p className={controls.quiet}>
                  Goes on {dateTimeText(view.opensNext.opening.at, { locale: person.locale, zone: learner.clock.zone })}
                </p>
              )}
            </div>
            {view.next ? (
              <a className={controls.primary} href={`/learn/${head.slug}/${view.next.lesson.id}`}>
                {view.done === 0 ? 'Begin' : 'Go on'}: {view.next.lesson.title}
              </a>
            ) : (
              <a className={controls.button} href={`/learn/${head.slug}`}>
                Look
              </a>
            )}
          </section>
        ))}
        {waits.map(({ cohortId, cohort, course }) => (
          <p key={cohortId} className={controls.quiet}>
            You wait for a seat in {cohort} of {course}.
          </p>
        ))}
        <JoinForm />
      </main>
    </>
  );
}
