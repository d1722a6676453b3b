import { type AnyPgColumn, index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { Difficulty, QuestionContent } from '@/core/quiz';
import { media } from '../media/schema';
import { user } from '../people/schema';
import { at } from '../platform/columns';

/** Categories of the bank form a tree. */
export const bankCategory = pgTable('bank_category', {
  id: uuid('id').primaryKey(),
  parentId: uuid('parent_id').references((): AnyPgColumn => bankCategory.id),
  order: text('order').notNull(),
  title: text('title').notNull(),
});

/** A question of the school, as it is now. Columns are the core's fields. */
export const bankQuestion = pgTable(
  'bank_question',
  {
    id: uuid('id').primaryKey(),
    categoryId: uuid('category_id').references(() => bankCategory.id, { onDelete: 'set null' }),
    version: integer('version').notNull(),
    kind: text('kind').$type<QuestionContent['kind']>().notNull(),
    prompt: text('prompt').notNull(),
    category: text('category').notNull().default(''),
    points: integer('points').notNull(),
    body: jsonb('body').$type<QuestionContent['body']>().notNull(),
    media: jsonb('media').$type<QuestionContent['media']>(),
    hint: text('hint').notNull(),
    feedbackRight: text('feedback_right').notNull(),
    feedbackPart: text('feedback_part').notNull(),
    feedbackWrong: text('feedback_wrong').notNull(),
    difficulty: integer('difficulty').$type<Difficulty>().notNull(),
    tags: jsonb('tags').$type<readonly string[]>().notNull(),
    /** Ids of outcomes of any course. */
    outcomes: jsonb('outcomes').$type<readonly string[]>().notNull(),
    changedBy: text('changed_by')
      .notNull()
      .references(() => user.id),
    changedAt: at('changed_at').notNull(),
    /** Taken out: not offered and not drawn any more, and where it was it stays. */
    removedAt: at('removed_at'),
  },
  (table) => [index('bank_question_category').on(table.categoryId)],
);

/** The files a question of the bank shows now: they stay in the library as long as it does. */
export const bankMedia = pgTable(
  'bank_media',
  {
    questionId: uuid('question_id')
      .notNull()
      .references(() => bankQuestion.id, { onDelete: 'cascade' }),
    mediaId: uuid('media_id')
      .notNull()
      .references(() => media.id),
  },
  (table) => [primaryKey({ columns: [table.questionId, table.mediaId] }), index('bank_media_media').on(table.mediaId)],
);

/** A question as it was in one of its versions; never changed once a paper has it. */
export const bankVersion = pgTable(
  'bank_version',
  {
    questionId: uuid('question_id')
      .notNull()
      .references(() => bankQuestion.id, { onDelete: 'cascade' }),
    version: integer('version').notNull(),
    content: jsonb('content').$type<QuestionContent>().notNull(),
    madeBy: text('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: at('made_at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.questionId, table.version] })],
);
