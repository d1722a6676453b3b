import { openJson, sent } from '@/app/_server/open';
import { forAnybody } from '@/app/_server/routes';
import { statusList, statusListToken } from '@/server/certificate';

/** A list of what was withdrawn: with a proof in it, or, to who asks for that, as a signed token. */
export const GET = forAnybody(async ({ request, db, params: { list = '' } }) => {
  if (!/^\d{1,5}$/.test(list)) return openJson(null);
  const type = 'application/vc+jwt';
  if (!request.headers.get('accept')?.includes(type))
    return openJson(await statusList(db, Number(list)), 'application/vc');
  const token = await statusListToken(db, Number(list));
  return token === null ? openJson(null) : sent(token, { type });
});
