import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { zipOf } from '@/app/_server/zip';
import { isId } from '@/core/kernel/ids';
import { fail } from '@/core/kernel/problem';
import { certificatesTogether, eachPdf, mostTogether, onePdf } from '@/server/certificate';
import { courseHead } from '@/server/learning';

/** The certificates of a course that hold, or of one of its cohorts: as one PDF, or each in an archive. */
export const GET = forCourse(async ({ request, db, courseId }) => {
  const asked = new URL(request.url).searchParams;
  const cohort = asked.get('cohort');
  const rows = await certificatesTogether(db, courseId, isId(cohort) ? cohort : null);
  if (rows.length === 0) return respond(fail('not-found', 'No certificate holds here yet.'));
  if (rows.length > mostTogether)
    return respond(fail('too-large', `At most ${mostTogether} certificates are taken out at once. Choose a cohort.`));
  const title = (await courseHead(db, courseId))?.title ?? 'Certificates';
  const named = (ending: string, type: string) => ({
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${title}, certificates.${ending}`)}`,
      'cache-control': 'private, no-store',
    },
  });
  if (asked.get('as') === 'zip') return new Response(zipOf(await eachPdf(rows)), named('zip', 'application/zip'));
  const pdf = await onePdf(db, rows);
  return pdf.ok ? new Response(Buffer.from(pdf.value), named('pdf', 'application/pdf')) : respond(pdf);
});
