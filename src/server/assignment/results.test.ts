import { buffer } from 'node:stream/consumers';
import { PDFDocument } from '@cantoo/pdf-lib';
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import type { Actor } from '@/core/people';
import { countByState, markingQueue, sharingOf, workOf } from '../marking';
import { database } from '../platform/database';
import { files, putBytes } from '../platform/files';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, startsAt, useTestSchool } from '../testing/school';
import {
  addFile,
  bindPhotographs,
  giveBack,
  handedInFile,
  handInsOf,
  markingDesk,
  releaseDue,
  resultsOf,
  savedRemarks,
} from './index';

const school = useTestSchool();
const me = () => learner(school.learner);
const boss = () => owner(school.owner);
const person = (actor: Actor) => ({ ...actor, name: '', email: '', zone: 'UTC', locale: 'en-GB' });
const markerOf = (courseId: string): Actor => ({
  id: school.marker,
  role: 'marker',
  courses: { [courseId]: 'marker' },
});
const after = (minutes: number) => Temporal.Instant.from(startsAt).add({ minutes }).toString();
const everything = { lessonId: null, find: '' };

/** Work that waits, for an assignment with settings of its own where some are given. */
async function handedIn(assignment: object = {}) {
  const made = await publishedCourse(school, { assignment });
  const { courseId, assignment: lessonId } = made;
  const place = { courseId, lessonId };
  await database().insert(tables.courseStaff).values({ courseId, userId: school.marker, role: 'marker' });
  const { id } = await must(me(), 'assignment.hand-in', { ...place, text: 'All I know', deed: newId() }, after(1));
  return { ...made, id, place, marker: markerOf(courseId) };
}
const mark = (id: string, points: number, more = {}) => ({ handInId: id, points, remark: '', finish: true, ...more });

test('another look is asked for once, with reasons, after the result, and answered once', async () => {
  const { id, place, enrolmentId, marker } = await handedIn();
  const ask = (reasons: object[], actor: Actor = me()) =>
    run(actor, 'assignment.ask-look', { ...place, handInId: id, reasons }, after(9)).then(codeOf);
  const reason = { criterionId: null, words: 'You have not counted the second page.' };
  expect(await ask([reason])).toBe('closed');
  await must(marker, 'marking.mark', mark(id, 4000), after(5));
  expect(
    await Promise.all([
      ask([]),
      ask([{ ...reason, words: ' ' }]),
      ask([{ ...reason, criterionId: newId() }]),
      ask([reason], learner(school.other)),
    ]),
  ).toEqual(['invalid', 'invalid', 'invalid', 'not-allowed']);
  expect(await Promise.all(Array.from({ length: 4 }, () => ask([reason])))).toEqual(Array(4).fill('ok'));
  const looks = await database().select().from(tables.anotherLook);
  expect(looks).toHaveLength(1);
  const told = await database().select().from(tables.message).where(eq(tables.message.personId, school.marker));
  expect(told.map(({ occasion }) => occasion)).toEqual(['staff-told']);
  expect(await countByState(database(), person(marker), everything)).toMatchObject({ asked: 1, marked: 0 });
  const answer = (outcome: string, actor: Actor = marker, at = after(20)) =>
    run(actor, 'marking.answer-look', { lookId: looks[0]?.id, outcome, answer: 'You are right. \n' }, at).then(codeOf);
  expect(
    await Promise.all([
      answer('gladly'),
      answer('changed'),
      answer('again', me()),
      answer('stays', learner(school.other)),
    ]),
  ).toEqual(['invalid', 'invalid', 'not-allowed', 'not-allowed']);
  await must(marker, 'marking.mark', mark(id, 9000, { why: 'The second page was not counted.' }), after(15));
  expect(await Promise.all([answer('changed'), answer('stays')])).toEqual(['ok', 'ok']);
  const [row] = await handInsOf(database(), enrolmentId, place.lessonId);
  expect(row?.looks.map(({ answer: words, answeredBy }) => [words, answeredBy])).toEqual([
    ['You are right.', 'The marker'],
  ]);
  const mine = await database().select().from(tables.message).where(eq(tables.message.personId, school.learner));
  expect(mine.filter(({ occasion }) => occasion === 'looked-again')).toHaveLength(1);
});

test('who is let hand in once more does so, whatever was due, and no more often than that', async () => {
  const { id, place, marker, courseId } = await handedIn({
    due: { when: 'on-date', date: '2027-03-02', at: '10:00', zone: 'UTC' },
    takesLate: false,
    attempts: 1,
  });
  await must(marker, 'marking.mark', mark(id, 1000), after(5));
  const late = after(60 * 24 * 30);
  const again = () => run(me(), 'assignment.hand-in', { ...place, text: 'Better', deed: newId() }, late).then(codeOf);
  expect(await again()).toBe('closed');
  await must(me(), 'assignment.ask-look', {
    ...place,
    handInId: id,
    reasons: [{ criterionId: null, words: 'Ill that day.' }],
  });
  const [look] = await database().select().from(tables.anotherLook).where(eq(tables.anotherLook.handInId, id));
  await must(marker, 'marking.answer-look', { lookId: look?.id, outcome: 'again', answer: 'Once more, then.' });
  expect(await again()).toBe('ok');
  expect(await again()).toBe('closed');
  const rows = await database().select().from(tables.handIn).where(eq(tables.handIn.courseId, courseId));
  expect(rows.map(({ isLate }) => isLate)).toEqual([false, false]);
});

test('a hidden name stands nowhere before the result: not in the queue, when it is looked for, on the desk, nor in names of files', async () => {
  const { id, place, marker, courseId } = await handedIn({ hidesNames: true });
  const hash = 'a'.repeat(64);
  await database()
    .update(tables.handIn)
    .set({ files: [{ hash, name: 'The learner.pdf', size: 1, contentType: 'application/pdf' }] })
    .where(eq(tables.handIn.id, id));
  const all = async () =>
    JSON.stringify([
      await markingQueue(database(), person(marker), 'handed-in', everything, 1),
      await markingDesk(database(), id, person(marker)).then((desk) => ({
        ...desk,
        lesson: null,
        row: { ...desk?.row, learnerId: '', enrolmentId: '' },
      })),
      await sharingOf(database(), courseId, place.lessonId).then(({ work }) => work),
      await handedInFile(database(), id, hash, person(marker)),
    ]);
  const shown = await all();
  expect(shown).not.toContain('The learner');
  const [name] = /Learner [0-9A-F]{4}/.exec(shown) ?? [];
  const find = (words: string) =>
    markingQueue(database(), person(marker), 'handed-in', { lessonId: null, find: words }, 1).then(
      ({ found }) => found,
    );
  expect(await Promise.all([find('The learner'), find(name ?? 'nothing')])).toEqual([0, 1]);
  expect((await handedInFile(database(), id, hash, person(me())))?.name).toBe('The learner.pdf');
  await must(marker, 'marking.mark', mark(id, 8000), after(5));
  expect((await markingDesk(database(), id, person(marker)))?.learner).toBe('The learner');
});

test('results are released by themselves when their time has come, as whoever set it', async () => {
  const { id, place, courseId, marker } = await handedIn({ releases: 'together' });
  await must(marker, 'marking.mark', mark(id, 8000), after(5));
  const boss = owner(school.owner);
  const wall = { date: '2027-03-02', at: '09:00', zone: 'Europe/London' };
  const later = (own: object, actor: Actor = boss) =>
    run(actor, 'marking.release-later', { ...place, ...wall, ...own }, after(6)).then(codeOf);
  expect(
    await Promise.all([
      later({ date: '2027-02-28' }),
      later({ date: '9999-01-01' }),
      later({ zone: 'Nowhere/At_all' }),
      later({}, marker),
      later({}, me()),
    ]),
  ).toEqual(['invalid', 'invalid', 'invalid', 'not-allowed', 'not-allowed']);
  expect(await later({})).toBe('ok');
  const released = async () => (await resultsOf(database(), courseId, place.lessonId, school.owner)).released;
  await releaseDue(Temporal.Instant.from('2027-03-02T08:59:00Z'));
  expect(await released()).toBe(0);
  await Promise.all([1, 2].map(() => releaseDue(Temporal.Instant.from('2027-03-02T09:00:00Z'))));
  expect(await released()).toBe(1);
  expect((await resultsOf(database(), courseId, place.lessonId, school.owner)).planned).toBeNull();
  const told = await database().select().from(tables.message).where(eq(tables.message.personId, school.learner));
  expect(told.filter((one) => one.occasion === 'marked' && one.courseId === courseId)).toHaveLength(1);
});

test('remarks are kept for all who mark an assignment, and for nobody else', async () => {
  const { place, courseId, marker } = await handedIn();
  const remark = { ...place, id: newId(), criterionId: null, words: 'Units?', points: -500 };
  const keep = (own: object, actor: Actor = marker) =>
    run(actor, 'marking.save-remark', { ...remark, ...own }).then(codeOf);
  expect(
    await Promise.all([
      keep({}),
      keep({}),
      keep({ id: newId(), words: '  ' }),
      keep({ id: newId() }, me()),
      keep({ id: newId(), points: 0.5 }),
    ]),
  ).toEqual(['ok', 'ok', 'invalid', 'not-allowed', 'invalid']);
  expect(await keep({ lessonId: newId() })).toBe('not-found');
  const second = newId();
  await must(marker, 'marking.save-remark', { ...remark, id: second, words: ' Well seen.\n', points: null });
  await must(marker, 'marking.use-remark', { ...place, id: second });
  const kept = () => savedRemarks(database(), courseId, place.lessonId).then((all) => all.map(({ words }) => words));
  expect(await kept()).toEqual(['Well seen.', 'Units?']);
  expect(codeOf(await run(me(), 'marking.drop-remark', { ...place, id: second }))).toBe('not-allowed');
  await must(marker, 'marking.drop-remark', { ...place, id: second });
  expect(await kept()).toEqual(['Units?']);
});

test('what is given back with a mark is its learner’s once the result is out', async () => {
  const { id, enrolmentId, place, marker } = await handedIn({ releases: 'together' });
  const { hash } = await putBytes('corrected');
  const file = { handInId: id, hash, contentType: 'text/plain', fileName: 'corrected.txt' };
  const give = (actor: Actor) => giveBack.run(actor, file).then(codeOf);
  expect(await Promise.all([give(me()), give(learner(school.other))])).toEqual(['not-allowed', 'not-allowed']);
  expect(await Promise.all([give(marker), give(marker)])).toEqual(['ok', 'ok']);
  const seen = async () => [
    (await handInsOf(database(), enrolmentId, place.lessonId))[0]?.returned.length,
    (await handedInFile(database(), id, hash, person(me()))) !== null,
    (await handedInFile(database(), id, hash, person(learner(school.other)))) !== null,
  ];
  await must(marker, 'marking.mark', mark(id, 8000), after(5));
  expect(await seen()).toEqual([0, false, false]);
  await must(owner(school.owner), 'marking.release', { ...place, ids: null });
  expect(await seen()).toEqual([1, true, false]);
});

test('photographs become one PDF, turned as they were held, and the rest of a draft stays', async () => {
  const made = await publishedCourse(school, { assignment: { files: 5, megabytes: 5 } });
  const place = { courseId: made.courseId, lessonId: made.assignment };
  const held = async (orientation: number) =>
    (
      await putBytes(
        await sharp({ create: { width: 80, height: 40, channels: 3, background: 'white' } })
          .jpeg()
          .withMetadata({ orientation })
          .toBuffer(),
      )
    ).hash;
  const add = async (hash: string, contentType: string, fileName: string) => {
    const added = await addFile.run(me(), { ...place, hash, contentType, fileName }, Temporal.Instant.from(after(1)));
    if (!added.ok) throw new Error(added.problem.sentence);
  };
  await add(await held(1), 'image/jpeg', 'a.jpg');
  await add(await held(6), 'image/jpeg', 'b.jpg');
  await add((await putBytes('words')).hash, 'text/plain', 'words.txt');
  const bind = (actor: Actor) => bindPhotographs(database(), actor, place.courseId, place.lessonId);
  expect(codeOf(await bind(learner(school.other)))).toBe('ok');
  expect((await Promise.all([bind(me()), bind(me())])).map(codeOf)).toEqual(['ok', 'ok']);
  const [draft] = await database().select().from(tables.handIn).where(eq(tables.handIn.courseId, made.courseId));
  expect(draft?.files.map(({ name }) => name)).toEqual(['words.txt', 'Photographs.pdf']);
  const content = await files().get(draft?.files[1]?.hash ?? '');
  if (!content) throw new Error('The PDF is not there.');
  const pages = (await PDFDocument.load(await buffer(content))).getPages();
  expect(pages.map((page) => page.getWidth() > page.getHeight())).toEqual([true, false]);
});

test('by one criterion alone, work is done where that is decided', async () => {
  const [one, two] = [newId(), newId()];
  const criterion = (id: string) => ({ id, title: id, guide: '', by: 'points', most: 5000, step: 0 });
  const { id, place, marker } = await handedIn({ points: 10_000, criteria: [criterion(one), criterion(two)] });
  const done = (by: string | null) =>
    workOf(database(), person(marker), place.lessonId, by).then((all) => all.map((work) => work.done));
  const given = { criterionId: one, points: 3000, chosen: null, remark: '' };
  await must(
    marker,
    'marking.mark',
    {
      handInId: id,
      points: null,
      criteria: [given, { ...given, criterionId: two, points: null }],
      remark: '',
      finish: false,
    },
    after(3),
  );
  expect(await Promise.all([done(one), done(two), done(null)])).toEqual([[true], [false], [false]]);
  // What has all its points is finished together; before that nothing of it is.
  const finish = () =>
    must<{ count: number }>(marker, 'marking.finish-decided', place, after(4)).then(({ count }) => count);
  expect(await finish()).toBe(0);
  await must(
    marker,
    'marking.mark',
    { handInId: id, points: null, criteria: [given, { ...given, criterionId: two }], remark: '', finish: false },
    after(5),
  );
  expect(codeOf(await run(me(), 'marking.finish-decided', place))).toBe('not-allowed');
  expect([await finish(), await finish(), await done(null)]).toEqual([1, 0, [true]]);
});

test('two who mark the whole of the same work at once undo nothing of one another, with criteria or by points', async () => {
  const [one, two] = [newId(), newId()];
  const criterion = (id: string) => ({ id, title: id, by: 'points' as const, guide: '', most: 5000, step: 0 });
  const { id, marker } = await handedIn({ points: 10_000, criteria: [criterion(one), criterion(two)] });
  const blank = [one, two].map((criterionId) => ({ criterionId, points: null, chosen: null, remark: '' }));
  const giving = (criterionId: string, part: object) =>
    blank.map((mark) => (mark.criterionId === criterionId ? { ...mark, ...part } : mark));
  const send = (actor: Actor, criteria: readonly object[], seen: object = { points: null, criteria: blank }) =>
    must<{ points: number | null; criteria: object[] }>(actor, 'marking.mark', {
      ...{ handInId: id, points: null, remark: null, finish: false, criteria, seen },
    });
  const other = boss();
  await Promise.all([
    send(marker, giving(one, { points: 3000, remark: 'Deep' })),
    send(other, giving(two, { points: 4000, remark: 'Steep' })),
  ]);
  const kept = await send(marker, giving(one, { points: 3000, remark: 'Deep' }));
  expect([kept.points, kept.criteria]).toEqual([
    7000,
    [
      { criterionId: one, points: 3000, chosen: null, remark: 'Deep' },
      { criterionId: two, points: 4000, chosen: null, remark: 'Steep' },
    ],
  ]);
  const plain = await handedIn({ points: 10_000 });
  const points = (given: number | null, seen: number | null) =>
    must<{ points: number | null }>(plain.marker, 'marking.mark', {
      ...{ handInId: plain.id, points: given, remark: null, finish: false, seen: { points: seen, criteria: [] } },
    });
  expect(
    [await points(6000, null), await points(null, null), await points(5000, 6000)].map((now) => now.points),
  ).toEqual([6000, 6000, 5000]);
});

test('two who mark a part each at once undo nothing of one another, and nobody else marks these parts', async () => {
  const [one, two] = [newId(), newId()];
  const criterion = (id: string) => ({ id, title: id, by: 'points' as const, guide: '', most: 5000, step: 0 });
  const { id, place, marker } = await handedIn({ points: 10_000, criteria: [criterion(one), criterion(two)] });
  const give = (partId: string, markerId: string) => must(boss(), 'marking.give-part', { ...place, partId, markerId });
  await database()
    .insert(tables.courseStaff)
    .values({ courseId: place.courseId, userId: school.other, role: 'marker' });
  await give(one, marker.id);
  await give(two, school.other);
  const other: Actor = { id: school.other, role: 'learner', courses: { [place.courseId]: 'marker' } };
  const mark = (actor: Actor, points: number, finish = false, remark: string | null = '') =>
    run(actor, 'marking.mark', {
      ...{ handInId: id, points: null, remark, finish },
      criteria: [one, two].map((criterionId) => ({ criterionId, points, chosen: null, remark: '' })),
    }).then(codeOf);
  expect(await Promise.all([mark(marker, 3000), mark(other, 4000), mark(boss(), 1000)])).toEqual(['ok', 'ok', 'ok']);
  // What another has said of the whole stays with who says nothing of it.
  expect(await mark(other, 4000, false, 'Well read')).toBe('ok');
  expect(await mark(boss(), 0, true, null)).toBe('ok');
  const [row] = await database().select().from(tables.handIn).where(eq(tables.handIn.id, id));
  expect([row?.points, row?.remark]).toEqual([7000, 'Well read']);
  expect(Object.fromEntries((row?.criteria ?? []).map(({ criterionId, points }) => [criterionId, points]))).toEqual({
    [one]: 3000,
    [two]: 4000,
  });
  expect(await run(boss(), 'marking.give-part', { ...place, partId: one, markerId: school.learner }).then(codeOf)).toBe(
    'not-found',
  );
});
