import { same } from '../kernel/change';
import { ruleText } from '../release';
import { courseFields, lessonFields } from './difference';
import { type CourseDocument, type LessonDocument, lessonsOf } from './document';
import { plainText } from './minutes';
import type { RichText } from './types';

/** One field as it was and as it becomes, to be read side by side. */
export type Side = { readonly title: string; readonly field: string; readonly before: string; readonly after: string };

const most = 1200;
const cut = (text: string) => (text.length > most ? `${text.slice(0, most)} …` : text);

/** A field's value as a person would read it. */
function shown(field: string, value: unknown, titles: ReadonlyMap<string, string>): string {
  if (value === null || value === undefined || value === '') return '–';
  if (field === 'text') return cut(plainText(value as RichText)) || '–';
  if (field === 'password') return 'set';
  if (field === 'pictureId') return 'a picture';
  if (field === 'opens') return ruleText(value as Parameters<typeof ruleText>[0]);
  if (field === 'media') return (value as { fileName: string }).fileName;
  if (field === 'learnerMinutes') return `${value} min`;
  if (field === 'questions')
    return cut((value as LessonDocument['questions']).map((question, i) => `${i + 1}. ${question.prompt || 'without words'}`).join('\n')) || 'none';
  if (field === 'needs' || field === 'outcomes') return (value as string[]).map((id) => titles.get(id) ?? 'something that is gone').join(', ') || 'none';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string' || typeof value === 'number') return cut(String(value));
  return cut(
    Object.entries(value as object)
      .map(([key, inner]) => `${key}: ${typeof inner === 'object' ? JSON.stringify(inner) : inner}`)
      .join('\n'),
  );
}

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
      return same(was, becomes) ? [] : [{ title, field: name, before: shown(field, was, titles), after: shown(field, becomes, titles) }];
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
