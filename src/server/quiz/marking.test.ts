import { inspect } from 'node:util';
import { eq } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import type { Actor } from '@/core/people';
import { courseHead, learning } from '../learning';
import { countByState, lessonsToMark, markingQueue, workOf } from '../marking';
import { database } from '../platform/database';
import { putBytes } from '../platform/files';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, startsAt, useTestSchool } from '../testing/school';
import { answeredFile, figuresPage, giveFile, markingPaper, mayGiveFile, sittingView } from './index';

const school = useTestSchool();
const me = () => learner(school.learner);
const boss = () => owner(school.owner);
const marker = (courseId: string): Actor => ({
  id: school.marker,
  role: 'marker',
  courses: { [courseId]: 'marker' },
});
const minute = (minutes: number) => Temporal.Instant.from(startsAt).add({ minutes }).toString();
const rowOf = async (id: string) =>
  (await database().select().from(tables.sitting).where(eq(tables.sitting.id, id)))[0];
const text = { text: 'Slow water drops silt.' };

/** A quiz with a number, an essay and a question answered with files, published; a sitting of it is begun. */
async function sat(settings: object = {}) {
  const made = await publishedCourse(school, { quiz: { attempts: null, ...settings } });
  const { courseId, quiz } = made;
  const edit = (change: object) => must(boss(), 'outline.edit', { courseId, edit: change });
  const [essay, files] = [newId(), newId()];
  for (const [id, kind, body] of [
    [essay, 'essay', { fromWords: null, toWords: 50, guide: 'Names silt.' }],
    [files, 'files', { most: 1, megabytes: 1, guide: '' }],
  ] as const) {
    await edit({ do: 'add-question', id, lessonId: quiz, kind });
    await edit({ do: 'set', table: 'question', id, fields: { prompt: `What? ${kind}`, points: 4000, body } });
  }
  await must(boss(), 'course.publish', { courseId, number: 2 });
  const { id } = await must(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, minute(1));
  const answer = (questionId: string, given: object) =>
    run(me(), 'quiz.answer', { sittingId: id, questionId, answer: given }, minute(2));
  return { ...made, essay, files, sittingId: id, answer };
}

/** What a learner's course says of a quiz: its grade, and whether it is done. */
async function standing(courseId: string, quiz: string) {
  const head = await courseHead(database(), courseId);
  const found = head && (await learning(database(), head, school.learner, Temporal.Instant.from(minute(60))));
  const line = found?.view.sheet.lines.find(({ item }) => item.id === quiz);
  const done = found?.view.lessons.find(({ lesson }) => lesson.id === quiz)?.progress.state;
  return [line?.entry.state, done];
}
const verbsOf = async (enrolmentId: string) =>
  (await database().select().from(tables.statement).where(eq(tables.statement.enrolmentId, enrolmentId)))
    .map(({ verb }) => verb)
    .filter((verb) => verb === 'passed' || verb === 'failed');

test('a sitting with an essay waits for its mark: nothing is decided until then, and everything follows once', async () => {
  const { courseId, enrolmentId, quiz, question, essay, sittingId, answer } = await sat();
  await answer(question, { typed: '4' });
  await answer(essay, text);
  await must(me(), 'quiz.hand-in', { sittingId }, minute(3));
  expect(await rowOf(sittingId)).toMatchObject({ marking: 'handed-in', points: 1000, of: 9000 });
  expect([await standing(courseId, quiz), await verbsOf(enrolmentId)]).toEqual([['waiting', 'begun'], []]);
  const page = await figuresPage(database(), { courseId, lessonId: quiz, which: 'all', cohortId: null });
  expect(page.ok && [page.value.figures.sittings, page.value.waiting]).toEqual([0, 1]);

  const mark = (points: number | null, finish: boolean, who = marker(courseId), at = 10, remark = 'Good') =>
    run<{ state: string }>(
      who,
      'marking.mark-paper',
      { sittingId, marks: [{ questionId: essay, points, remark }], finish },
      minute(at),
    );
  expect([
    codeOf(await mark(1000, false, me())),
    codeOf(await mark(1000, false, learner(school.other))),
    codeOf(await mark(1000, false, { id: school.marker, role: 'marker', courses: {} })),
    codeOf(await mark(1000, false, { ...me(), role: 'owner' })),
    codeOf(await mark(4001, false)),
    codeOf(await mark(null, true)),
    codeOf(await run(marker(courseId), 'marking.mark-paper', { sittingId, marks: [], finish: true }, minute(10))),
    codeOf(
      await run(
        marker(courseId),
        'marking.mark-paper',
        { sittingId, marks: [{ questionId: question, points: 1, remark: '' }], finish: false },
        minute(10),
      ),
    ),
  ]).toEqual([
    ...['not-allowed', 'not-allowed', 'not-allowed', 'not-allowed', 'invalid', 'invalid', 'invalid', 'not-found'],
  ]);
  // Kept for later: the learner sees nothing of it.
  for (const at of [11, 12]) await mark(2500, false, marker(courseId), at, `Draft ${at}`);
  const seen = await sittingView(database(), sittingId, school.learner);
  expect([seen?.score?.points, seen?.score?.waiting, inspect(seen, { depth: null }).includes('Draft')]).toEqual([
    1000,
    1,
    false,
  ]);

  const done = await Promise.all(Array.from({ length: 8 }, () => mark(2500, true)));
  expect(new Set(done.map(codeOf))).toEqual(new Set(['ok']));
  expect(await rowOf(sittingId)).toMatchObject({ marking: 'marked', points: 3500, of: 9000, share: '7/18' });
  expect([await standing(courseId, quiz), await verbsOf(enrolmentId)]).toEqual([['points', 'begun'], ['failed']]);
  const messages = () => database().$count(tables.message, eq(tables.message.occasion, 'quiz-result'));
  expect(await messages()).toBe(1);

  // Marked again: it passes now; what was marked before is kept.
  expect(codeOf(await mark(3500, false))).toBe('conflict');
  expect(codeOf(await mark(4000, true, marker(courseId), 20))).toBe('ok');
  expect(await rowOf(sittingId)).toMatchObject({ points: 5000 });
  expect([await standing(courseId, quiz), await verbsOf(enrolmentId)]).toEqual([
    ['points', 'done'],
    ['failed', 'passed'],
  ]);
  expect(await messages()).toBe(2);
  const history = await database().select().from(tables.sittingMarks);
  expect(history.map(({ marks }) => marks[0]?.points)).toEqual([2500, 4000]);
  const figures = await figuresPage(database(), { courseId, lessonId: quiz, which: 'all', cohortId: null });
  const own = figures.ok ? figures.value.figures.questions.find(({ id }) => id === essay) : null;
  expect([own?.share, own?.answers.listed[0]?.text, own?.remarks]).toEqual([1, text.text, []]);
});

test.each([
  ['letters of one sort', 'a'.repeat(60_000)],
  ['letters that are written longer where they are kept', '\u001f"\\'.repeat(20_000)],
  ['sixteen scripts', 'Слово 語 नदी مرحبا שלום ქართული Հայ ไทย ລາວ ខ្មែរ မြန်မာ 한국어 ελλην አማርኛ සිංහල\n'.repeat(600)],
])('a text as long as it may be is kept as it was written: %s', async (_what, long) => {
  const { essay, sittingId, answer } = await sat();
  expect(codeOf(await answer(essay, { text: long }))).toBe('ok');
  const view = await sittingView(database(), sittingId, school.learner);
  expect(view?.answers[essay]).toEqual({ text: long });
  expect(codeOf(await answer(essay, { text: `${long}${'b'.repeat(60_001 - long.length)}` }))).toBe('invalid');
});

test('two who mark the same paper at once undo nothing of one another', async () => {
  const { courseId, essay, sittingId, answer } = await sat();
  await answer(essay, text);
  await must(me(), 'quiz.hand-in', { sittingId }, minute(3));
  type Given = { readonly questionId: string; readonly points: number | null; readonly remark: string };
  const blank: Given = { questionId: essay, points: null, remark: '' };
  const send = async (actor: Actor, seen: Given, part: Partial<Given>) => {
    const marks = { marks: [{ ...seen, ...part }], seen: [seen] };
    const done = await must<{ marks: Given[] }>(actor, 'marking.mark-paper', { sittingId, finish: false, ...marks });
    return done.marks[0] ?? blank;
  };
  await send(marker(courseId), blank, { points: 3000 });
  const both = await send(boss(), blank, { remark: 'Silt, yes.' });
  expect(both).toEqual({ questionId: essay, points: 3000, remark: 'Silt, yes.' });
  expect(await send(boss(), both, { points: 2500 })).toEqual({ ...both, points: 2500 });
});

test('a paper on which nothing was written is scored at once; a waiting sitting hides no result there is', async () => {
  const { courseId, quiz, question, essay, sittingId, answer } = await sat();
  await answer(question, { typed: '4' });
  await answer(essay, { text: '  ' });
  await must(me(), 'quiz.hand-in', { sittingId }, minute(3));
  expect(await rowOf(sittingId)).toMatchObject({ marking: null, points: 1000 });
  const { id } = await must(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, minute(4));
  await must(me(), 'quiz.answer', { sittingId: id, questionId: essay, answer: text }, minute(5));
  await must(me(), 'quiz.hand-in', { sittingId: id }, minute(6));
  expect(await standing(courseId, quiz)).toEqual(['points', 'begun']);
  expect(await database().$count(tables.certificate)).toBe(0);
});

test('what is put right while a sitting waits changes its points, and nothing follows until it is marked', async () => {
  const { courseId, enrolmentId, quiz, question, essay, sittingId, answer } = await sat({ passPercent: 10 });
  await answer(question, { typed: '5' });
  await answer(essay, text);
  await must(me(), 'quiz.hand-in', { sittingId }, minute(3));
  const { questionSum } = await import('./corrections');
  const paper = await sittingView(database(), sittingId, school.learner);
  const asked = paper?.lesson.questions.find(({ id }) => id === question);
  const wish = { courseId, lessonId: quiz, questionId: question, questionSum: asked && questionSum(asked) };
  const put = { ...wish, id: newId(), does: 'points-for-all', accepted: null, nobodyLoses: true, reason: 'Unclear' };
  await must(boss(), 'quiz.put-right', put, minute(4));
  expect(await rowOf(sittingId)).toMatchObject({ points: 1000, marking: 'handed-in' });
  expect(await verbsOf(enrolmentId)).toEqual([]);
  const marks = [{ questionId: essay, points: 0, remark: '' }];
  await must(boss(), 'marking.mark-paper', { sittingId, marks, finish: true }, minute(5));
  expect([await rowOf(sittingId), await verbsOf(enrolmentId)]).toMatchObject([{ points: 1000 }, ['passed']]);
});

test('an answer names only files that were given to its question, and only those it is for get them', async () => {
  const { courseId, files, essay, sittingId, answer } = await sat();
  const now = Temporal.Instant.from(minute(2));
  const { hash, size } = await putBytes('%PDF-1.4 reach');
  const ask = (who: string, questionId: string, bytes: number) =>
    mayGiveFile(database(), who, { sittingId, questionId }, bytes, now).then(codeOf);
  expect([
    await ask(school.learner, files, 1000),
    await ask(school.learner, files, 2_000_000),
    await ask(school.learner, essay, 1000),
    await ask(school.other, files, 1000),
  ]).toEqual(['ok', 'too-large', 'invalid', 'not-allowed']);
  const named = { hash, name: 'somebody else’s.pdf', size: 1, contentType: 'text/html' };
  expect(codeOf(await answer(files, { files: [named] }))).toBe('not-found');
  const file = { hash, fileName: 'reach.pdf', contentType: 'application/pdf' };
  for (const _twice of [1, 2])
    expect(codeOf(await giveFile.run(me(), { sittingId, questionId: files, ...file }, now))).toBe('ok');
  expect(codeOf(await giveFile.run(learner(school.other), { sittingId, questionId: files, ...file }, now))).toBe(
    'not-found',
  );
  expect(codeOf(await answer(files, { files: [named, named] }))).toBe('invalid');
  await answer(files, { files: [named] });
  const stored = { hash, name: 'reach.pdf', size, contentType: 'application/pdf' };
  const view = await sittingView(database(), sittingId, school.learner);
  expect(view?.answers[files]).toEqual({ files: [stored] });

  const gets = async (who: Actor) => (await answeredFile(database(), sittingId, hash, who)) !== null;
  const foreign: Actor = { id: school.creator, role: 'creator', courses: {} };
  expect([
    await gets(me()),
    await gets(learner(school.other)),
    await gets(marker(courseId)),
    await gets(foreign),
  ]).toEqual([true, false, false, false]);
  await must(me(), 'quiz.hand-in', { sittingId }, minute(3));
  expect([
    await gets(me()),
    await gets(learner(school.other)),
    await gets(marker(courseId)),
    await gets(foreign),
  ]).toEqual([true, false, true, false]);
  expect(codeOf(await giveFile.run(me(), { sittingId, questionId: files, ...file }, now.add({ hours: 1 })))).toBe(
    'too-late',
  );
});

test('the queue shows papers and assignments together, to those who may mark them, by lesson, learner and state', async () => {
  const { courseId, quiz, assignment, essay, sittingId, answer } = await sat();
  await answer(essay, text);
  await must(me(), 'quiz.hand-in', { sittingId }, minute(3));
  await must(me(), 'assignment.hand-in', { courseId, lessonId: assignment, text: 'Done', deed: newId() }, minute(4));
  const who = { id: school.marker, role: 'marker', courses: { [courseId]: 'marker' }, locale: 'en', zone: 'UTC' };
  const asPerson = (part: object) => ({ ...who, ...part }) as never;
  const wish = (part: object) => ({ lessonId: null, find: '', ...part });
  const titles = async (part: object, person: object = {}, state: 'handed-in' | 'marked' = 'handed-in') =>
    (await markingQueue(database(), asPerson(person), state, wish(part), 1)).rows.map(
      (row) => `${row.sort} ${row.lessonTitle}`,
    );
  expect(await titles({})).toEqual(['paper Check', 'work Write']);
  expect(await titles({ lessonId: quiz })).toEqual(['paper Check']);
  expect([await titles({ find: 'LEARN' }), await titles({ find: 'l%r' })]).toEqual([['paper Check', 'work Write'], []]);
  expect(await titles({}, {}, 'marked')).toEqual([]);
  expect(await titles({}, { courses: {} })).toEqual([]);
  expect(await titles({ lessonId: quiz }, { id: school.learner, role: 'owner' })).toEqual([]);
  expect((await lessonsToMark(database(), asPerson({}))).map(({ title }) => title)).toEqual(['Check', 'Write']);
  expect(await workOf(database(), asPerson({}), quiz)).toEqual([{ sort: 'paper', id: sittingId, done: false }]);
  expect(await countByState(database(), asPerson({}), wish({}))).toEqual({
    'handed-in': 2,
    asked: 0,
    'being-marked': 0,
    marked: 0,
  });
  const desk = await markingPaper(database(), sittingId, marker(courseId));
  expect(desk?.toMark.map(({ id }) => id)).toEqual([essay]);
  for (const other of [me(), learner(school.other), { id: school.creator, role: 'creator' as const, courses: {} }])
    expect(await markingPaper(database(), sittingId, other)).toBeNull();
});
