import { index, jsonb, pgTable, primaryKey, real, text, uuid } from 'drizzle-orm/pg-core';
import type { LessonProgress, Statement } from '@/core/record';
import { belongsToEnrolment, ofEnrolment } from '../enrolment/schema';
import { at } from '../platform/columns';

export const statement = pgTable(
  'statement',
  {
    id: uuid('id').primaryKey(),
    /** The deed this tells of, see `recordEvent`: told once. */
    deed: text('deed').notNull().unique(),
    ...ofEnrolment(),
    lessonId: uuid('lesson_id'),
    verb: text('verb').notNull(),
    at: at('at').notNull(),
    body: jsonb('body').$type<Statement>().notNull(),
  },
  (table) => [
    belongsToEnrolment('statement_enrolment', table).onDelete('cascade'),
    index('statement_of_enrolment').on(table.enrolmentId, table.at),
    index('statement_course').on(table.courseId, table.at),
  ],
);

/** A projection of the statements: it can be thrown away and worked out again. */
export const progress = pgTable(
  'progress',
  {
    ...ofEnrolment(),
    lessonId: uuid('lesson_id').notNull(),
    state: text('state').$type<LessonProgress['state']>().notNull(),
    doneAt: at('done_at'),
    watched: jsonb('watched').$type<LessonProgress['watched']>().notNull(),
    place: real('place'),
    answered: jsonb('answered').$type<LessonProgress['answered']>().notNull().default({}),
    /** Up to when the time spent in the lesson has been counted: since it was opened, or since the last report. */
    countedFrom: at('counted_from'),
  },
  (table) => [
    primaryKey({ columns: [table.enrolmentId, table.lessonId] }),
    belongsToEnrolment('progress_enrolment', table).onDelete('cascade'),
  ],
);
