import { courseDoor } from '@/app/_server/doors';
import { liveAssignment, rollOf, scriptsOf } from '@/server/assignment';
import { Link } from '@/ui/frame/Link';
import styles from '../../run.module.css';
import { SortingTable } from './SortingTable';

export const metadata = { title: 'Paper scripts' };

/** Scanned scripts of an assignment, sorted to their learners and handed in for them. */
export default async function ScriptsPage({
  params,
}: {
  readonly params: Promise<{ slug: string; lessonId: string }>;
}) {
  const { slug, lessonId } = await params;
  const { db, head } = await courseDoor(slug, 'course.staff', `/c/${slug}/run/scripts/${lessonId}`);
  const assigned = await liveAssignment(db, head.id, lessonId);
  if (!assigned.ok) return <p className={styles.bar}>{assigned.problem.sentence}</p>;
  const { lesson } = assigned.value;
  const [scripts, roll] = await Promise.all([scriptsOf(db, head.id, lessonId), rollOf(db, head.id)]);
  return (
    <>
      <div className={styles.bar}>
        <b>Paper scripts: {lesson.title}</b>
        <Link href={`/marking?lesson=${lessonId}`}>To the marking of it</Link>
      </div>
      <SortingTable courseId={head.id} lessonId={lessonId} scripts={scripts} roll={roll} />
    </>
  );
}
