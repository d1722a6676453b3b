import { eq } from 'drizzle-orm';
import { expect, test } from 'vitest';
import type { Judgement } from '@/core/learning';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { rebuildProgress } from '../record';
import { codeOf, cohortInput, learner, must, owner, publishedCourse, run, useTestSchool } from '../testing/school';

const school = useTestSchool();
const at = (minutes: number) => `2027-03-02T09:${String(minutes).padStart(2, '0')}:00Z`;

test('a lesson with a password opens for who gives it, and cannot be guessed by trying', async () => {
  const { courseId, reading } = await publishedCourse(school);
  const boss = owner(school.owner);
  await must(boss, 'outline.edit', {
    courseId,
    edit: { do: 'set', table: 'lesson', id: reading, fields: { password: 'Wendwater' } },
  });
  await must(boss, 'course.publish', { courseId, number: 2 });
  const me = learner(school.learner);
  const give = (password: string, minute: number) =>
    run<{ opened: boolean }>(me, 'learning.unlock', { courseId, lessonId: reading, password }, at(minute));
  const opened = () => run(me, 'learning.opened', { courseId, lessonId: reading }, at(30));
  expect(codeOf(await opened())).toBe('closed');
  for (let i = 0; i < 8; i += 1)
    expect(await give('wendwater', 0)).toMatchObject({ ok: true, value: { opened: false } });
  expect(codeOf(await give('Wendwater', 1))).toBe('too-many');
  expect(await give(' Wendwater ', 6)).toMatchObject({ ok: true, value: { opened: true } });
  expect(codeOf(await opened())).toBe('ok');
  expect(await give('anything', 7)).toMatchObject({ ok: true, value: { opened: true } });
  expect(
    codeOf(
      await run(
        learner(school.other),
        'learning.unlock',
        { courseId, lessonId: reading, password: 'Wendwater' },
        at(8),
      ),
    ),
  ).toBe('not-allowed');
});

const statementsOf = (lessonId: string) => database().$count(tables.statement, eq(tables.statement.lessonId, lessonId));

test('what is sent eight times at once is done once', async () => {
  const { courseId, reading, quiz, assignment } = await publishedCourse(school);
  const me = learner(school.learner);
  const eight = <T>(one: () => Promise<T>) => Promise.all(Array.from({ length: 8 }, one));
  const marks = await eight(() => run(me, 'learning.mark-done', { courseId, lessonId: reading }, at(1)).then(codeOf));
  expect([new Set(marks), await statementsOf(reading)]).toEqual([new Set(['ok']), 1]);
  await eight(() => run(me, 'learning.opened', { courseId, lessonId: reading }, at(2)));
  expect(await statementsOf(reading)).toBe(2);

  const deed = newId();
  const handed = await eight(() =>
    run(me, 'assignment.hand-in', { courseId, lessonId: assignment, text: 'Once', deed }, at(3)).then(codeOf),
  );
  expect([new Set(handed), await database().$count(tables.handIn, eq(tables.handIn.lessonId, assignment))]).toEqual([
    new Set(['ok']),
    1,
  ]);
  const begun = newId();
  const sitting = await must(me, 'quiz.begin', { courseId, lessonId: quiz, deed: begun }, at(4));
  await must(me, 'quiz.hand-in', { sittingId: sitting.id }, at(5));
  // The same request, late: it began that sitting, and begins no other.
  expect(await must(me, 'quiz.begin', { courseId, lessonId: quiz, deed: begun }, at(6))).toEqual({ id: sitting.id });
  await eight(() => run(me, 'quiz.hand-in', { sittingId: sitting.id }, at(7)));
  expect(await database().$count(tables.sitting, eq(tables.sitting.lessonId, quiz))).toBe(1);
});

/**
 * A published course with a film of ten minutes, with what else its lesson is given; further edits come before it is
 * published.
 */
async function courseWithFilm(fields: object, ...more: object[]) {
  const { courseId, reading } = await publishedCourse(school);
  const [film, hash] = [{ id: newId(), courseId, title: 'A film', kind: 'film' as const }, 'f'.repeat(64)];
  await database().insert(tables.blob).values({ hash, size: 1, contentType: 'video/mp4' }).onConflictDoNothing();
  await database().insert(tables.media).values(film);
  await database()
    .insert(tables.mediaVersion)
    .values({ id: newId(), mediaId: film.id, number: 1, fileName: 'a.mp4', hash, state: 'ready', seconds: 600 });
  const boss = owner(school.owner);
  const set = { do: 'set', table: 'lesson', id: reading, fields: { kind: 'film', mediaId: film.id, ...fields } };
  const questions = more.map((edit) => ({ lessonId: reading, ...edit }));
  await must(boss, 'outline.edit', { courseId, edit: { do: 'all', edits: [set, ...questions] } });
  await must(boss, 'course.publish', { courseId, number: 2 });
  await must(learner(school.learner), 'learning.opened', { courseId, lessonId: reading }, at(0));
  return { courseId, reading };
}

test('a film is watched as far as the time that passes allows', async () => {
  const { courseId, reading } = await courseWithFilm({ done: { by: 'watched', percent: 90 } });
  const me = learner(school.learner);
  const watch = (passages: number[][], minute: number) =>
    must<{ percent: number; done: boolean }>(
      me,
      'learning.watched',
      { courseId, lessonId: reading, passages },
      at(minute),
    );
  expect((await watch([[0, 1_000_000]], 0)).percent).toBe(0);
  expect(await watch([[0, 600]], 2)).toEqual({ percent: 40, done: false });
  // However often it is said, and the lesson opened, within one moment.
  for (let i = 0; i < 5; i += 1) {
    await must(me, 'learning.opened', { courseId, lessonId: reading }, at(2));
    expect(await watch([[0, 600]], 2)).toEqual({ percent: 40, done: false });
  }
  expect(await watch([[0, 600]], 5)).toEqual({ percent: 100, done: true });
});

test('a film that asks is passed by answering: nothing else leads past, nothing says what is right, and once is once', async () => {
  const [first, second] = [newId(), newId()];
  const ask = (id: string, atMs: number, required: boolean) => [
    { do: 'add-question', id, kind: 'true-false' },
    {
      do: 'set',
      table: 'question',
      id,
      fields: {
        prompt: 'Is it a riffle?',
        body: { holds: true },
        feedbackWrong: 'Look at the surface.',
        moment: { at: atMs, passage: { from: 10_000, to: 20_000 }, required },
      },
    },
  ];
  const { courseId, reading } = await courseWithFilm(
    { done: { by: 'watched', percent: 90, answers: true } },
    ...ask(first, 60_000, true),
    ...ask(second, 300_000, false),
  );
  const me = learner(school.learner);
  const place = { courseId, lessonId: reading };
  const watch = (minute: number, to = 600, now = to) =>
    must<{ percent: number; done: boolean }>(
      me,
      'learning.watched',
      { ...place, passages: [[0, to]], at: now },
      at(minute),
    );
  const answer = (questionId: string, holds: boolean, minute: number, deed = newId()) =>
    run<Judgement>(me, 'learning.answer', { ...place, questionId, answer: { holds }, deed }, at(minute));

  // Nine minutes of film in the time for them, and no more than the first is credited.
  expect(await watch(9)).toEqual({ percent: 10, done: false });
  expect(codeOf(await answer(second, true, 9))).toBe('closed');
  expect(codeOf(await answer(newId(), true, 9))).toBe('not-found');
  const wrong = await answer(first, false, 9);
  expect(wrong).toEqual({
    ok: true,
    value: { verdict: 'wrong', said: ['Look at the surface.'], passage: { from: 10_000, to: 20_000 }, done: false },
  });
  const deed = newId();
  const eight = await Promise.all(Array.from({ length: 8 }, () => answer(first, true, 10, deed)));
  expect(new Set(eight.map((one) => JSON.stringify(one)))).toEqual(
    new Set([JSON.stringify({ ok: true, value: { verdict: 'right', said: [], passage: null, done: false } })]),
  );
  expect(await watch(20, 600, 412.5)).toEqual({ percent: 100, done: false });
  expect(await answer(second, false, 21)).toMatchObject({ ok: true, value: { verdict: 'wrong', done: true } });
  const [kept] = await database().select().from(tables.progress).where(eq(tables.progress.lessonId, reading));
  expect(kept).toMatchObject({
    state: 'done',
    place: 412.5,
    answered: { [first]: { verdict: 'right', tries: 2 }, [second]: { verdict: 'wrong', tries: 1 } },
  });
  expect(await rebuildProgress()).toMatchObject({ mended: 0 });

  // In the working copy it is tried by who makes it, and by nobody else; nothing is kept.
  const tried = { ...place, questionId: second, answer: { holds: true } };
  expect(await run(owner(school.owner), 'learning.try-answer', tried)).toMatchObject({
    ok: true,
    value: { verdict: 'right' },
  });
  expect(codeOf(await run(me, 'learning.try-answer', tried))).toBe('not-allowed');
  expect(await rebuildProgress()).toMatchObject({ mended: 0 });
});

test('an exercise in a text is answered there, the best answer stays and nothing is done or graded by it; a question of a paper is not', async () => {
  const { courseId, reading, quiz, question } = await publishedCourse(school);
  const exercise = newId();
  const content = { type: 'doc', content: [{ type: 'exercise', attrs: { questionId: exercise } }] };
  const fields = { prompt: 'Is it a riffle?', body: { holds: true }, feedbackRight: 'It is.' };
  const boss = owner(school.owner);
  const edit = (change: object) => must(boss, 'outline.edit', { courseId, edit: change });
  await edit({ do: 'add-question', id: exercise, lessonId: reading, kind: 'true-false' });
  await edit({ do: 'set', table: 'question', id: exercise, fields });
  await edit({ do: 'set', table: 'text', id: reading, fields: { content } });
  await must(boss, 'course.publish', { courseId, number: 2 });
  const me = learner(school.learner);
  const give = (lessonId: string, questionId: string, answer: object, minute: number) =>
    run<Judgement>(me, 'learning.answer', { courseId, lessonId, questionId, answer, deed: newId() }, at(minute));
  expect(await give(reading, exercise, { holds: true }, 1)).toEqual({
    ok: true,
    value: { verdict: 'right', said: ['It is.'], passage: null, done: false },
  });
  expect(await give(reading, exercise, { holds: false }, 2)).toMatchObject({ ok: true, value: { verdict: 'wrong' } });
  expect(codeOf(await give(quiz, question, { typed: '4' }, 3))).toBe('not-found');
  expect(codeOf(await give(reading, question, { typed: '4' }, 3))).toBe('not-found');
  expect(codeOf(await give(quiz, exercise, { holds: true }, 3))).toBe('not-found');
  // Of a film that has become a paper, what stopped it is not judged question by question either.
  const moment = { at: 1000, passage: null, required: false };
  await edit({ do: 'set', table: 'question', id: question, fields: { moment } });
  await must(boss, 'course.publish', { courseId, number: 3 });
  expect(codeOf(await give(quiz, question, { typed: '4' }, 4))).toBe('not-found');
  const [kept] = await database().select().from(tables.progress).where(eq(tables.progress.lessonId, reading));
  expect(kept).toMatchObject({ state: 'begun', answered: { [exercise]: { verdict: 'right', tries: 2 } } });
  expect(await rebuildProgress()).toMatchObject({ mended: 0 });
  const tried = { courseId, lessonId: reading, questionId: exercise, answer: { holds: false } };
  expect(await run(boss, 'learning.try-answer', tried)).toMatchObject({ ok: true, value: { verdict: 'wrong' } });
  expect(codeOf(await run(boss, 'learning.try-answer', { ...tried, lessonId: quiz, questionId: question }))).toBe(
    'not-found',
  );
});

test('who both makes and takes a course decides nothing about themselves', async () => {
  const { courseId, quiz, assignment } = await publishedCourse(school);
  const both = { id: school.learner, role: 'learner' as const, courses: { [courseId]: 'creator' as const } };
  const work = await must(
    both,
    'assignment.hand-in',
    { courseId, lessonId: assignment, text: 'Mine', deed: newId() },
    at(1),
  );
  const about = { courseId, learnerId: both.id };
  expect(
    await Promise.all([
      run(both, 'gradebook.decide', { ...about, lessonId: quiz, kind: 'points', points: 1000, reason: 'I know' }).then(
        codeOf,
      ),
      run(both, 'certificate.award-by-hand', { ...about, why: 'I know' }).then(codeOf),
      run(both, 'marking.mark', { handInId: work.id, points: 10_000, remark: '', finish: true }).then(codeOf),
      run({ ...both, role: 'owner' }, 'gradebook.decide', {
        ...about,
        lessonId: quiz,
        kind: 'excused',
        points: null,
        reason: 'I know',
      }).then(codeOf),
    ]),
  ).toEqual(['not-allowed', 'not-allowed', 'not-allowed', 'not-allowed']);
  const { id } = await must(owner(school.owner), 'certificate.award-by-hand', { ...about, why: 'Shown on the river' });
  expect(codeOf(await run(both, 'certificate.withdraw', { courseId, certificateId: id, why: 'Mine' }))).toBe(
    'not-allowed',
  );
});

test('says ok only for what was done, once, and writes it down once', async () => {
  const boss = owner(school.owner);
  const { courseId } = await publishedCourse(school);
  const stranger = { id: school.creator, role: 'creator' as const, courses: {} };
  const audits = () => database().$count(tables.audit);
  expect(codeOf(await run(stranger, 'course.create', { id: courseId, title: 'Taken over' }))).toBe('conflict');
  const made = await Promise.all(
    Array.from({ length: 6 }, () =>
      run<{ slug: string }>(boss, 'course.create', { id: newId(), title: 'Six at once' }),
    ),
  );
  expect(made.map((one) => (one.ok ? one.value.slug : one.problem.code)).sort()).toEqual([
    'six-at-once',
    ...[2, 3, 4, 5, 6].map((i) => `six-at-once-${i}`),
  ]);
  const cohort = cohortInput({ courseId });
  const before = await audits();
  for (let i = 0; i < 6; i += 1) await must(boss, 'cohort.add', cohort);
  expect((await audits()) - before).toBe(1);
  const { courseId: other } = await publishedCourse({ owner: school.owner, learner: school.other });
  expect(codeOf(await run(boss, 'cohort.add', { ...cohort, courseId: other }))).toBe('conflict');
  const pattern = { id: newId(), courseId, title: 'Ours', description: '' };
  await must(boss, 'pattern.save', pattern);
  await must(boss, 'pattern.save', pattern);
  const creator = { id: school.creator, role: 'creator' as const, courses: { [courseId]: 'creator' as const } };
  expect(codeOf(await run(creator, 'pattern.save', { ...pattern, title: 'Theirs' }))).toBe('conflict');
});
