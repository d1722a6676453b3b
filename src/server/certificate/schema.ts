import { isNull, sql } from 'drizzle-orm';
import { index, jsonb, pgSequence, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { belongsToEnrolment, ofEnrolment } from '../enrolment/schema';
import { edition } from '../outline/schema';
import { at } from '../platform/columns';

/** Counts certificates; a number once drawn is never drawn again, even when nothing came of it. */
export const certificateCounter = pgSequence('certificate_counter');

export const certificate = pgTable(
  'certificate',
  {
    id: uuid('id').primaryKey(),
    ...ofEnrolment(),
    editionId: uuid('edition_id')
      .notNull()
      .references(() => edition.id),
    /** The quiz it is for; null: for the course as a whole. */
    lessonId: uuid('lesson_id'),
    number: text('number').notNull().unique(),
    /** For the check page: cannot be guessed. */
    token: text('token').notNull().unique(),
    /** What it says, as it was when it was issued. */
    holder: text('holder').notNull(),
    courseTitle: text('course_title').notNull(),
    school: text('school').notNull(),
    grade: text('grade'),
    /** Parsed when it is read, see `readDesign`: what it may hold has changed, and this does not. */
    design: jsonb('design').$type<object>().notNull(),
    issuedAt: at('issued_at').notNull(),
    withdrawnAt: at('withdrawn_at'),
    withdrawnWhy: text('withdrawn_why'),
    /** The PDF, once the worker has made it. */
    pdfHash: text('pdf_hash'),
  },
  (table) => [
    belongsToEnrolment('certificate_enrolment', table),
    // One that holds at a time: one withdrawn can be followed by another.
    uniqueIndex('certificate_current')
      .on(table.enrolmentId)
      .where(sql`${table.withdrawnAt} is null and ${table.lessonId} is null`),
    uniqueIndex('certificate_current_quiz').on(table.enrolmentId, table.lessonId).where(isNull(table.withdrawnAt)),
    index('certificate_course').on(table.courseId),
  ],
);
