import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { useKeeping } from './use-keeping';

const went = vi.hoisted(() => [] as string[]);
vi.mock('next/navigation', () => ({
  useRouter: () => ({ push: (address: string) => went.push(address), refresh() {} }),
}));

beforeEach(() => {
  vi.useFakeTimers();
  went.length = 0;
});
afterEach(() => {
  vi.useRealTimers();
});

type Sent = { readonly remark: string; readonly finish: boolean };
/** A desk on which a remark is typed, and a school that takes its time and refuses what it is told to. */
function desk(isMarked = false) {
  const arrived: Sent[] = [];
  const ways: { takes: number; answer: Result<unknown> }[] = [];
  const saving = (remark: string) => async (finish: boolean) => {
    const { takes, answer } = ways.shift() ?? { takes: 20, answer: ok(null) };
    await new Promise((resolve) => setTimeout(resolve, takes));
    if (answer.ok) arrived.push({ remark, finish });
    return answer;
  };
  const { result, rerender, unmount } = renderHook(({ save }) => useKeeping(save, isMarked, '/marking/next'), {
    initialProps: { save: saving('') },
  });
  return {
    ...{ arrived, ways, unmount },
    now: () => result.current,
    type: (remark: string) => rerender({ save: saving(remark) }),
    later: (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms)),
    does: (deed: 'finish' | 'leave') => act(async () => void result.current[deed]()),
  };
}
const broken = fail('unreachable', 'The school cannot be reached.');

test('what is typed is kept when typing pauses, once, and not before anything is typed', async () => {
  const own = desk();
  await own.later(5000);
  expect([own.arrived, own.now().kept]).toEqual([[], 'yes']);
  for (const remark of ['G', 'Go', 'Good']) {
    own.type(remark);
    await own.later(300);
  }
  expect(own.now().kept).toBe('no');
  await own.later(1000);
  expect([own.arrived, own.now().kept]).toEqual([[{ remark: 'Good', finish: false }], 'yes']);
});

test('an older version that takes long does not come after a newer one, and keeps nothing of it', async () => {
  const own = desk();
  own.ways.push({ takes: 5000, answer: ok(null) });
  own.type('Go');
  await own.later(1000);
  own.type('Good');
  await own.later(1000);
  expect([own.arrived, own.now().kept]).toEqual([[], 'keeping']);
  await own.later(5000);
  expect(own.arrived.map(({ remark }) => remark)).toEqual(['Go', 'Good']);
  expect(own.now().kept).toBe('yes');
});

test('finishing sends what is there once, and goes on to the next work', async () => {
  const own = desk();
  own.type('Good');
  await own.does('finish');
  await own.later(5000);
  expect(own.arrived).toEqual([{ remark: 'Good', finish: true }]);
  expect(went).toEqual(['/marking/next']);
});

test('Ctrl or Command with Enter finishes, and Enter alone does not', async () => {
  const own = desk();
  own.type('Good');
  const press = (more: KeyboardEventInit) =>
    act(async () => {
      window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', ...more }));
    });
  await press({});
  await own.later(100);
  expect(own.arrived).toEqual([]);
  await press({ ctrlKey: true });
  await own.later(100);
  expect(own.arrived).toEqual([{ remark: 'Good', finish: true }]);
});

test('what could not be finished stays on the desk, says why, and can be finished again', async () => {
  const own = desk();
  own.ways.push({ takes: 20, answer: fail('invalid', 'Give points to every criterion.') });
  own.type('Good');
  await own.does('finish');
  await own.later(100);
  expect([own.now().problem?.sentence, own.now().kept, own.now().busy]).toEqual([
    'Give points to every criterion.',
    'no',
    false,
  ]);
  expect(went).toEqual([]);
  await own.does('finish');
  await own.later(100);
  expect([own.now().problem, went]).toEqual([null, ['/marking/next']]);
});

test('nobody leaves the desk while something typed is neither kept nor on its way', async () => {
  const own = desk();
  own.ways.push({ takes: 20, answer: broken });
  own.type('Good');
  await own.does('leave');
  await own.later(100);
  expect([went, own.now().problem?.sentence]).toEqual([[], 'The school cannot be reached.']);
  await own.does('leave');
  await own.later(100);
  expect([went, own.arrived.length]).toEqual([['/marking'], 1]);
});

test('who leaves while it is on its way goes once it has arrived, and stays where it has not', async () => {
  for (const [answer, expected] of [
    [ok(null), ['/marking']],
    [broken, []],
  ] as const) {
    went.length = 0;
    const own = desk();
    own.ways.push({ takes: 3000, answer });
    own.type('Good');
    await own.later(1000);
    expect(own.now().kept).toBe('keeping');
    await own.does('leave');
    await own.later(1000);
    expect(went).toEqual([]);
    await own.later(3000);
    expect(went).toEqual(expected);
    own.unmount();
  }
});

test('who goes to another work in the middle of a word has it kept, once', async () => {
  const own = desk();
  own.type('Goo');
  await own.later(100);
  own.unmount();
  await own.later(5000);
  expect(own.arrived).toEqual([{ remark: 'Goo', finish: false }]);
  const kept = desk();
  kept.type('Good');
  await kept.later(2000);
  kept.unmount();
  await kept.later(5000);
  expect(kept.arrived).toHaveLength(1);
});

test('a mark that its learner has seen is changed by finishing it, and by nothing else', async () => {
  const own = desk(true);
  own.type('Very good');
  await own.later(10_000);
  expect([own.arrived, own.now().kept]).toEqual([[], 'no']);
  // Whoever leaves instead is asked once, anew after each change.
  await own.does('leave');
  expect([went, own.now().problem?.sentence]).toEqual([
    [],
    expect.stringMatching(/is not kept yet: finish it, or leave/),
  ]);
  own.type('Very good!');
  await own.does('leave');
  expect(went).toEqual([]);
  await own.does('leave');
  expect(went).toEqual(['/marking']);
  own.type('Very good');
  await own.does('finish');
  await own.later(100);
  expect(own.arrived).toEqual([{ remark: 'Very good', finish: true }]);
});

describe('a page that is closed', () => {
  const asksBefore = () => !window.dispatchEvent(new Event('beforeunload', { cancelable: true }));
  test('sends what waits for typing to pause, once, without asking', async () => {
    const own = desk();
    own.type('Good');
    expect(asksBefore()).toBe(false);
    await act(async () => void window.dispatchEvent(new Event('pagehide')));
    await own.later(5000);
    expect(own.arrived).toEqual([{ remark: 'Good', finish: false }]);
  });
  test.each<[what: string, isMarked: boolean, answer: Result<unknown>, asks: boolean]>([
    ['is kept', false, ok(null), false],
    ['could not be kept', false, broken, true],
    ['changes a mark that was seen', true, ok(null), true],
  ])('asks first where what was typed %s: %s', async (_, isMarked, answer, asks) => {
    const own = desk(isMarked);
    own.ways.push({ takes: 20, answer });
    own.type('Good');
    await own.later(2000);
    expect(asksBefore()).toBe(asks);
    own.unmount();
    expect(asksBefore()).toBe(false);
  });
});
