import { array, object, type Schema } from 'yup';
import { optionalId } from '../kernel/ids';
import { line } from '../kernel/line';

/** Why a learner asks for another look: at one criterion, or at the whole of it. */
export type LookReason = { readonly criterionId: string | null; readonly words: string };

/** What came of another look: the mark stays, was changed, or the work may be handed in once more. */
export const lookOutcomes = ['stays', 'changed', 'again'] as const;
export type LookOutcome = (typeof lookOutcomes)[number];
export const lookOutcomeText: { readonly [O in LookOutcome]: string } = {
  stays: 'the mark stays as it is',
  changed: 'the mark was changed',
  again: 'it may be handed in once more',
};

export const lookReasonsSchema = array()
  .of(
    object({
      criterionId: optionalId,
      words: line(2000, 'Keep each reason under 2,000 characters.', 'Give a reason.'),
    })
      .noUnknown()
      .required(),
  )
  .min(1, 'Give a reason for at least one criterion, or for the whole.')
  .max(60)
  .required() as unknown as Schema<readonly LookReason[]>;
