import { usualAward } from '../certificate';
import { kindOf, type QuestionKind } from '../quiz';
import { lessonKindOf } from './kinds';
import { usualSettings } from './settings';
import { type Course, type Lesson, type LessonKind, type Medium, noText, type Question } from './types';

/** New records as they are before anybody has changed them. */
export function newCourse(id: string, slug: string, title: string, zone: string): Course {
  return {
    id,
    slug,
    title,
    description: '',
    audience: '',
    promise: '',
    notAbout: '',
    zone,
    rhythm: null,
    access: null,
    accessNote: '',
    countdown: 'days',
    weekLimit: 120,
    completion: { mode: 'strict' },
    missing: 'left-out',
    award: usualAward,
    settings: usualSettings,
  };
}

/** A lesson nobody has put anything into, with the settings of its kind. */
export function newLesson(id: string, sectionId: string, order: string, title: string, kind: LessonKind): Lesson {
  return {
    id,
    sectionId,
    order,
    title,
    kind,
    state: 'draft',
    required: true,
    minutes: null,
    written: noText,
    mediaId: null,
    link: '',
    downloads: null,
    pictureId: null,
    attachments: [],
    chapters: [],
    sample: false,
    password: '',
    needs: [],
    opens: null,
    closes: null,
    teaser: '',
    done: null,
    ...lessonKindOf(kind).settings,
    asks: '',
    mediums: [],
    note: '',
    outcomes: [],
  };
}

/** A question nobody has put anything into, with the body its kind begins with. */
export function newQuestion(id: string, lessonId: string, order: string, kind: QuestionKind): Question {
  return {
    id,
    lessonId,
    order,
    kind,
    prompt: '',
    category: '',
    points: 1000,
    body: kindOf(kind).begin(id),
    media: null,
    hint: '',
    feedbackRight: '',
    feedbackPart: '',
    feedbackWrong: '',
    moment: null,
    bankId: null,
    bankVersion: null,
    taught: null,
    outcomes: [],
  };
}

/** The kind of lesson a medium becomes once it is made. */
export const kindOfMedium: Record<Medium, LessonKind> = {
  screencast: 'film',
  explainer: 'film',
  slides: 'document',
  worksheet: 'document',
  text: 'reading',
  quiz: 'quiz',
  assignment: 'assignment',
  exercise: 'reading',
  live: 'live',
};
export const mediumNames: Record<Medium, string> = {
  screencast: 'screencast',
  explainer: 'explainer film',
  slides: 'slides',
  worksheet: 'worksheet',
  text: 'text',
  quiz: 'quiz',
  assignment: 'assignment',
  exercise: 'exercise',
  live: 'live session',
};
