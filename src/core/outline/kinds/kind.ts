import type { MediaFacts, UploadPurpose } from '../../media';
import type { PaperSize } from '../papers';
import type { Rule } from '../readiness/rule';
import type { DoneRule, Lesson, Question } from '../types';

/**
 * A kind of lesson is one value of this type, in a folder of its own: what a new lesson of it brings with
 * it, when it holds something, when it is done, what it takes and what it is worth. Whatever differs between
 * kinds is asked of the kind; nothing outside these folders and the tables of kinds asks which one it is.
 */
export type LessonKindFacts = {
  /** What it is called, in small letters: within a sentence. */
  readonly name: string;
  readonly isGraded: boolean;
  /** Whether it asks questions, whose rules are then looked at. */
  readonly asks: boolean;
  /** Whether it leads elsewhere, to an address of its own. */
  readonly leads: boolean;
  /** The file it shows; null for kinds that live by their words. */
  readonly file: LessonFile | null;
  /** What its text is for. */
  readonly textName: string;
  /** The settings a new lesson brings with it. */
  readonly settings: Pick<Lesson, 'quiz' | 'assignment' | 'live' | 'weight'>;
  /** The rules it can be done by, and the one it is where its maker chose none. */
  readonly doneBy: readonly DoneRule['by'][];
  usualDone(lesson: Pick<Lesson, 'quiz' | 'assignment'>): DoneRule;
  /** Whether there is anything in it for a learner to do. */
  isFilled(lesson: Pick<Lesson, 'written' | 'mediaId' | 'link' | 'live' | 'quiz'>, questions: number): boolean;
  /** Minutes it takes beyond reading its text. */
  minutes(lesson: Pick<Lesson, 'quiz' | 'live'>, media: MediaFacts | null, paper: PaperSize): number;
  /** What it is worth, in thousandths of a point; nothing where it is not graded. */
  fullPoints(
    lesson: Pick<Lesson, 'assignment' | 'quiz'>,
    questions: readonly Pick<Question, 'kind' | 'points' | 'moment'>[],
  ): number;
  /** What is to be settled about a lesson of this kind, or worth a look. */
  readonly rules: readonly Rule<Lesson>[];
};

/** The file a kind of lesson shows. */
export type LessonFile = {
  readonly purpose: UploadPurpose;
  /** What it is called where it is asked for: `a film`. */
  readonly called: string;
  /** Whether it plays for a time, so that what was played is kept. */
  readonly plays: boolean;
  /** Whether it may be had as a file, by the course's rule or the lesson's own. */
  readonly downloads: boolean;
  /** Whether what is said in it can be shown in words. */
  readonly captions: boolean;
};

/** What a kind has that is neither graded nor shows a file. */
export const plain = {
  isGraded: false,
  asks: false,
  leads: false,
  file: null,
  textName: 'Text',
  settings: { quiz: null, assignment: null, live: null, weight: 0 },
  minutes: (_lesson, _media, paper) => paper.minutes,
  fullPoints: () => 0,
} satisfies Partial<LessonKindFacts>;

/** Whether a text says anything: in words, or in a picture that is described. */
export const saysSomething = ({ written }: Pick<Lesson, 'written'>) =>
  written.words > 0 || written.pictures > written.undescribed;
