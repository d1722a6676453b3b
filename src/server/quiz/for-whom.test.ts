import { and, eq, isNull } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import { awardEarned, certificateFor, certificateForQuiz } from '../certificate';
import { courseHead, learning } from '../learning';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, startsAt, useTestSchool } from '../testing/school';
import { aboutCounts, aboutOf, tellWhatIsShown } from './index';

const school = useTestSchool();
const minute = (minutes: number) => Temporal.Instant.from(startsAt).add({ minutes });
const at = (minutes: number) => minute(minutes).toString();

async function sit(who: string, made: Awaited<ReturnType<typeof publishedCourse>>, typed: string, from: number) {
  const me = learner(who);
  const { courseId, quiz, question } = made;
  const { id } = await must(me, 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, at(from));
  await must(me, 'quiz.answer', { sittingId: id, questionId: question, answer: { typed } }, at(from));
  await must(me, 'quiz.hand-in', { sittingId: id }, at(from + 1));
  return id;
}

test('a quiz for some is begun by them alone; everybody else is excused from it, until they belong', async () => {
  const made = await publishedCourse(school, { quiz: { forWhom: { cohorts: [newId()], tags: ['beginner'] } } });
  const { courseId, quiz } = made;
  const begin = () =>
    run(learner(school.learner), 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, at(5)).then(codeOf);
  const seen = async () => {
    const head = await courseHead(database(), courseId);
    const found = head && (await learning(database(), head, school.learner, minute(6)));
    const one = found?.view.lessons.find(({ lesson }) => lesson.id === quiz);
    const line = found?.view.sheet.lines.find(({ item }) => item.id === quiz);
    return [one?.isForOthers, one?.progress.state, line?.entry.state];
  };
  expect([await begin(), await seen()]).toEqual(['closed', [true, 'done', 'excused']]);
  await must(owner(school.owner), 'enrolment.set-tags', {
    courseId,
    learnerId: school.learner,
    tags: ['beginner', 'boat'],
  });
  expect([await begin(), await seen()]).toEqual(['ok', [false, 'begun', 'missing']]);
});

test('what somebody says of themselves is kept once they agree, counted without names, and gone when taken back', async () => {
  const [river, other] = [newId(), newId()];
  const asks = {
    why: 'So that the next course fits.',
    questions: [
      { id: river, when: 'before', prompt: 'Which river?', options: ['Wend', 'Low Beck'] },
      { id: other, when: 'after', prompt: 'What was hard?', options: [] },
    ],
  };
  const { courseId, quiz, enrolmentId } = await publishedCourse(school, { quiz: { asks } });
  const tell = (told: object, who = school.learner) =>
    run(learner(who), 'quiz.tell-about', { courseId, lessonId: quiz, told }, at(5)).then(codeOf);
  const counted = () => aboutCounts(database(), { courseId, lessonId: quiz, cohortId: null }, asks as never);
  expect([
    await tell({}),
    await tell({ [river]: 'The sea' }),
    await tell({ [newId()]: 'Wend' }),
    await tell({ [river]: 7 }),
    await tell({ [river]: 'Wend' }, school.other),
  ]).toEqual(['invalid', 'invalid', 'invalid', 'invalid', 'not-allowed']);
  expect(await aboutOf(database(), enrolmentId, quiz)).toBeNull();
  // What is said afterwards leaves what was said before.
  expect([await tell({ [river]: ' Wend ' }), await tell({ [other]: 'The float' })]).toEqual(['ok', 'ok']);
  expect(await aboutOf(database(), enrolmentId, quiz)).toEqual({ [river]: 'Wend', [other]: 'The float' });
  // Of so few it could be told who said it.
  expect(await counted()).toEqual({ learners: 1, counts: null });
  const others = ['other', 'creator', 'marker', 'owner'] as const;
  for (const who of others) {
    const row = { id: newId(), courseId, learnerId: school[who], at: startsAt };
    await database().insert(tables.enrolment).values(row);
    expect(await tell({ [river]: 'Low Beck' }, school[who])).toBe('ok');
  }
  expect((await counted())?.counts?.map(({ answers }) => answers)).toEqual([
    [
      ['Low Beck', 4],
      ['Wend', 1],
    ],
    [['The float', 1]],
  ]);
  for (const _twice of [1, 2])
    expect(
      await run(learner(school.learner), 'quiz.take-back-about', { courseId, lessonId: quiz }, at(9)).then(codeOf),
    ).toBe('ok');
  expect(await aboutOf(database(), enrolmentId, quiz)).toBeNull();
});

test('whoever passes a quiz that brings one gets its certificate, once, beside that of the course', async () => {
  const made = await publishedCourse(school, { quiz: { certifies: true, attempts: 3 } });
  const { courseId, quiz, enrolmentId } = made;
  const own = () => certificateForQuiz(database(), enrolmentId, quiz);
  await sit(school.learner, made, '5', 5);
  await awardEarned([enrolmentId], minute(7));
  expect(await own()).toBeNull();
  await sit(school.learner, made, '4', 8);
  await Promise.all([1, 2, 3].map(() => awardEarned([enrolmentId], minute(10))));
  expect(await own()).toMatchObject({ grade: '100.0 %', lessonId: quiz, withdrawnAt: null });
  expect((await own())?.courseTitle).toMatch(/^Check \(Course /);
  expect(await certificateFor(database(), enrolmentId)).toBeNull();
  // Taken back, it does not come again by itself.
  const certificateId = (await own())?.id;
  await must(owner(school.owner), 'certificate.withdraw', { courseId, certificateId, why: 'Not their own work' });
  await awardEarned([enrolmentId], minute(12));
  expect(await database().$count(tables.certificate, eq(tables.certificate.enrolmentId, enrolmentId))).toBe(1);
});

test('a result that is kept back until a day is told when the day has come, once for a quiz, and certified then', async () => {
  const showsFrom = '2027-03-02T08:00:00Z';
  const made = await publishedCourse(school, { quiz: { certifies: true, attempts: 3, showsFrom } });
  const { quiz, enrolmentId } = made;
  const told = () =>
    database().$count(
      tables.message,
      and(eq(tables.message.occasion, 'result-shown'), eq(tables.message.enrolmentId, enrolmentId)),
    );
  await sit(school.learner, made, '4', 5);
  await sit(school.learner, made, '5', 8);
  await awardEarned([enrolmentId], minute(10));
  expect([await tellWhatIsShown(minute(60)), await told()]).toEqual([0, 0]);
  expect(await certificateForQuiz(database(), enrolmentId, quiz)).toBeNull();
  const day = Temporal.Instant.from(showsFrom);
  const looks = await Promise.all([1, 2, 3, 4].map(() => tellWhatIsShown(day)));
  expect([looks.reduce((sum, one) => sum + one, 0), await told()]).toEqual([2, 1]);
  await awardEarned([enrolmentId], day);
  expect(await certificateForQuiz(database(), enrolmentId, quiz)).not.toBeNull();
  // Handed in once results are shown, it is told at once and no second time.
  await sit(school.learner, made, '4', 24 * 60 + 5);
  expect([await tellWhatIsShown(day.add({ hours: 2 })), await told()]).toEqual([0, 1]);
  expect(
    await database().$count(
      tables.certificate,
      and(eq(tables.certificate.enrolmentId, enrolmentId), isNull(tables.certificate.lessonId)),
    ),
  ).toBe(0);
});
