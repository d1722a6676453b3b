import { openJson } from '@/app/_server/open';
import { forAnybody } from '@/app/_server/routes';
import { issuer } from '@/server/certificate';

/** The school as issuer of badges, with the keys they are checked with. */
export const GET = forAnybody(async ({ db }) => openJson(await issuer(db)));
