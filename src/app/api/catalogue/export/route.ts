import { array, object, string } from 'yup';
import { bodyOf, respond } from '@/app/_server/respond';
import { forPerson } from '@/app/_server/routes';
import { catalogueColumns, columnOf } from '@/core/exchange';
import { idSchema } from '@/core/kernel/ids';
import { parsed } from '@/core/kernel/parse';
import { catalogueFor, writeSheet } from '@/server/exchange';

const wish = object({
  about: string()
    .oneOf(Object.keys(catalogueColumns) as ('lesson' | 'course')[])
    .required(),
  form: string().oneOf(['csv', 'xlsx']).required(),
  columns: array().of(string().max(40).required()).min(1, 'Choose at least one column.').max(60).required('Choose at least one column.'),
  /** The rows that are shown, in their order. */
  ids: array().of(idSchema).max(50_000).required(),
}).noUnknown();

/** Rows of the catalogue as a file: the columns that are shown, the rows that are shown, and only what the person may see. */
export const POST = forPerson(async ({ request, db, person }) => {
  const asked = parsed(wish, await bodyOf(request));
  if (!asked.ok) return respond(asked);
  const { about, form, columns, ids } = asked.value;
  const chosen = columns.flatMap((key) => columnOf(about, key) ?? []);
  const rows = new Map((await catalogueFor(db, person)).rows[about].map((row) => [row.id, row]));
  const table = ids.flatMap((id) => rows.get(id) ?? []).map((row) => chosen.map((column) => row.cells[column.key] ?? null));
  const file = await writeSheet(
    form,
    chosen.map((column) => column.name),
    table,
  );
  const type = form === 'csv' ? 'text/csv; charset=utf-8' : 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
  return new Response(Buffer.from(file), { headers: { 'content-type': type, 'content-disposition': `attachment; filename="${about}s.${form}"` } });
});
