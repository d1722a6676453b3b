import { openJson } from '@/app/_server/open';
import { forAnybody } from '@/app/_server/routes';
import { issuerJwk } from '@/server/certificate';

/** One key, as signed tokens name it. */
export const GET = forAnybody(async ({ db, params: { id = '' } }) =>
  openJson(await issuerJwk(db, id), 'application/jwk+json'),
);
