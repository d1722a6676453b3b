import { array, object, string } from 'yup';
import { bytesOf, respond } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { mappingByName } from '@/core/exchange';
import { parsed } from '@/core/kernel/parse';
import { ok } from '@/core/kernel/problem';
import { lookSchema, mostSheetBytes, planSheet, readApart } from '@/server/exchange';

/** How the columns of a file stand for those of the catalogue; without it, by their names. */
const wish = object({
  about: lookSchema.about,
  key: string().oneOf(['id', 'title']).optional(),
  mapping: array().of(string().max(40).nullable().defined()).max(200).optional(),
}).noUnknown();

/**
 * What a CSV or XLSX file would do to the catalogue. Nothing is written, and whether it may be is decided again when it
 * is.
 */
export const POST = forMaker(async ({ request, db, person }) => {
  const { about, key, mapping: columns } = Object.fromEntries(new URL(request.url).searchParams);
  const asked = parsed(wish, {
    about,
    ...(key ? { key } : {}),
    ...(columns === undefined ? {} : { mapping: columns.split(',').map((one) => one || null) }),
  });
  if (!asked.ok) return respond(asked);
  const sheet = await readApart('sheet', { bytes: await bytesOf(request, mostSheetBytes) });
  if (!sheet.ok) return respond(sheet);
  const { head, note } = sheet.value;
  const mapping = asked.value.mapping ?? mappingByName(asked.value.about, head);
  const by = asked.value.key ?? (mapping.includes('id') ? 'id' : 'title');
  return respond(
    ok({
      head,
      note,
      mapping,
      key: by,
      plan: await planSheet(db, person, asked.value.about, sheet.value, mapping, by),
    }),
  );
});
