import { array, number, object, string } from 'yup';
import { idSchema } from '../kernel/ids';

/** What a person who marks has said of one answer. */
export type Mark = {
  /** Thousandths of a point. */
  readonly points: number;
  readonly remark: string;
};
/** Finished marks, by the id of the question. */
export type Marks = { readonly [questionId: string]: Mark };

/** A mark as it is being made; its points are null until they are given. */
export type DraftMark = { readonly questionId: string; readonly points: number | null; readonly remark: string };

export const draftMarksSchema = array()
  .of(
    object({
      questionId: idSchema,
      points: number()
        .typeError('Give points as a number.')
        .integer('Give points with at most three decimals.')
        .min(0, 'Points are at least 0.')
        .nullable()
        .defined(),
      remark: string().max(20_000, 'Keep the remark under 20,000 characters.').defined(),
    }).noUnknown(),
  )
  .max(500, 'Mark at most 500 answers at once.')
  .required();

/** The marks that have points. */
export const marksFrom = (drafts: readonly DraftMark[]): Marks =>
  Object.fromEntries(
    drafts.flatMap(({ questionId, points, remark }) => (points === null ? [] : [[questionId, { points, remark }]])),
  );

/** How far a sitting whose answers are marked by a person has come. */
export const markingStates = ['handed-in', 'being-marked', 'marked'] as const;
export type MarkingState = (typeof markingStates)[number];

/** Whether a person has to mark any answer of a sitting, and has not yet. */
export const waitsForMarks = ({ marking }: { readonly marking: MarkingState | null }): boolean =>
  marking === 'handed-in' || marking === 'being-marked';
