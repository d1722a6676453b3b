import { sql } from 'drizzle-orm';
import { index, integer, jsonb, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { Answers } from '@/core/quiz';
import { edition } from '../outline/schema';
import { user } from '../people/schema';
import { at } from '../platform/columns';

export const sitting = pgTable(
  'sitting',
  {
    id: uuid('id').primaryKey(),
    /** Given by whoever began it, so that beginning twice with one request begins one. */
    deed: uuid('deed').unique(),
    learnerId: text('learner_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    courseId: uuid('course_id').notNull(),
    lessonId: uuid('lesson_id').notNull(),
    /** The paper is the one of this edition, whatever is published later. */
    editionId: uuid('edition_id')
      .notNull()
      .references(() => edition.id),
    number: integer('number').notNull(),
    startedAt: at('started_at').notNull(),
    deadline: at('deadline'),
    handedInAt: at('handed_in_at'),
    answers: jsonb('answers').$type<Answers>().notNull().default({}),
    /** Thousandths of a point, set when it is handed in. */
    points: integer('points'),
    of: integer('of'),
    /** The share of them before it was rounded, as a fraction: what is compared with a pass mark. */
    share: text('share'),
  },
  (table) => [
    uniqueIndex('sitting_number').on(table.learnerId, table.lessonId, table.number),
    index('sitting_lesson').on(table.courseId, table.lessonId),
    index('sitting_open').on(table.deadline).where(sql`${table.handedInAt} is null`),
  ],
);
