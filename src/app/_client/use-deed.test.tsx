import { renderHook } from '@testing-library/react';
import { expect, test } from 'vitest';
import { useDeed } from './use-deed';

test('what is tried again is one deed; anything else, and the same once more after it is done, is another', () => {
  const { result, rerender } = renderHook(() => useDeed());
  const [walls, hedges] = [{ name: 'Walls' }, { name: 'Hedges' }];
  const first = result.current.nameOf(walls);
  rerender();
  expect(result.current.nameOf({ ...walls })).toBe(first);
  const other = result.current.nameOf(hedges);
  expect(other).not.toBe(first);
  result.current.isDone();
  expect([first, other]).not.toContain(result.current.nameOf(hedges));
});
