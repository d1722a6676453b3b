import { sql } from 'drizzle-orm';
import { index, integer, jsonb, pgTable, primaryKey, uuid } from 'drizzle-orm/pg-core';
import type { Known } from '@/core/learning';
import { enrolment } from '../enrolment/schema';
import { at } from '../platform/columns';

/** When there may be something to tell a learner next, and what they know by now: one row an enrolment. */
export const nextMoment = pgTable(
  'next_moment',
  {
    enrolmentId: uuid('enrolment_id')
      .primaryKey()
      .references(() => enrolment.id, { onDelete: 'cascade' }),
    /** When it is looked at again; null while nothing will happen by itself. */
    at: at('at'),
    /** Lessons that have been open; null before the first look. */
    opened: uuid('opened').array(),
    meets: jsonb('meets').$type<Known['meets']>().notNull().default({}),
    /** When it was looked at last, and how often it has been: each look that finds something moved is another one. */
    lookedAt: at('looked_at'),
    looks: integer('looks').notNull().default(0),
  },
  (table) => [
    index('next_moment_at').on(table.at).where(sql`at is not null`),
    index('next_moment_looked').on(table.lookedAt),
  ],
);

/** A lesson somebody wants to be told of when it opens. */
export const openingWish = pgTable(
  'opening_wish',
  {
    enrolmentId: uuid('enrolment_id')
      .notNull()
      .references(() => enrolment.id, { onDelete: 'cascade' }),
    lessonId: uuid('lesson_id').notNull(),
    at: at('at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.enrolmentId, table.lessonId] })],
);
