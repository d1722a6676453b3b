import { readFileSync } from 'node:fs';
import { eq } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import { courseDocumentJsonSchema, courseDocumentSchema, readinessDocument } from '@/core/outline';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, useTestSchool } from '../testing/school';
import { loadOutline } from './load';

const school = useTestSchool();
const boss = () => owner(school.owner);

async function freshCourse() {
  const courseId = newId();
  const sectionId = newId();
  await must(boss(), 'course.create', { id: courseId, title: 'A course' });
  await must(boss(), 'outline.edit', {
    courseId,
    edit: { do: 'add-section', id: sectionId, title: 'One', after: null },
  });
  return { courseId, sectionId };
}

test('a course starts from a title, twice the same request makes one, and addresses stay apart', async () => {
  const id = newId();
  const first = await must<{ slug: string }>(boss(), 'course.create', { id, title: 'Über Flüsse: eine Einführung' });
  const again = await must<{ slug: string }>(boss(), 'course.create', { id, title: 'Über Flüsse: eine Einführung' });
  const other = await must<{ slug: string }>(boss(), 'course.create', {
    id: newId(),
    title: 'Über Flüsse: eine Einführung',
  });
  expect([first.slug, again.slug, other.slug]).toEqual([
    'uber-flusse-eine-einfuhrung',
    'uber-flusse-eine-einfuhrung',
    'uber-flusse-eine-einfuhrung-2',
  ]);
});

test.each([
  ['an empty title', { title: '   ' }, 'Give it a title.'],
  ['10,000 characters', { title: 'x'.repeat(10_000) }, 'Keep a title under 200 characters.'],
  ['a field that is not there', { courseId: newId() }, 'A lesson has no courseId that can be set.'],
  ['a rule that does not exist', { opens: { when: 'never' } }, 'Choose when it opens.'],
  [
    'a time that does not exist',
    { opens: { when: 'on-date', date: '2027-02-30', at: '09:00', zone: 'UTC' } },
    'Choose a day of the calendar.',
  ],
  [
    'an attachment of no kind of access',
    { attachments: [{ id: newId(), mediaId: newId(), title: '', access: 'steal' }] },
    'This value does not belong here.',
  ],
  ['a file that is not there', { mediaId: newId() }, 'This file is not in the library of the school, or not for you.'],
])('a lesson refuses %s in words, and nothing is written', async (_name, fields, sentence) => {
  const { courseId, sectionId } = await freshCourse();
  const id = newId();
  await must(boss(), 'outline.edit', {
    courseId,
    edit: { do: 'add-lesson', id, sectionId, after: null, title: 'Before', kind: 'reading' },
  });
  const before = await loadOutline(database(), courseId);
  const result = await run(boss(), 'outline.edit', { courseId, edit: { do: 'set', table: 'lesson', id, fields } });
  expect(result.ok ? '' : result.problem.sentence).toBe(sentence);
  expect(await loadOutline(database(), courseId)).toEqual(before);
});

test('a section dropped into itself stays where it is, in words', async () => {
  const { courseId, sectionId } = await freshCourse();
  const result = await run(boss(), 'outline.edit', {
    courseId,
    edit: { do: 'move-sections', ids: [sectionId], before: sectionId },
  });
  expect(result.ok ? '' : result.problem.sentence).toBe(
    'Nothing can be put into or in front of itself. It stays where it is.',
  );
});

test('HTML in a title is a title', async () => {
  const { courseId, sectionId } = await freshCourse();
  const title = '<img src=x onerror=alert(1)> & more';
  await must(boss(), 'outline.edit', {
    courseId,
    edit: { do: 'add-lesson', id: newId(), sectionId, after: null, title, kind: 'reading' },
  });
  expect(Object.values((await loadOutline(database(), courseId))?.lesson ?? {}).map((lesson) => lesson.title)).toEqual([
    title,
  ]);
});

test('a section with its lessons is removed, comes back in one undo, goes again in one redo', async () => {
  const { courseId, sectionId } = await freshCourse();
  for (const title of ['a', 'b', 'c'])
    await must(boss(), 'outline.edit', {
      courseId,
      edit: { do: 'add-lesson', id: newId(), sectionId, after: null, title, kind: 'quiz' },
    });
  const before = await loadOutline(database(), courseId);
  await must(boss(), 'outline.edit', { courseId, edit: { do: 'remove', table: 'section', ids: [sectionId] } });
  expect(Object.keys((await loadOutline(database(), courseId))?.lesson ?? {})).toHaveLength(0);
  await must(boss(), 'outline.undo', { courseId });
  expect(await loadOutline(database(), courseId)).toEqual(before);
  await must(boss(), 'outline.redo', { courseId });
  expect(Object.keys((await loadOutline(database(), courseId))?.section ?? {})).toHaveLength(0);
  await must(boss(), 'outline.undo', { courseId });
  await must(boss(), 'outline.undo', { courseId });
  expect(
    Object.values((await loadOutline(database(), courseId))?.lesson ?? {})
      .map((lesson) => lesson.title)
      .sort(),
  ).toEqual(['a', 'b']);
});

test('undo does not destroy what somebody else has changed since', async () => {
  const { courseId, sectionId } = await freshCourse();
  const set = (title: string, who = boss()) =>
    must(who, 'outline.edit', { courseId, edit: { do: 'set', table: 'section', id: sectionId, fields: { title } } });
  await set('Mine');
  await set('Theirs', { id: school.creator, role: 'creator', courses: { [courseId]: 'creator' } });
  expect(codeOf(await run(boss(), 'outline.undo', { courseId }))).toBe('conflict');
  expect(Object.values((await loadOutline(database(), courseId))?.section ?? {})[0]?.title).toBe('Theirs');
});

test('permission is decided for every write', async () => {
  const { courseId, sectionId } = await freshCourse();
  const edit = { do: 'set', table: 'section', id: sectionId, fields: { title: 'Taken over' } };
  const strangers = [
    null,
    learner(school.learner),
    { id: school.creator, role: 'creator' as const, courses: {} },
    { id: school.marker, role: 'marker' as const, courses: { [courseId]: 'marker' as const } },
  ];
  const codes = await Promise.all(
    strangers.map(async (actor) => codeOf(await run(actor, 'outline.edit', { courseId, edit }))),
  );
  expect(codes).toEqual(['not-signed-in', 'not-allowed', 'not-allowed', 'not-allowed']);
  const other = await freshCourse();
  const crossed = await run(
    { id: school.creator, role: 'creator', courses: { [other.courseId]: 'creator' } },
    'outline.edit',
    {
      courseId: other.courseId,
      edit,
    },
  );
  expect(codeOf(crossed)).toBe('not-found');
});

test('two publishes at the same moment make one edition; an edition never changes', async () => {
  const { courseId, reading } = await publishedCourse(school);
  await must(boss(), 'outline.edit', {
    courseId,
    edit: { do: 'set', table: 'lesson', id: reading, fields: { title: 'Read again' } },
  });
  const results = await Promise.all(
    [1, 2].map(() => run(boss(), 'course.publish', { courseId, number: 2 }, Temporal.Now.instant().toString())),
  );
  expect(results.map(codeOf).sort()).toEqual(['conflict', 'ok']);
  const editions = await database()
    .select()
    .from(tables.edition)
    .where(eq(tables.edition.courseId, courseId))
    .orderBy(tables.edition.number);
  expect(editions.map((one) => [one.number, one.document.sections[0]?.lessons[0]?.title])).toEqual([
    [1, 'Read'],
    [2, 'Read again'],
  ]);
  expect(editions[1]?.differences).toEqual([{ what: 'changed', sentence: 'Lesson "Read" is now called "Read again"' }]);
  expect(codeOf(await run(boss(), 'course.publish', { courseId, number: 3 }))).toBe('conflict');
});

test('what has to be settled stops publishing', async () => {
  const { courseId, sectionId } = await freshCourse();
  await must(boss(), 'outline.edit', {
    courseId,
    edit: { do: 'add-lesson', id: newId(), sectionId, after: null, title: 'Film', kind: 'film' },
  });
  const result = await run(boss(), 'course.publish', { courseId, number: 1 });
  expect(result.ok ? '' : result.problem.sentence).toContain('Film has no film.');
});

test('the published JSON Schema is the one that editions are checked with', async () => {
  expect(courseDocumentJsonSchema()).toEqual(
    JSON.parse(readFileSync('docs/formats/course-document.schema.json', 'utf8')),
  );
  const { courseId } = await publishedCourse(school);
  const [live] = await database()
    .select({ document: tables.edition.document })
    .from(tables.edition)
    .where(eq(tables.edition.courseId, courseId));
  expect(courseDocumentSchema.isValidSync(live?.document)).toBe(true);
  expect(courseDocumentSchema.isValidSync({ ...live?.document, version: 99 })).toBe(false);
});

test('docs/readiness.md says what the rules are', () => {
  expect(readFileSync('docs/readiness.md', 'utf8')).toBe(readinessDocument());
});
