import type { AssignmentSettings } from '../assignment';
import type { AwardSettings } from '../certificate';
import type { CompletionRule, GradeScheme, MissingRule } from '../gradebook';
import { inOrder } from '../kernel/exact';
import type { LiveSettings } from '../live';
import type { QuestionContent, QuizSettings } from '../quiz';
import type { AccessRule, ClosingRule, OpeningRule, Rhythm } from '../release';

/** A rich text as the editor keeps it: a tree of nodes, rendered safely wherever it is shown. */
export type RichText = {
  readonly type: string;
  readonly text?: string;
  readonly attrs?: { readonly [name: string]: unknown };
  readonly marks?: readonly { readonly type: string; readonly attrs?: { readonly [name: string]: unknown } }[];
  readonly content?: readonly RichText[];
};

/** What is known of a text without reading it again. */
export type TextFacts = {
  readonly words: number;
  readonly pictures: number;
  /** Pictures without words for those who cannot see them. */
  readonly undescribed: number;
};
export const noText: TextFacts = { words: 0, pictures: 0, undescribed: 0 };

/**
 * The kinds of lesson in the order in which they are offered; what is particular to each, see `kinds`. A name stands in
 * stored lessons: it never changes.
 */
export const lessonKinds = ['reading', 'film', 'audio', 'document', 'link', 'live', 'quiz', 'assignment'] as const;
export type LessonKind = (typeof lessonKinds)[number];

/** Planned: only a name. Draft: being made. Ready: its maker says learners may have it. */
export const lessonStates = ['planned', 'draft', 'ready'] as const;
export type LessonState = (typeof lessonStates)[number];

/** What a planned lesson is meant to be made as. One topic can be served by several. */
export const mediums = [
  'screencast',
  'explainer',
  'slides',
  'worksheet',
  'text',
  'quiz',
  'assignment',
  'exercise',
  'live',
] as const;
export type Medium = (typeof mediums)[number];

/** What makes a lesson count as done. Quizzes and assignments have rules of their own kind. */
export type DoneRule =
  | { readonly by: 'learner' }
  | { readonly by: 'opened' }
  | {
      readonly by: 'watched';
      readonly percent: number /** Whether every checkpoint has to be answered as well. */;
      readonly answers?: boolean;
    }
  | { readonly by: 'attended' }
  | { readonly by: 'handed-in' }
  | { readonly by: 'passed' };

/**
 * What holds for a whole course unless a lesson differs. Learners never see where a setting comes from;
 * creators do, and can differ at the place.
 */
export const looks = ['device', 'light', 'dark'] as const;
export const accents = ['malachite', 'lapis', 'plum'] as const;
export type CourseSettings = {
  /** Light or dark for learners; `device` follows each learner's own choice. */
  readonly look: (typeof looks)[number];
  readonly accent: (typeof accents)[number];
  /** Whether the list of lessons stands beside what is read. */
  readonly surroundings: boolean;
  /** Whether a long description is folded behind "show more". */
  readonly foldsDescription: boolean;
  /** Whether a film that has been watched leads on to the next lesson by itself. */
  readonly goesOn: boolean;
  /** Whether documents may be downloaded. */
  readonly downloads: boolean;
  /** Whether markers may look at the course without being enrolled. */
  readonly staffLook: boolean;
  /** Hosts that links of lessons may lead to; any where none is named. */
  readonly sources: readonly string[];
  /** What makes a lesson count as done, by kind; what is not named follows the usual rule. */
  readonly done: { readonly [kind in LessonKind]?: DoneRule };
  /** How its grade comes about; the mean of all by weight where it does not say. */
  readonly grading?: GradeScheme;
};

/** A countdown to the second, in days and hours, or only the date. */
export const countdownForms = ['full', 'days', 'date'] as const;
export type CountdownForm = (typeof countdownForms)[number];

export type Course = {
  readonly id: string;
  readonly slug: string;
  readonly title: string;
  readonly description: string;
  readonly audience: string;
  readonly promise: string;
  /** What a learner should not expect. */
  readonly notAbout: string;
  /** IANA zone in which the course means its dates. */
  readonly zone: string;
  readonly rhythm: Rhythm | null;
  /** How long a learner can use it; null for ever. */
  readonly access: AccessRule | null;
  /** Said to a learner whose access has ended. */
  readonly accessNote: string;
  /** How a lesson that is not open yet tells when it will be. */
  readonly countdown: CountdownForm;
  /** Minutes of work a week that the plan aims at, at most. */
  readonly weekLimit: number;
  readonly completion: CompletionRule;
  readonly missing: MissingRule;
  readonly award: AwardSettings;
  readonly settings: CourseSettings;
};

export type Section = {
  readonly id: string;
  readonly order: string;
  readonly title: string;
  /** Null: follows the rhythm of the course, or opens at the start when there is none. */
  readonly opens: OpeningRule | null;
  /** When it closes again, and its lessons with it; null for never. */
  readonly closes: ClosingRule | null;
};

/** What a learner may do with an attachment: open or keep it, keep it only, or look at it only. */
export const attachmentAccess = ['open', 'download', 'view'] as const;
/** A thing of the library that belongs to a lesson beside what it shows. */
export type Attachment = {
  readonly id: string;
  readonly mediaId: string;
  /** Empty: as the thing is called. */
  readonly title: string;
  readonly access: (typeof attachmentAccess)[number];
  /** A line that says what it is for; none where it does not say. */
  readonly note?: string;
};

/** A part of a film or a recording that has a name; it begins at `at`, in whole milliseconds. */
export type Chapter = { readonly id: string; readonly at: number; readonly title: string };

/**
 * Where a question stops a film or a recording, in whole milliseconds from its beginning; the passage is
 * where its answer is shown.
 */
export type Moment = {
  readonly at: number;
  readonly passage: { readonly from: number; readonly to: number } | null;
  /** Whether nobody passes it unanswered. */
  readonly required: boolean;
};

export type Lesson = {
  readonly id: string;
  readonly sectionId: string;
  readonly order: string;
  readonly title: string;
  readonly kind: LessonKind;
  readonly state: LessonState;
  readonly required: boolean;
  /** Minutes set by hand; null when they are worked out. */
  readonly minutes: number | null;
  readonly written: TextFacts;
  readonly mediaId: string | null;
  /** Where it leads to, elsewhere; empty for nowhere. */
  readonly link: string;
  /** Null: as the course has it. */
  readonly downloads: boolean | null;
  /** A picture of the library, shown above the lesson. */
  readonly pictureId: string | null;
  /** In the order in which they are offered. */
  readonly attachments: readonly Attachment[];
  /** Of its film or recording. */
  readonly chapters: readonly Chapter[];
  /** Whether visitors may look at it, signed in or not. */
  readonly sample: boolean;
  /** Asked for before the lesson opens; empty for none. Kept on the server, never sent to learners. */
  readonly password: string;
  /** Ids of the lessons that have to be done first. */
  readonly needs: readonly string[];
  /** Null: opens with its section. */
  readonly opens: OpeningRule | null;
  /** When it closes again, at the latest with its section; null for never. */
  readonly closes: ClosingRule | null;
  /** Said to a learner who comes before the lesson opens. */
  readonly teaser: string;
  /** Null: as the course has it for its kind, or else the usual rule. */
  readonly done: DoneRule | null;
  readonly quiz: QuizSettings | null;
  readonly assignment: AssignmentSettings | null;
  readonly live: LiveSettings | null;
  /** Share in the course grade, in relation to the other weights. 0: not graded. */
  readonly weight: number;
  /** The question this lesson answers, in a learner's words. */
  readonly asks: string;
  readonly mediums: readonly Medium[];
  /** For those who make the course; never shown to learners. */
  readonly note: string;
  /** Ids of the outcomes it serves. */
  readonly outcomes: readonly string[];
};

/** The text of a lesson, kept apart: a course is looked at far more often than its texts. */
export type LessonText = { readonly id: string; readonly content: RichText | null };

export type Taught = { readonly lessonId: string; readonly at: number | null };

export type Question = QuestionContent & {
  readonly id: string;
  readonly lessonId: string;
  readonly order: string;
  /** Where it stops the film of its lesson; null for a question of a paper. */
  readonly moment: Moment | null;
  /** The question of the bank it is, and in which version; null for one of the paper's own. */
  readonly bankId: string | null;
  readonly bankVersion: number | null;
  /** Where it is taught: a lesson of the course, and a moment of its film in whole milliseconds. */
  readonly taught: Taught | null;
  /** Ids of the outcomes it assesses. */
  readonly outcomes: readonly string[];
};

/** Something a learner can do after the course. Numbered by its place. */
export type Outcome = { readonly id: string; readonly order: string; readonly text: string };

/**
 * The working copy of one course: what creators change. `text` may hold fewer texts than there are: a
 * screen that shows none loads none.
 */
export type Outline = {
  readonly course: { readonly [id: string]: Course };
  readonly section: { readonly [id: string]: Section };
  readonly lesson: { readonly [id: string]: Lesson };
  readonly question: { readonly [id: string]: Question };
  readonly outcome: { readonly [id: string]: Outcome };
  /** By the id of the lesson. */
  readonly text: { readonly [lessonId: string]: LessonText };
};
export type OutlineTable = keyof Outline;

/** The order of siblings: by their keys, and by their ids where two were made at once. */
export const byOrder = <T extends { readonly order: string; readonly id: string }>(a: T, b: T) =>
  inOrder(a.order, b.order) || inOrder(a.id, b.id);

/** The one course of an outline. Throws where there is none. */
export const courseOf = (outline: Outline): Course => {
  const course = Object.values(outline.course)[0];
  if (!course) throw new Error('An outline always holds its course.');
  return course;
};
/** The sections of an outline, in order. */
export const sectionsOf = (outline: Outline): Section[] => Object.values(outline.section).sort(byOrder);

/** What a learner can do after the course, in order. */
export const outcomesOf = (outline: Outline): Outcome[] => Object.values(outline.outcome).sort(byOrder);
/** The text of a lesson; null where it has none, or where it has not been loaded. */
export const textOf = (outline: Outline, lessonId: string): RichText | null => outline.text[lessonId]?.content ?? null;

/** The lessons of each section in order, in one pass. */
export function lessonsBySection(outline: Outline): Map<string, Lesson[]> {
  const found = new Map<string, Lesson[]>(sectionsOf(outline).map((section) => [section.id, []]));
  for (const lesson of Object.values(outline.lesson)) found.get(lesson.sectionId)?.push(lesson);
  for (const lessons of found.values()) lessons.sort(byOrder);
  return found;
}

/** The questions of a lesson, in order: those of its paper, its film and its text. */
export const questionsOf = (outline: Outline, lessonId: string): Question[] =>
  Object.values(outline.question)
    .filter((question) => question.lessonId === lessonId)
    .sort(byOrder);
