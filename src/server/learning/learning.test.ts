import { expect, test } from 'vitest';
import { codeOf, learner, must, owner, publishedCourse, run, useTestSchool } from '../testing/school';

const school = useTestSchool();
const at = (minutes: number) => `2027-03-02T09:${String(minutes).padStart(2, '0')}:00Z`;

test('a lesson with a password opens for who gives it, and cannot be guessed by trying', async () => {
  const { courseId, reading } = await publishedCourse(school);
  const boss = owner(school.owner);
  await must(boss, 'outline.edit', { courseId, edit: { do: 'set', table: 'lesson', id: reading, fields: { password: 'Wendwater' } } });
  await must(boss, 'course.publish', { courseId, number: 2 });
  const me = learner(school.learner);
  const give = (password: string, minute: number) => run<{ opened: boolean }>(me, 'learning.unlock', { courseId, lessonId: reading, password }, at(minute));
  const opened = () => run(me, 'learning.opened', { courseId, lessonId: reading }, at(30));
  expect(codeOf(await opened())).toBe('closed');
  for (let i = 0; i < 8; i += 1) expect(await give('wendwater', 0)).toMatchObject({ ok: true, value: { opened: false } });
  expect(codeOf(await give('Wendwater', 1))).toBe('too-many');
  expect(await give(' Wendwater ', 6)).toMatchObject({ ok: true, value: { opened: true } });
  expect(codeOf(await opened())).toBe('ok');
  expect(await give('anything', 7)).toMatchObject({ ok: true, value: { opened: true } });
  expect(codeOf(await run(learner(school.other), 'learning.unlock', { courseId, lessonId: reading, password: 'Wendwater' }, at(8)))).toBe('not-found');
});
