'use client';
import type { Measure } from '@/core/marking';

let context: CanvasRenderingContext2D | null = null;

/** Once the face is there, words are as wide as they will stay. */
export const faceIsThere = async (): Promise<unknown> =>
  Promise.all([400, 600].map((weight) => document.fonts.load(`${weight} 12px 'Drawn Words'`)));

/** How wide words are in the face of what is drawn, as the browser sets them. */
export const measured: Measure = (words, size, bold) => {
  // Before there is a page, a letter is about half as wide as it is high.
  if (typeof document !== 'undefined') context ??= document.createElement('canvas').getContext('2d');
  if (!context) return words.length * size * 0.56;
  context.font = `${bold ? 600 : 400} ${size}px 'Drawn Words', 'Noto Sans CJK SC', sans-serif`;
  return context.measureText(words).width;
};
