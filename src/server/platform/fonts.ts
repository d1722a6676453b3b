import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { create, type Font } from 'fontkit';
import type { Weight } from '@/core/certificate';

const fromPackage = (path: string) => join(process.cwd(), 'node_modules', '@expo-google-fonts', path);
const noto = (script: string) => {
  const file = `NotoSans${script[0]?.toUpperCase()}${script.slice(1)}`;
  return {
    regular: fromPackage(`noto-sans-${script}/400Regular/${file}_400Regular.ttf`),
    bold: fromPackage(`noto-sans-${script}/600SemiBold/${file}_600SemiBold.ttf`),
  };
};
/**
 * Chinese, Japanese and Korean come from Debian's package, a hundred megabytes less than from any other;
 * docs/decisions/0011.
 */
const cjk = (weight: string) => `/usr/share/fonts/opentype/noto/NotoSansCJK-${weight}.ttc`;

/** A typeface as whole files, by weight, so that it can be embedded; and the name of the one meant in a collection. */
type Typeface = {
  readonly regular: string;
  readonly bold: string;
  readonly inCollection?: { readonly regular: string; readonly bold: string };
};

const script = fromPackage('pinyon-script/400Regular/PinyonScript_400Regular.ttf');
/** In the order in which they are tried where the typeface wished for lacks a letter. */
const typefaces = {
  script: { regular: script, bold: script },
  serif: {
    regular: fromPackage('source-serif-4/400Regular/SourceSerif4_400Regular.ttf'),
    bold: fromPackage('source-serif-4/600SemiBold/SourceSerif4_600SemiBold.ttf'),
  },
  sans: {
    regular: fromPackage('noto-sans/400Regular/NotoSans_400Regular.ttf'),
    bold: fromPackage('noto-sans/600SemiBold/NotoSans_600SemiBold.ttf'),
  },
  arabic: noto('arabic'),
  hebrew: noto('hebrew'),
  devanagari: noto('devanagari'),
  bengali: noto('bengali'),
  tamil: noto('tamil'),
  thai: noto('thai'),
  georgian: noto('georgian'),
  armenian: noto('armenian'),
  ethiopic: noto('ethiopic'),
  japanese: {
    regular: cjk('Regular'),
    bold: cjk('Bold'),
    inCollection: { regular: 'NotoSansCJKjp-Regular', bold: 'NotoSansCJKjp-Bold' },
  },
  korean: {
    regular: cjk('Regular'),
    bold: cjk('Bold'),
    inCollection: { regular: 'NotoSansCJKkr-Regular', bold: 'NotoSansCJKkr-Bold' },
  },
  chinese: {
    regular: cjk('Regular'),
    bold: cjk('Bold'),
    inCollection: { regular: 'NotoSansCJKsc-Regular', bold: 'NotoSansCJKsc-Bold' },
  },
} as const satisfies Record<string, Typeface>;
export type TypefaceName = keyof typeof typefaces;
export const typefaceNames = Object.keys(typefaces) as TypefaceName[];

/** A typeface in a weight, read once a process: reading takes longer than drawing a certificate. */
export type LoadedFont = { readonly key: string; readonly font: Font; readonly version: string };

const kept = globalThis as typeof globalThis & { mosaikFonts?: Map<string, LoadedFont | null> };

/** Where a typeface stands, and its name in a collection of several. */
export function fileOf(
  name: TypefaceName,
  weight: Weight,
): { readonly path: string; readonly inCollection: string | null } {
  const typeface: Typeface = typefaces[name];
  return { path: typeface[weight], inCollection: typeface.inCollection?.[weight] ?? null };
}

function load(name: TypefaceName, weight: Weight): LoadedFont | null {
  const { path, inCollection } = fileOf(name, weight);
  if (!existsSync(path)) return null;
  const font = create(readFileSync(path), inCollection ?? undefined) as Font;
  return { key: `${name}-${weight}`, font, version: String((font as { readonly version?: unknown }).version ?? '') };
}

/** A typeface in a weight; null when it is not on this machine. */
export function fontOf(name: TypefaceName, weight: Weight): LoadedFont | null {
  kept.mosaikFonts ??= new Map();
  const key = `${name}-${weight}`;
  let known = kept.mosaikFonts.get(key);
  if (known === undefined) {
    known = load(name, weight);
    kept.mosaikFonts.set(key, known);
  }
  return known;
}

/** A font file for whoever wants one by its path. */
export const sansPath: string = fileOf('sans', 'regular').path;
