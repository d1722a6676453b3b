import { respond } from '@/app/_server/respond';
import { forPerson } from '@/app/_server/routes';
import { markedWorkPdf } from '@/server/assignment';

/** Marked work as a PDF, with what was drawn on it as annotations: for its learner and for those who may mark it. */
export const GET = forPerson(async ({ db, person, params: { id = '' } }) => {
  const made = await markedWorkPdf(db, id, person);
  if (!made.ok) return respond(made);
  return new Response(Buffer.from(made.value), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(made.name ?? 'work.pdf')}`,
      'cache-control': 'private, no-store',
    },
  });
});
