import { expect, test } from 'vitest';
import { type CourseDocument, newCourse } from '../outline';
import { learnerView, noRecords, sampleView } from './index';
import { clock, lesson, start } from './testing';
import { weekOf } from './week';

const after = (amount: number) => ({ when: 'after-start' as const, amount, unit: 'days' as const, at: '09:00' });
const work = lesson('work', 'assignment');
const document: CourseDocument = {
  format: 'mosaik-course',
  version: 6,
  course: newCourse('c', 'c', 'Course', 'UTC'),
  outcomes: [],
  sections: [
    {
      id: 's',
      order: 'a0',
      title: 'One',
      opens: null,
      closes: null,
      lessons: [
        lesson('now'),
        work.assignment ? { ...work, assignment: { ...work.assignment, due: after(5) } } : work,
        lesson('third day', 'reading', { opens: after(3) }),
      ],
    },
    { id: 't', order: 'a1', title: 'Two', opens: after(8), closes: null, lessons: [lesson('a'), lesson('b')] },
    { id: 'u', order: 'a2', title: 'Three', opens: after(30), closes: null, lessons: [lesson('c')] },
  ],
};

test.each([
  ['at the start', 0, ['opens third day', 'due work']],
  ['a day later the second section comes into sight', 1, ['opens third day', 'due work', 'opens a b']],
  ['what was due and is missing stays', 10, ['was due work']],
  ['and the last section', 24, ['was due work', 'opens c']],
])('%s', (_name, day, expected) => {
  const now = start.add({ hours: 24 * day + 2 });
  const entries = weekOf(learnerView(document, clock, noRecords, now)).map((entry) =>
    entry.sort === 'opens'
      ? `opens ${entry.lessons.map((one) => one.lesson.id).join(' ')}`
      : `${entry.isOver ? 'was due' : 'due'} ${entry.lesson.lesson.id}`,
  );
  expect(entries).toEqual(expected);
});

test('visitors see what is a sample, open at once, and nothing that is graded', () => {
  const some: CourseDocument = {
    ...document,
    sections: document.sections.map((section) => ({
      ...section,
      lessons: section.lessons.map((one) => ({
        ...one,
        sample: ['third day', 'work', 'b', 'c'].includes(one.id),
        password: one.id === 'b' ? 'granite' : '',
        needs: ['now'],
      })),
    })),
  };
  const view = sampleView(some, start);
  expect(view?.lessons.map((one) => [one.lesson.id, one.open])).toEqual([
    ['third day', true],
    ['c', true],
  ]);
  expect(sampleView(document, start)).toBeNull();
});
