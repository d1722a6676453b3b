import { openJson } from '@/app/_server/open';
import { forAnybody } from '@/app/_server/routes';
import { issuerKeys } from '@/server/certificate';

/** The keys whose badges are good, as a JWK Set. */
export const GET = forAnybody(async ({ db }) => openJson(await issuerKeys(db), 'application/jwk-set+json'));
