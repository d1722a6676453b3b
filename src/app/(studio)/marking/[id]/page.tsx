import { orNotFound, signedIn } from '@/app/_server/doors';
import { dateTimeText } from '@/core/kernel/time';
import { markingDesk } from '@/server/assignment';
import { instantFrom } from '@/server/enrolment';
import { RichTextView } from '@/ui/text/RichTextView';
import { amongOthers } from '../_desk/among';
import { Desk } from './Desk';

export const metadata = { title: 'Marking desk' };

export default async function MarkingDeskPage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params;
  const entered = await signedIn(`/marking/${id}`);
  const { person, db } = entered;
  const { row, learner, lesson, courseTitle, history, steps } = orNotFound(await markingDesk(db, id, person));
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
        latePercent: row.latePercent,
        link: row.link,
        text: row.text,
        files: row.files.map(({ hash, name, contentType }) => ({
          ...{ hash, name, contentType, address: `/handed-in/${id}/${hash}` },
        })),
        steps,
        state: row.releasedAt === null ? 'open' : 'marked',
        points: row.points,
        remark: row.remark,
        of: lesson.assignment?.points ?? 0,
        pass: lesson.assignment?.passPoints ?? 0,
        criteria: lesson.assignment?.criteria ?? [],
        given: row.criteria ?? [],
        model: lesson.assignment?.model ?? '',
        history: history.map(({ at, ...one }) => ({
          ...one,
          at: dateTimeText(instantFrom(at), { locale: person.locale, zone: person.zone }, false),
        })),
      }}
      among={await amongOthers(entered, row.lessonId, { id, sort: 'work' })}
      task={<RichTextView text={lesson.text} pictures={lesson.pictures} />}
    />
  );
}
