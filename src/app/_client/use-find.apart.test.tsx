import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { goesTo } from '@/ui/frame/on-the-way';
import { useFind } from './use-find';

const asked = vi.hoisted(() => [] as string[]);
const router = vi.hoisted(() => ({ replace: (address: string) => asked.push(address) }));
vi.mock('next/navigation', () => ({ useRouter: () => router, usePathname: () => '/library' }));

beforeEach(() => {
  vi.useFakeTimers();
  asked.length = 0;
  window.history.pushState({}, '', '/library?only=films&page=3');
});
afterEach(() => {
  vi.useRealTimers();
});

/** What the list is asked for once words were typed; `meanwhile`: what is done before typing pauses. */
async function typed(words: string, meanwhile: () => void = () => {}): Promise<string[]> {
  const { result } = renderHook(() => useFind(''));
  act(() => result.current.setWords(words));
  meanwhile();
  await act(() => vi.advanceTimersByTimeAsync(1000));
  return asked;
}

test.each<[what: string, words: string, meanwhile: () => void, asked: readonly string[]]>([
  ['words go with what is chosen, from its first page', 'weir', () => {}, ['/library?only=films&find=weir']],
  ['no words any more', ' ', () => {}, ['/library?only=films']],
  ['another choice that is on its way stays', 'weir', () => goesTo('?only=sound'), ['/library?only=sound&find=weir']],
  ['whoever has left the list is not brought back', 'weir', () => goesTo('/courses'), []],
  [
    'what was on its way and has come is where it is looked',
    'weir',
    () => {
      goesTo('/library?only=sound');
      window.history.pushState({}, '', '/library?only=sound&sort=size');
    },
    ['/library?only=sound&sort=size&find=weir'],
  ],
  [
    'whoever has come back from there is where they were',
    'weir',
    () => {
      goesTo('/library?only=sound');
      window.history.pushState({}, '', '/library?only=sound');
      window.history.pushState({}, '', '/library?only=films&page=3');
    },
    ['/library?only=films&find=weir'],
  ],
])('%s', async (_, words, meanwhile, expected) => {
  expect(await typed(words, meanwhile)).toEqual(expected);
});
