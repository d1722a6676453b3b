import { boolean, lazy, number, object, type Schema, string } from 'yup';
import { optionalId } from '../kernel/ids';
import { type NumberPart, numberPartsSchema, usualNumber } from './number';

/** When a course awards its certificate and what is particular to it there: part of the course, and so of each edition. */
export type AwardSettings = {
  readonly on: boolean;
  /** Null: no grade is asked for. */
  readonly minPercent: number | null;
  /** A person approves each one before it is issued. */
  readonly approved: boolean;
  /** How many months a certificate holds; null: without end. */
  readonly validMonths: number | null;
  /** Which of the school's designs; null: the plain pattern. */
  readonly designId: string | null;
  /** How its numbers are made. */
  readonly number: readonly NumberPart[];
  /** Who gives the course, as it stands on the certificate. */
  readonly teacher: string;
  /** Words of the course's own that a design can show, by their names. */
  readonly own: { readonly [name: string]: string };
};

export const usualAward: AwardSettings = {
  ...{
    on: false,
    minPercent: null,
    approved: false,
    validMonths: null,
    designId: null,
    number: usualNumber,
    teacher: '',
    own: {},
  },
};

const mostOwn = 20;
const ownSchema = lazy((value: unknown) => {
  const names = Object.keys((value ?? {}) as object);
  const words = string().max(300, 'Keep these words under 300 characters.').defined();
  return object(Object.fromEntries(names.map((name) => [name, words])))
    .noUnknown()
    .test('many', `A course has at most ${mostOwn} words of its own.`, () => names.length <= mostOwn)
    .test('names', 'Keep the name under 60 characters.', () =>
      names.every((name) => name.trim() !== '' && name.length <= 60),
    )
    .required();
}) as unknown as Schema<AwardSettings['own']>;

export const awardSchema = object({
  on: boolean().required(),
  minPercent: number()
    .integer('Give a whole percentage.')
    .min(0, 'At least 0 %.')
    .max(100, 'At most 100 %.')
    .nullable()
    .defined(),
  approved: boolean().required(),
  validMonths: number()
    .integer('Give whole months.')
    .min(1, 'At least 1 month.')
    .max(1200, 'At most 1,200 months.')
    .nullable()
    .defined(),
  designId: optionalId,
  number: numberPartsSchema,
  teacher: string().max(120, 'Keep this under 120 characters.').defined(),
  own: ownSchema,
}).noUnknown();

/** Award settings as they were kept, whenever that was: numbers had a prefix alone, and looks were part of them. */
export function readAward(kept: unknown): AwardSettings {
  const old = (kept ?? {}) as Partial<AwardSettings> & { readonly prefix?: string; readonly signer?: string };
  const { on = false, minPercent = null, approved = false, validMonths = null, designId = null, own = {} } = old;
  const number = Array.isArray(old.number) ? (old.number as readonly NumberPart[]) : numbersWith(old.prefix ?? 'C');
  return { on, minPercent, approved, validMonths, designId, number, teacher: old.teacher ?? old.signer ?? '', own };
}
const numbersWith = (prefix: string): readonly NumberPart[] => [{ words: `${prefix}-` }, ...usualNumber.slice(1)];
