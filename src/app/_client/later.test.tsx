import { act, fireEvent, renderHook, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { fail, ok, type ProblemCode, type Result } from '@/core/kernel/problem';
import { shown } from '@/ui/testing';
import { keptText } from './kept-text';
import { useLater } from './useLater';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
  localStorage.clear();
});

type Done = { readonly fields: object; end(how?: Result<unknown>): Promise<void> };

/** Something that is done later: each time by hand, when `takes` is set, and else at once. */
function later(takes = false) {
  const done: object[] = [];
  const going: Done[] = [];
  const doing = (to: object[]) => (fields: object) => {
    to.push(fields);
    if (!takes) return Promise.resolve<Result<unknown>>(ok(null));
    return new Promise<Result<unknown>>((resolve) => {
      going.push({ fields, end: (how = ok(null)) => act(async () => resolve(how)) });
    });
  };
  const { result, rerender, unmount } = renderHook(({ to }) => useLater(doing(to)), { initialProps: { to: done } });
  return { done, going, ask: (fields: object) => result.current(fields), rerender, unmount };
}
const cut = fail('unreachable', 'The school cannot be reached.');
/** Whether the browser asks before the page is left. */
const asksBefore = () => !window.dispatchEvent(new Event('beforeunload', { cancelable: true }));

test('one is on its way at a time, and the newest after it, also when the field is left meanwhile', async () => {
  const { done, going, ask } = later(true);
  ask({ title: 'R' });
  vi.advanceTimersByTime(600);
  ask({ title: 'Re' });
  ask({ title: 'Reach' });
  window.dispatchEvent(new Event('focusout'));
  vi.advanceTimersByTime(10_000);
  expect(done).toEqual([{ title: 'R' }]);
  await going[0]?.end();
  expect(done).toEqual([{ title: 'R' }, { title: 'Reach' }]);
  await going[1]?.end();
  vi.advanceTimersByTime(10_000);
  expect(done).toHaveLength(2);
});

test('what came while one was on its way waits for its own pause', async () => {
  const { done, going, ask } = later(true);
  ask({ title: 'R' });
  vi.advanceTimersByTime(600);
  ask({ title: 'Re' });
  await going[0]?.end();
  expect(done).toHaveLength(1);
  vi.advanceTimersByTime(600);
  expect(done).toEqual([{ title: 'R' }, { title: 'Re' }]);
});

test.each<ProblemCode>(['unreachable', 'busy', 'no-room'])(
  'where the school is %s it is tried again, with what was typed since, and the page is not left without a word',
  async (code) => {
    const notNow = fail(code, 'Not now.');
    const { done, going, ask } = later(true);
    ask({ title: 'R', minutes: 5 });
    vi.advanceTimersByTime(600);
    expect(asksBefore()).toBe(false);
    await going[0]?.end(notNow);
    expect(asksBefore()).toBe(true);
    vi.advanceTimersByTime(4000);
    expect(done).toHaveLength(2);
    ask({ title: 'Reach' });
    await going[1]?.end(notNow);
    vi.advanceTimersByTime(4000);
    expect(done.at(-1)).toEqual({ title: 'Reach', minutes: 5 });
    await going[2]?.end();
    expect(asksBefore()).toBe(false);
    vi.advanceTimersByTime(60_000);
    expect(done).toHaveLength(3);
  },
);

test.each<[string, Result<unknown>, boolean]>([
  ['refused it is not sent again', fail('invalid', 'This is too long.'), false],
  ['for a part that is gone it is tried once', cut, true],
])('%s', async (_, how, leaves) => {
  const { done, going, ask, unmount } = later(true);
  ask({ title: 'Reach' });
  if (leaves) unmount();
  else vi.advanceTimersByTime(600);
  await going[0]?.end(how);
  vi.advanceTimersByTime(60_000);
  expect([done, asksBefore()]).toEqual([[{ title: 'Reach' }], false]);
});

test('a page that is left does not wait for what is on its way', () => {
  const { done, ask } = later(true);
  ask({ title: 'R' });
  vi.advanceTimersByTime(600);
  ask({ title: 'Reach' });
  window.dispatchEvent(new Event('pagehide'));
  expect(done).toEqual([{ title: 'R' }, { title: 'Reach' }]);
});

test('what is asked for in one go is done once, joined, when nothing has been asked for a while', () => {
  const { done, ask } = later();
  ask({ title: 'R' });
  vi.advanceTimersByTime(500);
  ask({ title: 'Re' });
  ask({ minutes: 12 });
  vi.advanceTimersByTime(500);
  expect(done).toEqual([]);
  vi.advanceTimersByTime(200);
  expect(done).toEqual([{ title: 'Re', minutes: 12 }]);
  vi.advanceTimersByTime(10_000);
  expect(done).toHaveLength(1);
});

test.each<[string, (own: ReturnType<typeof later>) => void]>([
  ['the page is left', () => window.dispatchEvent(new Event('pagehide'))],
  ['the field is left', () => window.dispatchEvent(new Event('focusout'))],
  ['the part is taken away', ({ unmount }) => unmount()],
])('nothing is lost when %s', (_what, leave) => {
  const own = later();
  own.ask({ title: 'Reach' });
  leave(own);
  expect(own.done).toEqual([{ title: 'Reach' }]);
  vi.advanceTimersByTime(10_000);
  expect(own.done).toHaveLength(1);
});

test('it is done as it would be done now, not as it was when it was asked for', () => {
  const own = later();
  const newer: object[] = [];
  own.ask({ title: 'Reach' });
  own.rerender({ to: newer });
  vi.advanceTimersByTime(1000);
  expect([own.done, newer]).toEqual([[], [{ title: 'Reach' }]]);
});

test('a text is kept under its name, and is gone once there is none', () => {
  const [one, other] = [keptText('a'), keptText('b')];
  one.set('typed');
  expect([one.get(), other.get()]).toEqual(['typed', null]);
  one.set(null);
  expect([one.get(), localStorage.length]).toEqual([null, 0]);
});

test('a browser that keeps nothing, or tells nothing, stops nobody', () => {
  const refuse = () => {
    throw new DOMException('refused', 'SecurityError');
  };
  for (const name of ['getItem', 'setItem', 'removeItem'] as const)
    vi.spyOn(Storage.prototype, name).mockImplementation(refuse);
  const kept = keptText('a');
  expect(() => kept.set('typed')).not.toThrow();
  expect(() => kept.set(null)).not.toThrow();
  expect(kept.get()).toBeNull();
});

/** A field that asks for what is typed to be kept a little later. */
function Field({ onKeep }: { readonly onKeep: (fields: object) => Promise<Result<unknown>> }) {
  const keep = useLater(onKeep);
  return <input aria-label="Title" onChange={(event) => keep({ title: event.currentTarget.value })} />;
}

test('who goes from one field to the next has kept the first', () => {
  const onKeep = vi.fn(async (_: object) => ok(null));
  shown(
    <>
      <Field onKeep={onKeep} />
      <button type="button">Next</button>
    </>,
  );
  const field = screen.getByLabelText('Title');
  act(() => field.focus());
  fireEvent.change(field, { target: { value: 'Reach' } });
  act(() => screen.getByRole('button').focus());
  expect(onKeep.mock.calls).toEqual([[{ title: 'Reach' }]]);
});
