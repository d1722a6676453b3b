import { expect, test } from 'vitest';
import { Temporal } from '../kernel/time';
import { usualLive } from '../live';
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

const session = (id: string, days: number, opens: number | null = null) => ({
  ...lesson(id, 'live', opens === null ? {} : { opens: after(opens) }),
  live: { ...usualLive, when: { ...after(days), at: '18:00' }, minutes: 60, joinBefore: 15 },
});
test.each([
  ['a session to come, and one that opens in time; not one that opens too late', 0, 2, 'open 2, opens in time 3'],
  ['as long as it is under way', 2, 18.5, 'open 2, opens in time 3'],
  ['not once it is over', 2, 19, 'opens in time 3'],
])('sessions of the next seven days: %s', (_name, day, hour, expected) => {
  const lessons = [session('open', 2), session('opens in time', 3, 2), session('too late', 3, 4), session('later', 12)];
  const only = { ...document, sections: document.sections.slice(0, 1).map((one) => ({ ...one, lessons })) };
  const now = Temporal.Instant.from('2027-03-01T00:00Z').add({ minutes: (24 * day + hour) * 60 });
  const entries = weekOf(learnerView(only, clock, noRecords, now)).filter(({ sort }) => sort === 'meets');
  expect(
    entries.map((one) => {
      if (one.sort !== 'meets') return '';
      expect(one.at.epochMilliseconds - one.opensMs).toBe(15 * 60_000);
      return `${one.lesson.lesson.id} ${Number(one.at.toString().slice(8, 10)) - 1}`;
    }),
  ).toEqual(expected.split(', '));
});

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
      : `${entry.sort === 'due' && entry.isOver ? 'was due' : entry.sort} ${entry.lesson.lesson.id}`,
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
