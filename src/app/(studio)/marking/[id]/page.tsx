import { orNotFound, signedIn } from '@/app/_server/doors';
import { dateTimeText } from '@/core/kernel/time';
import { markingDesk, workOf } from '@/server/assignment';
import { instantFrom } from '@/server/enrolment';
import { RichTextView } from '@/ui/text/RichTextView';
import { Desk } from './Desk';

export const metadata = { title: 'Marking desk' };

/** How many pieces of work before and after the one on the desk are drawn. */
const shownAround = 40;

export default async function MarkingDeskPage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { person, db } = await signedIn(`/marking/${id}`);
  const { row, learner, lesson, courseTitle } = orNotFound(await markingDesk(db, id, person));
  const queue = await workOf(db, person, row.lessonId);
  const next = queue.find((one) => !one.done && one.id !== id);
  const here = Math.max(0, queue.findIndex((one) => one.id === id) - shownAround);
  return (
    <Desk
      key={id}
      work={{
        id,
        title: lesson.title,
        course: courseTitle,
        learner,
        handedIn: dateTimeText(instantFrom(row.handedInAt ?? row.changedAt), {
          locale: person.locale,
          zone: person.zone,
        }),
        isLate: row.isLate,
        text: row.text,
        files: row.files,
        state: row.state === 'marked' ? 'marked' : 'open',
        points: row.points,
        remark: row.remark,
        of: lesson.assignment?.points ?? 0,
        pass: lesson.assignment?.passPoints ?? 0,
      }}
      queue={queue.slice(here, here + 2 * shownAround)}
      counts={{ marked: queue.filter((one) => one.done).length, all: queue.length }}
      nextId={next?.id ?? null}
      task={<RichTextView text={lesson.text} pictures={lesson.pictures} />}
    />
  );
}
