import { beforeEach, expect, test, vi } from 'vitest';
import { apply } from '@/core/kernel/change';
import { type Outline, type OutlineEdit, planEdit } from '@/core/outline';
import { edited, empty, id, lesson, section, set } from '@/core/outline/testing';
import type { CourseStore } from '../_course/store';
import { likelyKind, putFiles, titleOf } from './file-lessons';

const uploaded = vi.hoisted(() => [] as { file: File; target: object }[]);
vi.mock('@/app/_client/upload-queue', () => ({ uploads: { add: (all: typeof uploaded) => uploaded.push(...all) } }));
beforeEach(() => {
  uploaded.length = 0;
});

test.each([
  ['walk_along__the wall.mp4', 'walk along the wall'],
  ['1.2 Flow.final.pdf', '1.2 Flow.final'],
  ['.hidden', 'File'],
  ['   .pdf', 'File'],
  ['no ending', 'no ending'],
  ['Größe – ２.m4a', 'Größe – ２'],
  [`${'long '.repeat(90)}.pdf`, 'long '.repeat(40).trim()],
])('a lesson is called after its file: %s', (name, title) => {
  expect(titleOf(name)).toBe(title);
});

test.each([
  ['a.mp4', 'video/mp4', 'film'],
  ['a.MKV', '', 'film'],
  ['a.mov', 'application/octet-stream', 'film'],
  ['a.mp3', 'audio/mpeg', 'audio'],
  ['a.pdf', 'application/pdf', 'document'],
  ['a.pdf', '', 'reading'],
  ['a.xyz', 'image/png', 'reading'],
])('the kind of lesson a file becomes: %s of type "%s"', (name, type, kind) => {
  expect(likelyKind({ name, type })).toBe(kind);
});

/** As much of a course as files are put into: edits are done at once, and are kept when `keep` says so. */
function course(from: Outline) {
  let outline = from;
  let state: 'saved' | 'saving' = 'saved';
  const listeners = new Set<() => void>();
  const store = {
    courseId: id(0),
    get: () => ({ outline, saving: { state } }),
    edit: (edit: OutlineEdit) => {
      const planned = planEdit(outline, edit);
      if (planned.ok) outline = apply(outline, planned.value);
      state = 'saving';
      return planned;
    },
    sendNow: () => {},
    subscribe: (listener: () => void) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    refreshMedia: () => {},
  };
  const keep = () => {
    state = 'saved';
    for (const listener of [...listeners]) listener();
  };
  const titles = () =>
    Object.values(outline.lesson)
      .sort((a, b) => (a.order < b.order ? -1 : 1))
      .map(({ title }) => title);
  return { store: store as unknown as CourseStore, keep, titles };
}
const fileOf = (name: string, type = 'video/mp4') => new File(['x'], name, { type });
const names = ['10 Weir.mp4', '2 Riffle.mp4', '1 Spring.mp4'];

test('files become lessons in the order in which people count, and are sent once these are kept, each into its own', () => {
  const { store, keep, titles } = course(edited(empty, section(1), lesson(11, 1)));
  const looked = putFiles(
    store,
    names.map((name) => fileOf(name)),
    null,
  );
  expect(titles()).toEqual(['Lesson 11', '1 Spring', '2 Riffle', '10 Weir']);
  expect(uploaded).toEqual([]);
  keep();
  keep();
  expect(uploaded.map(({ file }) => file.name)).toEqual(['1 Spring.mp4', '2 Riffle.mp4', '10 Weir.mp4']);
  const into = uploaded.map(({ target }) => (target as { lessonId: string }).lessonId);
  expect(into.map((lessonId) => store.get().outline.lesson[lessonId]?.title)).toEqual([
    '1 Spring',
    '2 Riffle',
    '10 Weir',
  ]);
  expect(looked).toEqual({ table: 'lesson', id: into[0] });
});

test('they stand before the lesson they were dropped on, and an empty course gets a section for them', () => {
  const at = course(edited(empty, section(1), lesson(11, 1), lesson(12, 1)));
  const slot = { sectionId: id(1), before: id(12) } as never;
  putFiles(at.store, [fileOf('New.mp4')], { into: 'outline', slot, words: '' });
  expect(at.titles()).toEqual(['Lesson 11', 'New', 'Lesson 12']);
  const bare = course(empty);
  putFiles(bare.store, [fileOf('New.mp4')], null);
  expect([bare.titles(), Object.values(bare.store.get().outline.section).map(({ title }) => title)]).toEqual([
    ['New'],
    ['New section'],
  ]);
  expect(putFiles(bare.store, [], null)).toBeNull();
});

test('on a lesson with a film, captions are its captions in the language of their name, and anything else lies with it', () => {
  const { store } = course(edited(empty, section(1), lesson(11, 1, 'film'), set('lesson', 11, { mediaId: id(90) })));
  const place = { into: 'lesson', id: id(11), top: 0, height: 0, words: '' } as const;
  putFiles(store, [fileOf('walk.de.vtt', ''), fileOf('walk.srt', ''), fileOf('sheet.pdf', '')], place);
  expect(uploaded.map(({ file, target }) => [file.name, target])).toEqual([
    ['sheet.pdf', { purpose: 'attachment', courseId: id(0), lessonId: id(11) }],
    ['walk.de.vtt', { purpose: 'captions', mediaId: id(90), language: 'de', label: 'German' }],
    ['walk.srt', { purpose: 'captions', mediaId: id(90), language: 'en', label: 'English' }],
  ]);
});
