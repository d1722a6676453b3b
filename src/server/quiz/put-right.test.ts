import { eq } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import type { Actor } from '@/core/people';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, startsAt, useTestSchool } from '../testing/school';
import { effectsOfWish, figuresPage, sittingView } from './index';

const school = useTestSchool();
const minute = (minutes: number) => Temporal.Instant.from(startsAt).add({ minutes }).toString();
const boss = () => owner(school.owner);
const body = {
  options: ['doubles', 'stays', 'halves'].map((text) => ({ id: text, text, right: text === 'stays', feedback: '' })),
};

/** A course with a quiz of two questions: twice two, and one that is marked wrongly. */
async function courseWithKeyWrong() {
  const course = await publishedCourse(school, { quiz: { attempts: null } });
  const wrong = newId();
  const edit = { do: 'add-question', id: wrong, lessonId: course.quiz, kind: 'one', fields: { prompt: 'Flow?', body } };
  await must(boss(), 'outline.edit', { courseId: course.courseId, edit });
  await must(boss(), 'course.publish', { courseId: course.courseId, number: 2 });
  const other = { learner: school.other, enrolmentId: newId() };
  await database()
    .insert(tables.enrolment)
    .values({ id: other.enrolmentId, courseId: course.courseId, learnerId: school.other, at: startsAt });
  const place = { courseId: course.courseId, lessonId: course.quiz };
  const sit = async (actor: Actor, at: number, chosen: string, typed = '5', handsIn = true) => {
    const { id } = await must(actor, 'quiz.begin', { ...place, deed: newId() }, minute(at));
    const give = (questionId: string, answer: object) =>
      must(actor, 'quiz.answer', { sittingId: id, questionId, answer, spent: 30_000 }, minute(at + 2));
    await give(course.question, { typed });
    await give(wrong, { chosen: [chosen] });
    if (handsIn) await must(actor, 'quiz.hand-in', { sittingId: id }, minute(at + 4));
    return id;
  };
  const figures = async (which: 'all' | 'first' | 'last' = 'all') => {
    const page = await figuresPage(database(), { ...place, which, cohortId: null });
    if (!page.ok) throw new Error(page.problem.sentence);
    return page.value;
  };
  const hash = async () => (await figures()).hashes[wrong] ?? '';
  const wish = async (over: object = {}) => ({
    ...{ ...place, questionId: wrong, questionSum: await hash(), does: 'accept' as const },
    ...{ accepted: { chosen: ['doubles'] }, nobodyLoses: true },
    ...over,
  });
  const put = async (over: object = {}, actor = boss()) =>
    run(actor, 'quiz.put-right', { id: newId(), reason: 'The key was wrong.', ...(await wish(over)) }, minute(60));
  return { ...course, place, wrong, sit, figures, wish, put };
}
const worth = async (id: string) => {
  const [row] = await database().select().from(tables.sitting).where(eq(tables.sitting.id, id));
  return [row?.points, row?.of, row?.share];
};
const me = () => learner(school.learner);
const they = () => learner(school.other);

test('figures are of what was handed in, by which sittings are meant, with what was chosen and how long it took', async () => {
  const { sit, figures, wrong } = await courseWithKeyWrong();
  await sit(me(), 5, 'doubles');
  await sit(me(), 20, 'stays', '4');
  await sit(they(), 5, 'doubles', '4');
  await sit(they(), 20, 'halves', '4', false);
  const { figures: all } = await figures();
  expect([all.sittings, all.learners, all.mean, all.passed, all.passedLater]).toEqual([3, 2, 1, 2, 1]);
  expect(all.seconds).toEqual({ median: 240, from: 240, to: 240 });
  const question = all.questions.find(({ id }) => id === wrong);
  expect(question?.choices?.map(({ id, thirds }) => [id, thirds])).toEqual([
    ['doubles', [1, 1, 0]],
    ['stays', [0, 0, 1]],
    ['halves', [0, 0, 0]],
  ]);
  expect(question?.seconds).toBe(30);
  expect([(await figures('first')).figures.mean, (await figures('last')).figures.mean]).toEqual([0.5, 1.5]);
});

test('what would come of putting a question right is shown and changes nothing; done twice it is done once; taken back it is as it was', async () => {
  const { sit, wish, place, figures, enrolmentId, quiz } = await courseWithKeyWrong();
  const [mine, theirs] = [await sit(me(), 5, 'doubles'), await sit(they(), 5, 'halves', '4')];
  const before = await Promise.all([worth(mine), worth(theirs)]);
  const effects = await effectsOfWish(database(), await wish());
  expect(effects.ok && effects.value.map((one) => [one.sitting.id, one.points, one.passedBefore, one.passed])).toEqual([
    [mine, 1000, false, true],
  ]);
  expect(await Promise.all([worth(mine), worth(theirs)])).toEqual(before);

  const id = newId();
  const command = { id, reason: 'The key was wrong.', ...(await wish()) };
  const put8 = await Promise.all(Array.from({ length: 8 }, () => run(boss(), 'quiz.put-right', command, minute(60))));
  expect(
    put8.filter((one) => JSON.stringify(one) === JSON.stringify({ ok: true, value: { id, changed: 1 } })),
  ).toHaveLength(1);
  expect(put8.every((one) => one.ok)).toBe(true);
  expect([await worth(mine), await worth(theirs)]).toEqual([[1000, 2000, '1/2'], before[1]]);
  const view = await sittingView(database(), mine, school.learner);
  expect(view?.score?.perQuestion.map(({ by }) => by)).toEqual([undefined, 'accept']);
  const [step] = await database()
    .select({ state: tables.progress.state })
    .from(tables.progress)
    .where(eq(tables.progress.enrolmentId, enrolmentId));
  expect(step?.state).toBe('done');
  // Whoever hands in later is judged by it as well.
  const later = await sit(me(), 70, 'doubles');
  expect(await worth(later)).toEqual([1000, 2000, '1/2']);

  const history = (await figures()).corrections;
  expect(history.map(({ accepted, changed, reason, droppedAt }) => [accepted, changed, reason, droppedAt])).toEqual([
    ['doubles', 1, 'The key was wrong.', null],
  ]);
  const drop = { courseId: place.courseId, lessonId: quiz, correctionId: id };
  await Promise.all([1, 2].map(() => must(boss(), 'quiz.drop-correction', drop, minute(80))));
  expect([await worth(mine), await worth(theirs), await worth(later)]).toEqual([before[0], before[1], before[0]]);
  const changes = await database().select().from(tables.sittingChange).where(eq(tables.sittingChange.sittingId, mine));
  expect(changes.map(({ pointsBefore, points }) => [pointsBefore, points]).sort()).toEqual([
    [0, 1000],
    [1000, 0],
  ]);
  const told = await database()
    .select({ deed: tables.message.deed })
    .from(tables.message)
    .where(eq(tables.message.enrolmentId, enrolmentId));
  expect(told.filter(({ deed }) => deed.startsWith(`quiz-result/${mine}`))).toHaveLength(3);
});

test('a question that has been mended and published since is another one, and is left as it is', async () => {
  const { sit, put, wrong, courseId } = await courseWithKeyWrong();
  await sit(me(), 5, 'doubles');
  expect((await put({ does: 'points-for-all', accepted: null })).ok).toBe(true);
  const mended = { options: body.options.map((option) => ({ ...option, right: option.id === 'doubles' })) };
  const edit = { do: 'set', table: 'question', id: wrong, fields: { body: mended } };
  await must(boss(), 'outline.edit', { courseId, edit });
  await must(boss(), 'course.publish', { courseId, number: 3 });
  expect((await worth(await sit(they(), 70, 'stays')))[0]).toBe(0);
  expect((await worth(await sit(they(), 90, 'doubles')))[0]).toBe(1000);
});

test('what cannot be put right is refused with a sentence, and nothing is changed', async () => {
  const { sit, put, place, question, wrong } = await courseWithKeyWrong();
  const mine = await sit(me(), 5, 'doubles', '4');
  const before = await worth(mine);
  const codes = [
    await put({ reason: ' ' }),
    await put({ accepted: { chosen: ['stays'] } }),
    await put({ accepted: { chosen: ['nowhere'] } }),
    await put({ accepted: { typed: 'a' } }),
    await put({ accepted: null }),
    await put({ questionSum: 'b'.repeat(64) }),
    await put({ questionId: question }),
    await put({ lessonId: newId() }),
    await put({ does: 'everything' }),
    await put({}, me()),
    await put({}, { id: school.marker, role: 'marker', courses: { [place.courseId]: 'marker' } }),
    // Who makes the course and has sat the quiz decides about their own work.
    await put({}, { id: school.learner, role: 'creator', courses: { [place.courseId]: 'creator' } }),
  ].map(codeOf);
  expect(codes).toEqual([
    ...['invalid', 'invalid', 'invalid', 'invalid', 'invalid', 'not-found', 'not-found', 'not-found', 'invalid'],
    ...['not-allowed', 'not-allowed', 'not-allowed'],
  ]);
  expect(await worth(mine)).toEqual(before);
  expect((await put({ does: 'leave-out', accepted: null })).ok).toBe(true);
  expect(await worth(mine)).toEqual([1000, 1000, '1/1']);
  expect(codeOf(await put())).toBe('conflict');
  const alone = await publishedCourse(school);
  const { id } = await must(
    me(),
    'quiz.begin',
    { courseId: alone.courseId, lessonId: alone.quiz, deed: newId() },
    minute(5),
  );
  await must(me(), 'quiz.hand-in', { sittingId: id }, minute(6));
  const page = await figuresPage(database(), {
    courseId: alone.courseId,
    lessonId: alone.quiz,
    which: 'all',
    cohortId: null,
  });
  const hash = page.ok ? page.value.hashes[alone.question] : '';
  const only = { courseId: alone.courseId, lessonId: alone.quiz, questionId: alone.question, questionSum: hash };
  expect(codeOf(await put({ ...only, does: 'leave-out', accepted: null }))).toBe('invalid');
  expect(wrong).not.toBe(alone.question);
});

test('a question on trial with other points: everybody’s result is shown, then done, then taken back', async () => {
  const { sit, wish, put, figures } = await courseWithKeyWrong();
  const [right, wrongly] = [await sit(me(), 5, 'stays', '4'), await sit(they(), 5, 'doubles', '4')];
  expect(await Promise.all([worth(right), worth(wrongly)])).toEqual([
    [2000, 2000, '1/1'],
    [1000, 2000, '1/2'],
  ]);
  const trial = { does: 'worth' as const, accepted: null, nobodyLoses: false };
  const shown = await effectsOfWish(database(), await wish({ ...trial, worth: 3000 }));
  expect(shown.ok && shown.value.map((one) => [one.points, one.of, one.share]).toSorted()).toEqual([
    [1000, 4000, '1/4'],
    [4000, 4000, '1/1'],
  ]);
  expect(await worth(wrongly)).toEqual([1000, 2000, '1/2']);
  for (const [over, code] of [
    [{ worth: null }, 'invalid'],
    [{ worth: 1000 }, 'invalid'],
    [{ worth: -1 }, 'invalid'],
    [{ worth: 1_000_001 }, 'invalid'],
  ] as const)
    expect(codeOf(await put({ ...trial, ...over }))).toBe(code);
  expect(codeOf(await put({ ...trial, worth: 3000 }))).toBe('ok');
  expect(await worth(wrongly)).toEqual([1000, 4000, '1/4']);
  const [made] = (await figures()).corrections;
  expect(made).toMatchObject({ does: 'worth', worth: 3000, changed: 2 });
});
