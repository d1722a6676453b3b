import { isNull, sql } from 'drizzle-orm';
import { boolean, index, integer, jsonb, pgTable, text, unique, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { Choices } from '@/core/message';
import { enrolment } from '../enrolment/schema';
import { course } from '../outline/schema';
import { user } from '../people/schema';
import { at } from '../platform/columns';

export const messageStates = ['waiting', 'sent', 'failed', 'kept-back'] as const;

/** A mail as it was sent: one thing somebody was told, or several in one. Its id is the one the mail itself bears. */
export const letter = pgTable(
  'letter',
  {
    id: uuid('id').primaryKey(),
    personId: text('person_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    address: text('address').notNull(),
    subject: text('subject').notNull(),
    text: text('text').notNull(),
    html: text('html').notNull(),
    sentAt: at('sent_at').notNull(),
  },
  (table) => [index('letter_person').on(table.personId)],
);

/** The outbox: everything anybody is to be told, once each, with what became of it. */
export const message = pgTable(
  'message',
  {
    id: uuid('id').primaryKey(),
    /** What it tells of: told a second time, it is the same message. */
    deed: text('deed').notNull().unique(),
    occasion: text('occasion').notNull(),
    personId: text('person_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    courseId: uuid('course_id')
      .notNull()
      .references(() => course.id, { onDelete: 'cascade' }),
    enrolmentId: uuid('enrolment_id').references(() => enrolment.id, { onDelete: 'cascade' }),
    /** Parsed when it is read, see `readFacts`. */
    facts: jsonb('facts').$type<object>().notNull(),
    state: text('state', { enum: messageStates }).notNull().default('waiting'),
    /** Why it waits, failed or was kept back. */
    why: text('why'),
    madeAt: at('made_at').notNull(),
    /** When it is looked at next. */
    dueAt: at('due_at').notNull(),
    /** After that nobody needs it any more. */
    until: at('until'),
    /** How often a mail server has turned it away. */
    tries: integer('tries').notNull().default(0),
    letterId: uuid('letter_id').references(() => letter.id, { onDelete: 'cascade' }),
  },
  (table) => [
    index('message_due').on(table.dueAt).where(sql`state = 'waiting'`),
    index('message_waiting').on(table.personId, table.dueAt).where(sql`state = 'waiting'`),
    index('message_made').on(table.madeAt, table.id),
    index('message_course').on(table.courseId, table.madeAt),
    index('message_person').on(table.personId),
    index('message_letter').on(table.letterId),
    index('message_enrolment').on(table.enrolmentId),
  ],
);

/** The text of an occasion in a course, or in every course that has none of its own. */
export const messageText = pgTable(
  'message_text',
  {
    id: uuid('id').primaryKey(),
    /** None: in the whole school. */
    courseId: uuid('course_id').references(() => course.id, { onDelete: 'cascade' }),
    occasion: text('occasion').notNull(),
    /** Whether it is sent at all. */
    isOn: boolean('is_on').notNull(),
    subject: text('subject').notNull(),
    body: text('body').notNull(),
  },
  (table) => [
    unique('message_text_of').on(table.courseId, table.occasion),
    uniqueIndex('message_text_school').on(table.occasion).where(isNull(table.courseId)),
  ],
);

/** What somebody has chosen to be told, and when; nobody's row stands for the usual. */
export const messageChoice = pgTable('message_choice', {
  personId: text('person_id')
    .primaryKey()
    .references(() => user.id, { onDelete: 'cascade' }),
  choices: jsonb('choices').$type<Choices>().notNull(),
});

/**
 * What has arrived at the mail server that ships with Mosaik, as it came; by the id the mail bears, so the same mail
 * sent twice is there once.
 */
export const arrivedMail = pgTable('arrived_mail', {
  id: text('id').primaryKey(),
  at: at('at').notNull(),
  recipients: text('recipients').notNull(),
  source: text('source').notNull(),
});
