import { eq } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { database } from '../platform/database';
import * as tables from '../platform/schema';
import { publishedCourse, useTestSchool } from '../testing/school';
import { loadOutline } from './index';

const school = useTestSchool();
type Wrong = { readonly lesson?: object; readonly question?: object; readonly course?: object };

test.each<[string, Wrong, RegExp]>([
  ['a rule that is none', { lesson: { opens: { at: 'never' } } }, /^The opens of lesson/],
  ['a list of something else', { lesson: { needs: [{ id: 1 }] } }, /^The needs of lesson/],
  [
    'what is known of a text',
    { lesson: { written: { words: -1, pictures: 0, undescribed: 0 } } },
    /^The written of lesson/,
  ],
  ['a body of another kind', { question: { body: { holds: true } } }, /^The body of question/],
  ['settings with more than there are', { course: { settings: { colour: 'red' } } }, /^The settings of course/],
])('%s in the database is not taken for what it should be', async (_name, wrong, said) => {
  const { courseId, reading, question } = await publishedCourse(school);
  const db = database();
  if (wrong.lesson) await db.update(tables.lesson).set(wrong.lesson).where(eq(tables.lesson.id, reading));
  if (wrong.question) await db.update(tables.question).set(wrong.question).where(eq(tables.question.id, question));
  if (wrong.course) await db.update(tables.course).set(wrong.course).where(eq(tables.course.id, courseId));
  await expect(loadOutline(db, courseId)).rejects.toThrow(said);
});

test('of a text with parts that are not known, the rest is there', async () => {
  const { courseId, reading } = await publishedCourse(school);
  const known = { type: 'paragraph', content: [{ type: 'text', text: 'Here.' }] };
  const content = { type: 'doc', content: [known, { type: 'blink', content: [] }] };
  await database().update(tables.lessonText).set({ content }).where(eq(tables.lessonText.id, reading));
  expect((await loadOutline(database(), courseId))?.text[reading]?.content).toEqual({ type: 'doc', content: [known] });
});
