import { sql } from 'drizzle-orm';
import { check, index, integer, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core';
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

/** Every decision there was about a grade, so that each can be accounted for later. */
export const gradeHistory = pgTable(
  'grade_history',
  {
    id: uuid('id').primaryKey(),
    ...ofEnrolment(),
    lessonId: uuid('lesson_id').notNull(),
    /** `none`: back to what was earned. */
    kind: text('kind', { enum: ['points', 'excused', 'none'] }).notNull(),
    points: integer('points'),
    of: integer('of'),
    reason: text('reason').notNull(),
    decidedBy: text('decided_by')
      .notNull()
      .references(() => user.id),
    at: timestamp('at', { withTimezone: true, mode: 'string' }).notNull(),
  },
  (table) => [
    belongsToEnrolment('grade_history_enrolment', table).onDelete('cascade'),
    index('grade_history_cell').on(table.enrolmentId, table.lessonId),
    check('grade_history_kind_known', sql`${table.kind} in ('points', 'excused', 'none')`),
  ],
);
