import { pgTable, text } from 'drizzle-orm/pg-core';
import { user } from '../people/schema';
import { at } from '../platform/columns';

/** The private address somebody's calendar is had at by a calendar program: whoever has it reads along. */
export const calendarFeed = pgTable('calendar_feed', {
  personId: text('person_id')
    .primaryKey()
    .references(() => user.id, { onDelete: 'cascade' }),
  token: text('token').notNull().unique(),
  madeAt: at('made_at').notNull(),
});
