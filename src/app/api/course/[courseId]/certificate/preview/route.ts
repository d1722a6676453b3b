import { certificateAsked } from '@/app/_server/certificate-asked';
import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { certificatePdf } from '@/server/certificate';

/** A design as a PDF for one learner, marked as a preview from corner to corner. */
export const POST = forCourse(async ({ request, db, courseId }) => {
  const asked = await certificateAsked(request, db, courseId);
  if (!asked.ok) return respond(asked);
  const { design, facts } = asked.value;
  const pdf = await certificatePdf([{ design, facts, marker: 'PREVIEW' }], facts.at);
  return new Response(Buffer.from(pdf), {
    headers: { 'content-type': 'application/pdf', 'cache-control': 'private, no-store' },
  });
});
