import { type AnyPgColumn, boolean, foreignKey, index, integer, jsonb, pgTable, text, unique, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { Change } from '@/core/kernel/change';
import type { Course, CourseDocument, Difference, Lesson, Question, RichText, Section } from '@/core/outline';
import { user } from '../people/schema';
import { at } from '../platform/columns';

/** The working copy: one row a course, section, lesson and question. Columns are the core's fields. */
export const course = pgTable('course', {
  id: uuid('id').primaryKey(),
  slug: text('slug').notNull().unique(),
  title: text('title').notNull(),
  description: text('description').notNull(),
  audience: text('audience').notNull(),
  promise: text('promise').notNull(),
  zone: text('zone').notNull(),
  rhythm: jsonb('rhythm').$type<Course['rhythm']>(),
  weekLimit: integer('week_limit').notNull(),
  completion: jsonb('completion').$type<Course['completion']>().notNull(),
  missing: text('missing').$type<Course['missing']>().notNull(),
  award: jsonb('award').$type<Course['award']>().notNull(),
  liveEditionId: uuid('live_edition_id').references((): AnyPgColumn => edition.id),
  createdAt: at('created_at').notNull().defaultNow(),
  changedAt: at('changed_at').notNull().defaultNow(),
});

export const section = pgTable(
  'section',
  {
    id: uuid('id').primaryKey(),
    courseId: uuid('course_id')
      .notNull()
      .references(() => course.id, { onDelete: 'cascade' }),
    order: text('order').notNull(),
    title: text('title').notNull(),
    opens: jsonb('opens').$type<Section['opens']>(),
  },
  (table) => [index('section_course').on(table.courseId), unique('section_id_course').on(table.id, table.courseId)],
);

export const lesson = pgTable(
  'lesson',
  {
    id: uuid('id').primaryKey(),
    courseId: uuid('course_id').notNull(),
    sectionId: uuid('section_id').notNull(),
    order: text('order').notNull(),
    title: text('title').notNull(),
    kind: text('kind').$type<Lesson['kind']>().notNull(),
    state: text('state').$type<Lesson['state']>().notNull(),
    required: boolean('required').notNull(),
    minutes: integer('minutes'),
    text: jsonb('text').$type<RichText>(),
    mediaId: uuid('media_id'),
    downloads: boolean('downloads').notNull(),
    opens: jsonb('opens').$type<Lesson['opens']>(),
    teaser: text('teaser').notNull(),
    done: jsonb('done').$type<Lesson['done']>(),
    quiz: jsonb('quiz').$type<Lesson['quiz']>(),
    assignment: jsonb('assignment').$type<Lesson['assignment']>(),
    weight: integer('weight').notNull(),
  },
  (table) => [
    index('lesson_course').on(table.courseId),
    // A lesson can only stand in a section of its own course.
    foreignKey({ columns: [table.sectionId, table.courseId], foreignColumns: [section.id, section.courseId] }).onDelete('cascade'),
  ],
);

export const question = pgTable(
  'question',
  {
    id: uuid('id').primaryKey(),
    courseId: uuid('course_id').notNull(),
    lessonId: uuid('lesson_id')
      .notNull()
      .references(() => lesson.id, { onDelete: 'cascade' }),
    order: text('order').notNull(),
    kind: text('kind').$type<Question['kind']>().notNull(),
    prompt: text('prompt').notNull(),
    points: integer('points').notNull(),
    options: jsonb('options').$type<Question['options']>().notNull(),
    value: text('value').notNull(),
    tolerance: text('tolerance').notNull(),
    unit: text('unit').notNull(),
    feedbackRight: text('feedback_right').notNull(),
    feedbackWrong: text('feedback_wrong').notNull(),
  },
  (table) => [index('question_course').on(table.courseId), index('question_lesson').on(table.lessonId)],
);

/** A course as it was published: never changed. */
export const edition = pgTable(
  'edition',
  {
    id: uuid('id').primaryKey(),
    courseId: uuid('course_id')
      .notNull()
      .references((): AnyPgColumn => course.id, { onDelete: 'cascade' }),
    number: integer('number').notNull(),
    document: jsonb('document').$type<CourseDocument>().notNull(),
    /** SHA-256 of the document's JSON with its keys in order. */
    hash: text('hash').notNull(),
    differences: jsonb('differences').$type<Difference[]>().notNull(),
    publishedBy: text('published_by')
      .notNull()
      .references(() => user.id),
    publishedAt: at('published_at').notNull().defaultNow(),
  },
  (table) => [uniqueIndex('edition_number').on(table.courseId, table.number)],
);

/** Every change, with what was before and after: undo and history come from here. */
export const audit = pgTable(
  'audit',
  {
    id: uuid('id').primaryKey(),
    at: at('at').notNull().defaultNow(),
    actorId: text('actor_id'),
    courseId: uuid('course_id'),
    command: text('command').notNull(),
    sentence: text('sentence').notNull(),
    changes: jsonb('changes').$type<Change[]>().notNull(),
    /** Whether this row did something, took something back, or did it again. */
    kind: text('kind', { enum: ['do', 'undo', 'redo'] })
      .notNull()
      .default('do'),
    undoneBy: uuid('undone_by'),
  },
  (table) => [index('audit_course').on(table.courseId, table.actorId, table.id)],
);
