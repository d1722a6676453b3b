import { boolean, foreignKey, index, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core';
import { course } from '../outline/schema';
import { user } from '../people/schema';
import { at } from '../platform/columns';

/** The room of one meeting of a session: all for whom it begins at the same moment are in the same one. */
export const liveRoom = pgTable(
  'live_room',
  {
    id: uuid('id').primaryKey(),
    courseId: uuid('course_id')
      .notNull()
      .references(() => course.id, { onDelete: 'cascade' }),
    /** A lesson that may live on in editions alone. */
    lessonId: uuid('lesson_id').notNull(),
    startsAt: at('starts_at').notNull(),
    startedAt: at('started_at'),
    endedAt: at('ended_at'),
    hostId: text('host_id').references(() => user.id),
  },
  (table) => [
    unique('live_room_meeting').on(table.lessonId, table.startsAt),
    index('live_room_course').on(table.courseId),
  ],
);

/**
 * Who leads a session, of those who mark a course; nobody: whoever of them comes. Whoever makes the course may always
 * lead it.
 */
export const liveHost = pgTable(
  'live_host',
  {
    courseId: uuid('course_id')
      .notNull()
      .references(() => course.id, { onDelete: 'cascade' }),
    lessonId: uuid('lesson_id').notNull(),
    personId: text('person_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
  },
  (table) => [
    primaryKey({ columns: [table.lessonId, table.personId] }),
    index('live_host_course').on(table.courseId),
    index('live_host_person').on(table.personId),
  ],
);

/** Somebody who has been in a room: whether their hand is up, and whether they may speak. */
export const liveGuest = pgTable(
  'live_guest',
  {
    roomId: uuid('room_id')
      .notNull()
      .references(() => liveRoom.id, { onDelete: 'cascade' }),
    personId: text('person_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    isHost: boolean('is_host').notNull(),
    handAt: at('hand_at'),
    speaks: boolean('speaks').notNull(),
    joinedAt: at('joined_at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.roomId, table.personId] })],
);

/** A stretch of time somebody was in a room: carried on for as long as their browser says so. */
export const liveStay = pgTable(
  'live_stay',
  {
    id: uuid('id').primaryKey(),
    roomId: uuid('room_id').notNull(),
    personId: text('person_id').notNull(),
    from: at('from').notNull(),
    until: at('until').notNull(),
  },
  (table) => [
    foreignKey({
      name: 'live_stay_guest',
      columns: [table.roomId, table.personId],
      foreignColumns: [liveGuest.roomId, liveGuest.personId],
    }).onDelete('cascade'),
    index('live_stay_room').on(table.roomId, table.personId),
  ],
);

/** What was written in a room. */
export const liveLine = pgTable(
  'live_line',
  {
    id: uuid('id').primaryKey(),
    roomId: uuid('room_id').notNull(),
    personId: text('person_id').notNull(),
    at: at('at').notNull(),
    words: text('words').notNull(),
  },
  (table) => [
    foreignKey({
      name: 'live_line_guest',
      columns: [table.roomId, table.personId],
      foreignColumns: [liveGuest.roomId, liveGuest.personId],
    }).onDelete('cascade'),
    index('live_line_room').on(table.roomId, table.at),
  ],
);
