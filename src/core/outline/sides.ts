import { same } from '../kernel/change';
import { differenceShown, type Piece } from '../kernel/word-difference';
import { type CourseDocument, lessonsOf } from './document';
import { courseFields, fieldText, lessonFields } from './field-text';

/** One field as it was and as it becomes, word by word, to be read side by side. */
export type Side = { readonly title: string; readonly field: string; readonly pieces: readonly Piece[] };

/** Every field that differs between two editions, side by side, in the order of the newer one. */
export function sideBySide(before: CourseDocument | null, after: CourseDocument): Side[] {
  if (!before) return [];
  const titles = new Map([
    ...[...lessonsOf(before), ...lessonsOf(after)].map((one) => [one.id, one.title] as const),
    ...after.outcomes.map((one) => [one.id, one.text] as const),
  ]);
  const sides = (title: string, names: { readonly [field: string]: string }, a: object, b: object): Side[] =>
    Object.entries(names).flatMap(([field, name]) => {
      const [was, becomes] = [a, b].map((record) => (record as Record<string, unknown>)[field]);
      return same(was, becomes)
        ? []
        : [
            {
              title,
              field: name,
              pieces: differenceShown(fieldText(field, was, titles), fieldText(field, becomes, titles)),
            },
          ];
    });
  const old = new Map(lessonsOf(before).map((lesson) => [lesson.id, lesson]));
  return [
    ...sides('The course', courseFields, before.course, after.course),
    ...lessonsOf(after).flatMap((lesson) => {
      const was = old.get(lesson.id);
      return was ? sides(lesson.title, { title: 'its name', ...lessonFields }, was, lesson) : [];
    }),
  ];
}
