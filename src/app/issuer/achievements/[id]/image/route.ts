import { openJson, sent } from '@/app/_server/open';
import { forAnybody } from '@/app/_server/routes';
import { isId } from '@/core/kernel/ids';
import { achievedBy, badgePng } from '@/server/certificate';

/** How the badge for it looks, with nobody’s badge in it. */
export const GET = forAnybody(async ({ db, params: { id } }) => {
  const facts = isId(id) ? await achievedBy(db, id) : null;
  return facts && isId(id) ? sent(await badgePng(facts, id), { type: 'image/png', isPublic: true }) : openJson(null);
});
