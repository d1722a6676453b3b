import { refuse } from '@/app/_server/respond';
import { forPerson } from '@/app/_server/routes';
import { zipOf } from '@/app/_server/zip';
import { isId } from '@/core/kernel/ids';
import { fail } from '@/core/kernel/problem';
import { coursesTakenBy } from '@/server/enrolment';
import { courseHead, learning } from '@/server/learning';

const nothing = () => refuse(fail('not-found', 'There is nothing to keep here, or it is not for you.').problem);

/** All attachments of a lesson that its learner may keep, in one archive. */
export const GET = forPerson(async ({ db, person, params: { courseId = '', lessonId } }) => {
  const takes = isId(courseId) && (await coursesTakenBy(db, person.id)).includes(courseId);
  const head = takes ? await courseHead(db, courseId) : null;
  const view = head && (await learning(db, head, person.id))?.view;
  const one = view?.lessons.find(({ lesson }) => lesson.id === lessonId);
  if (!one) return nothing();
  if (!one.open) return refuse(fail('closed', 'This lesson is not open yet.').problem);
  const kept = one.lesson.attachments.filter(({ access }) => access !== 'view');
  if (kept.length === 0) return nothing();
  const name = `${one.lesson.title.replace(/[^\w.\- ]+/g, '_').slice(0, 100) || 'lesson'}.zip`;
  return new Response(zipOf(kept.map(({ media }) => ({ name: media.fileName, hash: media.hash }))), {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename="${name}"; filename*=UTF-8''${encodeURIComponent(`${one.lesson.title}.zip`)}`,
      'cache-control': 'private, no-store',
      'x-content-type-options': 'nosniff',
    },
  });
});
