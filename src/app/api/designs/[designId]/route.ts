import { respond } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { fail, ok } from '@/core/kernel/problem';
import { designNamed, mayUse, seenBy, versionsOf } from '@/server/certificate';

/** One design with what lies on its page, its versions, and whether whoever asks may put it to use. */
export const GET = forMaker(async ({ db, person, params: { designId = '' } }) => {
  const design = await designNamed(db, designId);
  if (!design) return respond(fail('not-found', 'This design is not there any more.'));
  return respond(
    ok({ ...seenBy(person, design), versions: await versionsOf(db, designId), mayUse: mayUse(person, design) }),
  );
});
