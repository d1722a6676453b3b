import {
  type AnyPgColumn,
  boolean,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';

import {
  type Course,
  type CourseDocument,
  type Difference,
  type Lesson,
  type Medium,
  type PatternSection,
  type Question,
  type RichText,
  type Section,
  type TextFacts,
  usualSettings,
} from '@/core/outline';
import { bankQuestion } from '../bank/schema';
import { media } from '../media/schema';
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
  notAbout: text('not_about').notNull().default(''),
  zone: text('zone').notNull(),
  rhythm: jsonb('rhythm').$type<Course['rhythm']>(),
  access: jsonb('access').$type<Course['access']>(),
  accessNote: text('access_note').notNull().default(''),
  countdown: text('countdown').$type<Course['countdown']>().notNull().default('days'),
  weekLimit: integer('week_limit').notNull(),
  completion: jsonb('completion').$type<Course['completion']>().notNull(),
  missing: text('missing').$type<Course['missing']>().notNull(),
  award: jsonb('award').$type<Course['award']>().notNull(),
  settings: jsonb('settings').$type<Course['settings']>().notNull().default(usualSettings),
  /** Grows by one with each step of the history, so that browsers know what they have missed. */
  revision: integer('revision').notNull().default(0),
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
    closes: jsonb('closes').$type<Section['closes']>(),
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
    written: jsonb('written').$type<TextFacts>().notNull().default({ words: 0, pictures: 0, undescribed: 0 }),
    mediaId: uuid('media_id').references(() => media.id),
    downloads: boolean('downloads'),
    pictureId: uuid('picture_id').references(() => media.id),
    attachments: jsonb('attachments').$type<Lesson['attachments']>().notNull().default([]),
    link: text('link').notNull().default(''),
    sample: boolean('sample').notNull().default(false),
    chapters: jsonb('chapters').$type<Lesson['chapters']>().notNull().default([]),
    password: text('password').notNull().default(''),
    needs: jsonb('needs').$type<readonly string[]>().notNull().default([]),
    opens: jsonb('opens').$type<Lesson['opens']>(),
    closes: jsonb('closes').$type<Lesson['closes']>(),
    teaser: text('teaser').notNull(),
    done: jsonb('done').$type<Lesson['done']>(),
    quiz: jsonb('quiz').$type<Lesson['quiz']>(),
    assignment: jsonb('assignment').$type<Lesson['assignment']>(),
    live: jsonb('live').$type<Lesson['live']>(),
    weight: integer('weight').notNull(),
    asks: text('asks').notNull().default(''),
    mediums: jsonb('mediums').$type<readonly Medium[]>().notNull().default([]),
    note: text('note').notNull().default(''),
    outcomes: jsonb('outcomes').$type<readonly string[]>().notNull().default([]),
  },
  (table) => [
    index('lesson_course').on(table.courseId),
    // A lesson can only stand in a section of its own course.
    foreignKey({ columns: [table.sectionId, table.courseId], foreignColumns: [section.id, section.courseId] }).onDelete(
      'cascade',
    ),
  ],
);

/** The text of a lesson, apart from it: most screens show no texts. */
export const lessonText = pgTable(
  'lesson_text',
  {
    id: uuid('id')
      .primaryKey()
      .references(() => lesson.id, { onDelete: 'cascade' }),
    courseId: uuid('course_id')
      .notNull()
      .references(() => course.id, { onDelete: 'cascade' }),
    content: jsonb('content').$type<RichText>(),
  },
  (table) => [index('lesson_text_course').on(table.courseId)],
);

export const outcome = pgTable(
  'outcome',
  {
    id: uuid('id').primaryKey(),
    courseId: uuid('course_id')
      .notNull()
      .references(() => course.id, { onDelete: 'cascade' }),
    order: text('order').notNull(),
    text: text('text').notNull(),
  },
  (table) => [index('outcome_course').on(table.courseId)],
);

export const question = pgTable(
  'question',
  {
    id: uuid('id').primaryKey(),
    courseId: uuid('course_id')
      .notNull()
      .references(() => course.id, { onDelete: 'cascade' }),
    lessonId: uuid('lesson_id')
      .notNull()
      .references(() => lesson.id, { onDelete: 'cascade' }),
    order: text('order').notNull(),
    kind: text('kind').$type<Question['kind']>().notNull(),
    prompt: text('prompt').notNull(),
    category: text('category').notNull().default(''),
    points: integer('points').notNull(),
    /** What a question of its kind holds; parsed by its kind when it is read. */
    body: jsonb('body').$type<Question['body']>().notNull(),
    media: jsonb('media').$type<Question['media']>(),
    hint: text('hint').notNull().default(''),
    feedbackRight: text('feedback_right').notNull(),
    feedbackPart: text('feedback_part').notNull().default(''),
    feedbackWrong: text('feedback_wrong').notNull(),
    moment: jsonb('moment').$type<Question['moment']>(),
    bankId: uuid('bank_id').references(() => bankQuestion.id),
    bankVersion: integer('bank_version'),
    taught: jsonb('taught').$type<Question['taught']>(),
    outcomes: jsonb('outcomes').$type<readonly string[]>().notNull().default([]),
  },
  (table) => [
    index('question_course').on(table.courseId),
    index('question_lesson').on(table.lessonId),
    index('question_bank').on(table.bankId),
  ],
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
    /**
     * The revision of the working copy it was made of, so that what came since can be counted without being compared.
     */
    revision: integer('revision').notNull().default(0),
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

/** Outlines of the school's own to begin a course with. */
export const pattern = pgTable('pattern', {
  id: uuid('id').primaryKey(),
  title: text('title').notNull(),
  description: text('description').notNull(),
  sections: jsonb('sections').$type<readonly PatternSection[]>().notNull(),
  madeBy: text('made_by')
    .notNull()
    .references(() => user.id),
  madeAt: at('made_at').notNull().defaultNow(),
});

/**
 * An edition that is to be made of the working copy at a time. At most one a course; it stays until it is done or
 * called off.
 */
export const plannedEdition = pgTable('planned_edition', {
  courseId: uuid('course_id')
    .primaryKey()
    .references(() => course.id, { onDelete: 'cascade' }),
  number: integer('number').notNull(),
  at: at('at').notNull(),
  /** The wall-clock time that was meant, and where. */
  wall: text('wall').notNull(),
  zone: text('zone').notNull(),
  plannedBy: text('planned_by')
    .notNull()
    .references(() => user.id),
  /** Why it could not be made when its time came. */
  problem: text('problem'),
});

/** Who has a course open in a browser, and where in it they are; nothing that has to outlive the database. */
export const presence = pgTable(
  'presence',
  {
    client: uuid('client').primaryKey(),
    courseId: uuid('course_id')
      .notNull()
      .references(() => course.id, { onDelete: 'cascade' }),
    personId: text('person_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    stage: text('stage').notNull(),
    /** The lesson or section they are in. */
    at: text('at'),
    until: at('until').notNull(),
  },
  (table) => [index('presence_course').on(table.courseId, table.until)],
);
