import { boolean, number, object, string } from 'yup';

export const papers = {
  'a4-across': { name: 'A4 across', width: 841.89, height: 595.28 },
  'a4-upright': { name: 'A4 upright', width: 595.28, height: 841.89 },
  'letter-across': { name: 'Letter across', width: 792, height: 612 },
} as const;
export type Paper = keyof typeof papers;

/** Inks for print. They belong to the design, not to the interface, and are the same in both themes. */
export const inks = {
  ink: { name: 'ink', value: '#17211f' },
  malachite: { name: 'malachite', value: '#17694f' },
  lapis: { name: 'lapis', value: '#2a4a8f' },
  plum: { name: 'plum', value: '#6d2f63' },
  brick: { name: 'brick', value: '#a83a24' },
} as const;
export type Ink = keyof typeof inks;
export const paperTints: Record<Ink, string> = {
  ink: '#dfe3df',
  malachite: '#d5e8df',
  lapis: '#dde5f5',
  plum: '#efdfec',
  brick: '#f8e0da',
};
export const paperWhite = '#fdfdfb';
/** What the check code is printed in: scanners want all the contrast there is. */
export const codeBlack = '#000000';

export const faces = {
  script: { name: 'Pinyon Script' },
  serif: { name: 'Source Serif 4' },
  sans: { name: 'Noto Sans' },
} as const;
export type Face = keyof typeof faces;

/** How a certificate looks and when it is awarded: part of the course, and so of each edition. */
export type AwardSettings = {
  readonly on: boolean;
  /** Null: no grade is asked for. */
  readonly minPercent: number | null;
  readonly prefix: string;
  readonly paper: Paper;
  readonly heading: string;
  readonly below: string;
  readonly signer: string;
  readonly signerRole: string;
  readonly showsGrade: boolean;
  readonly frame: Ink;
  readonly ink: Ink;
  readonly nameFace: Face;
  /** Points. A name is set as large as fits, up to the one and never below the other. */
  readonly nameLargest: number;
  readonly nameSmallest: number;
};

export const usualAward: AwardSettings = {
  on: false,
  minPercent: null,
  prefix: 'C',
  paper: 'a4-across',
  heading: 'Certificate of completion',
  below: 'has completed',
  signer: '',
  signerRole: 'course lead',
  showsGrade: true,
  frame: 'malachite',
  ink: 'ink',
  nameFace: 'script',
  nameLargest: 50,
  nameSmallest: 24,
};

const line = (most: number) => string().max(most, `Keep this under ${most} characters.`).defined();
const size = number().typeError('Give a size in points.').min(8, 'At least 8 pt.').max(96, 'At most 96 pt.').required();

export const awardSchema = object({
  on: boolean().required(),
  minPercent: number()
    .integer('Give a whole percentage.')
    .min(0, 'At least 0 %.')
    .max(100, 'At most 100 %.')
    .nullable()
    .defined(),
  prefix: string()
    .matches(/^[A-Z0-9]{1,6}$/, 'Use one to six capital letters or digits.')
    .required('Use one to six capital letters or digits.'),
  paper: string().oneOf(Object.keys(papers)).required(),
  heading: line(80),
  below: line(120),
  signer: line(80),
  signerRole: line(80),
  showsGrade: boolean().required(),
  frame: string().oneOf(Object.keys(inks)).required(),
  ink: string().oneOf(Object.keys(inks)).required(),
  nameFace: string().oneOf(Object.keys(faces)).required(),
  nameLargest: size,
  nameSmallest: size.test('order', 'The smallest size is at most the largest.', function (value) {
    const largest = (this.parent as { nameLargest?: number }).nameLargest;
    return largest === undefined || value === undefined || value <= largest;
  }),
}).noUnknown();

/**
 * A design as it was kept with a certificate, whenever that was: what could not be said then is as usual, and what
 * cannot be said any more is left out. Throws in words on what is no design.
 */
export function readDesign(kept: unknown): AwardSettings {
  if (typeof kept !== 'object' || kept === null) throw new Error('This certificate has no design.');
  const design = awardSchema.validateSync({ ...usualAward, ...kept }, { stripUnknown: true, strict: false });
  return design as AwardSettings;
}
