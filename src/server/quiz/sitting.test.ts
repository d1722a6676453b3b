import { eq } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, startsAt, useTestSchool } from '../testing/school';
import { closeOverdue } from './commands';
import { averageOfOthers, sittingsOf, sittingView } from './index';

const school = useTestSchool();
const me = () => learner(school.learner);
const boss = () => owner(school.owner);
const minute = (minutes: number) => Temporal.Instant.from(startsAt).add({ minutes }).toString();
const ms = (minutes: number) => Temporal.Instant.from(minute(minutes)).epochMilliseconds;

/** A course with a quiz of two questions that runs in some way. */
async function quizThat(settings: object) {
  const course = await publishedCourse(school, { quiz: settings });
  const second = newId();
  const edit = { do: 'add-question', id: second, lessonId: course.quiz, kind: 'true-false', fields: { prompt: 'So?' } };
  await must(boss(), 'outline.edit', { courseId: course.courseId, edit });
  await must(boss(), 'course.publish', { courseId: course.courseId, number: 2 });
  const place = { courseId: course.courseId, lessonId: course.quiz };
  const begin = (at: number) => run<{ id: string }>(me(), 'quiz.begin', { ...place, deed: newId() }, minute(at));
  const begun = async (at: number) => {
    const told = await begin(at);
    if (!told.ok) throw new Error(told.problem.sentence);
    return told.value.id;
  };
  const answer = (sittingId: string, questionId: string, given: object, at: number, saidAt?: number) =>
    run<{ newer: object | null }>(
      me(),
      'quiz.answer',
      { sittingId, questionId, answer: given, ...(saidAt === undefined ? {} : { given: ms(saidAt) }) },
      minute(at),
    );
  const rowOf = async (id: string) =>
    (await database().select().from(tables.sitting).where(eq(tables.sitting.id, id)))[0];
  return { ...course, second, place, begin, begun, answer, rowOf };
}

test('what is not handed in in time does not count where its quiz says so: not in the grade, not as passed, and it was an attempt', async () => {
  const { begun, begin, answer, question, second, rowOf, enrolmentId, quiz } = await quizThat({
    ...{ atEnd: 'not-counted', attempts: 2, minutes: 10 },
  });
  const id = await begun(5);
  await answer(id, question, { typed: '4' }, 6);
  await answer(id, second, { holds: true }, 6);
  // Before the worker has come to it, it is shown as what it will be.
  const [shown] = await sittingsOf(database(), enrolmentId, quiz, Temporal.Instant.from(minute(16)));
  expect([shown?.isVoid, shown?.points]).toEqual([true, 2000]);
  await closeOverdue(Temporal.Instant.from(minute(17)));
  expect(await rowOf(id)).toMatchObject({ isVoid: true, number: 1 });
  const [step] = await database().select().from(tables.progress).where(eq(tables.progress.lessonId, quiz));
  expect(step?.state).not.toBe('done');
  const other = await begun(20);
  await must(me(), 'quiz.hand-in', { sittingId: other }, minute(21));
  expect(await rowOf(other)).toMatchObject({ isVoid: false, number: 2 });
  expect(codeOf(await begin(30))).toBe('closed');
});

test('between attempts one waits, by when the last one was handed in', async () => {
  const { begun, begin } = await quizThat({ waitHours: 2, attempts: null, minutes: null });
  const id = await begun(5);
  await must(me(), 'quiz.hand-in', { sittingId: id }, minute(15));
  const early = await begin(60);
  expect(early.ok ? '' : early.problem.sentence).toBe('You can take it again in 1 hour 15 minutes.');
  expect((await begin(134)).ok).toBe(false);
  expect((await begin(135)).ok).toBe(true);
});

test('nothing is handed in while a question is open that has to be answered; once the time is up it is', async () => {
  const { begun, answer, question, second } = await quizThat({ mustAnswer: true, minutes: 10 });
  const id = await begun(5);
  await answer(id, question, { typed: ' ' }, 6);
  await answer(id, second, { holds: false }, 6);
  const refused = await run(me(), 'quiz.hand-in', { sittingId: id }, minute(7));
  expect(refused.ok ? '' : refused.problem.sentence).toBe('Every question has to be answered first: 1 is still open.');
  expect((await run(me(), 'quiz.hand-in', { sittingId: id }, minute(15))).ok).toBe(true);
});

test('the answer that was given last holds, in whatever order answers arrive; a clock that is wrong gains nothing', async () => {
  const { begun, answer, question, second } = await quizThat({ minutes: 60 });
  const id = await begun(5);
  expect(await answer(id, question, { typed: 'phone' }, 10, 9)).toMatchObject({ value: { newer: null } });
  expect(await answer(id, question, { typed: 'laptop, earlier' }, 11, 8)).toMatchObject({
    value: { newer: { typed: 'phone' } },
  });
  expect(await answer(id, question, { typed: 'laptop, later' }, 12, 10)).toMatchObject({ value: { newer: null } });
  // Said to be given in the future, it was given when it arrived; before the sitting, when that began.
  await answer(id, second, { holds: true }, 13, 9_000_000);
  expect(await answer(id, second, { holds: false }, 14, 14)).toMatchObject({ value: { newer: null } });
  expect(await answer(id, second, { holds: true }, 15, -900)).toMatchObject({ value: { newer: { holds: false } } });
  const view = await sittingView(database(), id, school.learner, Temporal.Instant.from(minute(16)));
  expect(view?.answers).toEqual({ [question]: { typed: 'laptop, later' }, [second]: { holds: false } });
  // Sent eight times at once it is kept once.
  const same = await Promise.all(Array.from({ length: 8 }, () => answer(id, question, { typed: '4' }, 17, 17)));
  expect(same.every((one) => one.ok && one.value.newer === null)).toBe(true);
});

test('a page that was left takes no answer any more, and marks are there on every device', async () => {
  const { begun, answer, question, second, rowOf } = await quizThat({
    pages: 'single',
    goesBack: false,
    minutes: null,
  });
  const id = await begun(5);
  expect((await answer(id, question, { typed: '4' }, 6)).ok).toBe(true);
  await must(me(), 'quiz.go-on', { sittingId: id, page: 1 }, minute(7));
  await must(me(), 'quiz.go-on', { sittingId: id, page: 0 }, minute(7));
  expect((await rowOf(id))?.reached).toBe(1);
  expect(codeOf(await answer(id, question, { typed: '5' }, 8))).toBe('closed');
  expect((await answer(id, second, { holds: true }, 8)).ok).toBe(true);
  expect(codeOf(await run(me(), 'quiz.go-on', { sittingId: id, page: 2 }, minute(8)))).toBe('invalid');
  await must(me(), 'quiz.mark', { sittingId: id, questionId: second, on: true }, minute(8));
  await must(me(), 'quiz.mark', { sittingId: id, questionId: second, on: true }, minute(8));
  expect((await rowOf(id))?.marks).toEqual([second]);
  await must(me(), 'quiz.mark', { sittingId: id, questionId: second, on: false }, minute(9));
  expect((await rowOf(id))?.marks).toEqual([]);
  expect(codeOf(await run(me(), 'quiz.mark', { sittingId: id, questionId: newId(), on: true }, minute(9)))).toBe(
    'not-found',
  );
  await must(me(), 'quiz.hand-in', { sittingId: id }, minute(10));
  expect(codeOf(await run(me(), 'quiz.mark', { sittingId: id, questionId: second, on: true }, minute(11)))).toBe(
    'too-late',
  );
});

test('more time for one person holds for the next sitting and the one that is under way, and nobody gives it to themselves', async () => {
  const { begun, place, rowOf } = await quizThat({ minutes: 10, attempts: null });
  const give = (minutes: number, actor = boss()) =>
    run(actor, 'quiz.give-time', { ...place, learnerId: school.learner, minutes });
  const deadline = async (id: string) => {
    const row = await rowOf(id);
    return row?.deadline && Temporal.Instant.from(row.deadline.replace(' ', 'T')).toString();
  };
  const id = await begun(5);
  expect(await deadline(id)).toBe(minute(15));
  expect((await give(5)).ok).toBe(true);
  expect(await deadline(id)).toBe(minute(20));
  await must(me(), 'quiz.hand-in', { sittingId: id }, minute(18));
  expect(await deadline(await begun(30))).toBe(minute(45));
  expect((await give(0)).ok).toBe(true);
  const self = { id: school.learner, role: 'creator' as const, courses: { [place.courseId]: 'creator' as const } };
  expect([await give(5, self), await give(5, me()), await give(1441)].map(codeOf)).toEqual([
    ...['not-allowed', 'not-allowed', 'invalid'],
  ]);
});

test('an answer that was judged stays as it is, and only where its quiz judges; what is said of it is the question’s own', async () => {
  const { begun, answer, question, second } = await quizThat({ judges: true, minutes: null });
  const id = await begun(5);
  const judge = (questionId: string, at: number) =>
    run<{ verdict: string }>(me(), 'quiz.judge', { sittingId: id, questionId }, minute(at));
  expect(codeOf(await judge(question, 6))).toBe('invalid');
  await answer(id, question, { typed: '5' }, 6);
  expect(await judge(question, 7)).toMatchObject({ ok: true, value: { verdict: 'wrong' } });
  expect(await answer(id, question, { typed: '4' }, 8)).toMatchObject({ value: { newer: { typed: '5' } } });
  expect(await judge(question, 9)).toMatchObject({ ok: true, value: { verdict: 'wrong' } });
  expect((await answer(id, second, { holds: true }, 9)).ok).toBe(true);
  const view = await sittingView(database(), id, school.learner, Temporal.Instant.from(minute(10)));
  expect(view?.judged).toEqual([question]);
  const other = await quizThat({ minutes: null });
  const plain = await other.begun(5);
  await other.answer(plain, other.question, { typed: '4' }, 6);
  const asked = { sittingId: plain, questionId: other.question };
  expect(codeOf(await run(me(), 'quiz.judge', asked, minute(7)))).toBe('not-found');
});

test('the average of others is told from five of them on, and one’s own is not in it', async () => {
  const { place, enrolmentId } = await quizThat({});
  const ask = () => averageOfOthers(database(), { ...place, learnerId: school.learner });
  const sat = async (learnerId: string, points: number, isVoid = false) => {
    const isMine = learnerId === school.learner;
    const id = isMine ? enrolmentId : newId();
    if (!isMine) {
      const email = `${learnerId}@other.example`;
      await database().insert(tables.user).values({ id: learnerId, name: learnerId, email, role: 'learner' });
      await database().insert(tables.enrolment).values({ id, courseId: place.courseId, learnerId, at: startsAt });
    }
    const [edition] = await database()
      .select({ id: tables.edition.id })
      .from(tables.edition)
      .where(eq(tables.edition.courseId, place.courseId));
    await database()
      .insert(tables.sitting)
      .values({
        ...{ id: newId(), enrolmentId: id, learnerId, ...place, editionId: edition?.id ?? '', number: 1 },
        ...{ startedAt: minute(5), handedInAt: minute(6), points, of: 4000, isVoid },
      });
  };
  for (const i of [1, 2, 3, 4]) await sat(`other-${place.lessonId.slice(-8)}-${i}`, 1000 * i);
  await sat(school.learner, 0);
  expect(await ask()).toBeNull();
  await sat(`other-${place.lessonId.slice(-8)}-5`, 4000);
  await sat(`other-${place.lessonId.slice(-8)}-6`, 0, true);
  expect(await ask()).toBeCloseTo(0.7, 10);
});
