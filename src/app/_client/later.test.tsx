import { act, fireEvent, renderHook, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
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

function later() {
  const done: object[] = [];
  const { result, rerender, unmount } = renderHook(({ to }) => useLater((fields) => to.push(fields)), {
    initialProps: { to: done },
  });
  return { done, ask: (fields: object) => result.current(fields), rerender, unmount };
}

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
function Field({ onKeep }: { readonly onKeep: (fields: object) => void }) {
  const keep = useLater(onKeep);
  return <input aria-label="Title" onChange={(event) => keep({ title: event.currentTarget.value })} />;
}

test('who goes from one field to the next has kept the first', () => {
  const onKeep = vi.fn();
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
