import { respond } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { fail } from '@/core/kernel/problem';
import { designFile } from '@/server/certificate';

/** A design as a file of its own, with its pictures: for another school, or to be kept. */
export const GET = forMaker(async ({ db, params: { designId = '' } }) => {
  const file = await designFile(db, designId);
  if (!file) return respond(fail('not-found', 'This design is not there any more.'));
  return new Response(JSON.stringify(file), {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${file.name}.json`)}`,
      'cache-control': 'private, no-store',
    },
  });
});
