import { orNotFound, signedIn } from '@/app/_server/doors';
import { dateTimeText } from '@/core/kernel/time';
import { markingDesk, markingQueue } from '@/server/assignment';
import { instantFrom } from '@/server/enrolment';
import { RichTextView } from '@/ui/text/RichTextView';
import { Desk } from './Desk';

export const metadata = { title: 'Marking desk' };

export default async function MarkingDeskPage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { person, db } = await signedIn(`/marking/${id}`);
  const { row, learner, lesson, courseTitle } = orNotFound(await markingDesk(db, id, person));
  const queue = (await markingQueue(db, person)).filter((one) => one.lessonId === row.lessonId);
  const waiting = queue.filter((one) => one.state !== 'marked');
  const next = waiting.find((one) => one.id !== id);
  return (
    <Desk
      key={id}
      work={{
        id,
        title: lesson.title,
        course: courseTitle,
        learner,
        handedIn: dateTimeText(instantFrom(row.handedInAt ?? row.changedAt), { locale: person.locale, zone: person.zone }),
        isLate: row.isLate,
        text: row.text,
        files: row.files,
        state: row.state === 'marked' ? 'marked' : 'open',
        points: row.points,
        remark: row.remark,
        of: lesson.assignment?.points ?? 0,
        pass: lesson.assignment?.passPoints ?? 0,
      }}
      queue={queue.map((one) => ({ id: one.id, done: one.state === 'marked' }))}
      nextId={next?.id ?? null}
      task={<RichTextView text={lesson.text} pictures={lesson.pictures} />}
    />
  );
}
