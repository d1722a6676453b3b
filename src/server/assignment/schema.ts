import { isNull, sql } from 'drizzle-orm';
import {
  boolean,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type { CriterionMark, LookReason, ScriptPage } from '@/core/assignment';
import type { Drawn } from '@/core/marking';
import { belongsToEnrolment, enrolment, ofEnrolment } from '../enrolment/schema';
import { course, edition } from '../outline/schema';
import { user } from '../people/schema';
import { at } from '../platform/columns';

export type HandedInFile = {
  readonly hash: string;
  readonly name: string;
  readonly size: number;
  readonly contentType: string;
};

export const handIn = pgTable(
  'hand_in',
  {
    id: uuid('id').primaryKey(),
    ...ofEnrolment(),
    lessonId: uuid('lesson_id').notNull(),
    editionId: uuid('edition_id')
      .notNull()
      .references(() => edition.id),
    number: integer('number').notNull(),
    /** Given by whoever handed it in, so that the same request hands in once. */
    deed: uuid('deed').unique(),
    text: text('text').notNull().default(''),
    link: text('link').notNull().default(''),
    files: jsonb('files').$type<HandedInFile[]>().notNull().default([]),
    state: text('state', { enum: ['draft', 'handed-in', 'being-marked', 'marked'] }).notNull(),
    /** When it was begun: time is counted from then, where there is a limit. */
    startedAt: at('started_at').notNull().defaultNow(),
    changedAt: at('changed_at').notNull().defaultNow(),
    handedInAt: at('handed_in_at'),
    isLate: boolean('is_late').notNull().default(false),
    /** Percent of the points reached that lateness takes off, by the rule of when it was handed in. */
    latePercent: integer('late_percent').notNull().default(0),
    /** SHA-256 of what was handed in, told with the receipt. */
    checksum: text('checksum'),
    /** Thousandths of a point, before lateness takes anything off. The learner sees them and the remark once it is marked. */
    points: integer('points'),
    /** What it was worth in the edition it was handed in on, in thousandths. */
    of: integer('of'),
    remark: text('remark').notNull().default(''),
    /** What was given by each criterion; null where it is marked by none. */
    criteria: jsonb('criteria').$type<readonly CriterionMark[]>(),
    markerId: text('marker_id').references(() => user.id, { onDelete: 'set null' }),
    markedAt: at('marked_at'),
    /** When its learner was let see the mark; null before. */
    releasedAt: at('released_at'),
    /** The marker it was shared out to; null while it is with nobody: then whoever marks in the course may take it. */
    sharedTo: text('shared_to').references(() => user.id, { onDelete: 'set null' }),
    sharedAt: at('shared_at'),
    /** Whether who marks it is told whose it is only once the result is out. */
    hidesName: boolean('hides_name').notNull().default(false),
    /** What its marker gives back with it: a corrected file, a spoken remark. */
    returned: jsonb('returned').$type<HandedInFile[]>().notNull().default([]),
  },
  (table) => [
    belongsToEnrolment('hand_in_enrolment', table).onDelete('cascade'),
    uniqueIndex('hand_in_number').on(table.enrolmentId, table.lessonId, table.number),
    index('hand_in_queue').on(table.courseId, table.state),
  ],
);

export type HandInRow = typeof handIn.$inferSelect;

/** Every change of a mark, with who, when and why. */
export const markHistory = pgTable(
  'mark_history',
  {
    id: uuid('id').primaryKey(),
    handInId: uuid('hand_in_id')
      .notNull()
      .references(() => handIn.id, { onDelete: 'cascade' }),
    markerId: text('marker_id')
      .notNull()
      .references(() => user.id),
    at: at('at').notNull().defaultNow(),
    points: integer('points'),
    remark: text('remark').notNull(),
    criteria: jsonb('criteria').$type<readonly CriterionMark[]>(),
    finished: boolean('finished').notNull(),
    /** Why a mark was changed that its learner had seen; empty otherwise. */
    why: text('why').notNull().default(''),
  },
  (table) => [index('mark_history_hand_in').on(table.handInId)],
);

/** What is drawn on a piece of work, each thing a row. */
export const drawn = pgTable(
  'drawn',
  {
    id: uuid('id').primaryKey(),
    handInId: uuid('hand_in_id')
      .notNull()
      .references(() => handIn.id, { onDelete: 'cascade' }),
    /** Where it stands among the others: what was drawn later lies above. */
    place: integer('place').notNull(),
    thing: jsonb('thing').$type<Drawn>().notNull(),
    markerId: text('marker_id')
      .notNull()
      .references(() => user.id),
  },
  (table) => [index('drawn_hand_in').on(table.handInId, table.place)],
);

/** Every change of what is drawn, with who and when: what undo goes back by, and how a mark came about. */
export const drawnStep = pgTable(
  'drawn_step',
  {
    /** Given by who draws, so that a step that is sent twice is made once. */
    id: uuid('id').primaryKey(),
    handInId: uuid('hand_in_id')
      .notNull()
      .references(() => handIn.id, { onDelete: 'cascade' }),
    number: integer('number').notNull(),
    kind: text('kind', { enum: ['do', 'undo', 'redo'] }).notNull(),
    before: jsonb('before').$type<readonly Drawn[]>().notNull(),
    after: jsonb('after').$type<readonly Drawn[]>().notNull(),
    markerId: text('marker_id')
      .notNull()
      .references(() => user.id),
    at: at('at').notNull(),
    /** Why something was changed that its learner had seen; empty otherwise. */
    why: text('why').notNull().default(''),
  },
  (table) => [
    uniqueIndex('drawn_step_number').on(table.handInId, table.number),
    check('drawn_step_kind_known', sql`${table.kind} in ('do', 'undo', 'redo')`),
  ],
);

/** A scanned paper script on the sorting table of an assignment; it is gone from here once it was handed in. */
export const script = pgTable(
  'script',
  {
    id: uuid('id').primaryKey(),
    courseId: uuid('course_id')
      .notNull()
      .references(() => course.id, { onDelete: 'cascade' }),
    lessonId: uuid('lesson_id').notNull(),
    name: text('name').notNull(),
    pages: jsonb('pages').$type<readonly ScriptPage[]>().notNull(),
    /** Whose it is; null while that is not known. */
    enrolmentId: uuid('enrolment_id').references(() => enrolment.id, { onDelete: 'set null' }),
    loadedBy: text('loaded_by').references(() => user.id, { onDelete: 'set null' }),
    at: at('at').notNull(),
  },
  (table) => [index('script_table').on(table.courseId, table.lessonId, table.at)],
);

/** A remark that is wanted again and again, for everybody who marks an assignment. */
export const savedRemark = pgTable(
  'saved_remark',
  {
    id: uuid('id').primaryKey(),
    courseId: uuid('course_id')
      .notNull()
      .references(() => course.id, { onDelete: 'cascade' }),
    lessonId: uuid('lesson_id').notNull(),
    /** The criterion it belongs to; null for one about the whole. */
    criterionId: uuid('criterion_id'),
    words: text('words').notNull(),
    /** Thousandths of a point it gives, or takes where it is below 0; null for words alone. */
    points: integer('points'),
    used: integer('used').notNull().default(0),
    savedBy: text('saved_by').references(() => user.id, { onDelete: 'set null' }),
    at: at('at').notNull(),
  },
  (table) => [index('saved_remark_lesson').on(table.courseId, table.lessonId)],
);

/** A learner's wish that a result be looked at again, and what came of it. */
export const anotherLook = pgTable(
  'another_look',
  {
    id: uuid('id').primaryKey(),
    handInId: uuid('hand_in_id')
      .notNull()
      .references(() => handIn.id, { onDelete: 'cascade' }),
    /** Why, by criterion; by none for the whole. */
    reasons: jsonb('reasons').$type<readonly LookReason[]>().notNull(),
    askedAt: at('asked_at').notNull(),
    outcome: text('outcome', { enum: ['stays', 'changed', 'again'] }),
    answer: text('answer').notNull().default(''),
    answeredBy: text('answered_by').references(() => user.id, { onDelete: 'set null' }),
    answeredAt: at('answered_at'),
  },
  (table) => [
    uniqueIndex('another_look_open').on(table.handInId).where(isNull(table.outcome)),
    check('another_look_outcome_known', sql`${table.outcome} in ('stays', 'changed', 'again')`),
  ],
);

/** When the results of an assignment are released by themselves. */
export const releaseTime = pgTable(
  'release_time',
  {
    courseId: uuid('course_id')
      .notNull()
      .references(() => course.id, { onDelete: 'cascade' }),
    lessonId: uuid('lesson_id').notNull(),
    at: at('at').notNull(),
    setBy: text('set_by')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    /** Why it did not come about; null while it waits. */
    problem: text('problem'),
  },
  (table) => [primaryKey({ columns: [table.courseId, table.lessonId] })],
);
