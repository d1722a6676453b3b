import { setTimeout as delay } from 'node:timers/promises';
import { expect, test, vi } from 'vitest';
import { repeatedly } from './repeatedly';

vi.mock('../server/platform/log', () => ({ log: { error: vi.fn() } }));

/** Work that gives what is listed, one after the other, and then nothing to do. */
const working = (...results: readonly (number | null | Error)[]) => {
  const left = [...results];
  const times: number[] = [];
  const work = async () => {
    times.push(performance.now());
    const next = left.shift() ?? 0;
    if (next instanceof Error) throw next;
    return next;
  };
  return { work, times, left };
};

test('while there is more to do it goes on at once, and rests when there is not', async () => {
  const { work, times, left } = working(5, 5, 5);
  const going = repeatedly('test', work);
  await vi.waitFor(() => expect(times.length).toBe(4));
  expect(left).toEqual([]);
  expect(going.isBusy()).toBe(false);
  await delay(200);
  expect(times.length).toBe(4);
  await going.stop();
});

test.each([
  ['what cannot be done now', null],
  ['what breaks down', new Error('broken')],
])('%s is not tried again at once, and keeps nothing else waiting', async (_what, result) => {
  const { work, times } = working(1, result, 1);
  const going = repeatedly('test', work);
  await vi.waitFor(() => expect(times.length).toBe(2));
  await delay(200);
  expect(times.length).toBe(2);
  expect(going.isBusy()).toBe(false);
  // Stopping ends the rest as well.
  await going.stop();
  expect(times.length).toBe(2);
});

test('it ends after the piece that is under way, and not in its middle', async () => {
  let isDone = false;
  const going = repeatedly('test', async () => {
    await delay(150);
    isDone = true;
    return 1;
  });
  await delay(20);
  await going.stop();
  expect(isDone).toBe(true);
});
