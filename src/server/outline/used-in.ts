import { asc, eq, inArray } from 'drizzle-orm';
import { type Actor, can } from '@/core/people';
import { lessonsUsing } from '../media';
import type { Database } from '../platform/database';
import { course, lesson, outcome, question } from './schema';

/** A lesson of a working copy that uses a thing of the library. */
export type UsedIn = {
  readonly lessonId: string;
  readonly title: string;
  readonly kind: (typeof lesson.$inferSelect)['kind'];
  readonly courseTitle: string;
  readonly slug: string;
};

/**
 * Where a thing of the library is used: the lessons of courses that somebody makes by name, and how many there are
 * elsewhere.
 */
export async function whereUsed(
  db: Database,
  actor: Actor,
  mediaId: string,
): Promise<{ readonly here: readonly UsedIn[]; readonly elsewhere: number }> {
  const rows = await db
    .selectDistinct({
      lessonId: lesson.id,
      title: lesson.title,
      kind: lesson.kind,
      courseId: course.id,
      courseTitle: course.title,
      slug: course.slug,
    })
    .from(lesson)
    .innerJoin(course, eq(course.id, lesson.courseId))
    .where(inArray(lesson.id, await lessonsUsing(db, mediaId)))
    .orderBy(asc(course.title), asc(lesson.title));
  const here = rows.filter(({ courseId }) => can(actor, 'course.edit', { courseId }));
  return { here: here.map(({ courseId: _, ...row }) => row), elsewhere: rows.length - here.length };
}

/** Where a question of the bank is asked, in the courses somebody works on. */
export type AskedIn = { readonly questionId: string; readonly lesson: string; readonly course: string };

/** Where some questions of the bank are asked: in the courses that somebody works on, and in how many others. */
export async function askedIn(
  db: Database,
  actor: Actor,
  ids: readonly string[],
): Promise<{ readonly here: readonly AskedIn[]; readonly elsewhere: { readonly [questionId: string]: number } }> {
  if (ids.length === 0) return { here: [], elsewhere: {} };
  const rows = await db
    .selectDistinct({ questionId: question.bankId, lesson: lesson.title, course: course.title, courseId: course.id })
    .from(question)
    .innerJoin(lesson, eq(lesson.id, question.lessonId))
    .innerJoin(course, eq(course.id, question.courseId))
    .where(inArray(question.bankId, [...ids]))
    .orderBy(asc(course.title), asc(lesson.title));
  const here: AskedIn[] = [];
  const elsewhere: { [questionId: string]: number } = {};
  for (const { questionId, courseId, ...names } of rows) {
    if (questionId === null) continue;
    if (can(actor, 'course.edit', { courseId })) here.push({ questionId, ...names });
    else elsewhere[questionId] = (elsewhere[questionId] ?? 0) + 1;
  }
  return { here, elsewhere };
}

/** The outcomes of all courses somebody works on, by course and in order. */
export async function outcomesFor(db: Database, actor: Actor) {
  const rows = await db
    .select({ id: outcome.id, text: outcome.text, course: course.title, courseId: course.id })
    .from(outcome)
    .innerJoin(course, eq(course.id, outcome.courseId))
    .orderBy(asc(course.title), asc(outcome.order), asc(outcome.id));
  return rows
    .filter(({ courseId }) => can(actor, 'course.edit', { courseId }))
    .map(({ courseId: _courseId, ...row }) => row);
}
