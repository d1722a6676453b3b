import { refuse } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { serveFile } from '@/app/_server/serve';
import { fail } from '@/core/kernel/problem';
import { designPictureNamed } from '@/server/certificate';

/** A picture of designs. */
export const GET = forMaker(async ({ request, db, params: { hash = '' } }) => {
  const picture = await designPictureNamed(db, hash);
  return picture
    ? serveFile(request, { hash, contentType: picture.type, name: picture.name, download: false })
    : refuse(fail('not-found', 'This picture is not there.').problem);
});
