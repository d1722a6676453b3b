import { eq } from 'drizzle-orm';
import { beforeAll, expect, test } from 'vitest';
import { learning } from '../learning';
import { courseBySlug } from '../outline';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { cohort, course as courseTable, user } from '../platform/schema';
import { codeOf, cohortInput, learner, must, owner, publishedCourse, run, useTestSchool } from '../testing/school';
import { cohortsOverview, enrolledLearner, type MemberOutcome, waitsOf } from './index';

const school = useTestSchool();
let boss: ReturnType<typeof owner>;
let courseId: string;
let sectionId: string;
let reading: string;
let course: Awaited<ReturnType<typeof publishedCourse>>;
/** People of the school who take no course yet. */
const people: string[] = [];
const email = (i: number) => `member${i}@school.example`;

beforeAll(async () => {
  boss = owner(school.owner);
  course = await publishedCourse(school);
  ({ courseId, sectionId, reading } = course);
  for (let i = 0; i < 14; i += 1) {
    const id = `member-${i}`;
    await database()
      .insert(user)
      .values({ id, name: `Member ${i}`, email: email(i), emailVerified: true, zone: 'UTC', role: 'learner' });
    people.push(id);
  }
});

const group = async (part: object = {}): Promise<string> => {
  const input = cohortInput({ courseId, ...part });
  await must(boss, 'cohort.add', input);
  return String(input.id);
};
const overview = async (id: string) =>
  (await cohortsOverview(database(), courseId)).find((one) => one.cohort.id === id);
const cohortOf = async (id: string) => (await enrolledLearner(database(), courseId, id))?.cohort?.id ?? null;
const outcomes = async (cohortId: string, list: string, dry: boolean) =>
  (
    await must<{ outcomes: MemberOutcome[] }>(boss, 'cohort.enrol-many', { courseId, cohortId, list, dry })
  ).outcomes.map(({ line, outcome }) => `${line} ${outcome}`);

test('a pasted list enrols as many as there are seats, lets the others wait in their order, and says what it cannot take', async () => {
  const id = await group({ seats: 2 });
  const list = [email(0), 'no address', email(1), email(2), 'stranger@school.example', email(3), email(0)].join('\n');
  const expected = ['1 enrolled', '2 fault', '3 enrolled', '4 waits', '5 fault', '6 waits', '7 fault'];
  expect(await outcomes(id, list, true)).toEqual(expected);
  expect((await overview(id))?.taken).toBe(0);
  expect(await outcomes(id, list, false)).toEqual(expected);
  // Sent again, nobody is enrolled or waits twice.
  expect((await outcomes(id, list, false)).slice(0, 1)).toEqual(['1 takes-it']);
  const { taken, waiting } = (await overview(id)) ?? { taken: 0, waiting: [] };
  expect([taken, waiting.map(({ name }) => name)]).toEqual([2, ['Member 2', 'Member 3']]);
  expect((await waitsOf(database(), 'member-2')).map(({ cohortId }) => cohortId)).toEqual([id]);

  // Who moves away keeps what is done, and leaves the seat to the first who waits.
  const other = await group({ name: 'Autumn', startsOn: '2027-09-06' });
  await must(learner('member-0'), 'learning.mark-done', { courseId, lessonId: reading }, '2027-03-02T08:00:00Z');
  const before = await enrolledLearner(database(), courseId, 'member-0');
  await must(boss, 'cohort.move', { courseId, learnerId: 'member-0', cohortId: other });
  expect((await enrolledLearner(database(), courseId, 'member-0'))?.enrolmentId).toBe(before?.enrolmentId);
  expect([await cohortOf('member-0'), await cohortOf('member-2')]).toEqual([other, id]);
  expect((await overview(id))?.waiting.map(({ name }) => name)).toEqual(['Member 3']);
  expect(codeOf(await run(boss, 'cohort.move', { courseId, learnerId: 'member-0', cohortId: id }))).toBe('closed');

  // Fewer seats than learners are refused; one more goes to who waits.
  const change = (seats: number) => run(boss, 'cohort.change', cohortInput({ id, courseId, seats }));
  expect(codeOf(await change(1))).toBe('invalid');
  expect(codeOf(await change(3))).toBe('ok');
  expect([await cohortOf('member-3'), (await overview(id))?.waiting]).toEqual([id, []]);
});

test('of eight who join at once with a code, one gets the last seat and seven wait', async () => {
  const id = await group({ seats: 1 });
  const { code } = await must<{ code: string }>(boss, 'cohort.set-code', { id, courseId, on: true });
  const eight = people.slice(4, 12);
  const joined = await Promise.all(eight.map((who) => run<{ waits: boolean }>(learner(who), 'cohort.join', { code })));
  expect(joined.map((one) => one.ok && one.value.waits).sort()).toEqual([false, ...Array(7).fill(true)]);
  const { taken, waiting } = (await overview(id)) ?? { taken: 0, waiting: [] };
  expect([taken, waiting.length]).toEqual([1, 7]);
  // Joining again changes nothing, however the code is typed; leaving the queue does.
  const typed = [code, ` ${code}\n`, code.toLowerCase(), `${code.slice(0, 4)}-${code.slice(4)}`];
  for (const [i, who] of eight.entries()) await must(learner(who), 'cohort.join', { code: typed[i % typed.length] });
  expect((await overview(id))?.waiting.length).toBe(7);
  const [first] = waiting;
  await must(learner(first?.personId ?? ''), 'cohort.leave-queue', {
    courseId,
    cohortId: id,
    learnerId: first?.personId,
  });
  expect((await overview(id))?.waiting.length).toBe(6);
  await must(boss, 'cohort.set-code', { id, courseId, on: false });
  expect(codeOf(await run(learner('member-13'), 'cohort.join', { code }))).toBe('not-found');
});

test.each([
  ['ends before it starts', { startsOn: '2027-05-01', endsOn: '2027-04-30' }, 'endsOn'],
  ['an unknown zone', { zone: 'Europe/Nowhere' }, 'zone'],
  ['no seat at all', { seats: 0 }, 'seats'],
  [
    'a break that ends before it begins',
    { breaks: [{ from: '2027-05-02', to: '2027-05-01', name: '' }] },
    'breaks[0].to',
  ],
  ['a day of the year 9999', { startsOn: '9999-01-01' }, 'startsOn'],
  ['a day that is none', { startsOn: '2027-02-30' }, 'startsOn'],
])('a cohort is not made with %s, and says where', async (_name, part, field) => {
  const input = cohortInput({ courseId, ...part });
  const made = await run(boss, 'cohort.add', input);
  expect(made.ok ? null : [made.problem.code, made.problem.field]).toEqual(['invalid', field]);
  expect(await overview(String(input.id))).toBeUndefined();
});

test('the next season has every date moved, and leaves members and what was opened by hand behind', async () => {
  const breaks = [{ from: '2027-04-05', to: '2027-04-11', name: 'rest' }];
  const from = await group({ endsOn: '2027-06-06', breaks, seats: 9 });
  const rule = { when: 'on-date', date: '2027-03-17', at: '18:00', zone: 'Europe/London' };
  await must(boss, 'cohort.set-rule', { id: from, courseId, of: sectionId, rule });
  await must(boss, 'release.open-for-cohort', { id: from, courseId, of: reading, open: true });
  const copy = { id: newId(), courseId, from, name: 'Next', startsOn: '2027-09-06', weekday: null };
  await must(boss, 'cohort.copy', copy);
  await must(boss, 'cohort.copy', copy);
  const made = (await overview(copy.id))?.cohort;
  expect(made).toMatchObject({
    ...{ startsOn: '2027-09-06', endsOn: '2027-12-12', seats: 9, zone: 'Europe/London', code: null, opened: {} },
    breaks: [{ from: '2027-10-11', to: '2027-10-17', name: 'rest' }],
    opens: { [sectionId]: { ...rule, date: '2027-09-22' } },
  });
});

test('eight who set eight rules of a cohort at once all have theirs', async () => {
  const id = await group({ name: 'Eight' });
  const { assignment, quiz } = course;
  const of = [sectionId, reading, quiz, assignment];
  const wishes = of.flatMap((one, i) => [
    { name: 'cohort.set-rule', input: { of: one, rule: { when: 'after-start', amount: i, unit: 'days', at: null } } },
    { name: 'release.open-for-cohort', input: { of: one, open: true } },
  ]);
  await Promise.all(wishes.map(({ name, input }) => must(boss, name, { id, courseId, ...input })));
  const made = (await overview(id))?.cohort;
  expect([Object.keys(made?.opens ?? {}).sort(), Object.keys(made?.opened ?? {}).sort()]).toEqual([
    [...of].sort(),
    [...of].sort(),
  ]);
});

const view = async (who: string, now: string) => {
  const [row] = await database()
    .select({ slug: courseTable.slug })
    .from(courseTable)
    .where(eq(courseTable.id, courseId));
  const head = await courseBySlug(database(), row?.slug ?? '');
  const { Temporal } = await import('@/core/kernel/time');
  return head && (await learning(database(), head, who, Temporal.Instant.from(now)))?.view;
};
const isOpen = async (who: string, now: string) =>
  (await view(who, now))?.lessons.find(({ lesson }) => lesson.id === reading)?.open;

test('what is opened by hand, for a cohort or a person, is open for them and nobody else; a longer access is theirs alone', async () => {
  const id = await group({ name: 'By hand' });
  for (const who of ['member-12', 'member-13'])
    await must(boss, 'cohort.enrol-many', { courseId, cohortId: id, list: email(Number(who.slice(7))), dry: false });
  const now = '2027-03-10T08:00:00Z';
  const rule = { when: 'by-hand' };
  await must(boss, 'cohort.set-rule', { id, courseId, of: reading, rule });
  expect([await isOpen('member-12', now), await isOpen('member-13', now)]).toEqual([false, false]);
  const open = (wanted: boolean) => ({ courseId, learnerId: 'member-12', of: reading, open: wanted });
  await must(boss, 'release.open-for-learner', open(true), '2027-03-09T08:00:00Z');
  expect([await isOpen('member-12', now), await isOpen('member-13', now)]).toEqual([true, false]);
  // Opened again, it stays open since the first time.
  await must(boss, 'release.open-for-learner', open(true), '2027-03-11T08:00:00Z');
  expect(await isOpen('member-12', now)).toBe(true);
  await must(boss, 'release.open-for-learner', open(false), now);
  expect(await isOpen('member-12', now)).toBe(false);
  await must(boss, 'release.open-for-cohort', { id, courseId, of: reading, open: true }, '2027-03-09T08:00:00Z');
  expect([await isOpen('member-12', now), await isOpen('member-13', now)]).toEqual([true, true]);

  await must(boss, 'enrolment.extend', { courseId, learnerId: 'member-12', until: '2027-03-12' });
  // The twelfth is used to its end, in the zone of the cohort.
  expect(await isOpen('member-12', '2027-03-12T23:59:00Z')).toBe(true);
  expect(await isOpen('member-12', '2027-03-13T00:00:00Z')).toBe(false);
  expect((await view('member-12', '2027-03-13T00:00:00Z'))?.isOver).toBe(true);
  const done = { courseId, lessonId: reading };
  expect(codeOf(await run(learner('member-12'), 'learning.mark-done', done, '2027-03-13T08:00:00Z'))).toBe('closed');
  expect(await isOpen('member-13', '2027-03-13T00:00:00Z')).toBe(true);
  // A cohort's own JSON is its own: other cohorts are as they were.
  const rows = await database().select({ id: cohort.id, opened: cohort.opened }).from(cohort);
  expect(rows.filter(({ opened }) => reading in opened).length).toBeGreaterThan(0);
});
