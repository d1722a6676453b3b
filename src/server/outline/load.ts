import { and, eq, inArray, or, type SQL, sql } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import type { LessonText, Outline, Part, Reach } from '@/core/outline';
import type { Database } from '../platform/database';
import { readRecord, readText } from './read';
import { course, lesson, lessonText, outcome, question, section } from './schema';

const byId = <T extends { readonly id: string }>(rows: readonly T[]): { readonly [id: string]: T } =>
  Object.fromEntries(rows.map((row) => [row.id, row]));

/** A row without the columns that belong to the table and not to the core's record. */
function strip<T extends object, K extends keyof T>(row: T, ...columns: K[]): Omit<T, K> {
  const copy = { ...row };
  for (const column of columns) delete copy[column];
  return copy;
}

/** Which rows of a table a part of an outline means; undefined for all of the course. */
function rowsOf(part: Part, columns: { id: AnyPgColumn; lesson: AnyPgColumn; section?: AnyPgColumn }): SQL | undefined {
  if (part === 'all') return undefined;
  const inSections = inArray(columns.lesson, sql`(select id from lesson where section_id in ${part.sectionIds})`);
  const ofSections = columns.section ? inArray(columns.section, part.sectionIds) : inSections;
  const conditions = [
    part.ids.length > 0 ? inArray(columns.id, part.ids) : undefined,
    part.lessonIds.length > 0 ? inArray(columns.lesson, part.lessonIds) : undefined,
    part.sectionIds.length > 0 ? ofSections : undefined,
  ].filter((condition) => condition !== undefined);
  return or(...conditions) ?? sql`false`;
}

const isNothing = (part: Part) =>
  part !== 'all' && part.ids.length + part.lessonIds.length + part.sectionIds.length === 0;
export const withoutTexts: Reach = { lesson: 'all', question: 'all', text: { ids: [], lessonIds: [], sectionIds: [] } };
const whole: Reach = { lesson: 'all', question: 'all', text: 'all' };

/** The working copy of a course, or as much of it as is asked for; null when there is no such course. */
export async function load(
  db: Database,
  courseId: string,
  reach: Reach,
): Promise<{ outline: Outline; revision: number } | null> {
  // One after the other: inside a transaction there is one connection, and each is quick.
  const [own] = await db.select().from(course).where(eq(course.id, courseId));
  if (!own) return null;
  const sections = await db.select().from(section).where(eq(section.courseId, courseId));
  const outcomes = await db.select().from(outcome).where(eq(outcome.courseId, courseId));
  const lessons = isNothing(reach.lesson)
    ? []
    : await db
        .select()
        .from(lesson)
        .where(
          and(
            eq(lesson.courseId, courseId),
            rowsOf(reach.lesson, { id: lesson.id, lesson: lesson.id, section: lesson.sectionId }),
          ),
        );
  const questions = isNothing(reach.question)
    ? []
    : await db
        .select()
        .from(question)
        .where(
          and(eq(question.courseId, courseId), rowsOf(reach.question, { id: question.id, lesson: question.lessonId })),
        );
  const texts = isNothing(reach.text)
    ? []
    : await db
        .select()
        .from(lessonText)
        .where(
          and(eq(lessonText.courseId, courseId), rowsOf(reach.text, { id: lessonText.id, lesson: lessonText.id })),
        );
  const outline = {
    course: byId([readRecord('course', strip(own, 'liveEditionId', 'createdAt', 'changedAt', 'revision'))]),
    section: byId(sections.map((row) => readRecord('section', strip(row, 'courseId')))),
    lesson: byId(lessons.map((row) => readRecord('lesson', strip(row, 'courseId')))),
    question: byId(questions.map((row) => readRecord('question', strip(row, 'courseId')))),
    outcome: byId(outcomes.map((row) => strip(row, 'courseId'))),
    text: byId(texts.map(readText)),
  };
  return { outline, revision: own.revision };
}

/** The whole working copy, with its texts: for publishing and for looking at it as a learner. */
export const loadOutline = async (db: Database, courseId: string) => (await load(db, courseId, whole))?.outline ?? null;

/** As much of the working copy as an edit looks at. */
export const loadPart = async (db: Database, courseId: string, reach: Reach) =>
  (await load(db, courseId, reach))?.outline ?? null;

/** The working copies of several courses without their texts, for a shelf. */
export const loadStructure = async (db: Database, courseId: string) =>
  (await load(db, courseId, withoutTexts))?.outline ?? null;

export async function lessonTextOf(db: Database, courseId: string, lessonId: string): Promise<LessonText> {
  const [row] = await db
    .select({ content: lessonText.content })
    .from(lessonText)
    .where(and(eq(lessonText.id, lessonId), eq(lessonText.courseId, courseId)));
  return readText({ id: lessonId, content: row?.content ?? null });
}
