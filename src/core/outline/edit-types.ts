import type { QuestionKind } from '../quiz';
import type { LessonKind, OutlineTable, RichText } from './types';

/** A lesson that is to be made, with whatever is known of it. */
export type LessonDraft = {
  readonly id: string;
  readonly title: string;
  readonly kind: LessonKind;
  readonly fields?: { readonly [field: string]: unknown };
  readonly text?: RichText | null;
};
export type SectionDraft = { readonly id: string; readonly title: string; readonly lessons: readonly LessonDraft[] };
type SimpleEdit = Exclude<OutlineEdit, { readonly do: 'all' }>;

/**
 * Everything a creator can do to an outline. An edit says what is wanted; `planEdit` works out the
 * changes. The browser plans an edit to show it at once, and the server plans it again to do it.
 * Ids of new records come with the edit, so that sending it twice makes one record.
 */
export type OutlineEdit =
  | { readonly do: 'add-section'; readonly id: string; readonly title: string; readonly after: string | null }
  | {
      readonly do: 'add-lesson';
      readonly id: string;
      readonly sectionId: string;
      readonly after: string | null;
      readonly title: string;
      readonly kind: LessonKind;
    }
  /** Behind the question `after`, or at the end; `fields` are what is known of it already. */
  | {
      readonly do: 'add-question';
      readonly id: string;
      readonly lessonId: string;
      readonly kind: QuestionKind;
      readonly after?: string;
      readonly fields?: { readonly [field: string]: unknown };
    }
  | { readonly do: 'add-outcome'; readonly id: string; readonly text: string }
  /** Lessons go into a section there is, behind `after`; whole sections behind `afterSection`, or to the end. */
  | {
      readonly do: 'put';
      readonly into: string | null;
      readonly after: string | null;
      readonly lessons: readonly LessonDraft[];
      readonly afterSection: string | null;
      readonly sections: readonly SectionDraft[];
    }
  | {
      readonly do: 'set';
      readonly table: OutlineTable;
      readonly id: string;
      readonly fields: { readonly [field: string]: unknown };
    }
  /** `before: null` puts them at the end of the section. */
  | {
      readonly do: 'move-lessons';
      readonly ids: readonly string[];
      readonly sectionId: string;
      readonly before: string | null;
    }
  | { readonly do: 'move-sections'; readonly ids: readonly string[]; readonly before: string | null }
  | { readonly do: 'move-question'; readonly id: string; readonly before: string | null }
  | { readonly do: 'move-outcome'; readonly id: string; readonly before: string | null }
  /** The lesson begins a section of its own, with those behind it. */
  | { readonly do: 'to-section'; readonly lessonId: string; readonly id: string }
  /** The section becomes a lesson at the end of the one above, with its lessons behind it. */
  | { readonly do: 'to-lesson'; readonly sectionId: string; readonly id: string }
  /** Planned lessons become drafts, one for each medium; `ids` are for those that are added. */
  | { readonly do: 'make-real'; readonly lessonIds: readonly string[]; readonly ids: readonly string[] }
  | {
      readonly do: 'remove';
      readonly table: 'section' | 'lesson' | 'question' | 'outcome';
      readonly ids: readonly string[];
    }
  /** Several edits as one: one step of the history, all or nothing. */
  | { readonly do: 'all'; readonly edits: readonly SimpleEdit[] };
