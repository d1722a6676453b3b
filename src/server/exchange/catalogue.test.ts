import { expect, test } from 'vitest';
import { loadOutline } from '../outline';
import type { Person } from '../people';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { findAnything } from '../search';
import { codeOf, learner, must, owner, publishedCourse, run, useTestSchool } from '../testing/school';
import { type Look, planSheet, planWish, rowsFor, rowsPage, rowsPerPage, writeSheet } from './index';
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
const usual: Look = { about: 'lesson', filter: { join: 'and', conditions: [] }, sort: null };
const bytes = (text: string) => new TextEncoder().encode(text);

test('a change in two courses is done in both or in none, and taken back in both with one undo', async () => {
  const [one, two] = [
    await publishedCourse(school),
    await publishedCourse({ owner: school.owner, learner: school.other }),
  ];
  const set = (courseId: string, id: string, title: string) => ({
    courseId,
    edit: { do: 'set', table: 'lesson', id, fields: { title } },
  });
  const bad = await run(boss(), 'catalogue.change', {
    courses: [set(one.courseId, one.reading, 'Changed'), set(two.courseId, newId(), 'Changed')],
  });
  expect(codeOf(bad)).toBe('not-found');
  const titles = async () =>
    Promise.all(
      [one, two].map(
        async ({ courseId, reading }) => (await loadOutline(database(), courseId))?.lesson[reading]?.title,
      ),
    );
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
  const seen = async (who: Person) =>
    (await rowsFor(database(), who, usual)).filter((row) => row.courseId === courseId).length;
  expect(await seen(person(school.owner, 'owner'))).toBe(3);
  expect(await seen(person(school.creator, 'creator', { [courseId]: 'creator' }))).toBe(3);
  expect(await seen(person(school.marker, 'marker', { [courseId]: 'marker' }))).toBe(0);
  expect(await seen(person(school.creator, 'creator'))).toBe(0);
});

test('pages of rows are the rows there are, in every order, whatever is known of them from before', async () => {
  const { courseId, reading } = await publishedCourse({ owner: school.owner, learner: school.other });
  const me = person(school.creator, 'creator', { [courseId]: 'creator' });
  const more = Array.from({ length: rowsPerPage + 50 }, (_, i) => ({
    id: newId(),
    title: `Row ${i}`,
    kind: 'reading',
  }));
  await must(boss(), 'outline.edit', {
    courseId,
    edit: {
      do: 'put',
      into: null,
      after: null,
      lessons: [],
      afterSection: null,
      sections: [{ id: newId(), title: 'Many', lessons: more }],
    },
  });
  const looks: Look[] = [
    usual,
    { ...usual, sort: { column: 'title', down: true } },
    { ...usual, filter: { join: 'and', conditions: [{ column: 'title', operator: 'contains', words: 'row' }] } },
  ];
  for (const look of looks) {
    const all = (await rowsFor(database(), me, look)).map(({ id }) => id);
    const pages = [];
    for (let from = 0; from < all.length; from += rowsPerPage) pages.push(await rowsPage(database(), me, look, from));
    expect([look, pages.flatMap(({ rows }) => rows.map(({ id }) => id)), pages[0]?.found]).toEqual([
      look,
      all,
      all.length,
    ]);
    expect(new Set(pages.map(({ total }) => total))).toEqual(new Set([rowsPerPage + 53]));
  }
  // What has changed since is seen, in the course and in the facts of its media; a page across two courses holds both.
  await must(boss(), 'outline.edit', {
    courseId,
    edit: { do: 'set', table: 'lesson', id: reading, fields: { title: 'Changed' } },
  });
  const title = async () => (await rowsFor(database(), me, usual)).find(({ id }) => id === reading)?.cells.title;
  expect(await title()).toBe('Changed');
  const second = await publishedCourse({ owner: school.owner, learner: school.other });
  const both = person(school.creator, 'creator', { [courseId]: 'creator', [second.courseId]: 'creator' });
  const all = (await rowsFor(database(), both, usual)).map(({ id }) => id);
  expect((await rowsPage(database(), both, usual, 100)).rows.map(({ id }) => id)).toEqual(
    all.slice(100, 100 + rowsPerPage),
  );
  expect((await rowsPage(database(), both, usual, 9_999)).rows).toEqual([]);
});

test('a plan names what it would do and brings the edits that do it, and only in courses of one’s own', async () => {
  const one = await publishedCourse({ owner: school.owner, learner: school.other });
  const two = await publishedCourse({ owner: school.owner, learner: school.other });
  const me = person(school.creator, 'creator', { [one.courseId]: 'creator' });
  const wish = { ...usual, value: undefined, block: undefined };
  const set = await planWish(database(), me, { ...wish, value: { column: 'weight', words: '7' } } as never);
  expect(set.ok && [set.value.cells, set.value.rows, set.value.courses.map(({ courseId }) => courseId)]).toEqual([
    3,
    3,
    [one.courseId],
  ]);
  const pasted = (row: string, words: string) =>
    planWish(database(), me, { ...wish, block: { row, columns: ['title', 'weight'], words } } as never);
  const block = await pasted(one.reading, 'New name\t3');
  expect(block.ok && block.value.changes.map(({ title, column, after }) => [title, column, after])).toEqual([
    ['Read', 'Lesson', 'New name'],
    ['Read', 'Weight', 3],
  ]);
  await must(boss(), 'catalogue.change', { courses: block.ok ? block.value.courses : [] });
  expect((await rowsFor(database(), me, usual)).find(({ id }) => id === one.reading)?.cells).toMatchObject({
    title: 'New name',
    weight: 3,
  });
  expect(codeOf(await pasted(two.reading, 'x'))).toBe('conflict');
  const faulty = await pasted(one.reading, 'ok\tmany');
  expect(faulty.ok && [faulty.value.faults.map(({ sentence }) => sentence), faulty.value.courses]).toEqual([
    ['Weight: "many" is no number.'],
    [],
  ]);
  const sheet = { head: ['id', 'lesson'], rows: [[two.reading, 'Stolen']], note: null };
  expect((await planSheet(database(), me, 'lesson', sheet, ['id', 'title'], 'id')).faults).toHaveLength(1);
  expect(
    (await planSheet(database(), person(school.owner, 'owner'), 'lesson', sheet, ['id', 'title'], 'id')).cells,
  ).toBe(1);
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
  expect(codeOf(await run(learner(school.learner), 'catalogue.save-view', { ...view, id: newId() }))).toBe(
    'not-allowed',
  );
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
    return read.ok
      ? read.value.rows.map((row) => row.map((cell) => cell.replace(/^'(?=[=@])/, '')))
      : read.problem.sentence;
  };
  const expected = rows.map(([title, minutes]) => [title, minutes === null ? '' : String(minutes)]);
  expect(await words(csv)).toEqual(expected);
  expect(await words(xlsx)).toEqual(expected);
});

test.each([
  ['nothing', '', 'The file is empty. Its first row names the columns.'],
  [
    '100,000 rows',
    `lesson\n${'x\n'.repeat(100_000)}`,
    'It has 100,000 rows; at most 20,000 can be brought in at once. Send it in parts.',
  ],
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
  await must(boss(), 'outline.edit', {
    courseId,
    edit: { do: 'add-section', id: sectionId, title: 'Finding water', after: null },
  });
  await must(boss(), 'outline.edit', {
    courseId,
    edit: { do: 'add-lesson', id: newId(), sectionId, after: null, title: 'Asking at doors', kind: 'reading' },
  });
  const titles = async (who: Person, words: string) =>
    (await findAnything(database(), who, words)).map((one) => one.title);
  const me = person(school.owner, 'owner');
  expect((await titles(me, 'aksing dors'))[0]).toBe('Asking at doors');
  expect((await titles(me, 'map wel'))[0]).toBe('Mapping wells and springs');
  expect((await titles(me, 'the larner'))[0]).toBe('The learner');
  expect(await titles(me, 'zzzzqq')).toEqual([]);
  expect(await titles(me, " ' & | ! ( \\ %")).toEqual([]);
  expect(await titles(person(school.creator, 'creator'), 'asking doors')).toEqual([]);
  expect(await titles(person(school.learner, 'learner'), 'the owner')).toEqual([]);
});
