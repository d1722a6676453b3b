import fc from 'fast-check';
import { expect, test } from 'vitest';
import { usualLive } from '../live';
import { type CourseDocument, type LessonDocument, newCourse } from '../outline';
import { noProgress } from '../record';
import { type Known, type News, newsFor, noRecords } from './index';
import { clock, days, lesson, start } from './testing';

const courseOf = (
  lessons: readonly LessonDocument[],
  part: Partial<CourseDocument['course']> = {},
): CourseDocument => ({
  ...{ format: 'mosaik-course', version: 6, outcomes: [] },
  course: { ...newCourse('c', 'c', 'Course', 'UTC'), ...part },
  sections: [{ id: 's', order: 'a0', title: 'One', opens: null, closes: null, lessons: [...lessons] }],
});
const after = (amount: number) => ({ when: 'after-start', amount, unit: 'hours', at: null }) as const;
const hours = (count: number) => start.add({ hours: count }).epochMilliseconds;
const never: Known = { opened: null, since: start.epochMilliseconds, meets: {}, wishes: new Set() };
/** What is known after a look. */
const then = (known: Known, news: News): Known => ({
  ...known,
  opened: new Set([...(known.opened ?? []), ...news.nowOpen]),
  meets: news.knows,
});
const titles = (lessons: readonly { readonly title: string }[]) => lessons.map(({ title }) => title);

test('what was open from the beginning is no news; what opens later is, once', () => {
  const course = courseOf([lesson('now'), lesson('later', 'reading', { opens: after(5) })]);
  const first = newsFor(course, clock, noRecords, never, hours(1));
  expect(titles(first.opened)).toEqual([]);
  expect(first.next).toBe(hours(5));
  const second = newsFor(course, clock, noRecords, then(never, first), hours(5));
  expect(titles(second.opened)).toEqual(['later']);
  expect(titles(newsFor(course, clock, noRecords, then(then(never, first), second), hours(6)).opened)).toEqual([]);
});

test('looked at for the first time long after, nothing that opened meanwhile is lost', () => {
  const course = courseOf([lesson('now'), lesson('later', 'reading', { opens: after(5) })]);
  expect(titles(newsFor(course, clock, noRecords, never, hours(500)).opened)).toEqual(['later']);
});

test('whenever and in whatever order it is looked at, each lesson is told once', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 400 }), { minLength: 1, maxLength: 12 }),
      // Clocks that jump, forwards and back.
      fc.array(fc.integer({ min: 0, max: 500 }), { minLength: 1, maxLength: 20 }),
      (opens, looks) => {
        const course = courseOf(opens.map((at, i) => lesson(`l${i}`, 'reading', { opens: after(at) })));
        const told: string[] = [];
        let known = never;
        for (const at of looks) {
          const news = newsFor(course, clock, noRecords, known, hours(at));
          told.push(...titles(news.opened));
          known = then(known, news);
        }
        const latest = Math.max(...looks);
        const due = opens.flatMap((at, i) => (at <= latest ? [`l${i}`] : []));
        expect(told.toSorted()).toEqual(due.toSorted());
      },
    ),
  );
});

test('what somebody opens by their own doing is no news to them, unless they asked for it', () => {
  const next = lesson('next', 'reading', { needs: ['first'] });
  const delayed = lesson('delayed', 'reading', {
    opens: { when: 'after-done', lessons: ['first'], amount: 2, unit: 'hours', at: null },
  });
  const course = courseOf([lesson('first'), next, delayed]);
  const known = then(never, newsFor(course, clock, noRecords, never, hours(1)));
  const doneAt = new Date(hours(2)).toISOString();
  const records = { ...noRecords, progress: new Map([['first', { ...noProgress, state: 'done' as const, doneAt }]]) };
  const seen = newsFor(course, clock, records, known, hours(2) + 1000);
  expect(titles(seen.opened)).toEqual([]);
  expect(seen.next).toBe(hours(4));
  expect(titles(newsFor(course, clock, records, then(known, seen), hours(4)).opened)).toEqual(['delayed']);
  const wished = newsFor(course, clock, records, { ...known, wishes: new Set(['next']) }, hours(2) + 1000);
  expect(titles(wished.opened)).toEqual(['next']);
});

const session = (when: object | null, repeats = ''): LessonDocument =>
  lesson('meet', 'live', { live: { ...usualLive, when: when as never, repeats, minutes: 60 } });

test.each([
  [10, [], 'a day before is still to come', 30],
  [30, [24], 'a day before', 53],
  [52, [24], 'an hour before is still to come', 53],
  [53, [1], 'an hour before', null],
  [54, [], 'it has begun', null],
])('a session that begins after 54 hours, looked at after %i: reminders %j (%s)', (at, leads, _what, next) => {
  const news = newsFor(courseOf([session(after(54))]), clock, noRecords, never, hours(at));
  expect(news.soon.map(({ lead }) => lead / 3_600_000)).toEqual(leads);
  expect(news.next).toBe(next === null ? null : hours(next));
});

test('a session that is moved, called off or taken out is told with both its times; one that has begun is not', () => {
  const weekly = session(after(48), 'FREQ=WEEKLY;COUNT=3');
  const week = 24 * 7;
  const known = then(never, newsFor(courseOf([weekly]), clock, noRecords, never, hours(1)));
  const movedTo = (live: LessonDocument[], at: number) =>
    newsFor(courseOf(live), clock, noRecords, known, hours(at)).moved.map(({ from, to }) => [
      (from - hours(0)) / 3_600_000,
      to === null ? null : (to - hours(0)) / 3_600_000,
    ]);
  expect(movedTo([weekly], 2)).toEqual([]);
  expect(movedTo([session(after(50), 'FREQ=WEEKLY;COUNT=3')], 49)).toEqual([
    [48 + week, 50 + week],
    [48 + 2 * week, 50 + 2 * week],
  ]);
  expect(movedTo([session(after(48), 'FREQ=WEEKLY;COUNT=2')], 2)).toEqual([[48 + 2 * week, null]]);
  expect(movedTo([], 100)).toEqual([
    [48 + week, null],
    [48 + 2 * week, null],
  ]);
});

test('that access ends is told seven days before, and nothing is told after it', () => {
  const access = { when: 'after-start', amount: 30, unit: 'days', at: null } as const;
  const course = courseOf([lesson('late', 'reading', { opens: after(24 * 40) })], { access });
  const end = days(30).epochMilliseconds;
  const look = (day: number) => newsFor(course, clock, noRecords, never, days(day).epochMilliseconds);
  expect([look(22).accessEnds, look(22).next]).toEqual([null, days(23).epochMilliseconds]);
  expect([look(23).accessEnds, look(29).accessEnds]).toEqual([end, end]);
  expect(look(30).accessEnds).toBeNull();
  expect(titles(look(50).opened)).toEqual([]);
});
