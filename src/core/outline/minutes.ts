import { countWords } from '../kernel/count-words';
import type { MediaFacts } from '../media';
import { lessonKindOf } from './kinds';
import type { PaperSize } from './papers';
import type { Lesson, RichText, TextFacts } from './types';

/**
 * How fast a learner is taken to read. What a lesson takes beyond its text, its kind says; a lesson can differ by hand.
 */
export const pace = {
  wordsPerMinute: 200,
  secondsPerPicture: 12,
} as const;

/** The words of a text, block by block: marks within a word do not divide it. */
function wordsIn(text: RichText | null): number {
  let count = 0;
  const walk = (node: RichText) => {
    const children = node.content ?? [];
    if (children.some((child) => child.text !== undefined))
      count += countWords(children.map((child) => child.text ?? ' ').join(''));
    for (const child of children) if (child.text === undefined) walk(child);
  };
  if (text?.text !== undefined) return countWords(text.text);
  if (text) walk(text);
  return count;
}

/** The words of a text, a line for each block. */
export function plainText(text: RichText | null): string {
  if (!text) return '';
  if (text.text !== undefined) return text.text;
  const isBlock = text.content?.some((node) => node.text !== undefined) ?? false;
  return (text.content ?? [])
    .map(plainText)
    .filter(Boolean)
    .join(isBlock ? '' : '\n');
}

/** Counts what a text holds, in one walk. */
export function textFacts(text: RichText | null): TextFacts {
  const facts = { words: wordsIn(text), pictures: 0, undescribed: 0 };
  const walk = (node: RichText) => {
    if (node.type === 'image') {
      facts.pictures += 1;
      if (typeof node.attrs?.alt !== 'string' || node.attrs.alt.trim() === '') facts.undescribed += 1;
    }
    for (const child of node.content ?? []) walk(child);
  };
  if (text) walk(text);
  return facts;
}

/** What the minutes of a lesson are worked out from. */
export type MinutesFacts = Pick<Lesson, 'id' | 'mediaId' | 'minutes' | 'written' | 'kind' | 'quiz' | 'live'>;

/**
 * Minutes a learner needs for a lesson, whole and at least 1 once there is anything to do; 0 while
 * it is empty. What was set by hand wins.
 */
export function learnerMinutes(lesson: MinutesFacts, media: MediaFacts | null, paper: PaperSize): number {
  if (lesson.minutes !== null) return lesson.minutes;
  const reading = lesson.written.words / pace.wordsPerMinute + (lesson.written.pictures * pace.secondsPerPicture) / 60;
  const total = reading + lessonKindOf(lesson.kind).minutes(lesson, media, paper);
  return total === 0 ? 0 : Math.max(1, Math.round(total));
}
