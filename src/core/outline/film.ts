import { clockTime } from '../kernel/clock-time';
import { asCueText, type Cue, spoken } from '../media';
import type { Chapter, Lesson, Moment, Question } from './types';

/**
 * What stands on the time line of a film or a recording. A chapter is a part with a name: it lasts until the
 * next one begins. A checkpoint is a question that stops the film at a moment, with the passage in which its
 * answer is shown. All of it in whole milliseconds from the beginning.
 */
export type Checkpoint = Question & { readonly moment: Moment };

/** The questions of a lesson that stop its film, in the order in which they are met. */
export const checkpointsOf = <T extends { readonly id: string; readonly moment: Moment | null }>(
  questions: readonly T[],
): (T & { readonly moment: Moment })[] =>
  questions
    .filter((question): question is T & { readonly moment: Moment } => question.moment !== null)
    .sort((a, b) => a.moment.at - b.moment.at || (a.id < b.id ? -1 : 1));

/** What its checkpoints are worth, in thousandths of a point; exercises in its text count nothing. */
export const pointsOfCheckpoints = (questions: readonly Pick<Question, 'points' | 'moment'>[]): number =>
  questions.reduce((total, { points, moment }) => total + (moment ? points : 0), 0);

/** Chapters as they are met. */
export const chaptersInOrder = (chapters: readonly Chapter[]): Chapter[] =>
  [...chapters].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));

/** Chapters with the moment each ends: where the next begins, or with the film (`length`, milliseconds). */
export const chapterSpans = (chapters: readonly Chapter[], length: number): (Chapter & { readonly end: number })[] => {
  const sorted = chaptersInOrder(chapters);
  return sorted.map((chapter, i) => ({ ...chapter, end: Math.max(chapter.at, sorted[i + 1]?.at ?? length) }));
};

/** Characters a name of a chapter has at most. */
export const longestName = 200;

/** Chapters as cues, for a file of chapters (WebVTT, kind "chapters"). */
export const cuesOfChapters = (chapters: readonly Chapter[], length: number): Cue[] =>
  chapterSpans(chapters, length).map(({ at, end, title }) => ({
    from: at,
    to: Math.max(at + 1, end),
    text: asCueText(title),
    settings: '',
  }));

/**
 * The chapters that a file of cues names. One that begins where a chapter of today begins stays the same chapter, with
 * another name.
 */
export const chaptersOfCues = (cues: readonly Cue[], now: readonly Chapter[], newId: () => string): Chapter[] =>
  cues.map(({ from, text }) => ({
    id: now.find(({ at }) => at === from)?.id ?? newId(),
    at: from,
    title: spoken(text).slice(0, longestName),
  }));

/** Two checkpoints closer than this cannot both be met. */
const apart = 1000;

export type TimeFault = {
  /** The chapter or the question it is about, and its field. */
  readonly id: string;
  readonly field: 'at' | 'title' | 'passage';
  readonly sort: 'after-end' | 'twice' | 'passage' | 'unnamed';
  readonly sentence: string;
};

const fieldOf = { 'after-end': 'at', twice: 'at', passage: 'passage', unnamed: 'title' } as const;

/** What cannot be right on a time line; `length` in milliseconds, null while it is not known. */
export function timeFaults(
  lesson: Pick<Lesson, 'chapters'>,
  questions: readonly Question[],
  length: number | null,
): TimeFault[] {
  const faults: TimeFault[] = [];
  const add = (id: string, sort: TimeFault['sort'], sentence: string) =>
    faults.push({ id, sort, field: fieldOf[sort], sentence });
  const end = length ?? Number.POSITIVE_INFINITY;
  const ended = length === null ? '' : `the film is over after ${clockTime(length)}`;
  const chapters = chaptersInOrder(lesson.chapters);
  for (const [i, { id, at, title }] of chapters.entries()) {
    const name = title.trim() || `Chapter ${i + 1}`;
    if (title.trim() === '') add(id, 'unnamed', `The chapter at ${clockTime(at)} has no name.`);
    if (at >= end) add(id, 'after-end', `${name} begins at ${clockTime(at)}, but ${ended}.`);
    else if (chapters[i - 1]?.at === at)
      add(id, 'twice', `${name} begins at the same moment as the chapter before it.`);
  }
  const checkpoints = checkpointsOf(questions);
  for (const [i, { id, moment }] of checkpoints.entries()) {
    const { at, passage } = moment;
    const before = checkpoints[i - 1]?.moment.at;
    if (at >= end) add(id, 'after-end', `Checkpoint ${i + 1} stops at ${clockTime(at)}, but ${ended}.`);
    else if (before !== undefined && at - before < apart)
      add(id, 'twice', `Checkpoint ${i + 1} stops within a second of the one before it.`);
    if (!passage) continue;
    if (passage.to <= passage.from) add(id, 'passage', `The passage of checkpoint ${i + 1} ends before it begins.`);
    else if (passage.to > end) add(id, 'passage', `The passage of checkpoint ${i + 1} ends after the film.`);
    else if (passage.to > at)
      add(id, 'passage', `The passage of checkpoint ${i + 1} lies behind it: nobody has seen it when it is asked.`);
  }
  return faults;
}

/** The first checkpoint nobody may pass unanswered that is still open; null when there is none. */
export const barrierIn = (
  questions: readonly { readonly id: string; readonly moment: Moment | null }[],
  isAnswered: (questionId: string) => boolean,
) => checkpointsOf(questions).find(({ id, moment }) => moment.required && !isAnswered(id)) ?? null;
