import type { KeyboardEvent } from 'react';
import { beforeEach, expect, test, vi } from 'vitest';
import { type Design, emptyDesign, newThing, type Thing } from '@/core/certificate';
import { newId } from '@/ui/ids';
import { answerKey, type CanvasPage } from './keys';

/** A page with three things, as the canvas has it, and keys pressed on it. */
function page(chosen: readonly number[] = []) {
  const empty = emptyDesign('a4-across');
  const things = (['text', 'rule', 'frame'] as const).map((sort) => newThing(sort, 'a4-across', newId()));
  let design: Design = { ...empty, things };
  let selected: ReadonlySet<string> = new Set(chosen.map((n) => things[n]?.id ?? ''));
  const done: string[] = [];
  const kinds: (string | undefined)[] = [];
  const canvas = (): CanvasPage => ({
    ...{ design, selected },
    select: (next) => {
      selected = new Set(next);
    },
    change: (next, kind) => {
      design = next(design);
      kinds.push(kind);
    },
    undo: () => done.push('undo'),
    redo: () => done.push('redo'),
  });
  const press = (keys: string): boolean => {
    const parts = keys.split('+');
    const key = parts.at(-1) ?? '';
    const event = {
      ...{
        key,
        shiftKey: parts.includes('Shift'),
        ctrlKey: parts.includes('Control'),
        metaKey: parts.includes('Meta'),
      },
      ...{ altKey: parts.includes('Alt'), preventDefault: vi.fn() },
    };
    answerKey(canvas(), event as unknown as KeyboardEvent);
    return event.preventDefault.mock.calls.length > 0;
  };
  const number = (id: string) => things.findIndex((one) => one.id === id);
  return {
    ...{ press, done, kinds },
    things: (): readonly Thing[] => design.things,
    thing: (n: number): Thing => design.things.find(({ id }) => id === things[n]?.id) as Thing,
    order: () => design.things.map(({ id }) => number(id)),
    chosen: () => [...selected].map(number),
  };
}

beforeEach(() => {
  const kept = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
  });
});

test.each([
  ['ArrowRight', 0.1, 0],
  ['ArrowLeft', -0.1, 0],
  ['ArrowDown', 0, 0.1],
  ['Shift+ArrowUp', 0, -5],
  ['Shift+ArrowRight', 5, 0],
])('%s moves what is chosen by %d and %d millimetres, and nothing else', (keys, x, y) => {
  const own = page([0, 1]);
  const before = [0, 1, 2].map((n) => own.thing(n).box);
  expect(own.press(keys)).toBe(true);
  for (const n of [0, 1]) {
    expect(own.thing(n).box.x - (before[n]?.x ?? 0)).toBeCloseTo(x, 6);
    expect(own.thing(n).box.y - (before[n]?.y ?? 0)).toBeCloseTo(y, 6);
  }
  expect(own.thing(2).box).toEqual(before[2]);
  // Arrows one after the other are one step back.
  own.press(keys);
  expect(new Set(own.kinds).size).toBe(1);
  expect(own.kinds[0]).toMatch(/^arrow\//);
});

test.each([
  [[0], 'Control+]', false, [0, 1, 2]],
  [[0], ']', true, [1, 0, 2]],
  [[0], '}', true, [1, 2, 0]],
  [[2], '[', true, [0, 2, 1]],
  [[1, 2], '{', true, [1, 2, 0]],
  [[], ']', false, [0, 1, 2]],
])('of %j, %s answers %s and leaves the order %j', (chosen, keys, isAnswered, order) => {
  const own = page(chosen);
  expect([own.press(keys), own.order()]).toEqual([isAnswered, order]);
});

test('from one thing to the next with Tab, and past the last one out of the page', () => {
  const own = page();
  const way = ['Tab', 'Tab', 'Tab', 'Tab', 'Shift+Tab', 'Shift+Tab'].map((keys) => [own.press(keys), own.chosen()]);
  expect(way).toEqual([
    [true, [0]],
    [true, [1]],
    [true, [2]],
    [false, []],
    [true, [2]],
    [true, [1]],
  ]);
  own.press('h');
  own.press('Escape');
  expect(own.chosen()).toEqual([]);
  own.press('Tab');
  own.press('Tab');
  // What is hidden is passed over.
  expect(own.chosen()).toEqual([2]);
  expect(own.press('Control+a')).toBe(true);
  expect(own.chosen()).toEqual([0, 2]);
});

test('locked and hidden by a key, and by the same key no more; what is locked is not moved and not removed', () => {
  const own = page([0, 1]);
  own.press('l');
  expect([0, 1, 2].map((n) => own.thing(n).locked)).toEqual([true, true, false]);
  const before = own.thing(0).box;
  own.press('ArrowRight');
  expect(own.thing(0).box).toEqual(before);
  own.press('Delete');
  expect(own.things().length).toBe(3);
  const other = page([0, 1]);
  other.press('h');
  other.press('h');
  expect([0, 1].map((n) => other.thing(n).hidden)).toEqual([false, false]);
  other.press('Backspace');
  expect([other.things().length, other.chosen()]).toEqual([1, []]);
});

test('copied, put down again and doubled a little further, each with a name of its own; taken back and done again', () => {
  const own = page([0, 2]);
  own.press('Control+c');
  expect(own.press('Control+v')).toBe(true);
  own.press('Meta+d');
  const all = own.things();
  expect([all.length, new Set(all.map(({ id }) => id)).size]).toEqual([7, 7]);
  expect(all[3]?.box.x).toBeCloseTo((all[0]?.box.x ?? 0) + 4, 6);
  expect(all[5]?.box.x).toBeCloseTo((all[0]?.box.x ?? 0) + 8, 6);
  // What was copied is there for another design too.
  const other = page();
  other.press('Control+v');
  expect(other.things().length).toBe(5);
  own.press('Control+z');
  own.press('Control+Shift+z');
  own.press('Control+y');
  expect(own.done).toEqual(['undo', 'redo', 'redo']);
  localStorage.setItem('mosaik.certificate-things', 'nothing that can be read');
  expect(other.press('Control+v')).toBe(true);
  expect(other.things().length).toBe(5);
});

test.each(['x', 'Alt+ArrowRight', 'Control+s', 'Enter'])('%s is no key of the page', (keys) => {
  const own = page([0]);
  const before = own.things();
  expect([own.press(keys), own.things()]).toEqual([false, before]);
});
