import { object } from 'yup';
import { bodyOf, respond } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { countSchema } from '@/core/kernel/ids';
import { parsed } from '@/core/kernel/parse';
import { ok } from '@/core/kernel/problem';
import { type Look, lookSchema, rowsPage } from '@/server/exchange';

const wish = object({ ...lookSchema, from: countSchema }).noUnknown();

/** A page of the catalogue, from a row on. */
export const POST = forMaker(async ({ request, db, person }) => {
  const asked = parsed(wish, await bodyOf(request));
  if (!asked.ok) return respond(asked);
  const { from, ...look } = asked.value;
  return respond(ok(await rowsPage(db, person, look as Look, from)));
});
