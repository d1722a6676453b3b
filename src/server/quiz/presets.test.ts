import { expect, test } from 'vitest';
import type { Actor } from '@/core/people';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { codeOf, learner, owner, run, useTestSchool } from '../testing/school';
import { presetsOf } from './index';

const school = useTestSchool();
const boss = () => owner(school.owner);
const settings = { passPercent: 60, attempts: 3, minutes: 20, counts: 'best', shows: 'points' };
const put = (part: object, as: Actor | null = boss()) =>
  run(as, 'quiz.put-preset', { id: newId(), name: 'Weekly', settings, isDefault: false, ...part }).then(codeOf);
const there = async () =>
  (await presetsOf(database())).map(({ name, isDefault }) => `${name}${isDefault ? ', the default' : ''}`);

test('presets have names of their own; one at most is the default; what belongs to one quiz stays out', async () => {
  const [weekly, exam] = [newId(), newId()];
  const follows = [{ id: newId(), on: true, when: { by: 'passed' }, deeds: [] }];
  expect([
    await put({ id: weekly, isDefault: true, settings: { ...settings, follows, showsFrom: '2027-03-01T00:00:00Z' } }),
    await put({ name: ' WEEKLY ' }),
    await put({ name: ' ' }),
    await put({ settings: { ...settings, passPercent: 101 } }),
    await put({ name: 'Mine' }, learner(school.learner)),
    await put({ name: 'Mine' }, null),
  ]).toEqual(['ok', 'conflict', 'invalid', 'invalid', 'not-allowed', 'not-signed-in']);
  expect((await presetsOf(database()))[0]?.settings).toEqual(settings);
  await Promise.all(Array.from({ length: 8 }, () => put({ id: exam, name: 'Exam', isDefault: true })));
  expect(await there()).toEqual(['Exam, the default', 'Weekly']);
  expect(await put({ id: weekly, name: 'Every week' })).toBe('ok');
  for (const _twice of [1, 2]) expect(codeOf(await run(boss(), 'quiz.remove-preset', { id: exam }))).toBe('ok');
  expect(await there()).toEqual(['Every week']);
});
