import { courseDoor } from '@/app/_server/doors';
import { TextsDesk } from '@/app/(studio)/messages/_texts/TextsDesk';
import { aroundOf, textsOf } from '@/server/message';
import { schoolFacts } from '@/server/people';
import { Link } from '@/ui/frame/Link';
import styles from '../run.module.css';

/** What the learners of a course are told, where it differs from the school. */
export default async function CourseMessagesPage({ params }: { readonly params: Promise<{ slug: string }> }) {
  const { slug } = await params;
  const { person, db, head } = await courseDoor(slug, 'message.change', `/c/${slug}/run/messages`);
  const [texts, school] = await Promise.all([textsOf(db, head.id), schoolFacts(db)]);
  return (
    <>
      <div className={styles.bar}>
        <Link href={`/c/${slug}/run`}>Back to the learners</Link>
        <Link href={`/messages?course=${head.id}`}>What has been sent</Link>
      </div>
      <TextsDesk courseId={head.id} texts={texts} around={aroundOf(person, head, school?.name ?? '')} />
    </>
  );
}
