import { readFileSync } from 'node:fs';
import { create, type Font } from 'fontkit';
import { expect, test } from 'vitest';
import { fortyNames } from '@/core/certificate/testing';
import { fontFiles } from '../certificate/testing';
import { fontOf, type TypefaceName } from './fonts';
import { setLine } from './setter';
import { shaped } from './shaped';

test('a name is shaped as by a font that nothing else was set with, whatever was set before', () => {
  const paths = new Map(fontFiles.map(({ name, path }) => [`${name}-regular`, path]));
  // As when a document embeds letters: each is asked for without the characters it stands for.
  for (const { name } of fontFiles) {
    const font = fontOf(name as TypefaceName, 'regular')?.font;
    for (let id = 0; font && id < font.numGlyphs; id += 1) font.getGlyph(id);
  }
  const runs = fortyNames.flatMap((name) => setLine('sans', 'regular', name, 1).runs);
  let looked = 0;
  for (const { font, text } of runs) {
    const path = paths.get(font.key);
    if (!path || text.trim() === '') continue;
    const fresh = (create(readFileSync(path)) as Font).layout(text);
    const own = shaped(font, text);
    expect([text, own.advanceWidth, own.glyphs.map(({ id }) => id)]).toEqual([
      text,
      fresh.advanceWidth,
      fresh.glyphs.map(({ id }) => id),
    ]);
    expect(own.positions.map(({ xAdvance, xOffset, yOffset }) => [xAdvance, xOffset, yOffset])).toEqual(
      fresh.positions.map(({ xAdvance, xOffset, yOffset }) => [xAdvance, xOffset, yOffset]),
    );
    looked += 1;
  }
  expect(looked).toBeGreaterThan(40);
});
