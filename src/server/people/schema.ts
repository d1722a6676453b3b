import { bigint, boolean, integer, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { at } from '../platform/columns';

/** The session library reads and writes dates as `Date`; nothing else in Mosaik does. */
const libraryDate = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

export const school = pgTable('school', {
  id: integer('id').primaryKey().default(1),
  name: text('name').notNull(),
  zone: text('zone').notNull().default('Europe/London'),
  locale: text('locale').notNull().default('en-GB'),
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
  locale: text('locale').notNull().default('en-GB'),
  createdAt: libraryDate('created_at').notNull().defaultNow(),
  updatedAt: libraryDate('updated_at').notNull().defaultNow(),
});

export const session = pgTable('session', {
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
});

/** Where a person's way of signing in is kept; for e-mail and password, the argon2id hash. */
export const account = pgTable('account', {
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
});

export const verification = pgTable('verification', {
  id: text('id').primaryKey(),
  identifier: text('identifier').notNull(),
  value: text('value').notNull(),
  expiresAt: libraryDate('expires_at').notNull(),
  createdAt: libraryDate('created_at').notNull().defaultNow(),
  updatedAt: libraryDate('updated_at').notNull().defaultNow(),
});

/** Requests counted by the session library, by address and path. */
export const rateLimit = pgTable('rate_limit', {
  id: text('id').primaryKey(),
  key: text('key').notNull().unique(),
  count: integer('count').notNull(),
  lastRequest: bigint('last_request', { mode: 'number' }).notNull(),
});

/** Failed sign-ins for an account, wherever they came from. */
export const signInFailure = pgTable('sign_in_failure', {
  email: text('email').primaryKey(),
  count: integer('count').notNull(),
  lastAt: at('last_at').notNull(),
});

export const courseStaff = pgTable(
  'course_staff',
  {
    /** Refers to a course. The reference stands in a migration only: the table of courses already refers to this column of the house. */
    courseId: uuid('course_id').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    role: text('role', { enum: ['creator', 'marker'] }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.courseId, table.userId] })],
);
