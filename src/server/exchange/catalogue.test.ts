import { expect, test } from 'vitest';
import { loadOutline } from '../outline';
import type { Person } from '../people';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { findAnything } from '../search';
import { codeOf, learner, must, owner, publishedCourse, run, useTestSchool } from '../testing/school';
import { catalogueFor, writeSheet } from './index';
import { readSheetFile } from './sheets';

const school = useTestSchool();
const boss = () => owner(school.owner);
const person = (id: string, role: Person['role'], courses: Person['courses'] = {}): Person => ({
  id,
  role,
  courses,
  name: '',
  email: '',
  zone: 'UTC',
  locale: 'en-GB',
});
const bytes = (text: string) => new TextEncoder().encode(text);

test('a change in two courses is done in both or in none, and taken back in both with one undo', async () => {
  const [one, two] = [await publishedCourse(school), await publishedCourse({ owner: school.owner, learner: school.other })];
  const set = (courseId: string, id: string, title: string) => ({ courseId, edit: { do: 'set', table: 'lesson', id, fields: { title } } });
  const bad = await run(boss(), 'catalogue.change', { courses: [set(one.courseId, one.reading, 'Changed'), set(two.courseId, newId(), 'Changed')] });
  expect(codeOf(bad)).toBe('not-found');
  const titles = async () => Promise.all([one, two].map(async ({ courseId, reading }) => (await loadOutline(database(), courseId))?.lesson[reading]?.title));
  expect(await titles()).toEqual(['Read', 'Read']);
  const both = { courses: [set(one.courseId, one.reading, 'Changed'), set(two.courseId, two.reading, 'Changed')] };
  const creator = { id: school.creator, role: 'creator' as const, courses: { [one.courseId]: 'creator' as const } };
  expect(codeOf(await run(creator, 'catalogue.change', both))).toBe('not-allowed');
  const { steps } = await must<{ steps: object[] }>(boss(), 'catalogue.change', both);
  expect(await titles()).toEqual(['Changed', 'Changed']);
  await must(boss(), 'catalogue.undo', { steps });
  await must(boss(), 'catalogue.undo', { steps });
  expect(await titles()).toEqual(['Read', 'Read']);
  expect(codeOf(await run(creator, 'catalogue.undo', { steps }))).toBe('not-allowed');
});

test('everybody sees the rows of the courses they may change, and no others', async () => {
  const { courseId } = await publishedCourse({ owner: school.owner, learner: school.other });
  const seen = async (who: Person) => (await catalogueFor(database(), who)).rows.lesson.filter((row) => row.courseId === courseId).length;
  expect(await seen(person(school.owner, 'owner'))).toBe(3);
  expect(await seen(person(school.creator, 'creator', { [courseId]: 'creator' }))).toBe(3);
  expect(await seen(person(school.marker, 'marker', { [courseId]: 'marker' }))).toBe(0);
  expect(await seen(person(school.creator, 'creator'))).toBe(0);
});

test('a view belongs to who has kept it', async () => {
  const view = {
    id: newId(),
    name: 'Mine',
    about: 'lesson',
    look: { columns: [{ key: 'title', width: 200 }], filter: { join: 'and', conditions: [] }, sort: null },
  };
  await must(boss(), 'catalogue.save-view', view);
  const other = { id: school.creator, role: 'creator' as const, courses: {} };
  expect(codeOf(await run(other, 'catalogue.save-view', view))).toBe('not-allowed');
  expect(codeOf(await run(other, 'catalogue.remove-view', { id: view.id }))).toBe('not-allowed');
  expect(codeOf(await run(learner(school.learner), 'catalogue.save-view', { ...view, id: newId() }))).toBe('not-allowed');
  await must(boss(), 'catalogue.remove-view', { id: view.id });
});

test('CSV and XLSX are read back as they were written; formulas are words and never alive', async () => {
  const rows = [
    ['=1+1', 5],
    ['@x', null],
    ['"quoted", with comma', 0],
  ] as const;
  const csv = await writeSheet('csv', ['Lesson', 'Minutes'], rows);
  expect(new TextDecoder().decode(csv)).toContain("'=1+1");
  const xlsx = await writeSheet('xlsx', ['Lesson', 'Minutes'], rows);
  const words = async (file: Uint8Array) => {
    const read = await readSheetFile(file);
    return read.ok ? read.value.rows.map((row) => row.map((cell) => cell.replace(/^'(?=[=@])/, ''))) : read.problem.sentence;
  };
  const expected = rows.map(([title, minutes]) => [title, minutes === null ? '' : String(minutes)]);
  expect(await words(csv)).toEqual(expected);
  expect(await words(xlsx)).toEqual(expected);
});

test.each([
  ['nothing', '', 'The file is empty. Its first row names the columns.'],
  ['100,000 rows', `lesson\n${'x\n'.repeat(100_000)}`, 'It has 100,000 rows; at most 20,000 can be brought in at once. Send it in parts.'],
  ['a zip that is no XLSX', 'PK\u0003\u0004 not really', 'This XLSX cannot be read. Save it again, or save it as CSV.'],
  ['a picture', '\u0089PNG\u0000', 'This is neither a CSV nor an XLSX file.'],
])('a file of %s is refused in words', async (_name, text, sentence) => {
  const read = await readSheetFile(bytes(text));
  expect(read.ok ? 'ok' : read.problem.sentence).toBe(sentence);
});

test('names are found begun or misspelt, the likest first, and only where somebody may look', async () => {
  const courseId = newId();
  const sectionId = newId();
  await must(boss(), 'course.create', { id: courseId, title: 'Mapping wells and springs' });
  await must(boss(), 'outline.edit', { courseId, edit: { do: 'add-section', id: sectionId, title: 'Finding water', after: null } });
  await must(boss(), 'outline.edit', { courseId, edit: { do: 'add-lesson', id: newId(), sectionId, after: null, title: 'Asking at doors', kind: 'reading' } });
  const titles = async (who: Person, words: string) => (await findAnything(database(), who, words)).map((one) => one.title);
  const me = person(school.owner, 'owner');
  expect((await titles(me, 'aksing dors'))[0]).toBe('Asking at doors');
  expect((await titles(me, 'map wel'))[0]).toBe('Mapping wells and springs');
  expect((await titles(me, 'the larner'))[0]).toBe('The learner');
  expect(await titles(me, 'zzzzqq')).toEqual([]);
  expect(await titles(me, " ' & | ! ( \\ %")).toEqual([]);
  expect(await titles(person(school.creator, 'creator'), 'asking doors')).toEqual([]);
  expect(await titles(person(school.learner, 'learner'), 'the owner')).toEqual([]);
});
