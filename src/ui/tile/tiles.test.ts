import fc from 'fast-check';
import { expect, test } from 'vitest';
import { apply } from '@/core/kernel/change';
import { planEdit } from '@/core/outline';
import { edited, empty, film, id, lesson, section, set } from '@/core/outline/testing';
import { anyEdit } from '@/core/outline/testing-edits';
import { publishedRows, tilesOf } from './tiles';

const begun = edited(empty, section(1), section(2), lesson(11, 1), lesson(12, 1, 'quiz'), lesson(21, 2, 'film'));

test('tiles made from those before are what they are made anew, and what has not changed is the same object', () => {
  fc.assert(
    fc.property(fc.array(anyEdit, { minLength: 1, maxLength: 12 }), (edits) => {
      let outline = begun;
      let rows = tilesOf(outline, new Map());
      for (const edit of edits) {
        const planned = planEdit(outline, edit);
        if (!planned.ok) continue;
        outline = apply(outline, planned.value);
        const next = tilesOf(outline, new Map(), undefined, rows);
        const anew = tilesOf(outline, new Map());
        expect(next).toEqual(anew);
        const [tilesBefore, tilesNow] = [rows, next].map((all) => all.flatMap(({ tiles }) => tiles));
        for (const tile of tilesNow ?? []) {
          const old = tilesBefore?.find((one) => one.lesson.id === tile.lesson.id);
          const isSame = old && JSON.stringify(old) === JSON.stringify(tile) && old.lesson === tile.lesson;
          if (isSame) expect(tile).toBe(old);
        }
        rows = next;
      }
    }),
  );
});

test('nothing changed, nothing is made anew', () => {
  const rows = tilesOf(begun, new Map());
  const again = tilesOf(begun, new Map(), undefined, rows);
  for (const [i, row] of again.entries()) expect(row).toBe(rows[i]);
});

test('a tile has its number, its minutes with its film, and its share of what is to be settled', () => {
  const outline = edited(begun, set('lesson', 21, { mediaId: film.id }));
  const media = new Map([[film.id, film]]);
  const findings = [
    { rule: 'x', level: 'settle', sentence: '', place: { stage: 'build', id: id(21) } },
    { rule: 'y', level: 'look', sentence: '', place: { stage: 'build', id: id(21) } },
    { rule: 'z', level: 'look', sentence: '', place: { stage: 'build', id: id(21) } },
  ] as unknown as Parameters<typeof tilesOf>[2];
  const [, second] = tilesOf(outline, media, findings);
  expect(second?.tiles[0]).toMatchObject({
    number: '2.1',
    kind: 'film',
    settle: 1,
    look: 2,
    captions: film.captions.length,
  });
  expect(second?.minutes).toBe(second?.tiles[0]?.minutes);
});

test('rows as an edition has them are without what is only planned, and without sections of nothing else', () => {
  const ready = (n: number) => set('lesson', n, { state: 'ready' });
  const outline = edited(
    begun,
    ready(11),
    set('lesson', 21, { state: 'planned' }),
    set('lesson', 12, { state: 'planned' }),
  );
  expect(publishedRows(tilesOf(outline, new Map())).map(({ tiles }) => tiles.map((tile) => tile.lesson.id))).toEqual([
    [id(11)],
  ]);
});
