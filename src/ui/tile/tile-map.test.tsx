import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { edited, empty, id, lesson, section } from '@/core/outline/testing';
import { faultsIn, shown } from '../testing';
import { TileLegend, TileMap } from './TileMap';
import { tilesOf } from './tiles';

const outline = edited(
  empty,
  section(1),
  section(2),
  lesson(11, 1),
  lesson(12, 1, 'quiz'),
  lesson(13, 1, 'film'),
  lesson(21, 2),
);
const rows = tilesOf(outline, new Map());
const many = tilesOf(edited(empty, ...Array.from({ length: 20 }, (_, i) => section(i + 1))), new Map());
const tile = (n: number) => document.querySelector<HTMLElement>(`[data-tile="${id(n)}"]`) as HTMLElement;
const map = () => screen.getAllByRole('list')[0] as HTMLElement;

afterEach(() => {
  vi.restoreAllMocks();
});

test('each section is a row and each lesson a tile, with its number, kind and minutes in words', async () => {
  const { container } = shown(<TileMap rows={rows} onSelect={() => {}} />);
  expect(within(map()).getAllByRole('listitem')).toHaveLength(2);
  const names = screen.getAllByRole('button').map((one) => one.getAttribute('aria-label') ?? '');
  expect(names).toHaveLength(4);
  for (const [at, number] of ['1.1', '1.2', '1.3', '2.1'].entries())
    expect(names[at]).toMatch(new RegExp(`^${number.replace('.', '\\.')} .+: .+, \\d+ min$`));
  expect(await faultsIn(container)).toEqual([]);
});

test('a map that is only looked at has no buttons, and says the same to those who hear it', async () => {
  const { container } = shown(<TileMap rows={rows} compact />);
  expect(screen.queryAllByRole('button')).toEqual([]);
  expect(container.querySelectorAll('.visually-hidden')).toHaveLength(4);
  expect(await faultsIn(container)).toEqual([]);
});

test('a tile is chosen by a click, one more with Ctrl or Command, and what is chosen is pressed', () => {
  const onSelect = vi.fn();
  shown(<TileMap rows={rows} selected={new Set([id(12)])} onSelect={onSelect} />);
  expect(tile(12).getAttribute('aria-pressed')).toBe('true');
  expect(tile(11).getAttribute('aria-pressed')).toBe('false');
  fireEvent.click(tile(11));
  fireEvent.click(tile(13), { ctrlKey: true });
  fireEvent.click(tile(21), { metaKey: true });
  expect(onSelect.mock.calls).toEqual([
    [id(11), false],
    [id(13), true],
    [id(21), true],
  ]);
});

test('a section is gone to by its name', () => {
  const onSection = vi.fn();
  shown(<TileMap rows={rows} onSection={onSection} />);
  const [first] = screen.getAllByRole('button');
  fireEvent.click(first as HTMLElement);
  expect(onSection.mock.lastCall).toEqual([id(1)]);
});

/** Where each tile lies: 100 wide, one beside the other. */
const places = new Map([11, 12, 13, 21].map((n, i) => [n, i * 100]));
function laidOut(): void {
  document.elementFromPoint = (x) => {
    const found = [...places].find(([, left]) => x >= left && x < left + 100);
    return found ? tile(found[0]) : null;
  };
  for (const [n, left] of places) tile(n).getBoundingClientRect = () => new DOMRect(left, 0, 100, 20);
}
const pointer = (name: 'pointerDown' | 'pointerMove' | 'pointerUp', on: HTMLElement, clientX: number, more = {}) =>
  fireEvent[name](on, { clientX, clientY: 5, button: 0, pointerType: 'mouse', ...more });

test.each<[what: string, from: number, to: number, place: { sectionId: string; before: string | null }]>([
  ['before the one it is dropped on', 21, 120, { sectionId: id(1), before: id(12) }],
  ['behind it on its further half', 21, 180, { sectionId: id(1), before: id(13) }],
  ['at the end of a section', 11, 280, { sectionId: id(1), before: null }],
  ['behind its neighbour, past which it is moved', 11, 190, { sectionId: id(1), before: id(13) }],
  ['into another section', 12, 310, { sectionId: id(2), before: id(21) }],
])('a tile that is dragged comes %s', (_what, from, to, place) => {
  const onMove = vi.fn();
  shown(<TileMap rows={rows} onSelect={() => {}} onMove={onMove} />);
  laidOut();
  pointer('pointerDown', tile(from), (places.get(from) ?? 0) + 50);
  pointer('pointerMove', map(), to);
  expect(document.querySelectorAll('[data-drop]')).toHaveLength(1);
  expect(map().hasAttribute('data-dragging')).toBe(true);
  pointer('pointerUp', map(), to);
  expect(onMove.mock.calls).toEqual([[id(from), place]]);
  expect(document.querySelectorAll('[data-drop]')).toHaveLength(0);
});

test.each<[what: string, deed: () => void]>([
  [
    'that was not moved so far as to be dragged',
    () => {
      pointer('pointerMove', map(), 52);
      pointer('pointerUp', map(), 52);
    },
  ],
  [
    'that is dropped on itself',
    () => {
      pointer('pointerMove', map(), 90);
      pointer('pointerUp', map(), 90);
    },
  ],
  [
    'that is dropped where nothing is',
    () => {
      pointer('pointerMove', map(), 150);
      pointer('pointerMove', map(), 900);
      pointer('pointerUp', map(), 900);
    },
  ],
  [
    'with which the pointer has left the map',
    () => {
      pointer('pointerMove', map(), 150);
      // Leaving is told by what is come into.
      fireEvent.pointerOut(map(), { relatedTarget: document.body });
      pointer('pointerUp', map(), 150);
    },
  ],
])('a tile %s stays where it is', (_what, deed) => {
  const onMove = vi.fn();
  shown(<TileMap rows={rows} onSelect={() => {}} onMove={onMove} />);
  laidOut();
  pointer('pointerDown', tile(11), 50);
  deed();
  expect(onMove).not.toHaveBeenCalled();
  expect(document.querySelectorAll('[data-drop]')).toHaveLength(0);
});

test('a finger scrolls the map, and another button of the mouse does not drag', () => {
  const onMove = vi.fn();
  shown(<TileMap rows={rows} onSelect={() => {}} onMove={onMove} />);
  laidOut();
  for (const more of [{ pointerType: 'touch' }, { button: 2 }]) {
    pointer('pointerDown', tile(11), 50, more);
    pointer('pointerMove', map(), 150);
    pointer('pointerUp', map(), 150);
  }
  expect(onMove).not.toHaveBeenCalled();
});

test('a long course in a box can be scrolled by keyboard', async () => {
  shown(<TileMap rows={many} boxed />);
  expect(screen.getByRole('region', { name: 'Tile map' }).tabIndex).toBe(0);
});

test('the legend names every fill and mark', async () => {
  const { container } = shown(<TileLegend />);
  expect(screen.getAllByRole('listitem').map(({ textContent }) => textContent)).toEqual([
    'ready',
    'draft',
    'empty',
    'assessed',
    'to settle',
    'worth a look',
  ]);
  expect(await faultsIn(container)).toEqual([]);
});
