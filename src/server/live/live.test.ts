import { beforeAll, expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import { type LiveSettings, usualLive } from '@/core/live';
import type { Actor } from '@/core/people';
import { enrolledLearner } from '../enrolment';
import { courseHead, learningIn } from '../learning';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { codeOf, learner, must, owner, publishedCourse, run, useTestSchool } from '../testing/school';
import { roomOf } from './door';
import { atDoor, roomView, sessionDesk } from './index';
import { liveLine } from './schema';

const school = useTestSchool();
let course: Awaited<ReturnType<typeof publishedCourse>>;
let lessonId: string;
const boss = () => owner(school.owner);
const startsAt = Date.parse('2027-03-10T18:00:00Z');
/** A moment so many minutes after the session is planned to begin. */
const at = (minutes: number) => new Date(startsAt + minutes * 60_000).toISOString();

beforeAll(async () => {
  course = await publishedCourse(school);
  lessonId = newId();
  const edit = (change: object) => must(boss(), 'outline.edit', { courseId: course.courseId, edit: change });
  const lesson = { id: lessonId, sectionId: course.sectionId, after: null, title: 'By the water', kind: 'live' };
  await edit({ do: 'add-lesson', ...lesson });
  const live: LiveSettings = {
    ...usualLive,
    ...{ when: { when: 'on-date', date: '2027-03-10', at: '18:00', zone: 'UTC' }, seats: 2, counts: 10 },
  };
  await edit({ do: 'set', table: 'lesson', id: lessonId, fields: { live, state: 'ready' } });
  await must(boss(), 'course.publish', { courseId: course.courseId, number: 2 });
});

const place = (when = startsAt) => ({ courseId: course.courseId, lessonId, startsAt: when });
const does = (who: Actor | null, name: string, minutes: number, more: object = {}) =>
  run(who, `live.${name}`, { ...place(), ...more }, at(minutes)).then(codeOf);
const seen = async (who: Actor, minutes: number) => {
  const now = Temporal.Instant.from(at(minutes));
  const door = await atDoor(database(), who, place(), now);
  return door.ok ? roomView(database(), door.value, now) : door.problem.code;
};

test('a session from its closed door to its end: who may do what, who is there, and who has attended', async () => {
  const me = learner(school.learner);
  const marker: Actor = { id: school.marker, role: 'marker', courses: { [course.courseId]: 'marker' } };
  const stranger = learner(school.other);
  const foreign: Actor = { id: school.creator, role: 'creator', courses: { [newId()]: 'creator' } };

  expect([await does(me, 'here', -16), await does(me, 'here', -15)]).toEqual(['closed', 'ok']);
  for (const who of [stranger, foreign]) {
    expect([await does(who, 'here', -10), await does(who, 'start', -10)]).toEqual(['not-allowed', 'not-allowed']);
    expect(await seen(who, -10)).toBe('not-allowed');
  }
  expect(await does(null, 'here', -10)).toBe('not-signed-in');
  // Another moment is another meeting, and there is none.
  expect(codeOf(await run(me, 'live.here', place(startsAt + 60_000), at(-10)))).toBe('not-found');

  expect(await seen(me, -14.9)).toMatchObject({ state: 'waiting', people: [{ name: expect.any(String), here: true }] });
  // What only hosts do, nobody else does; and nobody speaks who has not come in.
  expect([
    await does(me, 'start', -5),
    await does(me, 'let-speak', -5, { personId: school.learner, speaks: true }),
  ]).toEqual(['not-allowed', 'not-allowed']);
  expect(await does(marker, 'say', -5, { id: newId(), words: 'Too soon' })).toBe('closed');
  expect(await does(marker, 'end', -5)).toBe('closed');

  expect([await does(marker, 'here', -1), await does(marker, 'start', 0), await does(marker, 'start', 0.1)]).toEqual([
    'ok',
    'ok',
    'ok',
  ]);
  // Said twice with one name, it stands there once.
  const line = { id: newId(), words: ' Where is the tray?\n' };
  await Promise.all(Array.from({ length: 8 }, () => does(me, 'say', 1, line)));
  await does(me, 'hand', 1, { up: true });
  await does(me, 'hand', 2, { up: true });
  const view = await seen(me, 2);
  expect(view).toMatchObject({ state: 'under-way', lines: [{ words: 'Where is the tray?' }] });
  if (typeof view === 'string') throw new Error(view);
  expect(view.people.map(({ isHost, handAt, speaks }) => [isHost, handAt, speaks])).toEqual([
    [true, null, true],
    [false, startsAt + 60_000, false],
  ]);
  await does(marker, 'let-speak', 2, { personId: school.learner, speaks: true });
  expect(await seen(me, 2)).toMatchObject({ people: [{}, { speaks: true, handAt: null }] });

  // Ten minutes of being there have attended it; a gap is no attendance.
  const isDone = async (minutes: number) => {
    const head = await courseHead(database(), course.courseId);
    const own = await enrolledLearner(database(), course.courseId, school.learner);
    const now = Temporal.Instant.from(at(minutes));
    const found = head && own && (await learningIn(database(), head, own, now));
    return found?.view.lessons.find((one) => one.lesson.id === lessonId)?.progress.state === 'done';
  };
  for (let minute = 2; minute <= 6; minute += 0.25) await does(me, 'here', minute);
  for (let minute = 20; minute <= 25.75; minute += 0.25) await does(me, 'here', minute);
  expect([await seen(me, 25.8), await isDone(25.8)]).toMatchObject([{ people: [{}, { attended: 9 }] }, false]);
  for (let minute = 26; minute <= 26.5; minute += 0.25) await does(me, 'here', minute);
  expect(await isDone(26.6)).toBe(true);

  expect(await does(me, 'end', 30)).toBe('not-allowed');
  expect([await does(marker, 'end', 30), await does(marker, 'end', 31)]).toEqual(['ok', 'ok']);
  expect([
    await does(me, 'here', 32),
    await does(me, 'say', 32, { id: newId(), words: 'Late' }),
    await does(marker, 'start', 32),
  ]).toEqual(['closed', 'closed', 'closed']);
  expect(await seen(me, 40)).toMatchObject({ state: 'over', lines: [{}], people: [{ here: false }, { here: false }] });
  // For how long somebody was there is told to them, and to those who led it.
  const minutes = async (who: Actor) => {
    const view = await seen(who, 40);
    return typeof view === 'string' ? view : view.people.map(({ attended }) => attended);
  };
  expect([await minutes(me), await minutes(marker)]).toEqual([
    [null, 10],
    [0, 10],
  ]);
});

test('who leads a session is who was named for it, or makes the course; nobody named, whoever marks', async () => {
  const { courseId } = course;
  const role = { role: 'marker', courses: { [courseId]: 'marker' } } as const;
  const [named, marker] = [
    { id: school.creator, ...role } satisfies Actor,
    { id: school.marker, ...role } satisfies Actor,
  ];
  const other = startsAt;
  const leads = async (who: Actor) => {
    const door = await atDoor(database(), who, place(other), Temporal.Instant.from(at(-5)));
    return door.ok && door.value.isHost;
  };
  const set = (personIds: string[], who = boss()) =>
    run(who, 'live.set-hosts', { courseId, lessonId, personIds }).then(codeOf);
  for (const email of ['creator@school.example', 'marker@school.example'])
    await must(boss(), 'people.set-staff', { courseId, email, role: 'marker' });
  expect([await leads(named), await leads(marker)]).toEqual([true, true]);
  expect(await set([school.learner])).toBe('invalid');
  expect(await set([named.id], marker as never)).toBe('not-allowed');
  expect(codeOf(await run(boss(), 'live.set-hosts', { courseId, lessonId: newId(), personIds: [] }))).toBe('not-found');
  // Said eight times at once, it is so once.
  expect(new Set(await Promise.all(Array.from({ length: 8 }, () => set([named.id, named.id]))))).toEqual(
    new Set(['ok']),
  );
  expect([await leads(named), await leads(marker), await leads(boss())]).toEqual([true, false, true]);
  const desk = await sessionDesk(database(), courseId, lessonId, 0);
  expect(desk.hosts).toEqual([named.id]);
  expect(desk.staff.map(({ id }) => id).toSorted()).toEqual([named.id, marker.id].toSorted());
  await set([]);
  expect(await leads(marker)).toBe(true);
});

/** One more session of the course, at six in the evening of a day, and what somebody sees of it at a time of that day. */
async function oneMore(date: string, number: number) {
  const { courseId } = course;
  const lesson = newId();
  const edit = (change: object) => must(boss(), 'outline.edit', { courseId, edit: change });
  await edit({ do: 'add-lesson', id: lesson, sectionId: course.sectionId, after: null, title: date, kind: 'live' });
  const when = { when: 'on-date', date, at: '18:00', zone: 'UTC' };
  await edit({ do: 'set', table: 'lesson', id: lesson, fields: { live: { ...usualLive, when }, state: 'ready' } });
  await must(boss(), 'course.publish', { courseId, number });
  const where = { courseId, lessonId: lesson, startsAt: Date.parse(`${date}T18:00:00Z`) };
  const view = async (who: Actor, time: string) => {
    const now = Temporal.Instant.from(`${date}T${time}:00Z`);
    const door = await atDoor(database(), who, where, now);
    if (!door.ok) throw new Error(door.problem.sentence);
    return roomView(database(), door.value, now);
  };
  return { where, view };
}

test('those who lead see who is expected and has not come, learners do not; a long conversation is told from its end', async () => {
  const { where, view } = await oneMore('2027-03-12', 3);
  const seenBy = async (who: Actor) => (await view(who, '18:01')).expected.map(({ name }) => name);
  expect([await seenBy(boss()), await seenBy(learner(school.learner))]).toEqual([['The learner'], []]);
  await must(learner(school.learner), 'live.here', where, '2027-03-12T18:01:00Z');
  expect(await seenBy(boss())).toEqual([]);

  // A long conversation is told from its end, and how much lies before it; all of it once the session is over.
  const room = await roomOf(database(), where);
  const line = (words: number) => ({
    id: newId(),
    roomId: room?.id ?? '',
    personId: school.learner,
    words: `${words}`,
  });
  const time = (second: number) => new Date(Date.parse('2027-03-12T18:01:00Z') + second * 1000).toISOString();
  const lines = Array.from({ length: 205 }, (_, i) => ({ ...line(i), at: time(i) }));
  await database().insert(liveLine).values(lines);
  const [during, afterwards] = [await view(boss(), '18:10'), await view(boss(), '20:10')];
  expect([during.lines.length, during.lines[0]?.words, during.earlier]).toEqual([200, '5', 5]);
  expect([afterwards.state, afterwards.lines.length, afterwards.earlier]).toEqual(['over', 205, 0]);
});

test('once it is over those who led it see who missed it: nobody where it was not held, and not who came to the course later', async () => {
  const { where, view } = await oneMore('2027-03-13', 4);
  const missed = async (who: Actor, time: string) => (await view(who, time)).expected.map(({ name }) => name);
  // Planned, and never begun.
  expect(await missed(boss(), '20:30')).toEqual([]);
  await must(boss(), 'live.here', where, '2027-03-13T18:00:00Z');
  await must(boss(), 'live.start', where, '2027-03-13T18:00:00Z');
  await must(boss(), 'live.end', where, '2027-03-13T18:50:00Z');
  const other = { courseId: course.courseId, email: 'other@school.example', cohortId: null };
  await must(boss(), 'enrolment.add', other, '2027-03-13T18:51:00Z');
  expect([await missed(boss(), '19:00'), await missed(learner(school.learner), '19:00')]).toEqual([
    ['The learner'],
    [],
  ]);
});
