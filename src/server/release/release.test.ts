import { asc, eq, sql } from 'drizzle-orm';
import { beforeAll, expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import { usualLive } from '@/core/live';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { enrolment, message, nextMoment, user } from '../platform/schema';
import { codeOf, cohortInput, learner, must, owner, publishedCourse, run, useTestSchool } from '../testing/school';
import { lookAgain, lookAtForgotten, lookAtSome, wantsToKnow } from './index';

const school = useTestSchool();
const boss = () => owner(school.owner);
let course: Awaited<ReturnType<typeof publishedCourse>>;
/** Opens a week after the start, which is 1 March 2027, 8:00; the session meets on the 20th at 18:00. */
const [later, session] = [newId(), newId()];
const [many, people] = [60, [] as string[]];

const edit = (change: object) => must(boss(), 'outline.edit', { courseId: course.courseId, edit: change });
const meets = (date: string) => ({
  live: { ...usualLive, when: { when: 'on-date', date, at: '18:00', zone: 'UTC' } },
});

beforeAll(async () => {
  course = await publishedCourse(school);
  const { courseId, sectionId } = course;
  await edit({ do: 'add-lesson', id: later, sectionId, after: null, title: 'Later', kind: 'link' });
  await edit({
    do: 'set',
    table: 'lesson',
    id: later,
    fields: { link: 'https://school.example', opens: { when: 'after-start', amount: 7, unit: 'days', at: null } },
  });
  await edit({ do: 'add-lesson', id: session, sectionId, after: null, title: 'By the water', kind: 'live' });
  await edit({ do: 'set', table: 'lesson', id: session, fields: { ...meets('2027-03-20'), state: 'ready' } });
  await edit({ do: 'set', table: 'lesson', id: later, fields: { state: 'ready' } });
  await must(boss(), 'course.publish', { courseId, number: 2 });
  const at = '2027-03-01T08:00:00Z';
  for (let i = 0; i < many; i += 1) people.push(`taker-${i}`);
  await database()
    .insert(user)
    .values(
      people.map((id) => ({ id, name: id, email: `${id}@school.example`, zone: 'UTC', role: 'learner' as const })),
    );
  await database()
    .insert(enrolment)
    .values(people.map((learnerId) => ({ id: newId(), courseId, learnerId, at })));
  await lookAtForgotten(Temporal.Instant.from(at));
});

const look = async (at: string, workers = 1) => {
  const now = Temporal.Instant.from(at);
  const one = async () => {
    let all = 0;
    for (let done = await lookAtSome(now); done > 0; done = await lookAtSome(now)) all += done;
    return all;
  };
  return (await Promise.all(Array.from({ length: workers }, one))).reduce((sum, count) => sum + count, 0);
};
/** What somebody has been told so far. */
const told = async (personId: string) =>
  (
    await database()
      .select({ occasion: message.occasion, facts: message.facts, state: message.state })
      .from(message)
      .where(eq(message.personId, personId))
      .orderBy(asc(message.madeAt), asc(message.deed))
  ).map(({ occasion, facts, state }) => {
    const { lessons, lesson } = facts as { lessons?: { title: string }[]; lesson?: { title: string } };
    const what = [...(lessons ?? []), ...(lesson ? [lesson] : [])].map(({ title }) => title).join(', ');
    return `${occasion} ${what}${state === 'waiting' ? '' : ` (${state})`}`;
  });
const countOf = (occasion: string) => database().$count(message, eq(message.occasion, occasion));

test('each is told once, by however many workers, and however often the same moment is looked at', async () => {
  expect(await look('2027-03-01T09:00:00Z')).toBe(many + 1);
  expect(await countOf('opens')).toBe(0);
  // Nothing is due before the moment that is kept.
  expect(await look('2027-03-08T07:59:59Z')).toBe(0);
  await look('2027-03-08T08:00:00Z', 6);
  expect(await countOf('opens')).toBe(many + 1);
  expect(await told('taker-7')).toEqual(['opens Later']);
  await lookAgain({ courseId: course.courseId });
  expect(await look('2027-03-08T09:00:00Z', 3)).toBe(many + 1);
  expect(await countOf('opens')).toBe(many + 1);
});

test('what breaks down is put off, holds up nobody else, and loses nothing', async () => {
  await lookAgain({ courseId: course.courseId });
  const before = await database().$count(message);
  // The reminder is due now; the outbox cannot be written to for one of them.
  await database().execute(
    sql`alter table message add constraint no_reminder check (occasion <> 'session-soon') not valid`,
  );
  await look('2027-03-19T18:00:00Z');
  expect(await database().$count(message)).toBe(before);
  await database().execute(sql`alter table message drop constraint no_reminder`);
  // One of them cannot be looked at: what is kept of it is not what it should be.
  const [broken] = await database().select().from(enrolment).where(eq(enrolment.learnerId, 'taker-50'));
  const ofBroken = eq(nextMoment.enrolmentId, broken?.id ?? '');
  await database()
    .update(nextMoment)
    .set({ meets: 'none' as never })
    .where(ofBroken);
  await look('2027-03-19T19:00:00Z', 4);
  expect(await countOf('session-soon')).toBe(many);
  await database().update(nextMoment).set({ meets: {} }).where(ofBroken);
  await look('2027-03-19T20:00:00Z');
  expect(await countOf('session-soon')).toBe(many + 1);
});

test('a session that is moved: all are told, reminders of its old time are kept back, and there are new ones', async () => {
  await edit({ do: 'set', table: 'lesson', id: session, fields: meets('2027-03-27') });
  await must(boss(), 'course.publish', { courseId: course.courseId, number: 3 });
  await lookAgain({ courseId: course.courseId });
  await look('2027-03-19T21:00:00Z', 3);
  expect(await told('taker-3')).toEqual([
    'opens Later',
    'session-soon By the water (kept-back)',
    'session-moved By the water',
  ]);
  await look('2027-03-26T18:00:00Z');
  // Back to a time it has had: it is moved once more, and told once more.
  for (const [number, date, at] of [
    [4, '2027-03-28', '2027-03-26T19:00:00Z'],
    [5, '2027-03-27', '2027-03-26T19:10:00Z'],
    [6, '2027-03-28', '2027-03-26T19:20:00Z'],
  ] as const) {
    await edit({ do: 'set', table: 'lesson', id: session, fields: meets(date) });
    await must(boss(), 'course.publish', { courseId: course.courseId, number });
    await lookAgain({ courseId: course.courseId });
    await look(at);
  }
  expect((await told('taker-3')).filter((one) => one.startsWith('session-moved'))).toHaveLength(4);
});

test('clocks that ran ahead take nothing away and tell nothing twice', async () => {
  const messages = await database().$count(message);
  await lookAgain({ courseId: course.courseId });
  await look('2031-01-01T00:00:00Z');
  const ahead = await database().$count(message);
  await lookAtForgotten(Temporal.Instant.from('2027-03-27T18:00:00Z'));
  expect(await look('2027-03-27T18:00:00Z')).toBe(many + 1);
  // The reminder that belongs to that day, and nothing else.
  expect((await database().$count(message)) - ahead).toBe(many + 1);
  expect(ahead).toBe(messages);
});

test('who is enrolled is told, who gets a seat too; from then on they are looked at', async () => {
  const { courseId } = course;
  const group = cohortInput({ courseId, seats: 1, startsOn: '2027-04-01' });
  await must(boss(), 'cohort.add', group);
  for (const email of ['other@school.example', 'marker@school.example'])
    await must(boss(), 'enrolment.add', { courseId, email, cohortId: group.id }, '2027-03-15T00:00:00Z');
  await must(boss(), 'cohort.change', { ...group, seats: 2 }, '2027-03-16T00:00:00Z');
  expect([await told(school.other), await told(school.marker)]).toEqual([['enrolled '], ['seat-free ']]);
  const [own] = await database().select().from(enrolment).where(eq(enrolment.learnerId, school.other));
  await lookAgain({ enrolmentIds: [own?.id ?? ''] });
  await look('2027-03-15T00:00:01Z');
  expect(await told(school.other)).toEqual(['enrolled ']);
  await look('2027-04-01T09:00:00Z');
  expect(await told(school.other)).toEqual(['enrolled ', 'opens Read, Check, Write, By the water']);
});

test('a learner asks to be told of a lesson that is closed, and nobody else does', async () => {
  const { courseId, reading, enrolmentId } = course;
  const me = learner(school.learner);
  const ask = (who: typeof me, lessonId: string, wanted = true) =>
    run(who, 'release.tell-me', { courseId, lessonId, wanted }, '2027-03-02T00:00:00Z').then(codeOf);
  expect(await ask(learner(school.creator), later)).toBe('not-allowed');
  expect([await ask(me, reading), await ask(me, newId())]).toEqual(['conflict', 'not-found']);
  expect([await ask(me, later), await ask(me, later)]).toEqual(['ok', 'ok']);
  expect(await wantsToKnow(database(), enrolmentId, later)).toBe(true);
  await ask(me, later, false);
  expect(await wantsToKnow(database(), enrolmentId, later)).toBe(false);
});

test('an enrolment that is over is looked at no more', async () => {
  await database()
    .update(enrolment)
    .set({ endedAt: '2027-04-02T00:00:00Z' })
    .where(eq(enrolment.learnerId, school.other));
  await database().update(nextMoment).set({ at: '2027-04-02T00:00:00Z' });
  await look('2027-06-01T00:00:00Z');
  expect((await told(school.other)).length).toBe(2);
  expect(await look('2027-07-01T00:00:00Z')).toBe(0);
});
