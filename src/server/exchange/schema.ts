import { jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { CatalogueTable, Filter } from '@/core/exchange';
import { user } from '../people/schema';

/** A way to look at the catalogue that somebody has kept: its columns with their widths, its filter, its order. */
export type CatalogueLook = {
  readonly columns: readonly { readonly key: string; readonly width: number }[];
  readonly filter: Filter;
  readonly sort: { readonly column: string; readonly down: boolean } | null;
};

export const catalogueView = pgTable('catalogue_view', {
  id: uuid('id').primaryKey(),
  ownerId: text('owner_id')
    .notNull()
    .references(() => user.id, { onDelete: 'cascade' }),
  name: text('name').notNull(),
  about: text('about').$type<CatalogueTable>().notNull(),
  look: jsonb('look').$type<CatalogueLook>().notNull(),
});
