import { integer, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { belongsToEnrolment, ofEnrolment } from '../enrolment/schema';
import { user } from '../people/schema';

/** What staff decided about one learner's grade for one item: points by hand, or excused. */
export const gradeDecision = pgTable(
  'grade_decision',
  {
    ...ofEnrolment(),
    lessonId: uuid('lesson_id').notNull(),
    kind: text('kind', { enum: ['points', 'excused'] }).notNull(),
    points: integer('points'),
    /** What the item was worth when it was decided, in thousandths. */
    of: integer('of'),
    reason: text('reason').notNull(),
    decidedBy: text('decided_by')
      .notNull()
      .references(() => user.id),
    at: timestamp('at', { withTimezone: true, mode: 'string' }).notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ columns: [table.enrolmentId, table.lessonId] }),
    belongsToEnrolment('grade_decision_enrolment', table).onDelete('cascade'),
  ],
);
