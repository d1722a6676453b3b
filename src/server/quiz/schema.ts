import { sql } from 'drizzle-orm';
import {
  boolean,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  real,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type { Answer, CorrectionDoes, DraftMark, MarkingState, PresetSettings, ToldAbout } from '@/core/quiz';
import { bankQuestion } from '../bank/schema';
import { belongsToEnrolment, enrolment, ofEnrolment } from '../enrolment/schema';
import { course, edition } from '../outline/schema';
import { user } from '../people/schema';
import { at } from '../platform/columns';

export const sitting = pgTable(
  'sitting',
  {
    id: uuid('id').primaryKey(),
    /** Given by whoever began it, so that beginning twice with one request begins one. */
    deed: uuid('deed').unique(),
    ...ofEnrolment(),
    lessonId: uuid('lesson_id').notNull(),
    /** The paper is the one of this edition, whatever is published later. */
    editionId: uuid('edition_id')
      .notNull()
      .references(() => edition.id),
    number: integer('number').notNull(),
    /** What its paper is worked out from, with the edition: see `paperFor`. */
    seed: integer('seed').notNull().default(0),
    /** Ids of questions its learner has had before, where a draw takes those last. */
    avoids: jsonb('avoids').$type<readonly string[]>().notNull().default([]),
    /** Ids of questions its learner wants to look at again. */
    marks: jsonb('marks').$type<readonly string[]>().notNull().default([]),
    /** The page that was reached, where one cannot go back. */
    reached: integer('reached').notNull().default(0),
    /** Whether it counts for nothing: its time was up, and that is what its quiz says then. */
    isVoid: boolean('is_void').notNull().default(false),
    startedAt: at('started_at').notNull(),
    deadline: at('deadline'),
    handedInAt: at('handed_in_at'),
    /** Thousandths of a point, set when it is handed in. */
    points: integer('points'),
    of: integer('of'),
    /** The share of them before it was rounded, as a fraction: what is compared with a pass mark. */
    share: text('share'),
    /** How far the marking of its answers has come; null where no person has to mark any. */
    marking: text('marking').$type<MarkingState>(),
    /** When its marks were finished, the last time. */
    markedAt: at('marked_at'),
    /** The marker its answers were shared out to; null while it is with nobody. */
    sharedTo: text('shared_to').references(() => user.id, { onDelete: 'set null' }),
    sharedAt: at('shared_at'),
    /** Whether its learner is to be told once its result may be seen: until then it is kept back. */
    tellShown: boolean('tell_shown').notNull().default(false),
  },
  (table) => [
    belongsToEnrolment('sitting_enrolment', table).onDelete('cascade'),
    uniqueIndex('sitting_number').on(table.enrolmentId, table.lessonId, table.number),
    index('sitting_lesson').on(table.courseId, table.lessonId),
    index('sitting_marking_state').on(table.marking, table.handedInAt).where(sql`${table.marking} is not null`),
    index('sitting_tell_shown').on(table.courseId, table.lessonId).where(sql`${table.tellShown}`),
    index('sitting_open').on(table.deadline).where(sql`${table.handedInAt} is null`),
  ],
);

/** The answer to one question of a sitting, as it was given last; parsed by the question's kind when it is read. */
export const sittingAnswer = pgTable(
  'sitting_answer',
  {
    sittingId: uuid('sitting_id')
      .notNull()
      .references(() => sitting.id, { onDelete: 'cascade' }),
    /** A question of the edition the sitting is taken on. */
    questionId: uuid('question_id').notNull(),
    answer: jsonb('answer').$type<Answer>().notNull(),
    /** Milliseconds its learner spent on the question, as their browser has measured; null where none has. */
    spent: integer('spent'),
    /** When it was judged, and stays as it is; null where it was not yet. */
    judgedAt: at('judged_at'),
    at: at('at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.sittingId, table.questionId] })],
);

/**
 * What a person who marks has said of the answers of a sitting. The newest one holds; those before it are its history.
 * Marks that are not finished are seen by nobody but those who mark.
 */
export const sittingMarks = pgTable(
  'sitting_marks',
  {
    id: uuid('id').primaryKey(),
    sittingId: uuid('sitting_id')
      .notNull()
      .references(() => sitting.id, { onDelete: 'cascade' }),
    markerId: text('marker_id')
      .notNull()
      .references(() => user.id),
    at: at('at').notNull(),
    marks: jsonb('marks').$type<readonly DraftMark[]>().notNull(),
    finished: boolean('finished').notNull(),
  },
  (table) => [index('sitting_marks_sitting').on(table.sittingId, table.at)],
);

/** A file that was given to a question of a sitting: what an answer may name is what is here. */
export const answerFile = pgTable(
  'answer_file',
  {
    sittingId: uuid('sitting_id')
      .notNull()
      .references(() => sitting.id, { onDelete: 'cascade' }),
    questionId: uuid('question_id').notNull(),
    hash: text('hash').notNull(),
    name: text('name').notNull(),
    size: integer('size').notNull(),
    contentType: text('content_type').notNull(),
    at: at('at').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.sittingId, table.questionId, table.hash] }),
    index('answer_file_hash').on(table.hash),
  ],
);

/** What has followed from results: each thing once for a learner, and what came of it. */
export const followed = pgTable(
  'quiz_followed',
  {
    enrolmentId: uuid('enrolment_id')
      .notNull()
      .references(() => enrolment.id, { onDelete: 'cascade' }),
    lessonId: uuid('lesson_id').notNull(),
    /** Of the condition, in the settings of its quiz, and which of its deeds. */
    followId: uuid('follow_id').notNull(),
    deed: integer('deed').notNull(),
    sittingId: uuid('sitting_id')
      .notNull()
      .references(() => sitting.id, { onDelete: 'cascade' }),
    at: at('at').notNull(),
    said: text('said').notNull(),
    /** Why it could not be done; null where it was. */
    problem: text('problem'),
  },
  (table) => [
    primaryKey({ columns: [table.enrolmentId, table.lessonId, table.followId, table.deed] }),
    index('quiz_followed_lesson').on(table.lessonId, table.at),
  ],
);

/** What was done about a question that was found wrong: for every paper that has it as it was then. */
export const correction = pgTable(
  'quiz_correction',
  {
    /** Given by whoever makes it, so that making it twice makes one. */
    id: uuid('id').primaryKey(),
    courseId: uuid('course_id')
      .notNull()
      .references(() => course.id, { onDelete: 'cascade' }),
    lessonId: uuid('lesson_id').notNull(),
    questionId: uuid('question_id').notNull(),
    /** Of the question as it was found wrong, see `questionSum`: one that has been mended since is another. */
    questionSum: text('question_sum').notNull(),
    prompt: text('prompt').notNull(),
    does: text('does').$type<CorrectionDoes>().notNull(),
    accepted: jsonb('accepted').$type<Answer>(),
    /** What the question is worth instead, in thousandths of a point, where that is what was done. */
    worth: integer('worth'),
    nobodyLoses: boolean('nobody_loses').notNull(),
    reason: text('reason').notNull(),
    madeBy: text('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: at('made_at').notNull(),
    /** Taken back: kept, and not applied any more. */
    droppedBy: text('dropped_by').references(() => user.id),
    droppedAt: at('dropped_at'),
  },
  (table) => [index('quiz_correction_lesson').on(table.courseId, table.lessonId)],
);

/** How a correction, or its being taken back, changed what a sitting is worth. */
export const sittingChange = pgTable(
  'sitting_change',
  {
    id: uuid('id').primaryKey(),
    sittingId: uuid('sitting_id')
      .notNull()
      .references(() => sitting.id, { onDelete: 'cascade' }),
    correctionId: uuid('correction_id')
      .notNull()
      .references(() => correction.id, { onDelete: 'cascade' }),
    at: at('at').notNull(),
    pointsBefore: integer('points_before').notNull(),
    ofBefore: integer('of_before').notNull(),
    points: integer('points').notNull(),
    of: integer('of').notNull(),
  },
  (table) => [
    index('sitting_change_sitting').on(table.sittingId),
    index('sitting_change_correction').on(table.correctionId),
  ],
);

/** What a question of the bank earned in a sitting, as it was answered: what the bank knows of it. */
export const bankEarned = pgTable(
  'bank_earned',
  {
    sittingId: uuid('sitting_id')
      .notNull()
      .references(() => sitting.id, { onDelete: 'cascade' }),
    questionId: uuid('question_id')
      .notNull()
      .references(() => bankQuestion.id, { onDelete: 'cascade' }),
    /** Of its points, 0 to 1. */
    share: real('share').notNull(),
    /** What it was worth there, thousandths of a point. */
    points: integer('points').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.sittingId, table.questionId] }),
    index('bank_earned_question').on(table.questionId),
  ],
);

/** Settings of quizzes under a name, for the whole school. */
export const quizPreset = pgTable('quiz_preset', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull().unique(),
  settings: jsonb('settings').$type<PresetSettings>().notNull(),
  isDefault: boolean('is_default').notNull().default(false),
});

/** By which name somebody stands on the board of a quiz; who is not here does not. */
export const boardName = pgTable(
  'quiz_board_name',
  {
    enrolmentId: uuid('enrolment_id')
      .notNull()
      .references(() => enrolment.id, { onDelete: 'cascade' }),
    lessonId: uuid('lesson_id').notNull(),
    name: text('name').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.enrolmentId, table.lessonId] }),
    index('quiz_board_lesson').on(table.lessonId),
  ],
);

/** What somebody has said of themselves beside a quiz, having agreed that it is kept; gone when they take it back. */
export const quizAbout = pgTable(
  'quiz_about',
  {
    enrolmentId: uuid('enrolment_id')
      .notNull()
      .references(() => enrolment.id, { onDelete: 'cascade' }),
    lessonId: uuid('lesson_id').notNull(),
    told: jsonb('told').$type<ToldAbout>().notNull(),
    agreedAt: at('agreed_at').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.enrolmentId, table.lessonId] }),
    index('quiz_about_lesson').on(table.lessonId),
  ],
);

/** Minutes one person has beyond the time limit of a quiz. */
export const extraTime = pgTable(
  'extra_time',
  {
    enrolmentId: uuid('enrolment_id')
      .notNull()
      .references(() => enrolment.id, { onDelete: 'cascade' }),
    lessonId: uuid('lesson_id').notNull(),
    minutes: integer('minutes').notNull(),
    givenBy: text('given_by')
      .notNull()
      .references(() => user.id),
    givenAt: at('given_at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.enrolmentId, table.lessonId] })],
);
