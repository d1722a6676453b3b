import { integer, pgTable, primaryKey, uuid } from 'drizzle-orm/pg-core';
import { belongsToEnrolment, ofEnrolment } from '../enrolment/schema';
import { at } from '../platform/columns';

/** The password of a lesson, as somebody has given it: how often wrongly, and when rightly. */
export const lessonUnlock = pgTable(
  'lesson_unlock',
  {
    ...ofEnrolment(),
    lessonId: uuid('lesson_id').notNull(),
    wrong: integer('wrong').notNull().default(0),
    triedAt: at('tried_at').notNull(),
    openedAt: at('opened_at'),
  },
  (table) => [
    primaryKey({ columns: [table.enrolmentId, table.lessonId] }),
    belongsToEnrolment('lesson_unlock_enrolment', table).onDelete('cascade'),
  ],
);
