import { refuse } from '@/app/_server/respond';
import { forAnybody } from '@/app/_server/routes';
import { fail } from '@/core/kernel/problem';
import { certificateByToken, certificateTold } from '@/server/certificate';

/** What its check page tells of a certificate, for programs. */
export const GET = forAnybody(async ({ db, params: { token = '' } }) => {
  const row = await certificateByToken(db, token);
  if (!row) return refuse(fail('not-found', 'No certificate of this school is checked here.').problem);
  return Response.json(await certificateTold(db, row), { headers: { 'cache-control': 'no-store' } });
});
