import { asc, eq, sql } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { noProgress } from '@/core/record';
import { database, transaction } from '../platform/database';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { learner, must, publishedCourse, useTestSchool } from '../testing/school';
import { rebuildProgress, recordEvent, recordEvents } from './index';

const school = useTestSchool();
const at = (minute: number) => `2027-03-02T08:${String(minute).padStart(2, '0')}:00Z`;
const rows = () =>
  database().select().from(tables.progress).orderBy(asc(tables.progress.learnerId), asc(tables.progress.lessonId));

test('progress thrown away or spoilt is worked out anew from the statements as it was, and is left alone where it is right', async () => {
  const { courseId, enrolmentId, reading, quiz, assignment, question } = await publishedCourse(school);
  const me = learner(school.learner);
  await must(me, 'learning.opened', { courseId, lessonId: assignment }, at(1));
  await must(me, 'learning.mark-done', { courseId, lessonId: reading }, at(2));
  const { id } = await must(me, 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, at(3));
  await must(me, 'quiz.answer', { sittingId: id, questionId: question, answer: { typed: '4' } }, at(4));
  await must(me, 'quiz.hand-in', { sittingId: id }, at(5));
  const film = { enrolmentId, learnerId: school.learner, courseId, lessonId: newId(), lessonTitle: 'Film' };
  for (const [i, passages] of [[[0, 12.25]], [[40, 60]], [[11, 30.5]]].entries())
    await transaction((tx) =>
      recordEvent(tx, {
        ...film,
        verb: 'progressed',
        at: at(10 + i),
        passages: passages as [number, number][],
        deed: newId(),
      }),
    );
  const before = await rows();
  expect(before.map(({ state }) => state).sort()).toEqual(['begun', 'begun', 'done', 'done']);
  expect(before.find(({ lessonId }) => lessonId === film.lessonId)?.watched).toEqual([
    [0, 30.5],
    [40, 60],
  ]);

  expect(await rebuildProgress()).toEqual({ looked: before.length, mended: 0 });
  await database().update(tables.progress).set({ state: 'empty', doneAt: null, watched: [] });
  expect(await rebuildProgress()).toEqual({ looked: before.length, mended: before.length });
  expect(await rows()).toEqual(before);
  await database().execute(
    sql`update progress set done_at = done_at - interval '1 day', state = 'done', watched = '[[0, 9999]]'`,
  );
  await rebuildProgress();
  expect(await rows()).toEqual(before);
});

test('what is told together is told once, in its order, and carries the progress on once', async () => {
  const { courseId, enrolmentId, reading } = await publishedCourse(school);
  const place = { enrolmentId, learnerId: school.learner, courseId, lessonId: reading, lessonTitle: 'Read' };
  const seen = { ...place, verb: 'progressed', at: at(1), passages: [[0, 5]], deed: newId() } as const;
  const done = { ...place, verb: 'completed', at: at(2), deed: newId() } as const;
  const more = { ...place, verb: 'progressed', at: at(3), passages: [[5, 9]], deed: newId() } as const;
  const record = (deeds: Parameters<typeof recordEvents>[2]) => transaction((tx) => recordEvents(tx, place, deeds));
  const after = { state: 'done', doneAt: at(2) };
  expect(await record([seen, done])).toEqual({ ...noProgress, ...after, watched: [[0, 5]] });
  const told = await Promise.all([record([seen, done]), record([done, more]), record([more, seen])]);
  expect(told.filter(({ watched }) => watched[0]?.[1] === 9)).not.toHaveLength(0);
  const rows = await database().select().from(tables.statement).where(eq(tables.statement.lessonId, reading));
  expect(rows.map(({ verb }) => verb).sort()).toEqual(['completed', 'progressed', 'progressed']);
  expect(await rebuildProgress()).toMatchObject({ mended: 0 });
});
