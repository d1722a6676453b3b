import { expect, test } from 'vitest';
import type { MediaKind } from '../media';
import { filledWith, kindForFile } from './fill';
import { newLesson } from './make';
import type { Lesson, LessonKind } from './types';

const lesson = (kind: LessonKind, fields: Partial<Lesson> = {}) => ({
  ...newLesson('l', 's', 'a0', 'L', kind),
  ...fields,
});
const words = { written: { words: 5, pictures: 0, undescribed: 0 } };
const attached = { attachments: [{ id: 'a', mediaId: 'm', title: '', access: 'open' as const }] };

test.each<[string, Lesson, MediaKind, Partial<Lesson>]>([
  ['a film into an empty film', lesson('film'), 'film', { mediaId: 'm' }],
  ['a film into one that has another', lesson('film', { mediaId: 'old' }), 'film', { mediaId: 'm' }],
  ['a film into an empty reading', lesson('reading'), 'film', { kind: 'film', mediaId: 'm' }],
  ['a recording into what was taken for a film', lesson('film'), 'audio', { kind: 'audio', mediaId: 'm' }],
  ['a recording into a film', lesson('film', { mediaId: 'old' }), 'audio', attached],
  ['a film into a reading with words', lesson('reading', words), 'film', attached],
  ['a film into a quiz', lesson('quiz'), 'film', attached],
  ['a document into an assignment', lesson('assignment'), 'document', attached],
  ['a picture', lesson('reading', words), 'picture', { pictureId: 'm' }],
  ['a second picture', lesson('reading', { pictureId: 'p' }), 'picture', attached],
  ['anything else', lesson('reading'), 'file', attached],
  ['the same again', lesson('film', { mediaId: 'm' }), 'film', {}],
  ['what is attached already', lesson('quiz', attached), 'film', {}],
])('a file dropped on a lesson: %s', (_name, into, kind, expected) => {
  expect(filledWith(into, { id: 'm', kind }, 'a')).toEqual(expected);
});

test('each kind of file has a kind of lesson', () => {
  const kinds: MediaKind[] = ['film', 'audio', 'document', 'picture', 'file'];
  expect(kinds.map(kindForFile)).toEqual(['film', 'audio', 'document', 'reading', 'reading']);
});
