import { isNull, sql } from 'drizzle-orm';
import {
  type AnyPgColumn,
  boolean,
  index,
  integer,
  jsonb,
  pgSequence,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type { Facts } from '@/core/certificate';
import { belongsToEnrolment, ofEnrolment } from '../enrolment/schema';
import { blob } from '../media/schema';
import { edition } from '../outline/schema';
import { user } from '../people/schema';
import { at } from '../platform/columns';

/** Counts certificates; a number once drawn is never drawn again, even when nothing came of it. */
export const certificateCounter = pgSequence('certificate_counter');

/** A design of the school: how certificates of its courses look. */
export const certificateDesign = pgTable('certificate_design', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  /** As it is being made, see `readDesign`; what is issued is a version. */
  content: jsonb('content').$type<object>().notNull(),
  /** Grows with every change, so that of two who change it at once one is told. */
  revision: integer('revision').notNull().default(0),
  /** The version that courses use; null: none yet. */
  version: integer('version'),
  /** The revision the version was made of. */
  versionRevision: integer('version_revision'),
  createdAt: at('created_at').notNull(),
  changedAt: at('changed_at').notNull(),
  /** Since when it is in no list any more; editions that name it are issued with it still. */
  removedAt: at('removed_at'),
});

/** What a design was when it was put to use. It never changes. */
export const certificateDesignVersion = pgTable(
  'certificate_design_version',
  {
    designId: uuid('design_id')
      .notNull()
      .references(() => certificateDesign.id, { onDelete: 'cascade' }),
    number: integer('number').notNull(),
    content: jsonb('content').$type<object>().notNull(),
    at: at('at').notNull(),
    byId: text('by_id').references(() => user.id, { onDelete: 'set null' }),
  },
  (table) => [primaryKey({ columns: [table.designId, table.number] })],
);

/** A picture for designs, ready for print: what designs may show is what is here. */
export const designPicture = pgTable('design_picture', {
  hash: text('hash')
    .primaryKey()
    .references(() => blob.hash),
  name: text('name').notNull(),
  type: text('type', { enum: ['image/png', 'image/jpeg'] }).notNull(),
  width: integer('width').notNull(),
  height: integer('height').notNull(),
  addedAt: at('added_at').notNull(),
  addedById: text('added_by_id').references(() => user.id, { onDelete: 'set null' }),
});

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
    /** The rest of what it says, see `Facts`; null where it was issued before there was more. */
    facts: jsonb('facts').$type<Partial<Facts>>(),
    /** Parsed when it is read, see `readDesign`: what it may hold has changed, and this does not. */
    design: jsonb('design').$type<object>().notNull(),
    issuedAt: at('issued_at').notNull(),
    /** From when on it holds no more; null: without end. */
    expiresAt: at('expires_at'),
    withdrawnAt: at('withdrawn_at'),
    withdrawnWhy: text('withdrawn_why'),
    /** The one it was issued in the place of. */
    replacesId: uuid('replaces_id').references((): AnyPgColumn => certificate.id),
    /** What its holder lets whoever has its address see: nothing but that it holds, or all of it; and the grade. */
    isPrivate: boolean('is_private').notNull().default(false),
    showsGrade: boolean('shows_grade').notNull().default(false),
    /** Its picture for links, once somebody has asked for it. */
    pictureHash: text('picture_hash'),
    /** Where its withdrawal stands among all, see `statusPlace`: counted, and never taken by another. */
    place: integer('place').notNull().generatedAlwaysAsIdentity({ startWith: 0, minValue: 0 }).unique(),
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
    index('certificate_number').on(sql`lower(${table.number})`),
    // Two who replace the same one make one.
    uniqueIndex('certificate_replaces').on(table.replacesId),
  ],
);

export type CertificateRow = typeof certificate.$inferSelect;

/** What badges are signed with (Ed25519). At most one of them signs; the others are there so that badges can be checked. */
export const signingKey = pgTable(
  'signing_key',
  {
    /** Its thumbprint (RFC 7638). */
    id: text('id').primaryKey(),
    /** As addresses give it (Multikey, `z6Mk…`). */
    multibase: text('multibase').notNull(),
    /** Its private half, sealed with the secret of the installation; null once it signs no more. */
    sealed: text('sealed'),
    createdAt: at('created_at').notNull(),
    retiredAt: at('retired_at'),
    /** Since when what it has signed is good no more: somebody else may have it. */
    revokedAt: at('revoked_at'),
  },
  (table) => [uniqueIndex('signing_key_signs').on(sql`(${table.retiredAt} is null)`).where(isNull(table.retiredAt))],
);

/** How certificates are found and shared, for the whole school: one row, or none where all is as it comes. */
export const certificateSharing = pgTable('certificate_sharing', {
  id: integer('id').primaryKey().default(1),
  /** Whether anybody who knows a number and its holder’s name finds the certificate. */
  isFound: boolean('is_found').notNull().default(false),
  /** What learners are given to say with the address, see `shareWords`; null: Mosaik’s own. */
  words: text('words'),
  /** Profiles elsewhere, see `profilePlacesSchema`. */
  places: jsonb('places').$type<object>().notNull().default([]),
});

/** How often somebody has looked for a certificate in vain, by what or whence, in a window of time. */
export const certificateSought = pgTable('certificate_sought', {
  key: text('key').primaryKey(),
  count: integer('count').notNull(),
  since: at('since').notNull(),
});
