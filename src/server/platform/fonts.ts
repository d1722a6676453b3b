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

/** A Latin typeface in its two weights; `bold` as its package calls it. */
const latin = (folder: string, file: string, bold = '600SemiBold') => ({
  regular: fromPackage(`${folder}/400Regular/${file}_400Regular.ttf`),
  bold: fromPackage(`${folder}/${bold}/${file}_${bold}.ttf`),
});
/** In the order in which they are tried where the typeface wished for lacks a letter. */
const typefaces = {
  // Written letters have one weight.
  script: latin('pinyon-script', 'PinyonScript', '400Regular'),
  serif: latin('source-serif-4', 'SourceSerif4'),
  sans: latin('noto-sans', 'NotoSans'),
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
  // Asked for by name only: what they lack is looked for above.
  vibes: latin('great-vibes', 'GreatVibes', '400Regular'),
  garamond: latin('eb-garamond', 'EBGaramond'),
  cormorant: latin('cormorant-garamond', 'CormorantGaramond', '700Bold'),
  playfair: latin('playfair-display', 'PlayfairDisplay'),
  cinzel: latin('cinzel', 'Cinzel', '700Bold'),
  alegreya: latin('alegreya', 'Alegreya'),
  lora: latin('lora', 'Lora'),
  montserrat: latin('montserrat', 'Montserrat'),
  josefin: latin('josefin-sans', 'JosefinSans'),
  oswald: latin('oswald', 'Oswald'),
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
