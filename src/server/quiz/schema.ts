import { sql } from 'drizzle-orm';
import { index, integer, jsonb, pgTable, primaryKey, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { Answer } from '@/core/quiz';
import { belongsToEnrolment, ofEnrolment } from '../enrolment/schema';
import { edition } from '../outline/schema';
import { at } from '../platform/columns';

export const sitting = pgTable(
  'sitting',
  {
    id: uuid('id').primaryKey(),
    /** Given by whoever began it, so that beginning twice with one request begins one. */
    deed: uuid('deed').unique(),
    ...ofEnrolment(),
    lessonId: uuid('lesson_id').notNull(),
    /** The paper is the one of this edition, whatever is published later. */
    editionId: uuid('edition_id')
      .notNull()
      .references(() => edition.id),
    number: integer('number').notNull(),
    /** What its paper is worked out from, with the edition: see `paperFor`. */
    seed: integer('seed').notNull().default(0),
    startedAt: at('started_at').notNull(),
    deadline: at('deadline'),
    handedInAt: at('handed_in_at'),
    /** Thousandths of a point, set when it is handed in. */
    points: integer('points'),
    of: integer('of'),
    /** The share of them before it was rounded, as a fraction: what is compared with a pass mark. */
    share: text('share'),
  },
  (table) => [
    belongsToEnrolment('sitting_enrolment', table).onDelete('cascade'),
    uniqueIndex('sitting_number').on(table.enrolmentId, table.lessonId, table.number),
    index('sitting_lesson').on(table.courseId, table.lessonId),
    index('sitting_open').on(table.deadline).where(sql`${table.handedInAt} is null`),
  ],
);

/** The answer to one question of a sitting, as it was given last; parsed by the question's kind when it is read. */
export const sittingAnswer = pgTable(
  'sitting_answer',
  {
    sittingId: uuid('sitting_id')
      .notNull()
      .references(() => sitting.id, { onDelete: 'cascade' }),
    /** A question of the edition the sitting is taken on. */
    questionId: uuid('question_id').notNull(),
    answer: jsonb('answer').$type<Answer>().notNull(),
    at: at('at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.sittingId, table.questionId] })],
);
