import { respond } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { fail, ok } from '@/core/kernel/problem';
import { designPictureNamed } from '@/server/certificate';

/** What is known of a picture for designs. */
export const GET = forMaker(async ({ db, params: { hash = '' } }) => {
  const picture = await designPictureNamed(db, hash);
  return respond(picture ? ok(picture) : fail('not-found', 'This picture is not there.'));
});
