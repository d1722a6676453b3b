import { isNull } from 'drizzle-orm';
import {
  type AnyPgColumn,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type { CohortPlan } from '@/core/release';
import { course, edition } from '../outline/schema';
import { user } from '../people/schema';
import { at } from '../platform/columns';

export const cohort = pgTable('cohort', {
  id: uuid('id').primaryKey(),
  courseId: uuid('course_id')
    .notNull()
    .references(() => course.id, { onDelete: 'cascade' }),
  name: text('name').notNull(),
  /** A day, meant in the cohort's zone. */
  startsOn: text('starts_on').notNull(),
  zone: text('zone').notNull(),
  /** Its last day, in its zone; null while nobody has said. */
  endsOn: text('ends_on'),
  /** How many can take part; null for any number. */
  seats: integer('seats'),
  /** With it, people of the school join by themselves. */
  code: text('code').unique(),
  breaks: jsonb('breaks').$type<CohortPlan['breaks']>().notNull().default([]),
  /** Rules of its own over those of the course, by section or lesson. */
  opens: jsonb('opens').$type<CohortPlan['opens']>().notNull().default({}),
  /** Times of its own at which sessions meet, by lesson. */
  meets: jsonb('meets').$type<CohortPlan['meets']>().notNull().default({}),
  /** When sections and lessons were opened for it by hand. */
  opened: jsonb('opened').$type<CohortPlan['opened']>().notNull().default({}),
});

export const enrolment = pgTable(
  'enrolment',
  {
    id: uuid('id').primaryKey(),
    courseId: uuid('course_id')
      .notNull()
      .references(() => course.id, { onDelete: 'cascade' }),
    learnerId: text('learner_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    /** The how-manieth time it is that the learner takes the course, from 1. */
    number: integer('number').notNull().default(1),
    cohortId: uuid('cohort_id').references(() => cohort.id),
    at: at('at').notNull(),
    /** When the learner said "finish", where the course leaves that to them. */
    finishedAt: at('finished_at'),
    /** When the learner began anew: from then on this one is over, and keeps what was done in it. */
    endedAt: at('ended_at'),
    /** The edition that was live then: what was earned is measured by it. */
    editionId: uuid('edition_id').references(() => edition.id),
    /** Until when the course can be used, where that was granted to this learner alone. */
    accessUntil: at('access_until'),
    /** When sections and lessons were opened for this learner alone by hand. */
    opened: jsonb('opened').$type<CohortPlan['opened']>().notNull().default({}),
    /** What the people who give the course call this learner by, to find them again. */
    tags: jsonb('tags').$type<readonly string[]>().notNull().default([]),
  },
  (table) => [
    uniqueIndex('enrolment_number').on(table.courseId, table.learnerId, table.number),
    uniqueIndex('enrolment_current').on(table.courseId, table.learnerId).where(isNull(table.endedAt)),
    unique('enrolment_whose').on(table.id, table.learnerId, table.courseId),
    index('enrolment_learner').on(table.learnerId),
  ],
);

/** Who waits for a seat in a cohort, in the order they came. */
export const waitingPlace = pgTable(
  'waiting_place',
  {
    cohortId: uuid('cohort_id')
      .notNull()
      .references(() => cohort.id, { onDelete: 'cascade' }),
    personId: text('person_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    number: integer('number').generatedAlwaysAsIdentity(),
    since: at('since').notNull(),
  },
  (table) => [primaryKey({ columns: [table.cohortId, table.personId] }), index('waiting_person').on(table.personId)],
);

/** Columns of a record of learning: the enrolment it belongs to, and with it whose and of which course it is. */
export const ofEnrolment = () => ({
  enrolmentId: uuid('enrolment_id').notNull(),
  learnerId: text('learner_id').notNull(),
  courseId: uuid('course_id').notNull(),
});

type OfEnrolment = { readonly [C in keyof ReturnType<typeof ofEnrolment>]: AnyPgColumn };

/** Holds a record's learner and course to those of its enrolment. */
export const belongsToEnrolment = (name: string, record: OfEnrolment) =>
  foreignKey({
    name,
    columns: [record.enrolmentId, record.learnerId, record.courseId],
    foreignColumns: [enrolment.id, enrolment.learnerId, enrolment.courseId],
  });
