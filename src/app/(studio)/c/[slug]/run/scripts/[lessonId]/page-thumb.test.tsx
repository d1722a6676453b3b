import { screen } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { faultsIn, shown } from '@/ui/testing';
import { PageThumb } from './PageThumb';

test('has the room of a page before what draws it has come, so that what is pressed does not move away', async () => {
  const onMoveTo = vi.fn();
  const { container, user } = shown(
    <ul>
      <PageThumb
        page={{ hash: 'f1', page: 1, turn: 0, out: false }}
        at={0}
        count={1}
        address="/nowhere.pdf"
        others={[{ id: 's2', name: 'lene.pdf' }]}
        onChange={() => {}}
        onMove={() => {}}
        onMoveTo={onMoveTo}
      />
    </ul>,
  );
  expect(screen.getByRole('status', { name: 'Loading the page' })).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Page 1: more' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Move to lene.pdf' }));
  expect(onMoveTo.mock.calls).toEqual([['s2']]);
  expect(await faultsIn(container)).toEqual([]);
});
