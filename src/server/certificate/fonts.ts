import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { create, type Font } from 'fontkit';
import type { Face, MeasureText, Weight } from '@/core/certificate';

/** The typefaces certificates are set in, as whole fonts, so that they can be embedded. */
export const fontFiles = {
  'script-regular': 'pinyon-script/400Regular/PinyonScript_400Regular.ttf',
  'serif-regular': 'source-serif-4/400Regular/SourceSerif4_400Regular.ttf',
  'serif-bold': 'source-serif-4/600SemiBold/SourceSerif4_600SemiBold.ttf',
  'sans-regular': 'noto-sans/400Regular/NotoSans_400Regular.ttf',
  'sans-bold': 'noto-sans/600SemiBold/NotoSans_600SemiBold.ttf',
  'arabic-regular': 'noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf',
  'arabic-bold': 'noto-sans-arabic/600SemiBold/NotoSansArabic_600SemiBold.ttf',
} as const;
export type FontKey = keyof typeof fontFiles;
export const isFontKey = (key: string): key is FontKey => Object.hasOwn(fontFiles, key);

export const fontPath = (key: FontKey) => join(process.cwd(), 'node_modules', '@expo-google-fonts', fontFiles[key]);

export type Fonts = {
  readonly bytes: ReadonlyMap<FontKey, Uint8Array>;
  readonly fonts: ReadonlyMap<FontKey, Font>;
};

// Parsing a font takes longer than drawing a certificate, so it is done once a process.
const kept = globalThis as typeof globalThis & { mosaikFonts?: Promise<Fonts> };

async function load(): Promise<Fonts> {
  const bytes = new Map<FontKey, Uint8Array>();
  const fonts = new Map<FontKey, Font>();
  for (const key of Object.keys(fontFiles) as FontKey[]) {
    const content = await readFile(fontPath(key));
    bytes.set(key, content);
    fonts.set(key, create(content) as Font);
  }
  return { bytes, fonts };
}
export const loadFonts = (): Promise<Fonts> => {
  kept.mosaikFonts ??= load();
  return kept.mosaikFonts;
};

const covers = (font: Font | undefined, text: string) =>
  font !== undefined && [...text].every((letter) => letter === ' ' || font.hasGlyphForCodePoint(letter.codePointAt(0) ?? 0));

/** The font a text is set in: the one wished for where it has every letter, otherwise one that has. */
export function fontFor({ fonts }: Fonts, face: Face, weight: Weight, text: string): { readonly key: FontKey; readonly complete: boolean } {
  const wished: FontKey = face === 'script' ? 'script-regular' : `${face}-${weight}`;
  const order: FontKey[] = [wished, `serif-${weight}`, `sans-${weight}`, `arabic-${weight}`];
  const key = order.find((one) => covers(fonts.get(one), text));
  return key ? { key, complete: true } : { key: `sans-${weight}`, complete: false };
}

/** Widths as fontkit lays the text out, with its kerning and ligatures. */
export function measureWith(fonts: Fonts): MeasureText {
  const widths = new Map<string, number>();
  return (face, weight, text, size) => {
    const { key } = fontFor(fonts, face, weight, text);
    const known = widths.get(`${key}/${text}`);
    if (known !== undefined) return known * size;
    const font = fonts.fonts.get(key);
    const width = font ? font.layout(text).advanceWidth / font.unitsPerEm : 0;
    widths.set(`${key}/${text}`, width);
    return width * size;
  };
}
