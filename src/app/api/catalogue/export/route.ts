import { array, object, string } from 'yup';
import { bodyOf, respond } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { columnOf } from '@/core/exchange';
import { parsed } from '@/core/kernel/parse';
import { type Look, lookSchema, rowsFor, writeSheet } from '@/server/exchange';

const wish = object({
  ...lookSchema,
  form: string().oneOf(['csv', 'xlsx']).required(),
  columns: array()
    .of(string().max(40).required())
    .min(1, 'Choose at least one column.')
    .max(60)
    .required('Choose at least one column.'),
}).noUnknown();

/**
 * Rows of the catalogue as a file: the columns that are shown, the rows that are shown, and only what the person may
 * see.
 */
export const POST = forMaker(async ({ request, db, person }) => {
  const asked = parsed(wish, await bodyOf(request));
  if (!asked.ok) return respond(asked);
  const { form, columns, ...look } = asked.value;
  const chosen = columns.flatMap((key) => columnOf(look.about, key) ?? []);
  const table = (await rowsFor(db, person, look as Look)).map((row) =>
    chosen.map((column) => row.cells[column.key] ?? null),
  );
  const file = await writeSheet(
    form,
    chosen.map((column) => column.name),
    table,
  );
  const type =
    form === 'csv' ? 'text/csv; charset=utf-8' : 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
  return new Response(Buffer.from(file), {
    headers: { 'content-type': type, 'content-disposition': `attachment; filename="${look.about}s.${form}"` },
  });
});
