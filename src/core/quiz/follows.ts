import { array, boolean, lazy, number, object, type Schema, string } from 'yup';
import { compare, type Rational, rational } from '../kernel/exact';
import { idSchema, optionalId } from '../kernel/ids';
import { listText, ordinal } from '../kernel/words';
import { type Band, bandOf } from './bands';

/** When something follows a result: what has to hold of the sitting. */
export type FollowWhen =
  | { readonly by: 'passed' }
  | { readonly by: 'failed' }
  /** Its share lies from so many percent up to, not including, so many; 100 belongs to what ends there. */
  | { readonly by: 'band'; readonly from: number; readonly to: number }
  /** It is this attempt, and not passed. */
  | { readonly by: 'attempt'; readonly number: number }
  /** Of the points of a category less than so many percent. */
  | { readonly by: 'category'; readonly category: string; readonly below: number };

/** What is done for the learner, or about them. */
export type FollowDeed =
  | { readonly do: 'message'; readonly text: string }
  | { readonly do: 'session'; readonly lessonId: string; readonly text: string }
  | { readonly do: 'tag'; readonly tag: string }
  /** A section or a lesson of the course. */
  | { readonly do: 'open'; readonly of: string }
  | { readonly do: 'enrol'; readonly courseId: string; readonly cohortId: string | null }
  | { readonly do: 'staff'; readonly text: string };

export type Follow = {
  readonly id: string;
  /** Switched off it is kept, and can be tried. */
  readonly on: boolean;
  readonly when: FollowWhen;
  readonly deeds: readonly FollowDeed[];
};

const percent = number()
  .typeError('Give the percent as a number.')
  .min(0, 'At least 0 %.')
  .max(100, 'At most 100 %.')
  .required('Give the percent as a number.');
// What is not written yet is told by readiness, so that nothing typed is refused on the way.
const words = (what: string) => string().max(2000, `Keep ${what} under 2,000 characters.`).defined();

const whenSchemas: { readonly [B in FollowWhen['by']]: Schema } = {
  passed: object({ by: string().required() }).noUnknown(),
  failed: object({ by: string().required() }).noUnknown(),
  band: object({ by: string().required(), from: percent, to: percent }).noUnknown(),
  attempt: object({
    by: string().required(),
    number: number()
      .typeError('Give the attempt as a number.')
      .integer('Give the attempt as a whole number.')
      .min(1, 'The first attempt is 1.')
      .max(100, 'At most the 100th attempt.')
      .required('Give the attempt as a number.'),
  }).noUnknown(),
  category: object({ by: string().required(), category: string().max(80).defined(), below: percent }).noUnknown(),
};
const deedSchemas: { readonly [D in FollowDeed['do']]: Schema } = {
  message: object({ do: string().required(), text: words('the message') }).noUnknown(),
  session: object({ do: string().required(), lessonId: idSchema, text: words('the message') }).noUnknown(),
  tag: object({
    do: string().required(),
    tag: string().max(40, 'Keep a tag under 40 characters.').defined(),
  }).noUnknown(),
  open: object({ do: string().required(), of: idSchema }).noUnknown(),
  enrol: object({ do: string().required(), courseId: idSchema, cohortId: optionalId }).noUnknown(),
  staff: object({ do: string().required(), text: words('the message') }).noUnknown(),
};
export const followWays = Object.keys(whenSchemas) as FollowWhen['by'][];
export const followDeeds = Object.keys(deedSchemas) as FollowDeed['do'][];

/** One of several shapes, told apart by a field of it. */
const oneOf = (field: 'by' | 'do', shapes: { readonly [name: string]: Schema }) =>
  lazy((value: unknown) => {
    const name = (value as { readonly [key: string]: unknown } | null | undefined)?.[field];
    return typeof name === 'string' && Object.hasOwn(shapes, name)
      ? (shapes[name] as Schema)
      : object({ [field]: string().oneOf(Object.keys(shapes)).required() });
  });

/** One condition by itself. */
export const followWhenSchema = oneOf('by', whenSchemas) as unknown as Schema<FollowWhen>;

export const followsSchema = array()
  .of(
    object({
      id: idSchema,
      on: boolean().required(),
      when: followWhenSchema,
      deeds: array()
        .of(oneOf('do', deedSchemas) as unknown as Schema<FollowDeed>)
        .max(10, 'At most 10 things follow from one condition.')
        .required(),
    }).noUnknown(),
  )
  .max(20, 'At most 20 conditions.');

/** What is known of a sitting that was handed in and marked. */
export type FollowFacts = {
  /** 0 to 1, exact. */
  readonly share: Rational;
  readonly passed: boolean;
  /** Which sitting of its learner it is: 1, 2, … */
  readonly number: number;
  /** Points by category, thousandths. */
  readonly categories: readonly { readonly category: string; readonly points: number; readonly of: number }[];
};

/** Whether a condition holds of a sitting. */
export function holdsFor(when: FollowWhen, { share, passed, number: attempt, categories }: FollowFacts): boolean {
  switch (when.by) {
    case 'passed':
      return passed;
    case 'failed':
      return !passed;
    case 'band': {
      const band: Band = { id: '', text: '', from: when.from, to: when.to };
      return bandOf([band], share) !== undefined;
    }
    case 'attempt':
      return !passed && attempt === when.number;
    case 'category': {
      const own = categories.find(({ category }) => category === when.category);
      const limit = rational(BigInt(Math.round(when.below * 1000)), 100_000n);
      return own !== undefined && own.of > 0 && compare(rational(own.points, own.of), limit) < 0;
    }
  }
}

type Titles = (id: string) => string;

/** `"when it is not passed at the 2nd attempt"`. */
export function whenText(when: FollowWhen): string {
  switch (when.by) {
    case 'passed':
      return 'when it is passed';
    case 'failed':
      return 'when it is not passed';
    case 'band':
      return `when it comes to ${when.from} % up to ${when.to === 100 ? '100 %' : `below ${when.to} %`}`;
    case 'attempt':
      return `when it is not passed at the ${ordinal(when.number)} attempt`;
    case 'category':
      return `when "${when.category}" comes to less than ${when.below} %`;
  }
}

const deedTexts: {
  readonly [D in FollowDeed['do']]: (deed: Extract<FollowDeed, { do: D }>, titles: Titles) => string;
} = {
  message: () => 'a message goes to the learner',
  session: ({ lessonId }, titles) => `"${titles(lessonId)}" is offered`,
  tag: ({ tag }) => `the learner is tagged "${tag}"`,
  open: ({ of }, titles) => `"${titles(of)}" opens`,
  enrol: ({ courseId, cohortId }, titles) =>
    `the learner is enrolled in "${titles(courseId)}"${cohortId ? `, ${titles(cohortId)}` : ''}`,
  staff: () => 'the people who give the course are told',
};
/** What is done, in words. */
export const deedText = (deed: FollowDeed, titles: Titles): string =>
  (deedTexts[deed.do] as (deed: FollowDeed, titles: Titles) => string)(deed, titles);

/** A condition with what follows from it, in one sentence. */
export const followText = ({ when, deeds }: Follow, titles: Titles): string => {
  const then = deeds.length === 0 ? 'nothing happens yet' : listText(deeds.map((deed) => deedText(deed, titles)));
  const sentence = `${whenText(when)}, ${then}.`;
  return sentence.charAt(0).toUpperCase() + sentence.slice(1);
};

/** What follows in a copy: what names a lesson or a section that is not there any more is left out. */
export const followsRenamed = (follows: readonly Follow[], renamed: (id: string) => string | null): Follow[] =>
  follows.map((follow) => ({
    ...follow,
    deeds: follow.deeds.flatMap((deed): FollowDeed[] => {
      if (deed.do === 'open') {
        const of = renamed(deed.of);
        return of ? [{ ...deed, of }] : [];
      }
      if (deed.do !== 'session') return [deed];
      const lessonId = renamed(deed.lessonId);
      return lessonId ? [{ ...deed, lessonId }] : [];
    }),
  }));
