import { bigint, boolean, index, integer, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { usualLocale } from '@/core/kernel/locale';
import { at } from '../platform/columns';

/** The session library reads and writes dates as `Date`; nothing else in Mosaik does. */
const libraryDate = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

export const school = pgTable('school', {
  id: integer('id').primaryKey().default(1),
  name: text('name').notNull(),
  zone: text('zone').notNull().default('Europe/London'),
  locale: text('locale').notNull().default(usualLocale),
  /** Whether the sign-in page offers the people of the sample school in one click. */
  isSample: boolean('is_sample').notNull().default(false),
});

export const user = pgTable('user', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  email: text('email').notNull().unique(),
  emailVerified: boolean('email_verified').notNull().default(false),
  image: text('image'),
  role: text('role', { enum: ['owner', 'creator', 'marker', 'learner'] })
    .notNull()
    .default('learner'),
  zone: text('zone').notNull().default('Europe/London'),
  locale: text('locale').notNull().default(usualLocale),
  createdAt: libraryDate('created_at').notNull().defaultNow(),
  updatedAt: libraryDate('updated_at').notNull().defaultNow(),
});

export const session = pgTable(
  'session',
  {
    id: text('id').primaryKey(),
    token: text('token').notNull().unique(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    expiresAt: libraryDate('expires_at').notNull(),
    ipAddress: text('ip_address'),
    userAgent: text('user_agent'),
    createdAt: libraryDate('created_at').notNull().defaultNow(),
    updatedAt: libraryDate('updated_at').notNull().defaultNow(),
  },
  (table) => [index('session_user').on(table.userId)],
);

/** Where a person's way of signing in is kept; for e-mail and password, the argon2id hash. */
export const account = pgTable(
  'account',
  {
    id: text('id').primaryKey(),
    accountId: text('account_id').notNull(),
    providerId: text('provider_id').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    accessToken: text('access_token'),
    refreshToken: text('refresh_token'),
    idToken: text('id_token'),
    accessTokenExpiresAt: libraryDate('access_token_expires_at'),
    refreshTokenExpiresAt: libraryDate('refresh_token_expires_at'),
    scope: text('scope'),
    password: text('password'),
    createdAt: libraryDate('created_at').notNull().defaultNow(),
    updatedAt: libraryDate('updated_at').notNull().defaultNow(),
  },
  (table) => [index('account_user').on(table.userId)],
);

export const verification = pgTable('verification', {
  id: text('id').primaryKey(),
  identifier: text('identifier').notNull(),
  value: text('value').notNull(),
  expiresAt: libraryDate('expires_at').notNull(),
  createdAt: libraryDate('created_at').notNull().defaultNow(),
  updatedAt: libraryDate('updated_at').notNull().defaultNow(),
});

/** Attempts to sign in that were not right, by account and place, see pace.ts. Times in milliseconds since 1970. */
export const signInPace = pgTable('sign_in_pace', {
  key: text('key').primaryKey(),
  count: integer('count').notNull(),
  nextAt: bigint('next_at', { mode: 'number' }).notNull(),
  lastAt: bigint('last_at', { mode: 'number' }).notNull(),
});

/** A name somebody wants to have who holds a certificate: staff decide. At most one waits for each person. */
export const nameRequest = pgTable('name_request', {
  userId: text('user_id')
    .primaryKey()
    .references(() => user.id, { onDelete: 'cascade' }),
  name: text('name').notNull(),
  at: at('at').notNull(),
});

export const courseStaff = pgTable(
  'course_staff',
  {
    /**
     * Refers to a course. The reference stands in a migration only: the table of courses already refers to this column
     * of the house.
     */
    courseId: uuid('course_id').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    role: text('role', { enum: ['creator', 'marker'] }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.courseId, table.userId] })],
);
