import { asc, eq } from 'drizzle-orm';
import { array, number, object, string } from 'yup';
import type { CatalogueTable } from '@/core/exchange';
import { idSchema } from '@/core/kernel/ids';
import { line } from '@/core/kernel/line';
import { fail, ok } from '@/core/kernel/problem';
import { can } from '@/core/people';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { lookFields, lookSchema } from './catalogue';
import { type CatalogueLook, catalogueView } from './schema';
export type SavedView = {
  readonly id: string;
  readonly name: string;
  readonly about: CatalogueTable;
  readonly look: CatalogueLook;
};

export const viewsOf = (db: Database, ownerId: string): Promise<SavedView[]> =>
  db
    .select({ id: catalogueView.id, name: catalogueView.name, about: catalogueView.about, look: catalogueView.look })
    .from(catalogueView)
    .where(eq(catalogueView.ownerId, ownerId))
    .orderBy(asc(catalogueView.name));

const keptLook = object({
  columns: array()
    .of(object({ key: string().max(40).required(), width: number().min(40).max(2000).required() }).noUnknown())
    .min(1, 'Choose at least one column.')
    .max(60)
    .required(),
  ...lookFields,
}).noUnknown();

export const saveView = command({
  name: 'catalogue.save-view',
  input: object({
    id: idSchema,
    name: line(80, 'Keep the name under 80 characters.', 'Give the view a name.'),
    about: lookSchema.about,
    look: keptLook.required(),
  }).noUnknown(),
  permission: ({ actor }) => can(actor, 'course.create') || Object.values(actor.courses).includes('creator'),
  async handle({ tx, actor }, { id, name, about, look }) {
    const [there] = await tx.db
      .select({ ownerId: catalogueView.ownerId })
      .from(catalogueView)
      .where(eq(catalogueView.id, id));
    if (there && there.ownerId !== actor.id) return fail('not-allowed', 'This view belongs to somebody else.');
    const row = { name: name.trim(), about, look: look as CatalogueLook };
    await tx.db
      .insert(catalogueView)
      .values({ id, ownerId: actor.id, ...row })
      .onConflictDoUpdate({ target: catalogueView.id, set: row });
    return ok({ id });
  },
});

export const removeView = command({
  name: 'catalogue.remove-view',
  input: object({ id: idSchema }).noUnknown(),
  permission: async ({ actor, tx }, { id }) => {
    const [row] = await tx.db
      .select({ ownerId: catalogueView.ownerId })
      .from(catalogueView)
      .where(eq(catalogueView.id, id));
    return row === undefined || row.ownerId === actor.id;
  },
  async handle({ tx }, { id }) {
    await tx.db.delete(catalogueView).where(eq(catalogueView.id, id));
    return ok({ id });
  },
});

export const exchangeCommands = { [saveView.name]: saveView, [removeView.name]: removeView };
