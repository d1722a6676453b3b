import katex from 'katex';
import { numberText } from '@/core/kernel/locale';

/** Longer ones would keep the server busy for whoever typed them. */
const longest = 2000;

/**
 * A formula in TeX as MathML, for pages that run nothing. One that cannot be read stays as it was typed, so that
 * nothing is lost; null for the caller to show it so.
 */
export function mathOf(tex: string, isBlock: boolean): string | null {
  if (tex.length > longest) return null;
  try {
    return katex.renderToString(tex, {
      displayMode: isBlock,
      output: 'mathml',
      throwOnError: true,
      strict: 'ignore',
      trust: false,
      maxSize: 20,
      maxExpand: 200,
    });
  } catch {
    return null;
  }
}

/** What is wrong with a formula, in a sentence; null when it can be set. */
export function formulaFault(tex: string): string | null {
  if (tex.length > longest) return `A formula has at most ${numberText(longest)} characters.`;
  try {
    katex.renderToString(tex, { output: 'mathml', throwOnError: true, strict: 'ignore', maxSize: 20, maxExpand: 200 });
    return null;
  } catch (error) {
    const words = error instanceof Error ? error.message.replace(/^KaTeX parse error: /, '') : 'it cannot be read';
    return `This formula cannot be set: ${words}`;
  }
}
