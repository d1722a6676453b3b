import type { GradeItem, GradeScheme, MissingRule } from '@/core/gradebook';
import type { LessonKind } from '@/core/outline';

/** What counts, as a column shows it: a lesson with its number and kind, or a column of the gradebook's own. */
export type GradeItemShown = GradeItem & { readonly number: string; readonly kind: LessonKind | null };

/** The rules a gradebook goes by: weights as well, so that they can be tried. */
export type Rules = {
  readonly scheme: GradeScheme;
  readonly missing: MissingRule;
  /** By lesson: weights that differ from those of the course. */
  readonly weights: { readonly [itemId: string]: number };
};

/** The items as some rules have them, with the columns of the scheme's own behind. */
export const itemsBy = (lessons: readonly GradeItemShown[], { scheme, weights }: Rules): readonly GradeItemShown[] => [
  ...lessons.map((item) => ({ ...item, weight: weights[item.id] ?? item.weight })),
  ...scheme.own.map((item) => ({ ...item, number: '', kind: null })),
];
