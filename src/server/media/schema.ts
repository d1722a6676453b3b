import { bigint, index, integer, jsonb, pgTable, primaryKey, real, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { MediaFacts, MediaForm } from '@/core/media';
import { user } from '../people/schema';
import { at } from '../platform/columns';

/** A file's content, stored once however often it is uploaded. */
export const blob = pgTable('blob', {
  hash: text('hash').primaryKey(),
  size: bigint('size', { mode: 'number' }).notNull(),
  contentType: text('content_type').notNull(),
  createdAt: at('created_at').notNull().defaultNow(),
  /** When it was last stored or referred to anew: what is looked at before it is swept away. */
  seenAt: at('seen_at').notNull().defaultNow(),
});

/** Bytes somebody has begun to upload on a day (UTC), for the limit on it. */
export const uploadDay = pgTable(
  'upload_day',
  {
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    day: text('day').notNull(),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.userId, table.day] })],
);

/** A thing in the library of the school. What it holds is kept by its versions. */
export const media = pgTable(
  'media',
  {
    id: uuid('id').primaryKey(),
    kind: text('kind').$type<MediaFacts['kind']>().notNull(),
    title: text('title').notNull(),
    alt: text('alt').notNull().default(''),
    tags: text('tags').array().notNull().default([]),
    /** On what terms it may be used, and where it is from, in words. */
    licence: text('licence').notNull().default(''),
    source: text('source').notNull().default(''),
    /** The number of the version that working copies show. */
    version: integer('version').notNull().default(1),
    /** The course it was uploaded for: there it is at hand before anything uses it. */
    courseId: uuid('course_id'),
    /** Who put it there: for what belongs to no course. */
    addedBy: text('added_by').references(() => user.id, { onDelete: 'set null' }),
    createdAt: at('created_at').notNull().defaultNow(),
  },
  (table) => [index('media_course').on(table.courseId)],
);

/**
 * A file that a thing in the library is or was, and what is known of it. Editions keep the version they were made with.
 */
export const mediaVersion = pgTable(
  'media_version',
  {
    id: uuid('id').primaryKey(),
    mediaId: uuid('media_id')
      .notNull()
      .references(() => media.id, { onDelete: 'cascade' }),
    number: integer('number').notNull(),
    fileName: text('file_name').notNull(),
    hash: text('hash')
      .notNull()
      .references(() => blob.hash),
    state: text('state').$type<MediaFacts['state']>().notNull(),
    problem: text('problem'),
    seconds: real('seconds'),
    width: integer('width'),
    height: integer('height'),
    pages: integer('pages'),
    posterHash: text('poster_hash'),
    waveHash: text('wave_hash'),
    playHash: text('play_hash'),
    /** Other forms of it; null until they have been made. */
    forms: jsonb('forms').$type<readonly MediaForm[]>(),
    /** The moment of a film that its poster shows, in seconds; null where nobody has chosen one. */
    posterAt: real('poster_at'),
    /** What a document says, to be found by. */
    words: text('words').notNull().default(''),
    captions: jsonb('captions').$type<MediaFacts['captions']>().notNull().default([]),
    uploadedBy: text('uploaded_by').references(() => user.id, { onDelete: 'set null' }),
    createdAt: at('created_at').notNull().defaultNow(),
  },
  (table) => [uniqueIndex('media_version_number').on(table.mediaId, table.number)],
);

/**
 * Where a working copy uses a thing of the library: kept with every change of a lesson or its text, and with them gone.
 */
export const mediaUse = pgTable(
  'media_use',
  {
    mediaId: uuid('media_id')
      .notNull()
      .references(() => media.id),
    lessonId: uuid('lesson_id').notNull(),
    place: text('place').$type<UsePlace>().notNull(),
    courseId: uuid('course_id').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.mediaId, table.lessonId, table.place] }),
    index('media_use_course').on(table.courseId),
    index('media_use_lesson').on(table.lessonId),
  ],
);

/** As what a lesson shows, as its picture, in its text, attached to it, or with a question of it. */
export type UsePlace = 'main' | 'picture' | 'text' | 'attachment' | 'question';
