import { expect, test } from 'vitest';
import { type Allowed, allowed } from './allowance';

test('a yes holds for a minute and is asked for again after it; a no is asked for every time', async () => {
  const asked: string[] = [];
  const ask = (may: 'yes' | 'closed' | 'no') => async (): Promise<Allowed> => {
    asked.push(may);
    return may === 'yes' ? { may, hash: 'first' } : { may };
  };
  const given = [
    await allowed('a film', 0, ask('closed')),
    await allowed('a film', 1, ask('yes')),
    await allowed('a film', 59_000, ask('no')),
    await allowed('another film', 59_000, ask('no')),
    await allowed('a film', 60_002, ask('no')),
    await allowed('a film', 60_003, ask('no')),
  ];
  expect(given.map(({ may }) => may)).toEqual(['closed', 'yes', 'yes', 'no', 'no', 'no']);
  expect(asked).toEqual(['closed', 'yes', 'no', 'no', 'no']);
});
