import { expect, test } from 'vitest';
import { rationalText } from '@/core/kernel/exact';
import { Temporal } from '@/core/kernel/time';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { codeOf, learner, must, publishedCourse, run, startsAt, useTestSchool } from '../testing/school';
import { boardOf } from './index';

const school = useTestSchool();
const minute = (minutes: number) => Temporal.Instant.from(startsAt).add({ minutes }).toString();

test('a board shows who wants to stand on it, by the name they choose, with the result that counts', async () => {
  const made = await publishedCourse(school, { quiz: { attempts: null, board: true } });
  const { courseId, quiz, question, enrolmentId } = made;
  const others = await Promise.all(
    ['other', 'creator', 'marker'].map(async (who) => {
      const id = newId();
      const learnerId = school[who as 'other' | 'creator' | 'marker'];
      await database().insert(tables.enrolment).values({ id, courseId, learnerId, at: startsAt });
      return { id, learnerId };
    }),
  );
  const sit = async (learnerId: string, typed: string, at: number) => {
    const { id } = await must(
      learner(learnerId),
      'quiz.begin',
      { courseId, lessonId: quiz, deed: newId() },
      minute(at),
    );
    await must(
      learner(learnerId),
      'quiz.answer',
      { sittingId: id, questionId: question, answer: { typed } },
      minute(at),
    );
    await must(learner(learnerId), 'quiz.hand-in', { sittingId: id }, minute(at + 1));
  };
  const show = (learnerId: string, name: string | null, lessonId = quiz) =>
    run(learner(learnerId), 'quiz.show-on-board', { courseId, lessonId, name }, minute(40)).then(codeOf);
  const board = async () => {
    const { rows, ownName } = await boardOf(database(), quiz, 'best', enrolmentId);
    return [
      rows.map((row) => `${row.place} ${row.name} ${rationalText(row.share)}${row.isOwn ? ', own' : ''}`),
      ownName,
    ];
  };
  await sit(school.learner, '4', 5);
  await sit(school.learner, '5', 8);
  await sit(others[0]?.learnerId ?? '', '4', 5);
  await sit(others[1]?.learnerId ?? '', '5', 5);
  expect(await board()).toEqual([[], null]);
  expect([
    await show(school.learner, ' Otter '),
    await show(others[0]?.learnerId ?? '', 'Heron'),
    await show(others[1]?.learnerId ?? '', 'Newt'),
    // Who has sat nothing stands nowhere.
    await show(others[2]?.learnerId ?? '', 'Nobody'),
    await show(school.learner, ' '),
    await show(school.learner, 'x'.repeat(41)),
    await show(school.learner, 'Otter', made.assignment),
    await show(school.owner, 'Boss'),
  ]).toEqual(['ok', 'ok', 'ok', 'ok', 'invalid', 'invalid', 'not-found', 'not-allowed']);
  expect(await board()).toEqual([['1 Heron 1/1', '1 Otter 1/1, own', '3 Newt 0/1'], 'Otter']);
  for (const _twice of [1, 2]) expect(await show(school.learner, null)).toBe('ok');
  expect(await board()).toEqual([['1 Heron 1/1', '2 Newt 0/1'], null]);
});
