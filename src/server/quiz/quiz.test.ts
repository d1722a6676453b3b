import { eq } from 'drizzle-orm';
import { describe, expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import { checkAnswer, type GivenFile, kindOf, mediaNamed, type QuestionKind, questionKinds } from '@/core/quiz';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, startsAt, useTestSchool } from '../testing/school';
import { closeOverdue } from './commands';
import { sittingsOf, sittingView } from './index';

const school = useTestSchool();
const me = () => learner(school.learner);
const minute = (minutes: number) => Temporal.Instant.from(startsAt).add({ minutes }).toString();
const rowOf = async (id: string) =>
  (await database().select().from(tables.sitting).where(eq(tables.sitting.id, id)))[0];

test('a sitting is begun once however often it is asked for, answered, handed in and scored', async () => {
  const { courseId, quiz, question } = await publishedCourse(school);
  const begun = await Promise.all(
    [1, 2, 3].map(() => must(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, minute(5))),
  );
  expect(new Set(begun.map((one) => one.id)).size).toBe(1);
  const id = begun[0]?.id ?? '';
  await must(me(), 'quiz.answer', { sittingId: id, questionId: question, answer: { typed: '4,0' } }, minute(7));
  await Promise.all([1, 2].map(() => must(me(), 'quiz.hand-in', { sittingId: id }, minute(8))));
  expect(await rowOf(id)).toMatchObject({ points: 1000, of: 1000, number: 1 });
  const [step] = await database().select().from(tables.progress).where(eq(tables.progress.lessonId, quiz));
  expect(step?.state).toBe('done');
});

test('the server decides when the time is up: a late answer is refused and what was there is handed in', async () => {
  const { courseId, quiz, question } = await publishedCourse(school);
  const { id } = await must(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, minute(5));
  await must(me(), 'quiz.answer', { sittingId: id, questionId: question, answer: { typed: '5' } }, minute(14));
  const late = await run(
    me(),
    'quiz.answer',
    { sittingId: id, questionId: question, answer: { typed: '4' } },
    minute(16),
  );
  expect(codeOf(late)).toBe('too-late');
  await closeOverdue(Temporal.Instant.from(minute(17)));
  const row = await rowOf(id);
  expect([row?.points, row?.handedInAt && Temporal.Instant.from(row.handedInAt.replace(' ', 'T')).toString()]).toEqual([
    0,
    minute(15),
  ]);
});

test('a sitting whose time is up is shown as handed in, before anybody has done so, and reading writes nothing', async () => {
  const { courseId, enrolmentId, quiz, question } = await publishedCourse(school);
  const { id } = await must(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, minute(5));
  await must(me(), 'quiz.answer', { sittingId: id, questionId: question, answer: { typed: '4' } }, minute(14));
  const shown = async (minutes: number) => {
    const now = Temporal.Instant.from(minute(minutes));
    const [one] = await sittingsOf(database(), enrolmentId, quiz, now);
    const view = await sittingView(database(), id, school.learner, now);
    return [one?.points, one?.handedInAt !== null, view?.score?.points, view?.row.handedInAt !== null];
  };
  expect(await shown(14)).toEqual([null, false, undefined, false]);
  expect(await shown(16)).toEqual([1000, true, 1000, true]);
  expect((await rowOf(id))?.handedInAt).toBeNull();
  await closeOverdue(Temporal.Instant.from(minute(17)));
  const row = await rowOf(id);
  const [one] = await sittingsOf(database(), enrolmentId, quiz, Temporal.Instant.from(minute(17)));
  expect([one, row?.points]).toEqual([row, 1000]);
});

test('attempts are counted, and another edition does not change a paper under way', async () => {
  const { courseId, quiz, question } = await publishedCourse(school);
  const { id } = await must(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, minute(1));
  const boss = { id: school.owner, role: 'owner' as const, courses: {} };
  await must(boss, 'outline.edit', {
    courseId,
    edit: { do: 'set', table: 'question', id: question, fields: { body: { value: '5', tolerance: '', unit: '' } } },
  });
  await must(boss, 'course.publish', { courseId, number: 2 });
  await must(me(), 'quiz.answer', { sittingId: id, questionId: question, answer: { typed: '4' } }, minute(2));
  await must(me(), 'quiz.hand-in', { sittingId: id }, minute(3));
  expect((await rowOf(id))?.points).toBe(1000);
  const second = await must(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, minute(4));
  await must(me(), 'quiz.hand-in', { sittingId: second.id }, minute(5));
  expect(codeOf(await run(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, minute(6)))).toBe('closed');
});

test('a sitting is its learner’s alone, and answers must belong to the paper', async () => {
  const { courseId, quiz, question } = await publishedCourse(school);
  const { id } = await must(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, minute(5));
  const answer = { typed: '4' };
  expect(
    await Promise.all([
      run(learner(school.other), 'quiz.answer', { sittingId: id, questionId: question, answer }, minute(6)).then(
        codeOf,
      ),
      run(learner(school.other), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, minute(6)).then(codeOf),
      run(me(), 'quiz.answer', { sittingId: id, questionId: quiz, answer }, minute(6)).then(codeOf),
      run(
        me(),
        'quiz.answer',
        { sittingId: id, questionId: question, answer: { chosen: ['elsewhere'] } },
        minute(6),
      ).then(codeOf),
      run(
        me(),
        'quiz.answer',
        { sittingId: id, questionId: question, answer: { typed: 'x'.repeat(999) } },
        minute(6),
      ).then(codeOf),
      run(me(), 'quiz.answer', { sittingId: 'nonsense', questionId: question, answer }, minute(6)).then(codeOf),
    ]),
  ).toEqual(['not-found', 'not-allowed', 'not-found', 'invalid', 'invalid', 'invalid']);
});

test('a closed lesson stays closed for every write', async () => {
  const { courseId, quiz, assignment, reading } = await publishedCourse(school, {
    opens: { when: 'after-start', amount: 1, unit: 'weeks', at: null },
  });
  const tries = [
    ['quiz.begin', { courseId, lessonId: quiz, deed: newId() }],
    ['assignment.save-draft', { courseId, lessonId: assignment, text: 'early' }],
    ['assignment.hand-in', { courseId, lessonId: assignment, text: 'early', deed: newId() }],
    ['learning.mark-done', { courseId, lessonId: reading }],
    ['learning.opened', { courseId, lessonId: reading }],
  ] as const;
  for (const [name, input] of tries)
    expect([name, codeOf(await run(me(), name, input, minute(60)))]).toEqual([name, 'closed']);
  expect(codeOf(await run(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, minute(7 * 24 * 60)))).toBe(
    'ok',
  );
});

test('each sitting has a paper of its own, which a reload and another edition leave as it is', async () => {
  const { courseId, quiz, question } = await publishedCourse(school, { quiz: { shuffles: 'both', attempts: null } });
  const boss = { id: school.owner, role: 'owner' as const, courses: {} };
  const publishWith = async (number: number, ids: readonly string[]) => {
    const edit = (change: object) => must(boss, 'outline.edit', { courseId, edit: change });
    for (const id of ids) {
      await edit({ do: 'add-question', id, lessonId: quiz, kind: 'number' });
      const fields = { prompt: `Question ${id}`, body: { value: '1', tolerance: '', unit: '' } };
      await edit({ do: 'set', table: 'question', id, fields });
    }
    await must(boss, 'course.publish', { courseId, number });
  };
  const orderOf = async (id: string) =>
    (await sittingView(database(), id, school.learner))?.lesson.questions.map((one) => one.id) ?? [];
  const more = Array.from({ length: 6 }, () => newId());
  await publishWith(2, more);
  const papers = new Map<string, string[]>();
  for (let i = 1; i <= 12; i += 1) {
    const { id } = await must(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, minute(i));
    papers.set(id, await orderOf(id));
    await must(me(), 'quiz.hand-in', { sittingId: id }, minute(i));
  }
  await publishWith(3, [newId()]);
  for (const [id, order] of papers) {
    expect([...order].sort()).toEqual([question, ...more].sort());
    expect(await orderOf(id)).toEqual(order);
  }
  // Of 5,040 orders, twelve sittings hardly have one and the same.
  expect(new Set([...papers.values()].map((order) => order.join())).size).toBeGreaterThan(6);
});

/** Files that were uploaded for a question of a sitting. */
async function giveFiles(sittingId: string, questionId: string, given: readonly GivenFile[]) {
  for (const file of given)
    await database()
      .insert(tables.answerFile)
      .values({ ...file, sittingId, questionId, at: startsAt });
}

/** A quiz with one question, published; its first example's body unless another is given. */
async function askedOne(kind: QuestionKind, body: unknown) {
  const { courseId, quiz, question } = await publishedCourse(school, { quiz: { attempts: null, passPercent: 0 } });
  const boss = owner(school.owner);
  const id = newId();
  const edit = (change: object) => must(boss, 'outline.edit', { courseId, edit: change });
  for (const mediaId of mediaNamed(body))
    await database()
      .insert(tables.media)
      .values({ id: mediaId, courseId, kind: 'picture', title: 'A river' })
      .onConflictDoNothing();
  await edit({ do: 'remove', table: 'question', ids: [question] });
  await edit({ do: 'add-question', id, lessonId: quiz, kind });
  await edit({ do: 'set', table: 'question', id, fields: { prompt: 'Which?', points: 6000, body } });
  await must(boss, 'course.publish', { courseId, number: 2 });
  return { courseId, quiz, question: id };
}

describe.each(questionKinds)('a question of the kind %s, from its maker to its result', (name) => {
  const kind = kindOf(name);
  // What a maker could publish: of the examples some are there to show what readiness speaks of.
  const [first] = kind.examples.filter(
    ({ body, share }) =>
      (share === '1/1' || kind.judgedBy) &&
      kind.rules.every((rule) => rule.level === 'look' || !rule.check(body, 'It')),
  );
  const own = kind.examples.filter(({ body }) => JSON.stringify(body) === JSON.stringify(first?.body));

  test('each answer is kept as it was given, in the same sitting on any device, and earns what the kind says', async () => {
    const { courseId, quiz, question } = await askedOne(name, first?.body);
    for (const [i, { answer, share }] of own.entries()) {
      const { id } = await must(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, minute(i));
      await giveFiles(id, question, kind.files?.of(answer) ?? []);
      await must(me(), 'quiz.answer', { sittingId: id, questionId: question, answer }, minute(i));
      const view = await sittingView(database(), id, school.learner);
      expect(view?.answers[question]).toEqual(answer);
      await must(me(), 'quiz.hand-in', { sittingId: id }, minute(i));
      const [n = 0, d = 1] = (share ?? '0/1').split('/').map(Number);
      expect([share, (await rowOf(id))?.points]).toEqual([share, Math.round((6000 * n) / d)]);
    }
  });

  test('what is no answer to it is refused with a sentence, and what was there stays', async () => {
    const { courseId, quiz, question } = await askedOne(name, first?.body);
    const { id } = await must(me(), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, minute(1));
    const give = (answer: unknown) =>
      run(me(), 'quiz.answer', { sittingId: id, questionId: question, answer }, minute(1));
    await giveFiles(id, question, (first && kind.files?.of(first.answer)) ?? []);
    await must(me(), 'quiz.answer', { sittingId: id, questionId: question, answer: first?.answer }, minute(1));
    const foreign = questionKinds
      .flatMap((other) => kindOf(other).examples.map(({ answer }) => answer))
      .filter((answer) => !checkAnswer(name, first?.body as never, answer).ok);
    const odd = [null, 7, 'a', [], {}, { order: ['x'] }, { placed: [{ row: 'x', place: 'y' }] }, { chosen: ['x'] }];
    for (const answer of [...foreign, ...odd]) {
      const told = await give(answer);
      expect(told.ok ? JSON.stringify(answer) : told.problem.sentence).toMatch(/^[A-Z].*\.$/);
    }
    const view = await sittingView(database(), id, school.learner);
    expect(view?.answers[question]).toEqual(first?.answer);
  });
});
