import type { MediaFacts } from '../media';
import { lessonKindOf } from './kinds';
import type { PaperSize } from './papers';
import type { Lesson } from './types';

/** What a lesson can hold beside what its kind shows by itself. */
export type Held = {
  readonly what:
    | 'text'
    | 'pictures'
    | 'captions'
    | 'chapters'
    | 'checkpoints'
    | 'questions'
    | 'exercises'
    | 'attachments';
  /** How many; 0 for what is missing and should be there. */
  readonly count: number;
};

/**
 * What a lesson holds, at a glance, and what it lacks (with a count of 0). `captions`: of its file, null while there
 * is none that can be worked with; `paper`: the questions it has.
 */
export function heldBy(
  lesson: Pick<Lesson, 'kind' | 'written' | 'pictureId' | 'attachments' | 'chapters'>,
  captions: number | null,
  paper: Pick<PaperSize, 'count' | 'stops'>,
): readonly Held[] {
  const { file, asks } = lessonKindOf(lesson.kind);
  const pictures = lesson.written.pictures + (lesson.pictureId === null ? 0 : 1);
  const held = (what: Held['what'], count: number): Held[] => (count > 0 ? [{ what, count }] : []);
  return [
    ...held('text', lesson.written.words > 0 ? 1 : 0),
    ...held('pictures', pictures),
    ...(file?.captions && captions !== null ? [{ what: 'captions' as const, count: captions }] : []),
    ...held('chapters', file?.plays ? lesson.chapters.length : 0),
    ...held('questions', asks ? paper.count : 0),
    ...held('checkpoints', file?.plays ? paper.stops : 0),
    ...held('exercises', asks ? 0 : paper.count - paper.stops),
    ...held('attachments', lesson.attachments.length),
  ];
}

/** How many captions a file has; null for one that cannot be worked with yet, or for none. */
export const captionsOf = (media: MediaFacts | null | undefined): number | null =>
  media?.state === 'ready' ? media.captions.length : null;
