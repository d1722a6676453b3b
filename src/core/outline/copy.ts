import { usualScheme } from '../gradebook';
import type { Change, RecordValue } from '../kernel/change';
import { fail, ok, type Result } from '../kernel/problem';
import { followsRenamed } from '../quiz';
import { withLessons } from '../release';
import { withExercises } from './exercises';
import { keysAfter } from './keys';
import {
  byOrder,
  courseOf,
  type Lesson,
  lessonsBySection,
  type Outline,
  questionsOf,
  type Section,
  sectionsOf,
  type Taught,
} from './types';

/** What is copied, and where it goes: lessons behind `after` in the section `into`, sections behind that section. */
export type CopyWish = {
  readonly sections: readonly string[];
  readonly lessons: readonly string[];
  readonly into: string | null;
  readonly after: string | null;
};
export type CopyNames = {
  /** The id a copied record gets. The same for the same record, so that a copy sent twice is one copy. */
  readonly id: (old: string) => string;
  /** Set apart from what it was copied from, where both stand in one course. */
  readonly title: (old: string) => string;
  /** Outcomes and lessons needed first belong to their course and are left behind in another one. */
  readonly sameCourse: boolean;
};

/**
 * The changes that copy lessons and sections, with their texts and questions, from one outline into another or the
 * same.
 */
export function planCopy(target: Outline, source: Outline, wish: CopyWish, names: CopyNames): Result<Change[]> {
  const changes: Change[] = [];
  const add = (table: Change['table'], record: { readonly id: string }) =>
    changes.push({ table, id: record.id, before: null, after: record as unknown as RecordValue });
  const inside = lessonsBySection(source);
  const copied = new Set([
    ...wish.lessons,
    ...wish.sections.flatMap((id) => (inside.get(id) ?? []).map((one) => one.id)),
  ]);
  /** A lesson that another one waits for, as it is called where the copy goes; null where it is not there. */
  const renamed = (one: string) => {
    if (copied.has(one)) return names.id(one);
    return names.sameCourse ? one : null;
  };
  /** A lesson or a section, likewise. */
  const renamedPart = (one: string) => (wish.sections.includes(one) ? names.id(one) : renamed(one));
  const taughtAs = (taught: Taught | null): Taught | null => {
    const lessonId = taught && renamed(taught.lessonId);
    return taught && lessonId ? { ...taught, lessonId } : null;
  };
  const copyLesson = (lesson: Lesson, sectionId: string, order: string, title: string) => {
    const id = names.id(lesson.id);
    if (target.lesson[id]) return;
    const outcomes = (ids: readonly string[]) => (names.sameCourse ? ids : []);
    add('lesson', {
      ...lesson,
      id,
      sectionId,
      order,
      title,
      outcomes: outcomes(lesson.outcomes),
      opens: withLessons(lesson.opens, renamed),
      // A draw is told from others by its id, also from the one it is a copy of.
      quiz: lesson.quiz && {
        ...lesson.quiz,
        ...(lesson.quiz.draws && { draws: lesson.quiz.draws.map((draw) => ({ ...draw, id: names.id(draw.id) })) }),
        // Cohorts are those of one course.
        ...(lesson.quiz.forWhom && !names.sameCourse && { forWhom: { ...lesson.quiz.forWhom, cohorts: [] } }),
        ...(lesson.quiz.follows && { follows: followsRenamed(lesson.quiz.follows, renamedPart) }),
      },
      live: lesson.live && {
        ...lesson.live,
        before: lesson.live.before.flatMap((one) => renamed(one) ?? []),
        after: lesson.live.after.flatMap((one) => renamed(one) ?? []),
      },
      // What is copied along is needed as its copy.
      needs: lesson.needs.flatMap((one) => renamed(one) ?? []),
    } as Lesson);
    const text = source.text[lesson.id]?.content;
    // Files belong to the school: a copy shows the same ones.
    if (text) add('text', { id, content: withExercises(text, names.id) } as { readonly id: string });
    for (const question of questionsOf(source, lesson.id))
      add('question', {
        ...question,
        id: names.id(question.id),
        lessonId: id,
        outcomes: outcomes(question.outcomes),
        taught: taughtAs(question.taught),
      } as { readonly id: string });
  };

  const lessons = wish.lessons.flatMap((id) => source.lesson[id] ?? []);
  const sections = sectionsOf(source).filter((section) => wish.sections.includes(section.id));
  if (lessons.length !== wish.lessons.length || sections.length !== wish.sections.length)
    return fail('not-found', 'Something of what was copied is not there any more. Copy it again.');
  if (lessons.length > 0) {
    if (wish.into === null || !target.section[wish.into])
      return fail('not-found', 'There is no section here to paste into. Make one first.');
    const siblings = Object.values(target.lesson).filter(
      (one) => one.sectionId === wish.into && !lessons.some(({ id }) => names.id(id) === one.id),
    );
    const keys = keysAfter(siblings, wish.after, lessons.length);
    if (!keys) return fail('not-found', 'The lesson to paste behind is not there any more.');
    for (const [i, lesson] of lessons.entries())
      copyLesson(lesson, wish.into, keys[i] ?? '', names.title(lesson.title));
  }
  const others = Object.values(target.section).filter((one) => !sections.some(({ id }) => names.id(id) === one.id));
  const keys = keysAfter(others, wish.into, sections.length) ?? [];
  for (const [i, section] of sections.entries()) {
    const id = names.id(section.id);
    if (target.section[id]) continue;
    add('section', {
      ...section,
      id,
      order: keys[i] ?? '',
      title: names.title(section.title),
      opens: withLessons(section.opens, renamed),
    } as Section);
    for (const lesson of [...(inside.get(section.id) ?? [])].sort(byOrder))
      copyLesson(lesson, id, lesson.order, lesson.title);
  }
  return ok([...changes, ...placedAlike(target, source, changes, names)]);
}

/**
 * Where copied lessons stand in the gradebook: in the same category of the same course, or in the one of the same name
 * where the copy goes. Where there is none, they stand alone.
 */
function placedAlike(target: Outline, source: Outline, copies: readonly Change[], names: CopyNames): Change[] {
  const [to, from] = [courseOf(target), courseOf(source)];
  const [scheme, scheme0] = [to.settings.grading, from.settings.grading];
  if (!scheme0) return [];
  const made = new Set(copies.flatMap(({ table, id }) => (table === 'lesson' ? [id] : [])));
  const categories = scheme?.categories ?? [];
  const categoryOf = (old: string | null) => {
    const title = scheme0.categories.find(({ id }) => id === old)?.title;
    const there = names.sameCourse ? ({ id }: { id: string }) => id === old : undefined;
    return categories.find(there ?? ((one) => one.title === title))?.id ?? null;
  };
  const placed = Object.entries(scheme0.placed).flatMap(([old, { categoryId, extra }]) => {
    const [id, place] = [names.id(old), { categoryId: categoryOf(categoryId), extra }];
    return made.has(id) && (place.categoryId !== null || extra) ? [[id, place] as const] : [];
  });
  if (placed.length === 0) return [];
  const after = { ...(scheme ?? usualScheme), placed: { ...scheme?.placed, ...Object.fromEntries(placed) } };
  return [
    {
      ...{ table: 'course', id: to.id, before: { settings: to.settings } },
      after: { settings: { ...to.settings, grading: after } },
    },
  ];
}
