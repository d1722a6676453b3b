import { expect, test } from 'vitest';
import { heldBy } from './holds';
import { newLesson } from './make';
import type { Lesson } from './types';

const words = { words: 9, pictures: 1, undescribed: 0 };
const chapter = { id: 'c', at: 0, title: 'One' };
test.each<[string, Partial<Lesson>, number | null, number, number, string[]]>([
  ['a new film', { kind: 'film' }, null, 0, 0, []],
  [
    'a film without captions',
    { kind: 'film', chapters: [chapter] },
    0,
    2,
    2,
    ['captions 0', 'chapters 1', 'checkpoints 2'],
  ],
  [
    'a film with all',
    { kind: 'film', written: words, pictureId: 'p' },
    2,
    0,
    0,
    ['text 1', 'pictures 2', 'captions 2'],
  ],
  ['a quiz', { kind: 'quiz', written: words }, null, 5, 0, ['text 1', 'pictures 1', 'questions 5']],
  [
    'a reading that was a film',
    { chapters: [chapter], attachments: [{ id: 'a', mediaId: 'm', title: '', access: 'open' }] },
    0,
    0,
    0,
    ['attachments 1'],
  ],
  ['a film with an exercise in its text', { kind: 'film' }, 1, 3, 2, ['captions 1', 'checkpoints 2', 'exercises 1']],
  ['a reading with exercises', {}, null, 2, 0, ['exercises 2']],
])('%s', (_name, part, captions, count, stops, expected) => {
  const lesson = { ...newLesson('l', 's', 'a0', 'L', 'reading'), ...part };
  expect(heldBy(lesson, captions, { count, stops }).map(({ what, count }) => `${what} ${count}`)).toEqual(expected);
});
