import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { Whereabouts } from './whereabouts';

type Said = { readonly stage: string; readonly id: string | null; readonly leaving: boolean };
const said: Said[] = [];
let isReached = true;
let visibility = 'visible';
let place: string | null = 'lesson-1';

beforeEach(() => {
  vi.useFakeTimers();
  said.length = 0;
  [isReached, visibility, place] = [true, 'visible', 'lesson-1'];
  vi.stubGlobal('document', {
    get visibilityState() {
      return visibility;
    },
  });
  vi.stubGlobal('fetch', async (_address: string, { body }: { body: string }) => {
    const { stage, id, leaving } = JSON.parse(body) as Said;
    said.push({ stage, id, leaving });
    if (!isReached) throw new Error('no line');
    return Response.json({ ok: true, value: null });
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});
const pass = (ms: number) => vi.advanceTimersByTimeAsync(ms);
const started = () => {
  const where = new Whereabouts('c', 'tab', () => place);
  return { where, end: where.start() };
};

test('moves that follow one another are told together, with where it led', async () => {
  const { where, end } = started();
  where.moved('build');
  place = 'lesson-2';
  where.moved();
  await pass(250);
  expect(said).toEqual([{ stage: 'build', id: 'lesson-2', leaving: false }]);
  end();
});

test('it is told again every so often, not while nobody looks, and at the end that the person has left, once', async () => {
  const { end } = started();
  await pass(250 + 20_000 + 250);
  expect(said).toHaveLength(2);
  visibility = 'hidden';
  await pass(60_000);
  expect(said).toHaveLength(2);
  end();
  await pass(120_000);
  expect(said.slice(2)).toEqual([{ stage: '', id: 'lesson-1', leaving: true }]);
});

test('what did not arrive is said once more soon, until it does, and not after the person has left', async () => {
  isReached = false;
  const { end } = started();
  await pass(250 + 2000 + 2000);
  expect(said).toHaveLength(3);
  isReached = true;
  await pass(2000);
  expect(said).toHaveLength(4);
  await pass(10_000);
  expect(said).toHaveLength(4);
  isReached = false;
  end();
  await pass(60_000);
  expect(said.filter(({ leaving }) => leaving)).toHaveLength(1);
  expect(said).toHaveLength(5);
});
