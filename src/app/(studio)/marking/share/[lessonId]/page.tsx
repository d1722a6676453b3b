import { orNotFound, signedIn } from '@/app/_server/doors';
import { dateTimeText } from '@/core/kernel/time';
import { can } from '@/core/people';
import { instantFrom } from '@/server/enrolment';
import { lessonsToMark, partsToShare, sharingOf } from '@/server/marking';
import { Link } from '@/ui/frame/Link';
import { TopBar } from '../../../_frame/TopBar';
import styles from '../../marking.module.css';
import { ShareDesk } from './ShareDesk';

export const metadata = { title: 'Share out' };

/** Who marks what of a lesson: shared out by number, evenly, or piece by piece. */
export default async function SharePage({ params }: { readonly params: Promise<{ lessonId: string }> }) {
  const { lessonId } = await params;
  const entered = await signedIn(`/marking/share/${lessonId}`);
  const { person, db } = entered;
  const lesson = orNotFound((await lessonsToMark(db, person)).find(({ id }) => id === lessonId));
  orNotFound(can(person, 'course.staff', lesson) || null);
  const sharing = await sharingOf(db, lesson.courseId, lessonId);
  const names = { locale: person.locale, zone: person.zone };
  return (
    <>
      <TopBar entered={entered} here="marking" />
      <main className={styles.page}>
        <div className={styles.head}>
          <h1>Share out: {lesson.title}</h1>
          <Link href={`/marking?lesson=${lessonId}`}>Back to marking</Link>
        </div>
        <ShareDesk
          parts={await partsToShare(db, lesson.courseId, lessonId, lesson.editionId)}
          courseId={lesson.courseId}
          lessonId={lessonId}
          markers={sharing.markers}
          free={sharing.free}
          work={sharing.work.map((one) => ({ ...one, at: dateTimeText(instantFrom(one.at), names, false) }))}
        />
      </main>
    </>
  );
}
