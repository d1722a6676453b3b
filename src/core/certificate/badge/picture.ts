import { unsafeUniformIntDistribution, xoroshiro128plus } from 'pure-rand';
import { type Design, designVersion, inks, papers, type TextLine, type Thing, type ThingOf } from '../design';

/** Millimetres: a badge is the square at the top of an upright page. */
export const badgeSide = papers['a4-upright'].width;

/** Inks a badge is laid in; which one, its course decides. */
const grounds = [
  { main: inks.malachite.value, light: '#7fb39f', pale: '#d5e8df' },
  { main: inks.lapis.value, light: '#8ea3cf', pale: '#dde5f5' },
  { main: inks.plum.value, light: '#b58fae', pale: '#efdfec' },
  { main: inks.brick.value, light: '#d39a8d', pale: '#f6e2db' },
] as const;

/** A number that is the same for the same words (FNV-1a, 32 bits). */
function numberOf(words: string): number {
  let state = 2166136261;
  for (const letter of words) state = Math.imul(state ^ (letter.codePointAt(0) ?? 0), 16777619) >>> 0;
  return state;
}

const perSide = 14;
const gap = 1.2;
const tile = (badgeSide - gap * (perSide + 1)) / perSide;

const usual = { title: '', locked: false, hidden: false, shownIf: null } as const;
const square = (id: string, column: number, row: number, fill: string): ThingOf<'shape'> => ({
  ...usual,
  ...{ id, sort: 'shape', shape: 'rectangle', fill, stroke: null, line: 0 },
  box: { x: gap + column * (tile + gap), y: gap + row * (tile + gap), width: tile, height: tile },
});
const text = (
  id: string,
  lines: readonly TextLine[],
  box: Thing['box'],
  wish: Partial<ThingOf<'text'>>,
): ThingOf<'text'> => ({
  ...usual,
  ...{ id, sort: 'text', lines, box, face: 'sans', weight: 'regular', colour: inks.ink.value, size: 60, smallest: 4 },
  ...{ align: 'middle', stands: 'middle', spacing: 0, leading: 1.15, wrap: 'many' },
  ...wish,
});

/**
 * How the badge of a course looks: a square of tiles around its title and the school, in an ink and an order of its
 * own. `seed`: what tells the course from others.
 */
export function badgeDesign(seed: string): Design {
  const random = xoroshiro128plus(numberOf(seed));
  const next = (bound: number) => unsafeUniformIntDistribution(0, bound - 1, random);
  const { main, light, pale } = grounds[next(grounds.length)] ?? grounds[0];
  const things: Thing[] = [];
  for (let row = 0; row < perSide; row += 1)
    for (let column = 0; column < perSide; column += 1) {
      const fromEdge = Math.min(row, column, perSide - 1 - row, perSide - 1 - column);
      if (fromEdge > 1) continue;
      const within = fromEdge === 0 ? main : pale;
      const fill = [inks.saffron.value, light, light, within, within, within][next(9)] ?? main;
      things.push(square(`tile-${row}-${column}`, column, row, fill));
    }
  const inner = 2 * (tile + gap) + gap + 6;
  const wide = badgeSide - 2 * inner;
  things.push(
    text(
      'school',
      [[{ field: 'school' }]],
      { x: inner, y: inner + 2, width: wide, height: 22 },
      { size: 30, colour: main, wrap: 'two' },
    ),
    text(
      'course',
      [[{ field: 'course' }]],
      { x: inner, y: inner + 27, width: wide, height: 78 },
      { weight: 'bold', size: 72 },
    ),
    {
      ...usual,
      ...{ id: 'rule', sort: 'rule', colour: main, line: 3, dash: 'solid' },
      box: { x: badgeSide / 2 - 24, y: inner + 109, width: 48, height: 2 },
    },
    text(
      'year',
      [[{ words: 'Certificate' }]],
      { x: inner, y: badgeSide - inner - 20, width: wide, height: 14 },
      { size: 26, spacing: 60, colour: inks.stone.value },
    ),
  );
  return { version: designVersion, paper: 'a4-upright', ground: inks.white.value, background: null, things };
}
