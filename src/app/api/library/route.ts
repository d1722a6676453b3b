import { number, object, string } from 'yup';
import { bodyOf, respond } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { parsed } from '@/core/kernel/parse';
import { ok } from '@/core/kernel/problem';
import { libraryKinds, type MediaKind } from '@/core/media';
import { libraryPage } from '@/server/media';

const wish = object({
  find: string().max(200).defined(),
  kind: string().oneOf(libraryKinds).nullable().defined(),
  page: number().integer().min(1).max(100_000).required(),
}).noUnknown();

/** A page of the library, for those who choose something from it. */
export const POST = forMaker(async ({ request, db, person }) => {
  const asked = parsed(wish, await bodyOf(request));
  if (!asked.ok) return respond(asked);
  const { find, kind, page } = asked.value;
  const found = await libraryPage(db, person, { find, kind: kind as MediaKind | null, only: null, tag: '', page });
  return respond(ok(found));
});
