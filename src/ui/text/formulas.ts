import { formulasIn } from '@/core/quiz';
import { mathOf } from './formula';

/** Formulas as MathML, by their TeX; those that cannot be set are not there, and stay as they were typed. */
export type Formulas = { readonly [tex: string]: string };

/** Every formula that stands anywhere in some values, set. */
export const formulasOf = (...values: readonly unknown[]): Formulas =>
  Object.fromEntries(
    formulasIn(values).flatMap((tex) => {
      const set = mathOf(tex, false);
      return set === null ? [] : [[tex, set] as const];
    }),
  );
