import { createServer } from 'node:net';
import { and, eq } from 'drizzle-orm';
import { SMTPServer } from 'smtp-server';
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import { occasionNames, occasionOf, usualChoices } from '@/core/message';
import type { Actor } from '@/core/people';
import { database, transaction } from '../platform/database';
import { newId } from '../platform/ids';
import { type Mail, type Post, smtpPost } from '../platform/mail';
import { arrivedMail, letter, message, user } from '../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, useTestSchool } from '../testing/school';
import { leaveMessages, lettersTo, messageOf, type NewMessage, openPost, outboxPage, sendSome } from './index';
import { arrivedAs } from './stand-in';

const school = useTestSchool();
const boss = () => owner(school.owner);
let course: Awaited<ReturnType<typeof publishedCourse>>;
let post: Awaited<ReturnType<typeof openPost>>;
const noon = '2027-03-01T12:00:00Z';

beforeAll(async () => {
  course = await publishedCourse(school);
  post = await openPost();
  await database().update(user).set({ zone: 'UTC' });
});
afterAll(() => post.stop());
beforeEach(async () => {
  await database().delete(message);
  await database().delete(letter);
});

const opening = (title: string, more: object = {}): NewMessage =>
  ({
    ...{ occasion: 'opens', deed: `opens/${title}`, personId: school.learner, courseId: course.courseId },
    ...{ enrolmentId: course.enrolmentId, facts: { lessons: [{ id: newId(), title }], wished: false } },
    ...more,
  }) as NewMessage;
const leave = (messages: readonly NewMessage[], at = noon) =>
  transaction((tx) => leaveMessages(tx, messages, Temporal.Instant.from(at)));
const send = (at = noon, by: Post = post) => sendSome(by, Temporal.Instant.from(at));
const states = async () => {
  const rows = await database().select().from(message).orderBy(message.deed);
  return rows.map(({ state, why }) => (why === null ? state : `${state}: ${why}`));
};
/** A server that answers everybody in one way. */
const answering = (because: 'refused' | 'busy' | 'nobody-there', words = 'no'): Post => ({
  send: async () => ({ taken: false, because, words }),
  close() {},
});

test('what opens at once is one mail, and it arrives as it was sent', async () => {
  await leave([opening('Reading a riffle'), opening('The tray & the net')]);
  await leave([opening('Reading a riffle')]);
  expect(await send()).toBe(1);
  expect(await states()).toEqual(['sent', 'sent']);
  const [mail, ...more] = await database().select().from(letter);
  expect(more).toEqual([]);
  const arrived = await arrivedAs(database(), mail?.id ?? '');
  expect(arrived).toMatchObject({
    subject: 'Open for you: 2 lessons',
    from: `"Test School" <school@school.example>`,
    to: `"The learner" <learner@school.example>`,
  });
  expect(arrived?.text.trim()).toBe(mail?.text.trim());
  expect(arrived?.html).toContain('<li dir="auto">The tray &amp; the net</li>');
  expect(await send()).toBe(0);
  expect((await lettersTo(database(), school.learner)).map(({ subject }) => subject)).toEqual([
    'Open for you: 2 lessons',
  ]);
});

test('sent again after a worker was ended in between, it is the same mail', async () => {
  await leave([opening('Twice')]);
  const sent: Mail[] = [];
  const ended: Post = {
    async send(mail) {
      sent.push(mail);
      await post.send(mail);
      throw new Error('ended');
    },
    close() {},
  };
  await expect(send(noon, ended)).rejects.toThrow('ended');
  expect(await states()).toEqual(['waiting']);
  await send();
  const [mail] = await database().select().from(letter);
  expect(sent[0]?.id).toBe(mail?.id);
  expect(await database().$count(arrivedMail, eq(arrivedMail.id, mail?.id ?? ''))).toBe(1);
});

test('several workers side by side send each mail once', async () => {
  const people = Array.from({ length: 90 }, (_, i) => `reader-${i}`);
  await database()
    .insert(user)
    .values(
      people.map((id) => ({ id, name: id, email: `${id}@school.example`, zone: 'UTC', role: 'learner' as const })),
    );
  await leave(
    people.flatMap((personId) =>
      ['A', 'B', 'C'].map((title) => opening(title, { personId, enrolmentId: null, deed: `${title}/${personId}` })),
    ),
  );
  const counted = new Map<string, number>();
  const counting: Post = {
    async send(mail) {
      counted.set(mail.to.address, (counted.get(mail.to.address) ?? 0) + 1);
      return post.send(mail);
    },
    close() {},
  };
  const worker = async () => {
    while (((await send(noon, counting)) ?? 0) > 0);
  };
  await Promise.all([worker(), worker(), worker(), worker()]);
  expect([counted.size, Math.max(...counted.values())]).toEqual([90, 1]);
  expect(new Set(await states())).toEqual(new Set(['sent']));
});

test('choices are kept to: off, quiet hours, once a day; what they ask for themselves comes all the same', async () => {
  const me = learner(school.learner);
  const choose = (choices: object) => must(me, 'message.choose', { choices: { ...usualChoices, ...choices } }, noon);
  await leave([opening('At night')], '2027-03-01T23:00:00Z');
  await send('2027-03-01T23:00:00Z');
  expect(await states()).toEqual(['waiting: These are quiet hours where they are.']);
  expect(await send('2027-03-02T07:59:59Z')).toBe(0);
  await send('2027-03-02T08:00:00Z');
  expect(await states()).toEqual(['sent']);

  await database().delete(message);
  await choose({ off: ['opens'] });
  const wished = { facts: { lessons: [{ id: newId(), title: 'Asked for' }], wished: true } };
  await leave([opening('All'), opening('Asked for', wished)]);
  await send();
  expect(await states()).toEqual(['kept-back: They have chosen not to be told of this.', 'sent']);

  await database().delete(message);
  await choose({ daily: '17:00' });
  await leave([opening('First')], '2027-03-01T09:00:00Z');
  await leave([opening('Second')], '2027-03-01T11:00:00Z');
  await send();
  expect(new Set(await states())).toEqual(new Set(['waiting: It comes with everything else of the day.']));
  // Chosen otherwise, what waits is looked at anew.
  await choose({});
  await send();
  expect(await states()).toEqual(['sent', 'sent']);
  expect(await database().$count(letter)).toBe(3);
});

test('a mail server that refuses, is busy or is away: each is told, and nothing is lost', async () => {
  await leave([opening('Mail')]);
  expect(await send(noon, answering('nobody-there'))).toBeNull();
  expect(await states()).toEqual(['waiting: The mail server cannot be reached. It is tried again every minute.']);
  expect(await send('2027-03-01T12:00:59Z')).toBe(0);
  let at = Temporal.Instant.from('2027-03-01T12:01:00Z');
  // Busy: ever more slowly, and given up at last.
  for (let i = 0; i < 8; i += 1) {
    expect(await sendSome(answering('busy', '450 later'), at)).toBe(1);
    at = at.add({ minutes: 2 ** (i + 1) });
    if (i < 7) expect(await states()).toEqual(['waiting: The mail server would not take it yet: 450 later']);
  }
  expect(await states()).toEqual(['failed: The mail server would not take it: 450 later']);
  const [row] = await database().select().from(message);
  const again = { courseId: course.courseId, messageId: row?.id };
  await must(boss(), 'message.send-again', again, noon);
  await must(boss(), 'message.send-again', again, noon);
  await send(noon, answering('refused', '550 unknown'));
  expect(await states()).toEqual(['failed: The mail server refused it: 550 unknown']);
  await must(boss(), 'message.send-again', again, noon);
  await send();
  expect(await states()).toEqual(['sent']);
  expect(codeOf(await run(boss(), 'message.send-again', again, noon))).toBe('conflict');
});

test('what real servers answer is understood', async () => {
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onRcptTo({ address }, _session, done) {
      const responseCode = { gone: 550, full: 452 }[address.split('@')[0] ?? ''];
      done(responseCode ? Object.assign(new Error('not here'), { responseCode }) : null);
    },
    onData(stream, _session, done) {
      stream.resume();
      stream.on('end', () => done());
    },
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.server.address() as { port: number };
  const real = smtpPost(`smtp://127.0.0.1:${port}`);
  const mail = (address: string): Mail => ({
    ...{ id: newId(), from: 'School', subject: 'S', text: 'T', html: '<p>T</p>', choose: 'http://school.example' },
    to: { name: 'Somebody', address },
  });
  const outcome = async (by: Post, address: string) => {
    const handed = await by.send(mail(address));
    return handed.taken ? 'taken' : handed.because;
  };
  expect(
    await Promise.all(['a@b.example', 'gone@b.example', 'full@b.example'].map((one) => outcome(real, one))),
  ).toEqual(['taken', 'refused', 'busy']);
  real.close();
  await new Promise<void>((resolve) => server.close(() => resolve()));
  const away = smtpPost(`smtp://127.0.0.1:${port}`);
  expect(await outcome(away, 'a@b.example')).toBe('nobody-there');
  away.close();
  // Something that listens and is no mail server.
  const other = createServer((socket) => socket.end('HTTP/1.1 400 Bad Request\r\n\r\n'));
  await new Promise<void>((resolve) => other.listen(0, '127.0.0.1', resolve));
  const wrong = smtpPost(`smtp://127.0.0.1:${(other.address() as { port: number }).port}`);
  expect(await outcome(wrong, 'a@b.example')).not.toBe('taken');
  wrong.close();
  other.close();
});

test('texts: of a course before the school, of the school before the usual; switched off, it is kept back and says so', async () => {
  const { courseId } = course;
  const text = (part: object) => ({ courseId: null, occasion: 'opens', isOn: true, subject: 'S', body: 'B', ...part });
  expect(codeOf(await run(boss(), 'message.set-text', text({ body: 'Hello {nobody}' })))).toBe('invalid');
  expect(codeOf(await run(boss(), 'message.set-text', text({ subject: 'Two\nlines' })))).toBe('invalid');
  expect(codeOf(await run(boss(), 'message.set-text', text({ courseId: newId() })))).toBe('not-found');
  const subjectOf = async () => {
    await database().delete(message);
    await database().delete(letter);
    await leave([opening('X')]);
    await send();
    const [mail] = await database().select().from(letter);
    return mail?.subject ?? (await states())[0];
  };
  // The texts of the whole school are the owner's.
  const maker: Actor = { id: school.creator, role: 'creator', courses: { [courseId]: 'creator' } };
  for (const name of ['message.set-text', 'message.drop-text'])
    expect(
      codeOf(await run(maker, name, name === 'message.set-text' ? text({}) : { courseId: null, occasion: 'opens' })),
    ).toBe('not-allowed');
  // The first text of a place, written by eight at once: there is one.
  await Promise.all(
    Array.from({ length: 8 }, () => must(boss(), 'message.set-text', text({ subject: 'School {opened}' }))),
  );
  expect(await subjectOf()).toBe('School X');
  await must(boss(), 'message.set-text', text({ courseId, subject: 'Course {opened}' }));
  expect(await subjectOf()).toBe('Course X');
  await must(boss(), 'message.set-text', text({ courseId, isOn: false }));
  expect(await subjectOf()).toBe('kept-back: This is switched off in the course, or in the school.');
  await must(boss(), 'message.drop-text', { courseId, occasion: 'opens' });
  await must(boss(), 'message.drop-text', { courseId: null, occasion: 'opens' });
  expect(await subjectOf()).toBe('Open for you: X');
});

test('the outbox shows each their own: creators of the course, not of another, and nobody who learns', async () => {
  const { courseId } = course;
  await leave([opening('X')]);
  const [row] = await database()
    .select()
    .from(message)
    .where(and(eq(message.courseId, courseId)));
  const person = (role: 'owner' | 'creator' | 'marker' | 'learner', courses = {}) =>
    ({
      id: school.creator,
      name: 'C',
      email: 'c@school.example',
      zone: 'UTC',
      locale: 'en-GB',
      role,
      courses,
    }) as never;
  const sees = async (who: never) => {
    const asked = { courseId: null, state: null, find: '', page: 1 };
    const { found } = await outboxPage(database(), who, asked);
    return [found, (await messageOf(database(), who, row?.id ?? ''))?.letter.subject ?? null];
  };
  expect(await sees(person('owner'))).toEqual([1, 'Open for you: X']);
  expect(await sees(person('creator', { [courseId]: 'creator' }))).toEqual([1, 'Open for you: X']);
  for (const who of [
    person('creator', { [newId()]: 'creator' }),
    person('marker', { [courseId]: 'marker' }),
    person('learner'),
  ])
    expect(await sees(who)).toEqual([0, null]);
});

test('every occasion is one that the database knows, and its message can be read', async () => {
  await leave(occasionNames.map((occasion) => opening(occasion, { occasion, facts: occasionOf(occasion).example })));
  while ((await send()) === 1);
  expect(new Set(await states())).toEqual(new Set(['sent']));
});

test('the outbox is read by the page, counted by state, and narrowed by person, course and state', async () => {
  const { courseId } = course;
  const other = await publishedCourse({ owner: school.owner, learner: school.other });
  const many = 130;
  await leave(Array.from({ length: many }, (_, i) => opening(`Lesson ${i}`, { enrolmentId: null })));
  const elsewhere = { personId: school.other, courseId: other.courseId, enrolmentId: other.enrolmentId };
  await leave([opening('Elsewhere', elsewhere)], '2027-03-02T12:00:00Z');
  await database().update(message).set({ state: 'failed', why: 'no' }).where(eq(message.deed, 'opens/Lesson 7'));
  const owning = {
    id: school.owner,
    name: 'O',
    email: 'o@school.example',
    zone: 'UTC',
    locale: 'en-GB',
    role: 'owner',
    courses: {},
  };
  const page = (part: object) =>
    outboxPage(database(), owning as never, { courseId: null, state: null, find: '', page: 1, ...part });

  const first = await page({});
  expect([first.found, first.rows.length, first.rows[0]?.courseId]).toEqual([many + 1, 100, other.courseId]);
  expect(first.counts).toEqual({ waiting: many, sent: 0, failed: 1, 'kept-back': 0 });
  const second = await page({ page: 2 });
  expect(second.rows.length).toBe(many + 1 - 100);
  // No message stands on both pages, and none on neither.
  expect(new Set([...first.rows, ...second.rows].map(({ id }) => id)).size).toBe(many + 1);
  expect((await page({ page: 9 })).rows).toEqual([]);

  expect((await page({ state: 'failed' })).rows.map(({ why }) => why)).toEqual(['no']);
  expect((await page({ courseId })).found).toBe(many);
  expect((await page({ find: 'the OTHER' })).rows.map(({ person }) => person)).toEqual(['The other']);
  expect((await page({ find: 'learner@school' })).found).toBe(many);
  // Signs that mean something to a search in a database are letters here.
  for (const find of ['%', '_', "'; drop table message", '\\']) expect((await page({ find })).found).toBe(0);
});

test('a message that cannot be read any more is told as failed, and holds up nobody else’s', async () => {
  await leave([
    opening('Broken'),
    opening('Whole', { personId: school.other, enrolmentId: null }),
    opening('Also whole', { enrolmentId: null }),
  ]);
  await database().update(message).set({ facts: {} }).where(eq(message.deed, 'opens/Broken'));
  expect(await send()).toBe(2);
  // In the mail of the person whose message is broken stands what can be read.
  const letters = await database().select({ text: letter.text, to: letter.personId }).from(letter);
  expect(letters.map(({ to }) => to).toSorted()).toEqual([school.learner, school.other].toSorted());
  expect(letters.find(({ to }) => to === school.learner)?.text).toContain('Also whole');
  const why = 'failed: It could not be put together from what is kept.';
  expect(await states()).toEqual(['sent', why, 'sent']);
  await database().delete(message);
  await leave([opening('Alone')]);
  await database()
    .update(message)
    .set({ facts: { lessons: 'none' } });
  await send();
  expect(await states()).toEqual([why]);
  const [row] = await database().select().from(message);
  const owning = { id: school.owner, name: 'O', email: '', zone: 'UTC', locale: 'en-GB', role: 'owner', courses: {} };
  const view = await messageOf(database(), owning as never, row?.id ?? '');
  expect(view?.letter.text).toBe('What this told of cannot be read any more.');
});
