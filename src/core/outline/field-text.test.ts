import { expect, test } from 'vitest';
import { fieldName, fieldText } from './index';
import { doc } from './testing';

const titles = new Map([
  ['l1', 'The float method'],
  ['f1', 'float.mp4'],
]);

test.each<[string, unknown, string]>([
  ['title', 'Rain', 'Rain'],
  ['title', '', '–'],
  ['content', doc(2), 'word word'],
  ['text', 'survey a reach', 'survey a reach'],
  ['password', 'granite', 'set'],
  ['mediaId', 'f1', 'float.mp4'],
  ['mediaId', 'f2', 'a file'],
  ['needs', ['l1', 'l9'], 'The float method, something that is gone'],
  ['needs', [], 'none'],
  ['minutes', 12, '12 min'],
  ['required', true, 'yes'],
  ['mediums', ['text', 'slides'], 'text; slides'],
  ['quiz', { passPercent: 70, attempts: null, shows: 'points' }, 'pass percent: 70\nattempts: –\nshows: points'],
  [
    'settings',
    { goesOn: true, done: { film: { by: 'watched', percent: 80 } } },
    'goes on: yes\ndone: film by watched, percent 80',
  ],
  [
    'body',
    {
      options: [
        { id: 'a', text: 'Yes', right: true, feedback: '' },
        { id: 'b', text: '', right: false, feedback: '' },
      ],
    },
    '✓ Yes\n· without words',
  ],
])('%s %j is read as %j', (field, value, words) => {
  expect(fieldText(field, value, titles)).toBe(words);
});

test('every field has a name for a sentence', () => {
  expect([fieldName('lesson', 'mediums'), fieldName('text', 'content'), fieldName('question', 'pointsEach')]).toEqual([
    'what it is made as',
    'the text',
    'the points each',
  ]);
});
