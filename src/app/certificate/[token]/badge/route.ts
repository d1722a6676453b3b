import { badgeAsked } from '@/app/_server/badge-asked';
import { openJson } from '@/app/_server/open';
import { refuse } from '@/app/_server/respond';
import { forAnybody } from '@/app/_server/routes';
import { badgeJson } from '@/server/certificate';

/** A badge at the address it is called by: as JSON with a proof in it. */
export const GET = forAnybody(async ({ db, person, params: { token = '' } }) => {
  const row = await badgeAsked(db, token, person);
  if (!row.ok) return refuse(row.problem);
  const response = openJson(await badgeJson(db, row.value), 'application/vc');
  response.headers.set('cache-control', 'private, no-store');
  return response;
});
