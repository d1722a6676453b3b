import { Temporal } from 'temporal-polyfill';
import { expect, test } from 'vitest';
import { checkNear, isNear, nearDays } from './near';

const now = Temporal.Instant.from('2026-11-25T18:00Z');

test.each([
  ['2026-11-25', true],
  ['1976-01-01', true],
  ['2076-12-31', true],
  ['1975-12-31', false],
  ['2077-01-01', false],
  ['9999-12-31', false],
  ['0000-01-01', false],
])('a day to plan with: %s', (day, near) => {
  expect(isNear(day, now)).toBe(near);
  const { first, last } = nearDays(now);
  expect(day >= first && day <= last).toBe(near);
});

test.each([
  ['nothing to look at', { title: 'x', at: '9999-12-31T10:00', amount: 9999, none: null }, null],
  ['a near day', { rhythm: { breaks: [{ from: '2027-01-01', to: '2027-01-08' }] } }, null],
  ['a far day in a list', { rhythm: { breaks: [{ from: '2027-01-01', to: '9999-01-08' }] } }, 'rhythm.breaks.to'],
  ['a far day by itself', '0001-01-01', ''],
])('days within a value: %s', (_name, value, field) => {
  const checked = checkNear(value, now);
  expect(checked.ok ? null : checked.problem.field).toBe(field);
});
