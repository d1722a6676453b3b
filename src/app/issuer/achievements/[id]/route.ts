import { openJson } from '@/app/_server/open';
import { forAnybody } from '@/app/_server/routes';
import { isId } from '@/core/kernel/ids';
import { achievementFor } from '@/server/certificate';

/** What a badge is for. */
export const GET = forAnybody(async ({ db, params: { id } }) =>
  openJson(isId(id) ? await achievementFor(db, id) : null),
);
