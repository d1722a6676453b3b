import { orNotFound, signedIn } from '@/app/_server/doors';
import { dateTimeText } from '@/core/kernel/time';
import { markingDesk, savedRemarks } from '@/server/assignment';
import { instantFrom } from '@/server/enrolment';
import { RichTextView } from '@/ui/text/RichTextView';
import { amongOthers } from '../_desk/among';
import { partsOnDesk } from '../_desk/parts';
import { Desk } from './Desk';

export const metadata = { title: 'Marking desk' };

export default async function MarkingDeskPage({
  params,
  searchParams,
}: {
  readonly params: Promise<{ id: string }>;
  readonly searchParams: Promise<{ readonly by?: string }>;
}) {
  const [{ id }, { by }] = await Promise.all([params, searchParams]);
  const entered = await signedIn(`/marking/${id}`);
  const { person, db } = entered;
  const { row, learner, lesson, courseTitle, history, hidesName, looks } = orNotFound(
    await markingDesk(db, id, person),
  );
  const addressed = ({ hash, name, contentType }: (typeof row.files)[number]) => ({
    ...{ hash, name, contentType, address: `/handed-in/${id}/${hash}` },
  });
  const criteria = lesson.assignment?.criteria ?? [];
  const parts = await partsOnDesk(entered, row, criteria, by);
  return (
    <Desk
      key={`${id}/${parts.by}`}
      {...parts}
      saved={await savedRemarks(db, row.courseId, row.lessonId)}
      work={{
        id,
        courseId: row.courseId,
        lessonId: row.lessonId,
        title: lesson.title,
        course: courseTitle,
        learner,
        hidesName,
        handedIn: dateTimeText(instantFrom(row.handedInAt ?? row.changedAt), {
          locale: person.locale,
          zone: person.zone,
        }),
        isLate: row.isLate,
        latePercent: row.latePercent,
        link: row.link,
        text: row.text,
        files: row.files.map(addressed),
        returned: row.returned.map(addressed),
        looks,
        state: row.releasedAt === null ? 'open' : 'marked',
        points: row.points,
        remark: row.remark,
        of: lesson.assignment?.points ?? 0,
        pass: lesson.assignment?.passPoints ?? 0,
        criteria,
        given: row.criteria ?? [],
        model: lesson.assignment?.model ?? '',
        history: history.map(({ at, ...one }) => ({
          ...one,
          at: dateTimeText(instantFrom(at), { locale: person.locale, zone: person.zone }, false),
        })),
      }}
      among={await amongOthers(entered, row.lessonId, { id, sort: 'work' }, parts.by)}
      task={<RichTextView text={lesson.text} pictures={lesson.pictures} />}
    />
  );
}
