import { index, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { course } from '../outline/schema';
import { user } from '../people/schema';
import { at } from '../platform/columns';

export const cohort = pgTable('cohort', {
  id: uuid('id').primaryKey(),
  courseId: uuid('course_id')
    .notNull()
    .references(() => course.id, { onDelete: 'cascade' }),
  name: text('name').notNull(),
  /** A day, meant in the cohort's zone. */
  startsOn: text('starts_on').notNull(),
  zone: text('zone').notNull(),
});

export const enrolment = pgTable(
  'enrolment',
  {
    id: uuid('id').primaryKey(),
    courseId: uuid('course_id')
      .notNull()
      .references(() => course.id, { onDelete: 'cascade' }),
    learnerId: text('learner_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    cohortId: uuid('cohort_id').references(() => cohort.id),
    at: at('at').notNull(),
    /** When the learner said "finish", where the course leaves that to them. */
    finishedAt: at('finished_at'),
  },
  (table) => [
    uniqueIndex('enrolment_once').on(table.courseId, table.learnerId),
    index('enrolment_learner').on(table.learnerId),
  ],
);
