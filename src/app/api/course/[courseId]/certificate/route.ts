import { certificateAsked } from '@/app/_server/certificate-asked';
import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { ok } from '@/core/kernel/problem';
import { drawnDesign } from '@/server/certificate';

/** A design as it will be printed for one learner, set by the setter that sets the PDF. */
export const POST = forCourse(async ({ request, db, courseId }) => {
  const asked = await certificateAsked(request, db, courseId);
  if (!asked.ok) return respond(asked);
  const { design, facts } = asked.value;
  return respond(ok({ drawn: drawnDesign(design, facts), name: facts.name }));
});
