import bidiFactory from 'bidi-js';
import type { Font } from 'fontkit';
import type { Face, Weight } from '@/core/certificate';
import { fontOf, type LoadedFont, type TypefaceName, typefaceNames } from './fonts';
import { shaped } from './shaped';

/**
 * The one text setter: what a certificate looks like on screen and in its PDF is set here and nowhere else. A line
 * is cut into runs of one typeface, one direction (Unicode bidirectional algorithm, UAX 9) and one word; each run
 * is shaped by its font (GSUB and GPOS: joined letters, placed marks, kerning), brackets in runs from right to left
 * are mirrored, and the runs are put in the order in which they are seen.
 */
export type SetRun = {
  readonly font: LoadedFont;
  /** As it is given to the shaper: in the order it is read, mirrored where needed. */
  readonly text: string;
  /** Points from the left of the line. */
  readonly x: number;
  /** Points between its letters. */
  readonly spacing: number;
};
export type SetLine = {
  readonly runs: readonly SetRun[];
  /** Points. */
  readonly width: number;
  /** Letters that no typeface here has, in order, each once. */
  readonly missing: readonly string[];
};

const bidi = bidiFactory();
const graphemes = new Intl.Segmenter('und', { granularity: 'grapheme' });

/** Signs that belong to no script, and stay with the typeface of what stands before them if it has them. */
const common = /^[\p{Script=Common}\p{Script=Inherited}]+$/u;
/** Which typeface is asked first for the letters of a script. Kana tells Japanese from Chinese, Hangul is Korean. */
const ofScript: readonly (readonly [RegExp, TypefaceName])[] = [
  [/\p{Script=Arabic}/u, 'arabic'],
  [/\p{Script=Hebrew}/u, 'hebrew'],
  [/\p{Script=Devanagari}/u, 'devanagari'],
  [/\p{Script=Bengali}/u, 'bengali'],
  [/\p{Script=Tamil}/u, 'tamil'],
  [/\p{Script=Thai}/u, 'thai'],
  [/\p{Script=Georgian}/u, 'georgian'],
  [/\p{Script=Armenian}/u, 'armenian'],
  [/\p{Script=Ethiopic}/u, 'ethiopic'],
  [/[\p{Script=Hiragana}\p{Script=Katakana}]/u, 'japanese'],
  [/\p{Script=Hangul}/u, 'korean'],
];

/**
 * A doubling sign is placed before the vowel that stands on it, whatever the canonical order of the two (Unicode 16,
 * 9.2).
 */
const vowelBeforeDoubling = /([\u064b-\u0650]+)(\u0651)/g;

/** Signs that join, part and turn letters, and show nothing of their own. */
const invisible = new Set(['\u200c', '\u200d', '\u200e', '\u200f', '\u2060', '\ufe0f']);

const has = (font: Font, text: string): boolean =>
  [...text].every((letter) => invisible.has(letter) || font.hasGlyphForCodePoint(letter.codePointAt(0) ?? 0));

/** Whose characters they are that Chinese, Japanese and Korean share, told by what else is written. */
function hanOf(whole: string): TypefaceName {
  if (/[\p{Script=Hiragana}\p{Script=Katakana}]/u.test(whole)) return 'japanese';
  return /\p{Script=Hangul}/u.test(whole) ? 'korean' : 'chinese';
}

/** The typefaces to try for a piece of text, the best first. */
function orderFor(face: Face, piece: string, whole: string): TypefaceName[] {
  const own = ofScript.find(([script]) => script.test(piece))?.[1];
  const han = /\p{Script=Han}/u.test(piece) ? hanOf(whole) : null;
  return [
    ...new Set<TypefaceName>([
      ...(own ? [own] : []),
      ...(han ? [han as TypefaceName] : []),
      face,
      'serif',
      'sans',
      ...typefaceNames,
    ]),
  ];
}

type Piece = { text: string; font: LoadedFont; level: number; isSpace: boolean; isCommon: boolean };

/** Letters of these scripts join, or stand on one another: nothing parts them. */
const joined = /[\p{Script=Arabic}\p{Script=Devanagari}\p{Script=Bengali}\p{Script=Tamil}\p{Script=Thai}]/u;

/** Lines that were set. Of a thousand certificates most lines are the same, and each is measured in many ways first. */
const lines = new Map<string, SetLine>();
const mostLines = 5000;

/** Sets a line of words at a size in points, its letters parted by so many points where their script lets them. */
export function setLine(face: Face, weight: Weight, raw: string, size: number, parted = 0): SetLine {
  const name = `${face} ${weight} ${size} ${parted} ${raw}`;
  const known = lines.get(name);
  if (known) return known;
  const line = setAnew(face, weight, raw, size, parted);
  if (lines.size >= mostLines) lines.clear();
  lines.set(name, line);
  return line;
}

function setAnew(face: Face, weight: Weight, raw: string, size: number, parted: number): SetLine {
  const text = raw.replace(vowelBeforeDoubling, '$2$1');
  const embedding = bidi.getEmbeddingLevels(text);
  const mirrored = bidi.getMirroredCharactersMap(text, embedding.levels);
  const pieces: Piece[] = [];
  const missing: string[] = [];
  let before: LoadedFont | null = null;
  for (const { segment, index } of graphemes.segment(text)) {
    const level = embedding.levels[index] ?? 0;
    const isCommon = common.test(segment);
    let font: LoadedFont | null = isCommon && before && has(before.font, segment) ? before : null;
    if (!font)
      for (const name of orderFor(face, segment, text)) {
        const loaded = fontOf(name, weight);
        if (!loaded || !has(loaded.font, segment)) continue;
        font = loaded;
        break;
      }
    if (!font) {
      if (!missing.includes(segment)) missing.push(segment);
      font = before ?? fontOf('sans', weight);
    }
    if (!font) throw new Error('The typefaces of certificates are not there.');
    const shown = mirrored.get(index) ?? segment;
    const isSpace = /^\s+$/u.test(segment);
    const last = pieces.at(-1);
    // Signs that read the same both ways are set one by one where they run from right to left, since no script tells
    // the shaper which way.
    const alone = isCommon && level % 2 === 1;
    if (
      last &&
      last.font === font &&
      last.level === level &&
      last.isSpace === isSpace &&
      !alone &&
      !(last.isCommon && last.level % 2 === 1)
    ) {
      last.text += shown;
      last.isCommon &&= isCommon;
    } else pieces.push({ text: shown, font, level, isSpace, isCommon });
    before = font;
  }
  const runs: SetRun[] = [];
  let x = 0;
  for (const { text: words, font } of asSeen(pieces)) {
    const spacing = joined.test(words) ? 0 : parted;
    runs.push({ font, text: words, x, spacing });
    x += widthOf(font, words) * size;
    if (spacing !== 0) x += lettersOf(font, words) * spacing;
  }
  // Behind the last letter there is none to be parted from.
  const width = x - (runs.at(-1)?.spacing ?? 0);
  return { runs, width: Math.max(0, width), missing };
}

/**
 * Runs in the order in which they are seen: from the highest level down, each stretch of it is turned round (UAX 9,
 * L2).
 */
function asSeen(pieces: readonly Piece[]): Piece[] {
  const seen = [...pieces];
  const highest = Math.max(0, ...pieces.map((piece) => piece.level));
  for (let level = highest; level >= 1; level -= 1)
    for (let from = 0; from < seen.length; from += 1) {
      if ((seen[from]?.level ?? 0) < level) continue;
      let to = from;
      while (to < seen.length && (seen[to]?.level ?? 0) >= level) to += 1;
      seen.splice(from, to - from, ...seen.slice(from, to).reverse());
      from = to;
    }
  return seen;
}

const widths = new Map<string, number>();
const mostWidths = 20_000;

/** The width of a run in units of its size. */
function widthOf(loaded: LoadedFont, text: string): number {
  const name = `${loaded.key}/${text}`;
  const known = widths.get(name);
  if (known !== undefined) return known;
  const width = shaped(loaded, text).advanceWidth / loaded.font.unitsPerEm;
  if (widths.size >= mostWidths) widths.clear();
  widths.set(name, width);
  return width;
}

/** How many letters a run is drawn with. */
const lettersOf = (font: LoadedFont, text: string): number => shaped(font, text).glyphs.length;

type Outline = { transform(a: number, b: number, c: number, d: number, e: number, f: number): { toSVG(): string } };

/** The outlines of a line as an SVG path with its base line at `y`: what the PDF embeds, drawn. */
export function pathOf(line: SetLine, size: number, left: number, y: number): string {
  let path = '';
  for (const { font, text, x, spacing } of line.runs) {
    const scale = size / font.font.unitsPerEm;
    const { glyphs, positions } = shaped(font, text);
    let at = left + x;
    for (const [i, glyph] of glyphs.entries()) {
      const { xAdvance = 0, xOffset = 0, yOffset = 0 } = positions[i] ?? {};
      path += (glyph.path as unknown as Outline)
        .transform(scale, 0, 0, -scale, at + xOffset * scale, y - yOffset * scale)
        .toSVG();
      at += xAdvance * scale + spacing;
    }
  }
  return path.replace(/-?\d+\.\d+(?:e-?\d+)?/g, (number) => String(Math.round(Number(number) * 100) / 100));
}
