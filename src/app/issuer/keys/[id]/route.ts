import { openJson } from '@/app/_server/open';
import { forAnybody } from '@/app/_server/routes';
import { issuerKey } from '@/server/certificate';

/** One key, as proofs in badges name it. */
export const GET = forAnybody(async ({ db, params: { id = '' } }) => openJson(await issuerKey(db, id)));
