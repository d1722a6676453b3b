import { act, renderHook } from '@testing-library/react';
import { beforeEach, describe, expect, test, vi } from 'vitest';
import { Owner } from '@/app/_client/own-texts';
import { ok, type Problem, type ProblemCode, type Result } from '@/core/kernel/problem';
import type { OnPage, Step } from '@/core/marking';
import { useDrawing } from './use-drawing';

const line: OnPage = {
  ...{ id: 'd1', sort: 'line', ink: 'brick', file: 'f1', page: 1 },
  ...{ from: [40, 300], to: [240, 300], width: 4 },
};

/** The steps that have reached the school, and whose; `isReached`: whether anything does. */
const school = { steps: [] as { by: string; step: Step }[], isReached: true, refuses: null as Problem | null };
let asks = '';
beforeEach(() => {
  localStorage.clear();
  Object.assign(school, { steps: [], isReached: true, refuses: null });
  vi.stubGlobal(
    'fetch',
    async (_: string, how?: { readonly body: string }): Promise<{ json(): Promise<Result<unknown>> }> => {
      if (!how)
        return {
          json: async () => ok(school.steps.map(({ by, step }, i) => ({ ...step, number: i + 1, isOwn: by === asks }))),
        };
      if (!school.isReached) throw new TypeError('no line');
      const { refuses } = school;
      if (refuses) return { json: async () => ({ ok: false, problem: refuses }) };
      school.steps.push({ by: asks, step: (JSON.parse(how.body) as { step: Step }).step });
      return { json: async () => ok(null) };
    },
  );
});

/** Somebody opens the work in this browser. */
async function opens(personId: string) {
  asks = personId;
  const { result, unmount } = renderHook(() => useDrawing('w1', ''), {
    wrapper: ({ children }) => <Owner personId={personId}>{children}</Owner>,
  });
  await vi.waitFor(() => expect(result.current.loaded).toBe(true));
  return {
    now: () => result.current,
    draws: () => act(async () => result.current.change([], [line])),
    settled: () => act(() => result.current.settled()),
    leaves: () => unmount(),
  };
}

test.each<[code: ProblemCode, stays: boolean]>([
  ['busy', true],
  ['no-room', true],
  ['not-signed-in', true],
  ['too-late', false],
])('what a school that says "%s" does not keep stays for another try: %s', async (code, stays) => {
  school.refuses = { code, sentence: 'Not now.' };
  const desk = await opens('ines');
  await desk.draws();
  await vi.waitFor(() => expect(desk.now().problem?.code).toBe(code));
  expect(desk.now().drawn).toEqual(stays ? [line] : []);
  school.refuses = null;
  expect(await desk.settled()).toBe(true);
  expect(school.steps).toHaveLength(stays ? 1 : 0);
  desk.leaves();
});

describe('what was drawn and could not be sent', () => {
  test('waits in the browser, and is sent when its marker opens the work again', async () => {
    school.isReached = false;
    const first = await opens('ines');
    await first.draws();
    await vi.waitFor(() => expect(first.now().problem?.code).toBe('unreachable'));
    first.leaves();
    school.isReached = true;
    const again = await opens('ines');
    await vi.waitFor(() => expect(school.steps).toHaveLength(1));
    expect(again.now().drawn).toEqual([line]);
    again.leaves();
    const once = await opens('ines');
    expect([once.now().drawn, school.steps.length]).toEqual([[line], 1]);
  });

  test('is neither shown to somebody else in the same browser nor sent as theirs, and is not lost by that', async () => {
    school.isReached = false;
    const first = await opens('ines');
    await first.draws();
    first.leaves();
    school.isReached = true;
    const other = await opens('temi');
    expect(other.now().drawn).toEqual([]);
    await other.draws();
    other.leaves();
    expect(school.steps.map(({ by }) => by)).toEqual(['temi']);
    await opens('ines');
    await vi.waitFor(() => expect(school.steps.map(({ by }) => by)).toEqual(['temi', 'ines']));
  });
});
