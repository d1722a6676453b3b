import { fileOf, type TypefaceName, typefaceNames } from '../platform/fonts';
import { pathOf, setLine } from '../platform/setter';

/**
 * For the comparison with a browser: the typefaces that stand in files of their own; the others are installed with the
 * system.
 */
export const fontFiles = typefaceNames.flatMap((name) => {
  const { path, inCollection } = fileOf(name, 'regular');
  return inCollection === null ? [{ name: name as string, path }] : [];
});

/** A line as the setter draws it, and the families a browser needs to draw the same. */
export function outlineOf(text: string, size: number, left: number, y: number) {
  const line = setLine('sans', 'regular', text, size);
  const used = [...new Set(line.runs.map((run) => run.font.key.replace(/-regular$/, '') as TypefaceName))];
  const installed: Partial<Record<TypefaceName, string>> = {
    japanese: 'Noto Sans CJK JP',
    korean: 'Noto Sans CJK KR',
    chinese: 'Noto Sans CJK SC',
  };
  // What is only in one of them is found there, whatever the order; space and signs come from the first.
  const families = [...(used.length > 1 ? (['sans'] as TypefaceName[]) : []), ...used].map(
    (name) => `"${installed[name] ?? name}"`,
  );
  const isRightToLeft = /^[^\p{L}]*[\p{Script=Arabic}\p{Script=Hebrew}]/u.test(text);
  return { path: pathOf(line, size, left, y), families: [...new Set(families)], isRightToLeft };
}
