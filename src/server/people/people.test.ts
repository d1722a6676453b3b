import { eq } from 'drizzle-orm';
import { beforeEach, expect, test } from 'vitest';
import { emptyDesign } from '@/core/certificate';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, useTestSchool } from '../testing/school';
import { nameRequests, personById, personOf } from './index';
import { deviceMark, isKnownDevice, turnFor, turnWasRight } from './pace';
import { sessionToken } from './session-token';
import { hashPassword } from './sessions';
import { answerSignIn } from './sign-in';

const school = useTestSchool();
const nameOf = async (id: string) =>
  (await database().select({ name: tables.user.name }).from(tables.user).where(eq(tables.user.id, id)))[0]?.name;
const audits = (actorId: string) => database().$count(tables.audit, eq(tables.audit.actorId, actorId));

test.each([
  ['two lines', 'Ada\nLovely'],
  ['a sign nobody sees', 'Ada\u0007'],
  ['a change of direction', 'Ada\u202eevolylA'],
  ['50,000 letters', 'x'.repeat(50_000)],
  ['nothing', '   '],
])('a name is refused that is %s', async (_name, name) => {
  expect(codeOf(await run(learner(school.other), 'people.rename', { name }))).toBe('invalid');
});

test('a person renames themselves with a line in the audit, and asks for it once they hold a certificate', async () => {
  const me = learner(school.other);
  const before = await audits(me.id);
  for (let i = 0; i < 2; i += 1) await must(me, 'people.rename', { name: ' Þórgunnur Ó Briain ' });
  expect([await nameOf(me.id), (await audits(me.id)) - before]).toEqual(['Þórgunnur Ó Briain', 1]);

  const { courseId, enrolmentId } = await publishedCourse({ owner: school.owner, learner: school.other });
  const [edition] = await database()
    .select({ id: tables.edition.id })
    .from(tables.edition)
    .where(eq(tables.edition.courseId, courseId));
  const issued = {
    courseTitle: 'A course',
    school: 'A school',
    design: emptyDesign('a4-across'),
    issuedAt: '2027-03-01T08:00:00Z',
    holder: 'Þórgunnur Ó Briain',
  };
  await database()
    .insert(tables.certificate)
    .values({
      id: newId(),
      enrolmentId,
      courseId,
      learnerId: me.id,
      editionId: edition?.id ?? '',
      number: 'C-1',
      token: 'x'.repeat(22),
      ...issued,
    });
  expect(await must(me, 'people.rename', { name: 'Somebody Else' })).toEqual({ waits: true });
  expect([await nameOf(me.id), (await nameRequests(database())).map((one) => one.wanted)]).toEqual([
    'Þórgunnur Ó Briain',
    ['Somebody Else'],
  ]);
  const decide = (who: typeof me, name: string, yes: boolean) =>
    run(who, 'people.decide-name', { personId: me.id, name, yes }).then(codeOf);
  const boss = owner(school.owner);
  expect(await decide(me, 'Somebody Else', true)).toBe('not-allowed');
  expect(await decide({ ...me, role: 'owner' }, 'Somebody Else', true)).toBe('not-allowed');
  expect(await decide(boss, 'Another Still', true)).toBe('conflict');
  expect(await decide(boss, 'Somebody Else', true)).toBe('ok');
  expect(await decide(boss, 'Somebody Else', true)).toBe('ok');
  expect(await nameOf(me.id)).toBe('Somebody Else');
});

beforeEach(() => database().delete(tables.signInPace));
const attempt = (account: string, address: string, knows = false, at = 0) => turnFor(account, address, knows, at);

test('somebody new is where the school is until they choose; what is chosen twice is told once', async () => {
  await must(owner(school.owner), 'people.set-school', { zone: 'Asia/Tokyo', locale: 'en-US' });
  const added = {
    name: 'New',
    email: 'new@school.example',
    role: 'learner',
    password: 'stone-and-water',
    courseId: null,
  };
  const { id } = await must(owner(school.owner), 'people.add', added);
  const where = async () => {
    const { zone, locale } = (await personById(database(), id)) ?? {};
    return [zone, locale];
  };
  expect(await where()).toEqual(['Asia/Tokyo', 'en-US']);
  for (let i = 0; i < 2; i += 1) await must(learner(id), 'people.set-locale', { locale: 'en-IN' });
  expect([await where(), await audits(id)]).toEqual([['Asia/Tokyo', 'en-IN'], 1]);
  for (const locale of ['de', 'en-SE', '', 'x'.repeat(50_000)])
    expect(codeOf(await run(learner(id), 'people.set-locale', { locale }))).toBe('invalid');
  expect((await where())[1]).toBe('en-IN');
  await must(owner(school.owner), 'people.set-school', { zone: 'UTC', locale: 'en-GB' });
});

test('sixty attempts at once try few passwords; the right one gets its turn, and other places are not slowed', async () => {
  const burst = await Promise.all(Array.from({ length: 60 }, () => attempt('a@x.example', '10.0.0.1')));
  const tried = burst.filter((turn) => turn.comeBack === 0).length;
  expect([tried >= 5, tried <= 11]).toEqual([true, true]);
  expect((await attempt('a@x.example', '10.0.0.2')).comeBack).toBe(0);
  expect((await attempt('a@x.example', '10.0.0.1', true)).comeBack).toBe(0);
  // Once those before have had their turns, the next one is let try, whatever went before.
  expect((await attempt('a@x.example', '10.0.0.1', false, 20_000)).comeBack).toBe(0);
}, 60_000);

test('what was right does not count: a classroom of sixty behind one address signs in at once', async () => {
  for (let i = 0; i < 60; i += 1) {
    const turn = await attempt(`${i}@x.example`, '10.0.0.9');
    expect(turn.comeBack).toBe(0);
    await turnWasRight(turn.keys);
  }
  expect(await database().$count(tables.signInPace)).toBe(1);
});

test('a browser that has signed in is known by its mark, and by nobody else’s', () => {
  expect([
    isKnownDevice('a@x.example', deviceMark('a@x.example')),
    isKnownDevice('a@x.example', deviceMark('b@x.example')),
    isKnownDevice('a@x.example', undefined),
  ]).toEqual([true, false, false]);
});

const ask = async (path: string, body: unknown, headers: Record<string, string> = {}) => {
  const request = new Request(`http://school.example/api/auth/${path}`, {
    method: 'POST',
    headers: { origin: 'http://school.example', ...headers },
  });
  const answer = await answerSignIn(path, { request, body });
  return answer instanceof Response
    ? { code: answer.ok ? 'ok' : String(answer.status), answer }
    : { code: codeOf(answer), answer: null };
};

test('of the session library only what is used can be reached', async () => {
  for (const path of [
    'update-user',
    'sign-up/email',
    'delete-user',
    'change-email',
    'list-sessions',
    'constructor',
    '../sign-out',
    '',
  ])
    expect([path, (await ask(path, { name: 'Anybody' })).code]).toEqual([path, 'not-found']);
});

test('signing in: right, wrong, of no shape, and a name that cannot come in with it', async () => {
  await database()
    .update(tables.account)
    .set({ password: await hashPassword('stone-and-water') })
    .where(eq(tables.account.userId, school.learner));
  const good = { email: ' Learner@School.Example ', password: 'stone-and-water' };
  expect((await ask('sign-in/email', good)).code).toBe('ok');
  const kept = (await ask('sign-in/email', good)).answer?.headers.get('set-cookie') ?? '';
  expect(kept).toMatch(/mosaik\.device=.*HttpOnly/);
  expect(kept).toMatch(/session_token=[^;]+;.*HttpOnly/);
  expect(await (await ask('sign-in/email', good)).answer?.json()).toEqual({ ok: true, value: null });
  for (const [body, code] of [
    [{ ...good, password: 'wrong' }, 'not-allowed'],
    [{ ...good, name: 'Anybody' }, 'invalid'],
    [{ email: 'x'.repeat(50_000), password: 'y' }, 'invalid'],
    [null, 'invalid'],
    [{ email: 'nobody@school.example', password: 'stone-and-water' }, 'not-allowed'],
  ] as const)
    expect((await ask('sign-in/email', body)).code).toBe(code);
  expect(await nameOf(school.learner)).toBe('The learner');
});

test('a session is known by its signed cookie, and by nothing else; once it has ended or is over it is nobody’s', async () => {
  await database()
    .update(tables.account)
    .set({ password: await hashPassword('stone-and-water') })
    .where(eq(tables.account.userId, school.learner));
  const answer = (await ask('sign-in/email', { email: 'learner@school.example', password: 'stone-and-water' })).answer;
  const cookie = (answer?.headers.getSetCookie() ?? [])
    .map((one) => one.split(';')[0] ?? '')
    .find((one) => one.includes('session_token')) as string;
  const who = async (cookies: string) => (await personOf(database(), new Headers({ cookie: cookies })))?.id ?? null;
  expect(await who(cookie)).toBe(school.learner);
  expect(await who(`other=1; ${cookie}; more=2`)).toBe(school.learner);
  const token = sessionToken(cookie) ?? '';
  expect(token).toHaveLength(32);
  const [name, value = ''] = cookie.split('=');
  const turned = decodeURIComponent(value).replace(/\.(.)/, (_dot, first) => `.${first === 'A' ? 'B' : 'A'}`);
  for (const wrong of [
    token,
    `${token}.`,
    turned,
    `${token}x${value.slice(token.length)}`,
    '%',
    '',
    '.',
    'x'.repeat(50_000),
  ])
    expect([
      wrong.slice(0, 50),
      await who(`${name}=${encodeURIComponent(wrong)}`),
      sessionToken(`${name}=${wrong}`),
    ]).toEqual([wrong.slice(0, 50), null, null]);
  const ofToken = eq(tables.session.token, token);
  // Renewed longer ago, it is the library that says so.
  await database()
    .update(tables.session)
    .set({ updatedAt: new Date(Date.now() - 2 * 86_400_000) })
    .where(ofToken);
  expect(await who(cookie)).toBe(school.learner);
  await database()
    .update(tables.session)
    .set({ expiresAt: new Date(Date.now() - 1000) })
    .where(ofToken);
  expect(await who(cookie)).toBeNull();
  await database().delete(tables.session).where(ofToken);
  expect(await who(cookie)).toBeNull();
});
