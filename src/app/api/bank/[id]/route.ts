import { respond } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { isId } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { bankEntry } from '@/server/bank';

/** One question of the bank, with its versions. */
export const GET = forMaker(async ({ db, params: { id } }) => {
  const entry = isId(id) ? await bankEntry(db, id) : null;
  return respond(entry ? ok(entry) : fail('not-found', 'This question is not in the bank any more.'));
});
