import type { LessonDraft, SectionDraft } from './edit-types';
import { type Lesson, type LessonKind, lessonsBySection, type Medium, type Outline, sectionsOf } from './types';

/**
 * A starting pattern: an outline without a course, to begin a new one with. What stands in it is planned
 * lessons that say what they are for, so that a course begun with one is a plan and not a form to fill.
 */
export type PatternLesson = {
  readonly title: string;
  readonly kind: LessonKind;
  readonly mediums: readonly Medium[];
  readonly asks: string;
  readonly note: string;
  readonly minutes: number | null;
  readonly required: boolean;
};
export type PatternSection = { readonly title: string; readonly lessons: readonly PatternLesson[] };
export type Pattern = {
  readonly id: string;
  readonly title: string;
  readonly description: string;
  readonly sections: readonly PatternSection[];
};

const plan = (
  title: string,
  medium: Medium,
  kind: LessonKind,
  minutes: number,
  asks: string,
  note = '',
): PatternLesson => ({
  title,
  kind,
  mediums: [medium],
  asks,
  note,
  minutes,
  required: true,
});
/** What a good first section does: who teaches, what is promised, the way around, and who is learning. */
const welcome: PatternSection = {
  title: 'Welcome',
  lessons: [
    plan(
      'Who teaches you',
      'explainer',
      'film',
      3,
      'Who is this, and why should I trust them?',
      'Your face, your voice, where you work. Two minutes are enough.',
    ),
    plan(
      'What you will be able to do',
      'text',
      'reading',
      3,
      'What is promised, and what is not?',
      'The outcomes in a learner’s words.',
    ),
    plan('The way around', 'screencast', 'film', 4, 'Where do I find what, and what opens when?'),
    plan(
      'A short profile of you',
      'assignment',
      'assignment',
      10,
      'Who else is here?',
      'Three questions: where, why, what they know already.',
    ),
  ],
};
const week = (number: number): PatternSection => ({
  title: `Week ${number}`,
  lessons: [
    plan(`Week ${number}: the idea`, 'explainer', 'film', 10, 'What is this week about?'),
    plan(`Week ${number}: read`, 'text', 'reading', 15, 'How does it work?'),
    plan(`Week ${number}: try it`, 'worksheet', 'document', 30, 'Can I do it myself?'),
    plan(`Week ${number}: check`, 'quiz', 'quiz', 10, 'Have I understood it?'),
  ],
});

export const startingPatterns: readonly Pattern[] = [
  {
    id: 'introduction',
    title: 'Short introduction',
    description: 'One subject in an evening: welcome, three steps, one check and a look ahead.',
    sections: [
      welcome,
      {
        title: 'Three steps',
        lessons: [
          plan('The first step', 'screencast', 'film', 6, 'How do I begin?'),
          plan('The second step', 'screencast', 'film', 6, 'What comes next?'),
          plan('The third step', 'screencast', 'film', 6, 'How do I finish?'),
          plan('All three on one sheet', 'worksheet', 'document', 5, 'What do I keep beside me?'),
        ],
      },
      {
        title: 'Check and go on',
        lessons: [
          plan('Check yourself', 'quiz', 'quiz', 8, 'Can I do it?'),
          plan('Where to go from here', 'text', 'reading', 3, 'What else is there?'),
        ],
      },
    ],
  },
  {
    id: 'weekly-cohort',
    title: 'Weekly cohort',
    description:
      'A group that starts together: a week each for idea, reading, practice and check, and a piece of work at the end.',
    sections: [
      welcome,
      week(1),
      week(2),
      week(3),
      week(4),
      {
        title: 'Your own work',
        lessons: [
          plan('What to hand in', 'assignment', 'assignment', 90, 'What can I show for it?'),
          plan('What we found', 'live', 'reading', 60, 'What did the others do?'),
        ],
      },
    ],
  },
  {
    id: 'reference-shelf',
    title: 'Reference shelf',
    description: 'Short answers to come back to, in any order: nothing is required, everything can be found.',
    sections: [
      {
        title: 'How to use this shelf',
        lessons: [
          {
            ...plan('What is here and how to find it', 'text', 'reading', 2, 'Where do I look first?'),
            required: false,
          },
        ],
      },
      ...['First subject', 'Second subject', 'Third subject'].map((title) => ({
        title,
        lessons: ['A common question', 'A rare question', 'Words and what they mean'].map((one) => ({
          ...plan(`${title}: ${one.toLowerCase()}`, 'text', 'reading', 4, 'What do I do when …?'),
          required: false,
        })),
      })),
    ],
  },
];

/** The outline of a course as a pattern: its lessons as plans, without texts, files and questions. */
export function patternSectionsOf(outline: Outline): PatternSection[] {
  const lessons = lessonsBySection(outline);
  const asPlan = ({ title, kind, mediums, asks, note, minutes, required }: Lesson): PatternLesson => ({
    title,
    kind,
    mediums,
    asks,
    note,
    minutes,
    required,
  });
  return sectionsOf(outline).map((section) => ({
    title: section.title,
    lessons: (lessons.get(section.id) ?? []).map(asPlan),
  }));
}

/** The sections a pattern brings into a course, with ids from `id`. */
export const patternDrafts = (sections: readonly PatternSection[], id: () => string): SectionDraft[] =>
  sections.map((section) => ({
    id: id(),
    title: section.title,
    lessons: section.lessons.map(
      ({ title, kind, ...fields }): LessonDraft => ({ id: id(), title, kind, fields: { ...fields, state: 'planned' } }),
    ),
  }));
