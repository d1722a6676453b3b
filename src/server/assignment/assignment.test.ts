import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import { and, eq } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { toShort } from '@/core/kernel/exact';
import { Temporal } from '@/core/kernel/time';
import { awardEarned, drawCertificate } from '../certificate';
import { courseHead, learning } from '../learning';
import { storeUpload } from '../media';
import { makeFirstOwner } from '../people';
import { database } from '../platform/database';
import { files } from '../platform/files';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, startsAt, useTestSchool } from '../testing/school';
import { handInsOf, markingDesk, resultsOf } from './index';

const school = useTestSchool();
const me = () => learner(school.learner);
const marker = (courseId: string) => ({
  id: school.marker,
  role: 'marker' as const,
  courses: { [courseId]: 'marker' as const },
});
const after = (minutes: number) => Temporal.Instant.from(startsAt).add({ minutes }).toString();

test('work is drafted, handed in once, marked, and the learner’s grade and certificate follow', async () => {
  const { courseId, enrolmentId, quiz, question, assignment, reading } = await publishedCourse(school);
  const place = { courseId, lessonId: assignment };
  await must(me(), 'assignment.save-draft', { ...place, text: 'A first thought' }, after(1));
  expect(codeOf(await run(me(), 'assignment.hand-in', { ...place, text: '   ', deed: newId() }, after(2)))).toBe(
    'invalid',
  );
  const twice = await Promise.all(
    [1, 2].map(() => run(me(), 'assignment.hand-in', { ...place, text: 'The whole of it', deed: newId() }, after(3))),
  );
  expect(twice.map(codeOf).sort()).toEqual(['closed', 'ok']);
  const [work] = await database().select().from(tables.handIn).where(eq(tables.handIn.lessonId, assignment));
  const mark = { handInId: work?.id, points: 7500, remark: 'Good', finish: true };
  expect(
    await Promise.all([
      run(me(), 'marking.mark', mark).then(codeOf),
      run(learner(school.other), 'marking.mark', mark).then(codeOf),
      run({ id: school.marker, role: 'marker', courses: {} }, 'marking.mark', mark).then(codeOf),
      run({ ...me(), role: 'owner' }, 'marking.mark', mark).then(codeOf),
      run(marker(courseId), 'marking.mark', { ...mark, points: 10_001 }).then(codeOf),
      run(marker(courseId), 'marking.mark', { ...mark, points: null }).then(codeOf),
    ]),
  ).toEqual(['not-allowed', 'not-allowed', 'not-allowed', 'not-allowed', 'invalid', 'invalid']);
  await must(marker(courseId), 'marking.mark', { ...mark, points: 6000, finish: false }, after(5));
  await must(marker(courseId), 'marking.mark', mark, after(6));
  await must(marker(courseId), 'marking.mark', mark, after(7));
  const history = await database()
    .select()
    .from(tables.markHistory)
    .where(eq(tables.markHistory.handInId, work?.id ?? ''));
  expect(history.map((row) => [row.points, row.finished])).toEqual([
    [6000, false],
    [7500, true],
  ]);

  await awardEarned([enrolmentId]);
  expect(await database().$count(tables.certificate)).toBe(0);
  await must(me(), 'learning.mark-done', { courseId, lessonId: reading }, after(8));
  const { id } = await must(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, after(9));
  await must(me(), 'quiz.answer', { sittingId: id, questionId: question, answer: { typed: '4' } }, after(10));
  await must(me(), 'quiz.hand-in', { sittingId: id }, after(11));
  await Promise.all([
    awardEarned([enrolmentId]),
    awardEarned([enrolmentId]),
    must(me(), 'certificate.claim', { courseId }),
  ]);
  const issued = await database().select().from(tables.certificate).where(eq(tables.certificate.courseId, courseId));
  expect(issued).toHaveLength(1);
  expect(issued[0]).toMatchObject({ holder: 'The learner', grade: '87.5 %' });
  expect(issued[0]?.number).toMatch(/^C-[2-9A-HJKMNP-Z]{4}-\d{4,}$/);
  const first = await drawCertificate(issued[0]?.id ?? '');
  expect(await drawCertificate(issued[0]?.id ?? '')).toBe(first);
  const pdf = await files().get(first ?? '', { from: 0, to: 4 });
  expect(pdf && (await text(pdf))).toBe('%PDF-');
});

test('points set by hand and excuses need a reason and bounds', async () => {
  const { courseId, quiz } = await publishedCourse(school);
  const boss = { id: school.owner, role: 'owner' as const, courses: {} };
  const decide = (part: object, who = boss as Parameters<typeof run>[0]) =>
    run(who, 'gradebook.decide', {
      courseId,
      lessonId: quiz,
      learnerId: school.learner,
      kind: 'points',
      points: 500,
      reason: 'by hand',
      ...part,
    }).then(codeOf);
  expect([
    await decide({}),
    await decide({ reason: ' ' }),
    await decide({ points: 1001 }),
    await decide({ learnerId: 'nobody' }),
    await decide({}, me()),
    await decide({ kind: 'excused', points: null }),
  ]).toEqual(['ok', 'invalid', 'invalid', 'not-found', 'not-allowed', 'ok']);
});

test('work that is late is refused where late work is not taken, and the draft stays', async () => {
  const due = { when: 'after-start', amount: 1, unit: 'hours', at: null };
  const { courseId, assignment } = await publishedCourse(school, { assignment: { due, takesLate: false } });
  await must(me(), 'assignment.save-draft', { courseId, lessonId: assignment, text: 'nearly' }, after(59));
  expect(
    codeOf(
      await run(
        me(),
        'assignment.hand-in',
        { courseId, lessonId: assignment, text: 'too late', deed: newId() },
        after(61),
      ),
    ),
  ).toBe('too-late');
  const [row] = await database().select().from(tables.handIn).where(eq(tables.handIn.lessonId, assignment));
  expect([row?.state, row?.text]).toEqual(['draft', 'nearly']);
});

test.each([
  ['film', 'empty.mp4', Buffer.alloc(0), 'is empty'],
  ['film', 'a.mp4', Buffer.from('just a text that says it is a film'), 'does not hold a film'],
  ['document', 'a.pdf', Buffer.from('<html><script>1</script>'), 'does not hold a PDF'],
  ['captions', 'a.vtt', Buffer.from('WEBVTT\n\n00:05.000 --> 00:02.000\nBackwards'), 'ends before it begins'],
  ['picture', 'a.svg', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'), 'does not hold a picture'],
] as const)('an upload is judged by what it holds: %s %s', async (purpose, name, content, words) => {
  const path = join(tmpdir(), `mosaik-upload-${process.pid}`);
  writeFileSync(path, content);
  const result = await storeUpload(purpose, name, path);
  expect(result.ok ? '' : result.problem.sentence).toContain(words);
});

test('a school has one first owner', async () => {
  const result = await makeFirstOwner(database(), {
    school: 'Another',
    name: 'Somebody',
    email: 'somebody@school.example',
    password: 'long enough here',
    zone: 'UTC',
    locale: 'en-US',
  });
  expect(codeOf(result)).toBe('conflict');
});

const criterion = (title: string, own: object) => ({ id: newId(), title, guide: '', ...own });

test('late work loses by its rule and is marked by criteria; the grade counts what is left, the learner sees both', async () => {
  const parts = [
    { id: newId(), text: 'Place', points: 2000 },
    { id: newId(), text: 'Day', points: 2000 },
  ];
  const criteria = [
    criterion('Discharge', { by: 'points', most: 6000, step: 0 }),
    criterion('The whole', { by: 'checks', parts }),
  ];
  const made = await publishedCourse(school, {
    assignment: {
      ...{ criteria, points: 10_000, passPoints: 5000, attempts: 2, takesLink: true },
      due: { when: 'after-start', amount: 1, unit: 'hours', at: null },
      late: { percent: 10, per: 'hour', most: 50, lastHours: 8 },
    },
  });
  const { courseId, enrolmentId, assignment } = made;
  const place = { courseId, lessonId: assignment };
  const handIn = (text: string, minute: number, link = '') =>
    run(me(), 'assignment.hand-in', { ...place, text, link, deed: newId() }, after(minute));
  await must(me(), 'assignment.save-draft', { ...place, text: 'Half', link: 'https://riv' }, after(10));
  expect([codeOf(await handIn('', 100, 'https://riv')), codeOf(await handIn('Whole', 60 * 9 + 1))]).toEqual([
    'invalid',
    'too-late',
  ]);
  const { id } = await must(
    me(),
    'assignment.hand-in',
    { ...place, text: 'Whole', link: ' https://river.example/a ', deed: newId() },
    after(60 + 61),
  );
  const row = async () => (await database().select().from(tables.handIn).where(eq(tables.handIn.id, id)))[0];
  expect(await row()).toMatchObject({ isLate: true, latePercent: 20, link: 'https://river.example/a' });
  expect((await row())?.checksum).toMatch(/^[0-9a-f]{64}$/);

  // Taken back as long as nobody has begun to mark it.
  const back = (handInId: string, minute: number, who = me()) =>
    run(who, 'assignment.take-back', { ...place, handInId }, after(minute)).then(codeOf);
  expect(await back(id, 130, learner(school.other))).toBe('not-allowed');
  const state = async () => {
    const head = await courseHead(database(), courseId);
    const found = head && (await learning(database(), head, school.learner, Temporal.Instant.from(after(400))));
    return found?.view.lessons.find(({ lesson }) => lesson.id === assignment)?.progress.state;
  };
  expect(await state()).toBe('done');
  expect([await back(newId(), 130), await back(id, 130), await back(id, 130)]).toEqual(['not-found', 'ok', 'ok']);
  // Nobody completes a course with work they have taken back.
  expect(await state()).toBe('begun');
  expect(await row()).toMatchObject({ state: 'draft', latePercent: 0, checksum: null, text: 'Whole' });
  expect(codeOf(await handIn('Whole, and better', 60 + 179))).toBe('ok');
  expect(await state()).toBe('done');
  expect(await row()).toMatchObject({ state: 'handed-in', latePercent: 30 });

  const mark = (by: object[], finish: boolean, more = {}) =>
    run(
      marker(courseId),
      'marking.mark',
      { handInId: id, points: null, remark: '', finish, criteria: by, ...more },
      after(300),
    );
  const given = (criterionId: string | undefined, own: object) => ({
    ...{ criterionId, points: null, chosen: null, remark: '' },
    ...own,
  });
  const flow = given(criteria[0]?.id, { points: 5500, remark: 'Units.' });
  const whole = given(criteria[1]?.id, { chosen: [parts[0]?.id] });
  const refused = await Promise.all([
    mark([flow], true),
    mark([], true, { points: 9000 }),
    mark([{ ...flow, points: 6001 }], false),
    mark([given(newId(), {})], false),
    mark([{ ...whole, chosen: [newId()] }], false),
  ]);
  expect(refused.map((one) => (one.ok ? 'ok' : one.problem.sentence))).toEqual([
    'The whole has no points yet.',
    'Discharge has no points yet.',
    'Give from 0 to 6 points.',
    'What was marked is no criterion of this assignment.',
    'Something was chosen that is not part of the criterion.',
  ]);
  expect(codeOf(await mark([flow], false))).toBe('ok');
  expect(await row()).toMatchObject({ state: 'being-marked', points: 5500 });
  expect(await back(id, 310)).toBe('closed');
  const finished = await Promise.all(Array.from({ length: 8 }, () => mark([flow, whole], true)));
  expect(new Set(finished.map(codeOf))).toEqual(new Set(['ok']));
  expect(await database().$count(tables.markHistory, eq(tables.markHistory.handInId, id))).toBe(2);
  expect(await row()).toMatchObject({ state: 'marked', points: 7500 });

  const head = await courseHead(database(), courseId);
  const seen = head && (await learning(database(), head, school.learner));
  const line = seen?.view.sheet.lines.find(({ item }) => item.id === assignment);
  // 7.5 less 30 %: 5.25, which passes.
  expect(line?.entry.state === 'points' && toShort(line.entry.points)).toBe('5250');
  expect(seen?.view.lessons.find(({ lesson }) => lesson.id === assignment)?.passed).toBe(true);
  const [view] = await handInsOf(database(), enrolmentId, assignment);
  expect([view?.criteria?.length, view?.assignment?.criteria?.length]).toEqual([2, 2]);
});

test('time that is counted from the beginning begins when somebody begins, once', async () => {
  const { courseId, assignment } = await publishedCourse(school, { assignment: { minutes: 30, takesLate: false } });
  const place = { courseId, lessonId: assignment };
  const begun = await must<{ startedAt: string }>(me(), 'assignment.begin', place, after(10));
  expect(await must(me(), 'assignment.begin', place, after(20))).toEqual(begun);
  const handIn = (minute: number) =>
    run(me(), 'assignment.hand-in', { ...place, text: 'Mine', deed: newId() }, after(minute)).then(codeOf);
  expect([await handIn(41), await handIn(40)]).toEqual(['too-late', 'ok']);
});

test('results that are released together are nothing to anybody before, and everything follows once they are', async () => {
  const made = await publishedCourse(school, { assignment: { releases: 'together' } });
  const { courseId, enrolmentId, assignment } = made;
  const place = { courseId, lessonId: assignment };
  const { id } = await must(me(), 'assignment.hand-in', { ...place, text: 'Mine', deed: newId() }, after(5));
  const mark = (points: number, finish: boolean) =>
    must(marker(courseId), 'marking.mark', { handInId: id, points, remark: 'Hm', finish }, after(6));
  await mark(4800, true);
  const seen = async () => {
    const [view] = await handInsOf(database(), enrolmentId, assignment);
    const head = await courseHead(database(), courseId);
    const found = head && (await learning(database(), head, school.learner, Temporal.Instant.from(after(10))));
    const line = found?.view.sheet.lines.find(({ item }) => item.id === assignment);
    const told = await database().$count(
      tables.message,
      and(eq(tables.message.enrolmentId, enrolmentId), eq(tables.message.occasion, 'marked')),
    );
    return [view?.state, view?.points, view?.remark, line?.entry.state, told];
  };
  const nothing = ['being-marked', null, '', 'waiting', 0];
  expect(await seen()).toEqual(nothing);
  expect(await resultsOf(database(), courseId, assignment, school.owner)).toMatchObject({
    ...{ unmarked: 0, released: 0 },
    waiting: [{ id, points: '4.8', of: '10', passed: false, isAtBorder: true, hasRemark: true }],
  });
  // One that was on its way to be kept while it was finished takes nothing back.
  await mark(4800, false);
  expect((await resultsOf(database(), courseId, assignment, school.owner)).waiting.length).toBe(1);
  // It can still be changed, and is kept for later until it is finished again.
  await mark(5200, false);
  expect((await resultsOf(database(), courseId, assignment, school.owner)).unmarked).toBe(1);
  await mark(5200, true);
  const release = (ids: string[] | null, actor = owner(school.owner)) =>
    run<{ count: number }>(actor, 'marking.release', { ...place, ids }, after(20));
  expect([codeOf(await release(null, marker(courseId))), codeOf(await release(null, me()))]).toEqual([
    'not-allowed',
    'not-allowed',
  ]);
  // A creator who takes the course sees nothing of their own mark, and lets nobody see it.
  const both = { ...me(), role: 'creator' as const, courses: { [courseId]: 'creator' as const } };
  const self = await release(null, both);
  expect(self.ok && self.value.count).toBe(0);
  expect((await resultsOf(database(), courseId, assignment, school.learner)).waiting).toEqual([]);
  const other = await release([newId()]);
  expect([other.ok && other.value.count, await seen()]).toEqual([0, nothing]);
  const all = await Promise.all(Array.from({ length: 8 }, () => release(null)));
  expect(all.map((one) => one.ok && one.value.count).sort()).toEqual([0, 0, 0, 0, 0, 0, 0, 1]);
  expect(await seen()).toEqual(['marked', 5200, 'Hm', 'points', 1]);
  // What they have seen is changed only by finishing it anew, and told again.
  expect(
    await run(marker(courseId), 'marking.mark', { handInId: id, points: 1, remark: '', finish: false }).then(codeOf),
  ).toBe('conflict');
  const anew = (why?: string) =>
    run(marker(courseId), 'marking.mark', { handInId: id, points: 6000, remark: 'Hm', finish: true, why }, after(30));
  const silent = await anew(' ');
  expect(!silent.ok && silent.problem.field).toBe('why');
  expect([codeOf(await anew('Two pages stuck together')), codeOf(await anew())]).toEqual(['ok', 'ok']);
  expect(await seen()).toEqual(['marked', 6000, 'Hm', 'points', 2]);
  const person = { ...marker(courseId), name: '', email: '', zone: 'UTC', locale: 'en-GB' };
  const desk = await markingDesk(database(), id, person);
  expect(desk?.history.map(({ points, finished, why }) => [points, finished, why])).toEqual([
    [6000, true, 'Two pages stuck together'],
    [5200, true, ''],
    [4800, true, ''],
  ]);
});
