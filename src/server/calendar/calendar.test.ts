import ICAL from 'ical.js';
import { beforeAll, expect, test } from 'vitest';
import { clockOfCohort } from '@/core/enrolment';
import { Temporal } from '@/core/kernel/time';
import { cohortsOf } from '../enrolment';
import { database } from '../platform/database';
import { cohortInput, learner, must, owner, publishedCourse, useTestSchool } from '../testing/school';
import { calendarOf, datesOfLearner, datesOfStaff, feedOf, feedOwner } from './index';

const school = useTestSchool();
let course: Awaited<ReturnType<typeof publishedCourse>>;
let cohortId: string;
const boss = () => owner(school.owner);

beforeAll(async () => {
  const due = { when: 'after-start', amount: 10, unit: 'days', at: '20:00' };
  course = await publishedCourse(school, { assignment: { due } });
  const group = cohortInput({ courseId: course.courseId, startsOn: '2027-03-01' });
  cohortId = String(group.id);
  await must(boss(), 'cohort.add', group);
  await must(boss(), 'cohort.move', { courseId: course.courseId, learnerId: school.learner, cohortId });
});

const read = async (now: string) => {
  const file = await calendarOf(database(), { id: school.learner, zone: 'Europe/London' }, Temporal.Instant.from(now));
  return new ICAL.Component(ICAL.parse(file)).getAllSubcomponents('vevent').map((one) => ({
    uid: String(one.getFirstPropertyValue('uid')),
    sequence: Number(one.getFirstPropertyValue('sequence')),
    starts: String(one.getFirstPropertyValue('dtstart')),
    summary: String(one.getFirstPropertyValue('summary')),
  }));
};

test('a date that is moved stays the same thing in a calendar, with a higher number', async () => {
  const before = await read('2027-03-01T08:00:00Z');
  expect(before.map(({ summary, starts }) => [summary, starts])).toEqual([
    ['Opens: First: 3 lessons', '2027-03-01T00:00:00'],
    ['Due: Write', '2027-03-11T20:00:00'],
  ]);
  const rule = { when: 'on-date', date: '2027-03-20', at: '09:00', zone: 'Europe/London' };
  await must(boss(), 'cohort.set-rule', { id: cohortId, courseId: course.courseId, of: course.sectionId, rule });
  const after = await read('2027-03-02T08:00:00Z');
  expect(after.map(({ uid }) => uid).sort()).toEqual(before.map(({ uid }) => uid).sort());
  const opens = after.find(({ summary }) => summary.startsWith('Opens'));
  expect(opens?.starts).toBe('2027-03-20T09:00:00');
  expect(opens?.sequence).toBeGreaterThan(before[0]?.sequence ?? 0);
});

test('an address of a calendar is one person’s, changes when asked for, and ends', async () => {
  const me = learner(school.learner);
  const { address } = await must<{ address: string }>(me, 'calendar.set-feed', { on: true });
  const token = address.split('/').at(-1) ?? '';
  expect(token.length).toBeGreaterThan(30);
  expect([await feedOf(database(), school.learner), (await feedOwner(database(), token))?.id]).toEqual([
    address,
    school.learner,
  ]);
  await must(me, 'calendar.set-feed', { on: true });
  expect(await feedOwner(database(), token)).toBeNull();
  await must(me, 'calendar.set-feed', { on: false });
  expect(await feedOf(database(), school.learner)).toBeNull();
});

test('everybody sees the dates of what they take or give, and of nothing else', async () => {
  expect((await datesOfLearner(database(), school.other)).length).toBe(0);
  const person = { ...boss(), name: 'O', email: 'o@school.example', zone: 'UTC', locale: 'en-GB' };
  const dates = await datesOfStaff(database(), person as unknown as Parameters<typeof datesOfStaff>[1]);
  const [cohort] = await cohortsOf(database(), course.courseId);
  expect(dates.every((one) => one.cohort?.id === cohortId && one.zone === cohort?.zone)).toBe(true);
  expect(dates[0]?.at).toBe(
    cohort ? clockOfCohort(cohort).start.epochMilliseconds + 10 * 86_400_000 + 20 * 3_600_000 : 0,
  );
  const foreign = { ...person, id: school.creator, role: 'creator', courses: {} };
  expect(await datesOfStaff(database(), foreign as unknown as Parameters<typeof datesOfStaff>[1])).toEqual([]);
});
