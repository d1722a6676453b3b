import { bigint, index, integer, jsonb, pgTable, primaryKey, real, text, uuid } from 'drizzle-orm/pg-core';
import type { MediaFacts } from '@/core/media';
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

export const media = pgTable(
  'media',
  {
    id: uuid('id').primaryKey(),
    courseId: uuid('course_id').notNull(),
    kind: text('kind').$type<MediaFacts['kind']>().notNull(),
    title: text('title').notNull(),
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
    playHash: text('play_hash'),
    captions: jsonb('captions').$type<MediaFacts['captions']>().notNull().default([]),
    alt: text('alt').notNull().default(''),
    uploadedBy: text('uploaded_by'),
    createdAt: at('created_at').notNull().defaultNow(),
  },
  (table) => [index('media_course').on(table.courseId)],
);
