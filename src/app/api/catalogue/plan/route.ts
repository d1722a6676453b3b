import { bodyOf, respond } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { parsed } from '@/core/kernel/parse';
import { planWish, wishSchema } from '@/server/exchange';

/** What a change of many cells would do. Nothing is written, and whether it may be is decided again when it is. */
export const POST = forMaker(async ({ request, db, person }) => {
  const asked = parsed(wishSchema, await bodyOf(request));
  return respond(asked.ok ? await planWish(db, person, asked.value) : asked);
});
