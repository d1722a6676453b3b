import { refuse } from '@/app/_server/respond';
import { forPerson } from '@/app/_server/routes';
import { serveFile } from '@/app/_server/serve';
import { fail } from '@/core/kernel/problem';
import { can } from '@/core/people';
import { certificateByToken, drawCertificate } from '@/server/certificate';

/** The PDF, for its holder and for the people of its course. Drawn now if the worker has not come to it. */
export const GET = forPerson(async ({ request, db, person, params: { token = '' } }) => {
  const row = await certificateByToken(db, token);
  if (!row || (row.learnerId !== person.id && !can(person, 'certificate.issue', { courseId: row.courseId })))
    return refuse(fail('not-found', 'There is no such certificate, or it is not yours.').problem);
  const hash = row.pdfHash ?? (await drawCertificate(row.id));
  return hash
    ? serveFile(request, { hash, contentType: 'application/pdf', name: `${row.number}.pdf`, download: true })
    : refuse(fail('not-found', 'The certificate could not be drawn.').problem);
});
