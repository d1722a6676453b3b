import { wordParts } from '@/core/quiz';
import type { Formulas } from './formulas';
import './math.css';

/** Words of a question with the formulas in them. */
export function Worded({ text, formulas }: { readonly text: string; readonly formulas: Formulas }) {
  return wordParts(text).map((part, i) => {
    if ('words' in part) return part.words;
    const set = formulas[part.tex];
    if (set === undefined) return `\\(${part.tex}\\)`;
    // biome-ignore lint/suspicious/noArrayIndexKey: a part of a text has no name but its place
    return <span key={i} dangerouslySetInnerHTML={{ __html: set }} />;
  });
}
