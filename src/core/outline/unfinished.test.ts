import { expect, test } from 'vitest';
import type { CourseDocument, LessonDocument } from './document';
import { newCourse, newLesson } from './make';
import { film } from './testing';
import { unfinishedIn, withFinished } from './unfinished';

const waiting = { ...film, id: 'm', hash: 'one', state: 'waiting' as const, seconds: null };
const ready = { ...waiting, state: 'ready' as const, seconds: 40 };
const lesson: LessonDocument = {
  ...newLesson('l', 's', 'a0', 'L', 'film'),
  text: null,
  downloads: true,
  learnerMinutes: 1,
  questions: [],
  pools: {},
  media: waiting,
  pictures: { p: { ...waiting, id: 'p', hash: 'two' } },
  attachments: [{ id: 'a', mediaId: 'q', title: '', access: 'open', media: { ...ready, id: 'q', hash: 'three' } }],
};
const document: CourseDocument = {
  format: 'mosaik-course',
  version: 6,
  course: newCourse('c', 'c', 'Course', 'UTC'),
  outcomes: [],
  sections: [{ id: 's', order: 'a0', title: 'One', opens: null, closes: null, lessons: [lesson] }],
};

test('what has become known of files since is filled in, and nothing that was known is changed', () => {
  expect(unfinishedIn(document).map(({ hash }) => hash)).toEqual(['one', 'two']);
  const known = new Map([
    ['one', ready],
    ['three', { ...ready, seconds: 99 }],
  ]);
  const now = withFinished(document, known);
  const [shown] = now.sections[0]?.lessons ?? [];
  expect(shown?.media?.seconds).toBe(40);
  expect(shown?.attachments[0]?.media.seconds).toBe(40);
  expect(unfinishedIn(now).map(({ hash }) => hash)).toEqual(['two']);
});
