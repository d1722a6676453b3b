import { same } from '../kernel/change';
import { listText } from '../kernel/words';
import { type CourseDocument, type LessonDocument, lessonsOf } from './document';
import { courseFields, lessonFields } from './field-text';

/** One thing that differs between two editions, in words. */
export type Difference = { readonly what: 'added' | 'removed' | 'changed' | 'moved'; readonly sentence: string };

const differing = (names: { readonly [field: string]: string }, a: object, b: object) =>
  Object.entries(names).flatMap(([field, name]) =>
    same((a as Record<string, unknown>)[field], (b as Record<string, unknown>)[field]) ? [] : [name],
  );

/** What changed from one document to the next, in the order of the newer course. */
export function differences(before: CourseDocument | null, after: CourseDocument): Difference[] {
  const added = (lesson: LessonDocument): Difference => ({ what: 'added', sentence: `New lesson: ${lesson.title}` });
  if (!before) return lessonsOf(after).map(added);
  const found: Difference[] = [];
  const course = differing(courseFields, before.course, after.course);
  if (course.length > 0) found.push({ what: 'changed', sentence: `Course: ${listText(course)}` });

  const oldSections = new Map(before.sections.map((section) => [section.id, section]));
  const newSections = new Set(after.sections.map((section) => section.id));
  const oldLessons = new Map(lessonsOf(before).map((lesson) => [lesson.id, lesson]));
  const newLessons = new Set(lessonsOf(after).map((lesson) => lesson.id));

  for (const section of before.sections) {
    if (!newSections.has(section.id)) found.push({ what: 'removed', sentence: `Section removed: ${section.title}` });
  }
  for (const lesson of oldLessons.values()) {
    if (!newLessons.has(lesson.id)) found.push({ what: 'removed', sentence: `Lesson removed: ${lesson.title}` });
  }
  const places = movedIds(
    before.sections.map((s) => s.id),
    after.sections.map((s) => s.id),
  );
  for (const section of after.sections) {
    const old = oldSections.get(section.id);
    if (!old) found.push({ what: 'added', sentence: `New section: ${section.title}` });
    else {
      if (old.title !== section.title)
        found.push({ what: 'changed', sentence: `Section "${old.title}" is now called "${section.title}"` });
      if (!same(old.opens, section.opens))
        found.push({ what: 'changed', sentence: `Section "${section.title}": when it opens` });
      if (!same(old.closes, section.closes))
        found.push({ what: 'changed', sentence: `Section "${section.title}": when it closes` });
      if (places.has(section.id)) found.push({ what: 'moved', sentence: `Section moved: ${section.title}` });
    }
    const stayed = (list: readonly LessonDocument[], other: ReadonlySet<string>) =>
      list.map((l) => l.id).filter((id) => other.has(id));
    const inOld = new Set(old?.lessons.map((l) => l.id));
    const inNew = new Set(section.lessons.map((l) => l.id));
    const shifted = old ? movedIds(stayed(old.lessons, inNew), stayed(section.lessons, inOld)) : new Set<string>();
    for (const lesson of section.lessons) {
      const was = oldLessons.get(lesson.id);
      if (!was) {
        found.push(added(lesson));
        continue;
      }
      if (was.title !== lesson.title)
        found.push({ what: 'changed', sentence: `Lesson "${was.title}" is now called "${lesson.title}"` });
      const fields = differing(lessonFields, was, lesson);
      if (fields.length > 0) found.push({ what: 'changed', sentence: `${lesson.title}: ${listText(fields)}` });
      if (was.sectionId !== lesson.sectionId)
        found.push({ what: 'moved', sentence: `${lesson.title} moved to section "${section.title}"` });
      else if (shifted.has(lesson.id))
        found.push({ what: 'moved', sentence: `${lesson.title} moved within "${section.title}"` });
    }
  }
  return found;
}

/** The fewest ids whose moving explains a new order: those outside a longest common subsequence. */
function movedIds(before: readonly string[], after: readonly string[]): Set<string> {
  const at = new Map(before.map((id, i) => [id, i]));
  const shared = after.filter((id) => at.has(id));
  const positions = shared.map((id) => at.get(id) ?? 0);
  const length: number[] = [];
  const previous: number[] = [];
  let best = -1;
  for (let i = 0; i < positions.length; i += 1) {
    length[i] = 1;
    previous[i] = -1;
    for (let j = 0; j < i; j += 1) {
      if ((positions[j] ?? 0) < (positions[i] ?? 0) && (length[j] ?? 0) + 1 > (length[i] ?? 0)) {
        length[i] = (length[j] ?? 0) + 1;
        previous[i] = j;
      }
    }
    if (best < 0 || (length[i] ?? 0) > (length[best] ?? 0)) best = i;
  }
  const kept = new Set<string>();
  for (let i = best; i >= 0; i = previous[i] ?? -1) kept.add(shared[i] ?? '');
  return new Set(shared.filter((id) => !kept.has(id)));
}
