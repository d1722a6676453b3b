import { orNotFound, signedIn } from '@/app/_server/doors';
import { dateTimeText } from '@/core/kernel/time';
import { can } from '@/core/people';
import { resultsOf } from '@/server/assignment';
import { instantFrom } from '@/server/enrolment';
import { lessonsToMark } from '@/server/marking';
import { Link } from '@/ui/frame/Link';
import { TopBar } from '../../../_frame/TopBar';
import styles from '../../marking.module.css';
import { ReleaseDesk } from './ReleaseDesk';

export const metadata = { title: 'Release results' };

/** The marks of an assignment that are finished and not seen yet, with what to look at before they are. */
export default async function ResultsPage({ params }: { readonly params: Promise<{ lessonId: string }> }) {
  const { lessonId } = await params;
  const entered = await signedIn(`/marking/results/${lessonId}`);
  const { person, db } = entered;
  const lesson = orNotFound((await lessonsToMark(db, person)).find(({ id }) => id === lessonId));
  orNotFound(can(person, 'gradebook.change', lesson) || null);
  const results = await resultsOf(db, lesson.courseId, lessonId, person.id);
  return (
    <>
      <TopBar entered={entered} here="marking" />
      <main className={styles.page}>
        <div className={styles.head}>
          <h1>Results: {lesson.title}</h1>
          <Link href={`/marking?lesson=${lessonId}`}>Back to marking</Link>
        </div>
        <ReleaseDesk
          {...results}
          {...{ courseId: lesson.courseId, lessonId, zone: person.zone }}
          planned={
            results.planned && {
              ...results.planned,
              at: `${dateTimeText(instantFrom(results.planned.at), person)} (${person.zone})`,
            }
          }
        />
      </main>
    </>
  );
}
