import { index, integer, jsonb, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { KeptChange } from '@/core/outline';
import { at } from './columns';

/**
 * Every change, with what was before and after: undo and history come from here. It is written for all columns, so
 * what it refers to (people, courses, the row that undid it) is held by the database alone.
 */
export const audit = pgTable(
  'audit',
  {
    id: uuid('id').primaryKey(),
    at: at('at').notNull().defaultNow(),
    actorId: text('actor_id'),
    courseId: uuid('course_id'),
    command: text('command').notNull(),
    sentence: text('sentence').notNull(),
    changes: jsonb('changes').$type<KeptChange[]>().notNull(),
    /** Whether this row did something, took something back, or did it again. */
    kind: text('kind', { enum: ['do', 'undo', 'redo'] })
      .notNull()
      .default('do'),
    undoneBy: uuid('undone_by'),
    /** The revision of the course this step led to; null for what is no change of the working copy. */
    revision: integer('revision'),
    /** Given by the browser that wanted this step, so that sending it twice does it once. */
    step: uuid('step'),
  },
  (table) => [
    index('audit_course').on(table.courseId, table.actorId, table.id),
    index('audit_revision').on(table.courseId, table.revision),
    uniqueIndex('audit_step').on(table.step),
  ],
);
