import { integer, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { user } from '../people/schema';

/** What staff decided about one learner's grade for one item: points by hand, or excused. */
export const gradeDecision = pgTable(
  'grade_decision',
  {
    learnerId: text('learner_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    courseId: uuid('course_id').notNull(),
    lessonId: uuid('lesson_id').notNull(),
    kind: text('kind', { enum: ['points', 'excused'] }).notNull(),
    points: integer('points'),
    /** What the item was worth when it was decided, in thousandths. */
    of: integer('of'),
    reason: text('reason').notNull(),
    decidedBy: text('decided_by').notNull(),
    at: timestamp('at', { withTimezone: true, mode: 'string' }).notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.learnerId, table.lessonId] })],
);
