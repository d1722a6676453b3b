import { pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { course } from '../outline/schema';
import { user } from '../people/schema';
import { at } from '../platform/columns';

/** The marker who marks one part of all work of a lesson: a criterion of an assignment, a question of a quiz. */
export const partShare = pgTable(
  'part_share',
  {
    courseId: uuid('course_id')
      .notNull()
      .references(() => course.id, { onDelete: 'cascade' }),
    lessonId: uuid('lesson_id').notNull(),
    partId: uuid('part_id').notNull(),
    markerId: text('marker_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    sharedAt: at('shared_at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.courseId, table.lessonId, table.partId] })],
);
