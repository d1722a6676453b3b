import type { Font, GlyphRun } from 'fontkit';
import type { LoadedFont } from './fonts';

/**
 * A font keeps each letter as it was asked for first, with the characters it stood for then. Whether a letter is one
 * that takes no room of its own, and what a PDF says that it stands for, is told by these: it must not hang on what was
 * set before.
 */
function forgetLetters(font: Font): void {
  (font as unknown as { _glyphs: object })._glyphs = {};
}

const known = new Map<string, GlyphRun>();
const mostKnown = 2000;

/** A run of letters as its font shapes it: which glyphs, and where each stands, in units of the font. */
export function shaped({ key, font }: LoadedFont, text: string): GlyphRun {
  const name = `${key}/${text}`;
  const found = known.get(name);
  if (found) return found;
  forgetLetters(font);
  const run = font.layout(text);
  if (known.size >= mostKnown) known.clear();
  known.set(name, run);
  return run;
}
