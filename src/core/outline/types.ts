import type { AssignmentSettings } from '../assignment';
import type { AwardSettings } from '../certificate';
import type { CompletionRule, MissingRule } from '../gradebook';
import type { QuestionBody, QuizSettings } from '../quiz';
import type { OpeningRule, Rhythm } from '../release';

/** A rich text as the editor keeps it: a tree of nodes, rendered safely wherever it is shown. */
export type RichText = {
  readonly type: string;
  readonly text?: string;
  readonly attrs?: { readonly [name: string]: unknown };
  readonly marks?: readonly { readonly type: string; readonly attrs?: { readonly [name: string]: unknown } }[];
  readonly content?: readonly RichText[];
};

export const lessonKinds = ['reading', 'film', 'document', 'quiz', 'assignment'] as const;
export type LessonKind = (typeof lessonKinds)[number];

/** Planned: only a name. Draft: being made. Ready: its maker says learners may have it. */
export const lessonStates = ['planned', 'draft', 'ready'] as const;
export type LessonState = (typeof lessonStates)[number];

/** What makes a lesson count as done. Quizzes and assignments have rules of their own kind. */
export type DoneRule =
  | { readonly by: 'learner' }
  | { readonly by: 'opened' }
  | { readonly by: 'watched'; readonly percent: number }
  | { readonly by: 'handed-in' }
  | { readonly by: 'passed' };

export type Course = {
  readonly id: string;
  readonly slug: string;
  readonly title: string;
  readonly description: string;
  readonly audience: string;
  readonly promise: string;
  /** IANA zone in which the course means its dates. */
  readonly zone: string;
  readonly rhythm: Rhythm | null;
  /** Minutes of work a week that the plan aims at, at most. */
  readonly weekLimit: number;
  readonly completion: CompletionRule;
  readonly missing: MissingRule;
  readonly award: AwardSettings;
};

export type Section = {
  readonly id: string;
  readonly order: string;
  readonly title: string;
  /** Null: follows the rhythm of the course, or opens at the start when there is none. */
  readonly opens: OpeningRule | null;
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
  readonly text: RichText | null;
  readonly mediaId: string | null;
  readonly downloads: boolean;
  /** Null: opens with its section. */
  readonly opens: OpeningRule | null;
  /** Said to a learner who comes before the lesson opens. */
  readonly teaser: string;
  /** Null: the usual rule for its kind. */
  readonly done: DoneRule | null;
  readonly quiz: QuizSettings | null;
  readonly assignment: AssignmentSettings | null;
  /** Share in the course grade, in relation to the other weights. 0: not graded. */
  readonly weight: number;
};

export type Question = QuestionBody & {
  readonly id: string;
  readonly lessonId: string;
  readonly order: string;
};

/** The working copy of one course: what creators change. */
export type Outline = {
  readonly course: { readonly [id: string]: Course };
  readonly section: { readonly [id: string]: Section };
  readonly lesson: { readonly [id: string]: Lesson };
  readonly question: { readonly [id: string]: Question };
};
export type OutlineTable = keyof Outline;

export const byOrder = <T extends { readonly order: string; readonly id: string }>(a: T, b: T) =>
  a.order < b.order ? -1 : a.order > b.order ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0;

export const courseOf = (outline: Outline): Course => {
  const course = Object.values(outline.course)[0];
  if (!course) throw new Error('An outline always holds its course.');
  return course;
};
export const sectionsOf = (outline: Outline): Section[] => Object.values(outline.section).sort(byOrder);

/** The lessons of each section in order, in one pass. */
export function lessonsBySection(outline: Outline): Map<string, Lesson[]> {
  const found = new Map<string, Lesson[]>(sectionsOf(outline).map((section) => [section.id, []]));
  for (const lesson of Object.values(outline.lesson)) found.get(lesson.sectionId)?.push(lesson);
  for (const lessons of found.values()) lessons.sort(byOrder);
  return found;
}

export const questionsOf = (outline: Outline, lessonId: string): Question[] =>
  Object.values(outline.question)
    .filter((question) => question.lessonId === lessonId)
    .sort(byOrder);

export const isGraded = (kind: LessonKind) => kind === 'quiz' || kind === 'assignment';

/** The rule that says when a lesson is done, where its maker chose none. */
export function usualDoneRule(lesson: Pick<Lesson, 'kind' | 'quiz' | 'assignment'>): DoneRule {
  switch (lesson.kind) {
    case 'film':
      return { by: 'watched', percent: 90 };
    case 'quiz':
      return lesson.quiz && lesson.quiz.passPercent > 0 ? { by: 'passed' } : { by: 'handed-in' };
    case 'assignment':
      return { by: 'handed-in' };
    default:
      return { by: 'learner' };
  }
}
