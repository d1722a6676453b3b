import { array, object, string } from 'yup';
import { idSchema } from '../kernel/ids';

/** Whom a quiz is for: whoever is in one of the cohorts or has one of the tags. */
export type ForWhom = { readonly cohorts: readonly string[]; readonly tags: readonly string[] };
/** Of a learner, what that is decided by. */
export type Belongs = { readonly cohortId: string | null; readonly tags: readonly string[] };

export const forWhomSchema = object({
  cohorts: array().of(idSchema).max(100, 'Choose at most 100 cohorts.').required(),
  tags: array()
    .of(string().trim().min(1, 'A tag has words.').max(40, 'Keep a tag under 40 characters.').required())
    .max(50, 'Give at most 50 tags.')
    .required(),
}).noUnknown();

/** Whether a quiz is for somebody: for everybody where it names neither cohort nor tag. */
export const isFor = (whom: ForWhom | undefined, { cohortId, tags }: Belongs): boolean =>
  !whom ||
  (whom.cohorts.length === 0 && whom.tags.length === 0) ||
  (cohortId !== null && whom.cohorts.includes(cohortId)) ||
  tags.some((tag) => whom.tags.includes(tag));
