import fc from 'fast-check';
import { expect, test } from 'vitest';
import { parsed } from '../kernel/parse';
import { type BankCategory, categoriesBelow, categoryTree, drawSchema, drawText, fitsDraw, pathOf } from './bank';
import { mostSeed, paperFor } from './paper';
import { content } from './testing';
import type { Draw } from './types';

const category = (id: string, parentId: string | null = null): BankCategory => ({ id, parentId, order: id, title: id });
const tree = [category('flow'), category('float', 'flow'), category('gauge', 'flow'), category('stones')];
const draw = (part: Partial<Draw> = {}): Draw => ({
  ...{ id: 'd', order: 'm', categoryId: null, from: 1, to: 3, tags: [], count: 2, points: 3000, unseen: false },
  ...part,
});

test('the tree has every category once, below the one above it; what goes round in a circle is no endless tree', () => {
  expect(categoryTree(tree).map(({ id, depth }) => [id, depth])).toEqual([
    ['flow', 0],
    ['float', 1],
    ['gauge', 1],
    ['stones', 0],
  ]);
  expect([...categoriesBelow(tree, 'flow')]).toEqual(['flow', 'float', 'gauge']);
  const circle = [category('a', 'b'), category('b', 'a')];
  expect([...categoriesBelow(circle, 'a')].sort()).toEqual(['a', 'b']);
  expect(pathOf(circle, 'a')).toBe('b / a');
  expect(categoryTree([category('lost', 'gone')]).map(({ id }) => id)).toEqual(['lost']);
});

test.each<[Partial<Draw>, { categoryId?: string | null; difficulty?: 1 | 2 | 3; tags?: string[] }, boolean]>([
  [{}, {}, true],
  [{ categoryId: 'flow' }, { categoryId: 'float' }, true],
  [{ categoryId: 'float' }, { categoryId: 'flow' }, false],
  [{ categoryId: 'flow' }, { categoryId: null }, false],
  [{ from: 2 }, { difficulty: 1 }, false],
  [{ from: 2 }, { difficulty: 2 }, true],
  [{ to: 2 }, { difficulty: 3 }, false],
  [{ tags: ['a', 'b'] }, { tags: ['b', 'a', 'c'] }, true],
  [{ tags: ['a', 'b'] }, { tags: ['a'] }, false],
])('a draw of %j and a question of %j', (part, facts, fits) => {
  const question = { categoryId: 'stones', difficulty: 2 as const, tags: [], outcomes: [], ...facts };
  expect(fitsDraw(draw(part), question, tree)).toBe(fits);
});

test('a draw says in words what it draws', () => {
  const words = drawText(draw({ count: 4, categoryId: 'float', from: 2, tags: ['exam'], unseen: true }), tree);
  expect(words).toBe('4 of flow / float, difficulty 2 to 3, exam, not seen before');
  expect(drawText(draw({ from: 2, to: 2 }), tree)).toBe('2 of the bank, difficulty 2');
  expect(drawText(draw({ categoryId: 'gone' }), tree)).toBe('2 of a category that is gone');
});

test.each([
  [{ count: 0 }, 'Draw at least one question.'],
  [{ count: 101 }, 'Draw at most 100 questions.'],
  [{ from: 4 }, 'A difficulty is 1, 2 or 3.'],
  [{ from: 3, to: 1 }, 'Give the easier difficulty first.'],
  [{ points: -1 }, 'Points are at least 0.'],
])('a draw with %j is refused', (part, sentence) => {
  const whole = { ...draw(), id: '00000000-0000-7000-8000-000000000001', ...part };
  const read = parsed(drawSchema, whole);
  expect(read.ok ? null : read.problem.sentence).toBe(sentence);
});

const question = (id: string, order = id, bankId: string | null = null) => ({
  ...content({ prompt: id }),
  ...{ id, order, bankId },
});
const pool = Array.from({ length: 12 }, (_, i) => question(`p${String(i).padStart(2, '0')}`));
const fixed = [question('f1', 'a'), question('f2', 'z', 'p03')];
const seeds = fc.integer({ min: 0, max: mostSeed - 1 });

test('a drawn paper: the same for the same seed, nothing twice, each draw in its place and of its number, with its points', () => {
  const draws = [draw({ id: 'd1', order: 'm' }), draw({ id: 'd2', order: 'b', count: 5, points: 500 })];
  const pools = { d1: pool, d2: pool };
  fc.assert(
    fc.property(seeds, (seed) => {
      const paper = paperFor({ draws }, fixed, seed, pools);
      expect(paperFor({ draws }, fixed, seed, pools)).toEqual(paper);
      expect(paper.map(({ points }) => points)).toEqual([1000, 500, 500, 500, 500, 500, 3000, 3000, 1000]);
      expect(paper[0]?.id).toBe('f1');
      expect(paper.at(-1)?.id).toBe('f2');
      const ids = paper.map(({ id }) => id);
      expect(new Set(ids).size).toBe(ids.length);
      // What stands on the paper as it is in the bank is not drawn as well.
      expect(ids).not.toContain('p03');
    }),
  );
  const papers = Array.from({ length: 40 }, (_, seed) =>
    paperFor({ draws }, fixed, seed, pools)
      .map(({ id }) => id)
      .join(),
  );
  expect(new Set(papers).size).toBeGreaterThan(35);
});

test('each question of a pool is drawn about as often as any other', () => {
  const counts = new Map<string, number>();
  for (let seed = 0; seed < 6000; seed += 1)
    for (const { id } of paperFor({ draws: [draw({ count: 3 })] }, [], seed * 7919, { d: pool }))
      counts.set(id, (counts.get(id) ?? 0) + 1);
  // 1,500 each are expected; five standard deviations are about 170.
  expect(counts.size).toBe(12);
  for (const count of counts.values()) expect(Math.abs(count - 1500)).toBeLessThan(170);
});

test('what was not seen before comes first, and what was seen only where there is not enough else', () => {
  fc.assert(
    fc.property(seeds, fc.subarray(pool), fc.integer({ min: 1, max: 12 }), (seed, seen, count) => {
      const avoids = new Set(seen.map(({ id }) => id));
      const drawn = paperFor({ draws: [draw({ count, unseen: true })] }, [], seed, { d: pool }, avoids);
      expect(drawn).toHaveLength(count);
      const again = drawn.filter(({ id }) => avoids.has(id)).length;
      expect(again).toBe(Math.max(0, count - (pool.length - seen.length)));
    }),
  );
});

test('a draw from too few draws what there is', () => {
  expect(paperFor({ draws: [draw({ count: 9 })] }, [], 1, { d: pool.slice(0, 2) })).toHaveLength(2);
  expect(paperFor({ draws: [draw()] }, fixed, 1)).toHaveLength(2);
});
