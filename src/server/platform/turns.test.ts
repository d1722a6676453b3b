import { expect, test } from 'vitest';
import { turns } from './turns';

test('while something long is done, whatever else waits has its turn again and again, and not at every step', async () => {
  const turn = turns();
  let [isDone, others, steps] = [false, 0, 0];
  const other = () => {
    others += 1;
    if (!isDone) setImmediate(other);
  };
  setImmediate(other);
  const until = performance.now() + 300;
  while (performance.now() < until) {
    await turn();
    steps += 1;
  }
  isDone = true;
  expect(others).toBeGreaterThan(1);
  expect(steps).toBeGreaterThan(others * 10);
});
