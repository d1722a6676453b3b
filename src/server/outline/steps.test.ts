import { and, asc, eq, gte } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { fingerprint } from '@/core/kernel/change';
import { Temporal } from '@/core/kernel/time';
import { previewEdition } from '../learning';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, useTestSchool } from '../testing/school';
import { publishDue } from './editions';
import { historyOf, stepsSince } from './history';
import { loadOutline } from './load';

const school = useTestSchool();
const boss = () => owner(school.owner);
const doc = (text: string) => ({ type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text }] }] });
const edit = (courseId: string, change: object, base?: object) =>
  run<{ revision: number }>(boss(), 'outline.edit', { courseId, edit: change, ...(base ? { base } : {}) });
const live = async (courseId: string) => {
  const [row] = await database()
    .select({ number: tables.edition.number })
    .from(tables.course)
    .innerJoin(tables.edition, eq(tables.edition.id, tables.course.liveEditionId))
    .where(eq(tables.course.id, courseId));
  return row?.number;
};

test('a field that somebody else has changed since is not overwritten, and is when it is meant', async () => {
  const { courseId, reading } = await publishedCourse(school);
  const set = (title: string, was: string) =>
    edit(courseId, { do: 'set', table: 'lesson', id: reading, fields: { title } }, { title: fingerprint(was) });
  expect(codeOf(await set('Mine', 'Read'))).toBe('ok');
  expect(codeOf(await set('Yours', 'Read'))).toBe('changed');
  expect((await loadOutline(database(), courseId))?.lesson[reading]?.title).toBe('Mine');
  // The same value twice is no quarrel, and neither is a change of what is there now.
  expect(codeOf(await set('Mine', 'Read'))).toBe('ok');
  expect(codeOf(await set('Yours', 'Mine'))).toBe('ok');
});

test('steps are numbered without gaps, told in order, and gone back to in one that can be undone', async () => {
  const { courseId, sectionId, reading } = await publishedCourse(school);
  const before = await loadOutline(database(), courseId);
  const [row] = await database()
    .select({ revision: tables.course.revision })
    .from(tables.course)
    .where(eq(tables.course.id, courseId));
  const from = row?.revision ?? 0;
  const added = newId();
  await edit(courseId, { do: 'add-lesson', id: added, sectionId, after: null, title: 'Later', kind: 'reading' });
  await edit(courseId, { do: 'set', table: 'text', id: added, fields: { content: doc('Words') } });
  await edit(courseId, { do: 'remove', table: 'section', ids: [sectionId] });
  await edit(courseId, {
    do: 'put',
    into: null,
    after: null,
    lessons: [],
    afterSection: null,
    sections: [{ id: newId(), title: 'New', lessons: [] }],
  });
  const steps = await stepsSince(database(), courseId, from);
  expect(steps?.map((step) => step.revision - from)).toEqual([1, 2, 3, 4]);
  const known = from + 4;
  expect(codeOf(await run(boss(), 'outline.go-back', { courseId, revision: from, known: known - 1 }))).toBe('conflict');
  expect(codeOf(await run(learner(school.learner), 'outline.go-back', { courseId, revision: from, known }))).toBe(
    'not-allowed',
  );
  await must(boss(), 'outline.go-back', { courseId, revision: from, known });
  expect(await loadOutline(database(), courseId)).toEqual(before);
  await must(boss(), 'outline.undo', { courseId });
  expect((await loadOutline(database(), courseId))?.lesson[reading]).toBeUndefined();
  expect((await historyOf(database(), courseId, null))[0]?.sentence).toBe(`took back: went back to step ${from}`);
});

test('a step with a name is done once, however often it is sent, also to undo, and the name is nobody else’s', async () => {
  const { courseId, reading } = await publishedCourse(school);
  const { courseId: other } = await publishedCourse(school);
  const title = async () => (await loadOutline(database(), courseId))?.lesson[reading]?.title;
  const set = (wanted: string, step: string, into = courseId) =>
    run<{ changes: unknown[]; revision: number }>(boss(), 'outline.edit', {
      courseId: into,
      step,
      edit: { do: 'set', table: 'lesson', id: reading, fields: { title: wanted } },
    });
  const [one, two, back] = [newId(), newId(), newId()];
  const first = await set('One', one);
  await set('Two', two);
  const again = await Promise.all([set('One', one), set('One', one)]);
  expect(await title()).toBe('Two');
  expect(again.map((answer) => answer.ok && [answer.value.changes, answer.value.revision])).toEqual(
    again.map(() => [[], (first.ok ? first.value.revision : 0) + 1]),
  );
  expect(codeOf(await set('One', one, other))).toBe('conflict');
  expect(codeOf(await set('One', 'one'))).toBe('invalid');
  for (let i = 0; i < 2; i += 1) await must(boss(), 'outline.undo', { courseId, step: back });
  expect(await title()).toBe('One');
});

test('rows are copied within a course and into another with texts and questions, twice is once, and only by who may', async () => {
  const { courseId, sectionId, quiz } = await publishedCourse(school);
  const otherId = newId();
  const into = newId();
  await must(boss(), 'course.create', { id: otherId, title: 'Another' });
  await must(boss(), 'outline.edit', {
    courseId: otherId,
    edit: { do: 'add-section', id: into, title: 'Here', after: null },
  });
  const copy = {
    courseId: otherId,
    fromCourseId: courseId,
    sectionIds: [sectionId],
    lessonIds: [],
    seed: newId(),
    into,
    after: null,
  };
  await must(boss(), 'outline.copy', copy);
  await must(boss(), 'outline.copy', copy);
  const there = await loadOutline(database(), otherId);
  expect(Object.values(there?.section ?? {}).map((section) => section.title)).toEqual(['Here', 'First']);
  expect(Object.keys(there?.lesson ?? {})).toHaveLength(3);
  expect(Object.values(there?.question ?? {}).map((question) => question.body)).toEqual([
    { value: '4', tolerance: '', unit: '' },
  ]);
  expect(Object.keys(there?.text ?? {})).toHaveLength(3);
  await must(boss(), 'outline.copy', {
    ...copy,
    courseId,
    sectionIds: [],
    lessonIds: [quiz],
    seed: newId(),
    into: sectionId,
    after: quiz,
  });
  expect(
    Object.values((await loadOutline(database(), courseId))?.lesson ?? {}).some(
      (lesson) => lesson.title === 'Check (copy)',
    ),
  ).toBe(true);
  const creator = { id: school.creator, role: 'creator' as const, courses: { [otherId]: 'creator' as const } };
  expect(codeOf(await run(creator, 'outline.copy', { ...copy, seed: newId() }))).toBe('not-allowed');
});

test('an edition is planned, made when its time comes by who still may, and called off', async () => {
  const { courseId, reading } = await publishedCourse(school);
  const later = { courseId, number: 2, date: '2031-05-01', at: '09:00', zone: 'Europe/London' };
  expect(codeOf(await run(boss(), 'course.publish-later', { ...later, date: '2001-05-01' }))).toBe('invalid');
  expect(codeOf(await run(boss(), 'course.publish-later', { ...later, number: 1 }))).toBe('conflict');
  await must(boss(), 'course.publish-later', later);
  await edit(courseId, { do: 'set', table: 'lesson', id: reading, fields: { title: 'Read on' } });
  await publishDue(Temporal.Instant.from('2031-05-01T07:59:00Z'));
  expect(await live(courseId)).toBe(1);
  await publishDue(Temporal.Instant.from('2031-05-01T08:00:00Z'));
  await publishDue(Temporal.Instant.from('2031-05-01T08:01:00Z'));
  expect(await live(courseId)).toBe(2);
  // What stands in the way when the time comes is kept to be read.
  await must(boss(), 'course.publish-later', { ...later, number: 3 });
  await publishDue(Temporal.Instant.from('2031-06-01T08:00:00Z'));
  const [planned] = await database()
    .select()
    .from(tables.plannedEdition)
    .where(eq(tables.plannedEdition.courseId, courseId));
  expect(planned?.problem).toMatch(/^Nothing has changed/);
  await must(boss(), 'course.publish-never', { courseId });
  expect(
    await database().select().from(tables.plannedEdition).where(eq(tables.plannedEdition.courseId, courseId)),
  ).toEqual([]);
});

test('two publishes at the same moment make one edition, and an older one is live again when wished', async () => {
  const { courseId, reading } = await publishedCourse(school);
  await edit(courseId, { do: 'set', table: 'lesson', id: reading, fields: { title: 'Changed' } });
  const both = await Promise.all([1, 2].map(() => run(boss(), 'course.publish', { courseId, number: 2 })));
  expect(both.map(codeOf).sort()).toEqual(['conflict', 'ok']);
  const editions = await database()
    .select({ id: tables.edition.id, number: tables.edition.number })
    .from(tables.edition)
    .where(eq(tables.edition.courseId, courseId));
  expect(editions).toHaveLength(2);
  const first = editions.find((edition) => edition.number === 1);
  await must(boss(), 'course.make-live', { courseId, editionId: first?.id });
  expect(await live(courseId)).toBe(1);
  const other = await publishedCourse({ owner: school.owner, learner: school.other });
  expect(codeOf(await run(boss(), 'course.make-live', { courseId: other.courseId, editionId: first?.id }))).toBe(
    'not-found',
  );
});

test('before publishing it is known whom it touches', async () => {
  const { courseId, reading, quiz } = await publishedCourse(school);
  const me = learner(school.learner);
  const day = '2027-03-02T09:00:00Z';
  const now = Temporal.Instant.from(day);
  await must(me, 'learning.opened', { courseId, lessonId: reading }, day);
  await must(me, 'learning.mark-done', { courseId, lessonId: reading }, day);
  await must(me, 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, day);
  await edit(courseId, { do: 'set', table: 'lesson', id: quiz, fields: { teaser: 'Soon.' } });
  const words = await previewEdition(database(), courseId, null, { now });
  expect([words?.learners, words?.touched, words?.sides.length]).toEqual([1, [], 1]);
  await edit(courseId, { do: 'set', table: 'lesson', id: quiz, fields: { teaser: '' } });
  await edit(courseId, { do: 'remove', table: 'lesson', ids: [reading] });
  await edit(courseId, { do: 'set', table: 'lesson', id: quiz, fields: { title: 'A check' } });
  // Nobody waits for it any more.
  expect(await previewEdition(database(), courseId, null, { now, signal: AbortSignal.abort() })).toBeNull();
  const preview = await previewEdition(database(), courseId, null, { now });
  expect(preview?.learners).toBe(1);
  expect(preview?.touched.map(({ name, effect }) => [name, effect.doneLost, effect.sittings])).toEqual([
    ['The learner', ['Read'], []],
  ]);
  expect(preview?.sides).toEqual([
    {
      title: 'A check',
      field: 'its name',
      pieces: [
        { how: 'out', words: 'Check' },
        { how: 'in', words: 'A check' },
      ],
    },
  ]);
});

test('of a text the history keeps where it differs, and every step is still whole for undo, for others and for going back', async () => {
  const { courseId, sectionId } = await publishedCourse(school);
  const id = newId();
  await edit(courseId, { do: 'add-lesson', id, sectionId, after: null, title: 'Long', kind: 'reading' });
  const words = Array.from({ length: 300 }, (_, i) => `word${i}`);
  const texts = [words, words.with(20, 'twenty'), words.with(20, 'twenty').with(250, 'last'), words.slice(0, 100)].map(
    (all) => doc(all.join(' ')),
  );
  const revisions: number[] = [];
  for (const content of texts) {
    const done = await edit(courseId, { do: 'set', table: 'text', id, fields: { content } });
    if (done.ok) revisions.push(done.value.revision);
  }
  const from = revisions[0] as number;
  const kept = await database()
    .select({ changes: tables.audit.changes })
    .from(tables.audit)
    .where(and(eq(tables.audit.courseId, courseId), gte(tables.audit.revision, from)))
    .orderBy(asc(tables.audit.revision));
  const sizes = kept.map(({ changes }) => JSON.stringify(changes.filter(({ table }) => table === 'text')).length);
  expect(sizes[0]).toBeGreaterThan(2000);
  expect(Math.max(...sizes.slice(1, 3))).toBeLessThan(300);

  const told =
    (await stepsSince(database(), courseId, from))?.flatMap(({ changes }) =>
      changes.filter(({ table }) => table === 'text'),
    ) ?? [];
  expect(told.map(({ before, after }) => [before?.content, after?.content])).toEqual(
    texts.slice(1).map((content, i) => [texts[i], content]),
  );

  const now = async () => (await loadOutline(database(), courseId))?.text[id]?.content;
  await must(boss(), 'outline.undo', { courseId });
  expect(await now()).toEqual(texts[2]);
  await must(boss(), 'outline.undo', { courseId });
  expect(await now()).toEqual(texts[1]);
  await must(boss(), 'outline.redo', { courseId });
  expect(await now()).toEqual(texts[2]);
  await edit(courseId, { do: 'remove', table: 'lesson', ids: [id] });
  const known = from + 7;
  await must(boss(), 'outline.go-back', { courseId, revision: from + 1, known });
  expect(await now()).toEqual(texts[1]);
  await must(boss(), 'outline.go-back', { courseId, revision: from + 2, known: known + 1 });
  expect(await now()).toEqual(texts[2]);
  await must(boss(), 'outline.undo', { courseId });
  expect(await now()).toEqual(texts[1]);

  // A text that was changed past the history has no known past: said in words, never a guess.
  await database()
    .update(tables.lessonText)
    .set({ content: doc('From elsewhere') })
    .where(eq(tables.lessonText.id, id));
  expect(codeOf(await run(boss(), 'outline.undo', { courseId }))).toBe('conflict');
  expect(await stepsSince(database(), courseId, from)).toBeNull();
  expect(codeOf(await run(boss(), 'outline.go-back', { courseId, revision: from, known: known + 3 }))).toBe('conflict');
  expect(await now()).toEqual(doc('From elsewhere'));
});
