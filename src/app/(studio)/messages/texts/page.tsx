import { schoolDoor } from '@/app/_server/doors';
import { can } from '@/core/people';
import { aroundOf, textsOf } from '@/server/message';
import { schoolFacts } from '@/server/people';
import { TopBar } from '../../_frame/TopBar';
import { TextsDesk } from '../_texts/TextsDesk';

export const metadata = { title: 'Texts of messages' };

/** What the school writes to its learners, wherever a course says nothing else. */
export default async function TextsPage() {
  const entered = await schoolDoor((person) => can(person, 'message.change'), '/messages/texts');
  const { person, db } = entered;
  const [texts, school] = await Promise.all([textsOf(db, null), schoolFacts(db)]);
  const course = { title: 'The title of the course', slug: 'course' };
  return (
    <>
      <TopBar entered={entered} here="messages" />
      <h1 className="visually-hidden">Texts of messages</h1>
      <TextsDesk courseId={null} texts={texts} around={aroundOf(person, course, school?.name ?? '')} />
    </>
  );
}
