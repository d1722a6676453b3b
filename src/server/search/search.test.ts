import { beforeAll, expect, test } from 'vitest';
import type { Person } from '../people';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { must, owner, publishedCourse, useTestSchool } from '../testing/school';
import { findAnything } from './index';

const school = useTestSchool();
const person = (id: string, role: Person['role'], courses: Person['courses'] = {}): Person =>
  ({ id, role, courses, name: role, email: `${role}@school.example`, zone: 'UTC', locale: 'en-GB' }) as Person;
let courseId = '';

beforeAll(async () => {
  courseId = (await publishedCourse(school)).courseId;
  const titles = [
    'Reading the staff gauge',
    'The float method',
    'Life under stones',
    'Measuring flow',
    'Überschwemmung',
  ];
  await must(owner(school.owner), 'outline.edit', {
    courseId,
    edit: {
      do: 'put',
      into: null,
      after: null,
      lessons: [],
      afterSection: null,
      sections: [
        {
          id: newId(),
          title: 'Bank and bed',
          lessons: titles.map((title) => ({ id: newId(), title, kind: 'reading' })),
        },
      ],
    },
  });
});

test.each([
  ['a name', 'float method', 'The float method'],
  ['the beginnings of words', 'lif sto', 'Life under stones'],
  ['a section', 'bank and bed', 'Bank and bed'],
  ['a letter too few', 'gage', 'Reading the staff gauge'],
  ['two letters the wrong way round', 'flwo', 'Measuring flow'],
  ['another letter', 'measurimg', 'Measuring flow'],
  ['an accent', 'überschwemmung', 'Überschwemmung'],
  ['signs that mean something to a query', "float:* & !method | ('", 'The float method'],
])('%s is found: %s', async (_name, words, title) => {
  expect((await findAnything(database(), person(school.owner, 'owner'), words))[0]?.title).toBe(title);
});

test.each(['', '   ', 'xyzzy', "'", '\\', '%', '_', '💧'])(
  'nothing is found for "%s", and nothing breaks',
  async (words) => {
    expect(await findAnything(database(), person(school.owner, 'owner'), words)).toEqual([]);
  },
);

test('everybody finds what they may change, and people only whom they may enrol', async () => {
  const titles = async (who: Person, words: string) =>
    (await findAnything(database(), who, words)).map((one) => `${one.kind} ${one.title}`);
  const creator = person(school.creator, 'creator', { [courseId]: 'creator' });
  expect((await titles(creator, 'float'))[0]).toBe('lesson The float method');
  expect(await titles(person(school.creator, 'creator'), 'float')).toEqual([]);
  expect(await titles(person(school.marker, 'marker', { [courseId]: 'marker' }), 'float')).toEqual([]);
  expect(await titles(person(school.learner, 'learner'), 'float')).toEqual([]);
  expect(await titles(creator, 'the learner')).toContain('person The learner');
  expect(await titles(creator, 'the other')).not.toContain('person The other');
  expect(await titles(person(school.owner, 'owner'), 'the other')).toContain('person The other');
});
