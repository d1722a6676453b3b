import { array, lazy, number, object, string } from 'yup';
import { idSchema } from '../kernel/ids';
import { fail, ok, type Result } from '../kernel/problem';

/** Something with words and points that can be chosen or found: a level, a thing to check, a fault. Thousandths of a point. */
export type CriterionPart = { readonly id: string; readonly text: string; readonly points: number };

/** How the points of a criterion come about: each way with what it holds. */
export type CriterionWays = {
  /** A number from none to `most`, in steps of `step`; any number where that is 0. */
  readonly points: { readonly most: number; readonly step: number };
  /** One of some levels, each with what it means. */
  readonly levels: { readonly parts: readonly CriterionPart[] };
  /** What is there of some things, each with its points. */
  readonly checks: { readonly parts: readonly CriterionPart[] };
  /** All of `most`, less what each fault that was found takes away; never below nothing. */
  readonly deductions: { readonly most: number; readonly parts: readonly CriterionPart[] };
};
export type CriterionBy = keyof CriterionWays;
/** What work is marked by: one thing that is looked at, and how it earns its points. */
export type Criterion = {
  readonly [B in CriterionBy]: {
    readonly id: string;
    readonly title: string;
    readonly guide: string;
    readonly by: B;
  } & CriterionWays[B];
}[CriterionBy];
type Of<B extends CriterionBy> = Extract<Criterion, { by: B }>;

/** What a marker says by a criterion. `points`: where they are given as a number. `chosen`: null before it was looked at. */
export type CriterionMark = {
  readonly criterionId: string;
  readonly points: number | null;
  readonly chosen: readonly string[] | null;
  readonly remark: string;
};

type Way<B extends CriterionBy> = {
  readonly title: string;
  begin(newId: () => string): CriterionWays[B];
  /** What it is worth at most. */
  full(own: CriterionWays[B]): number;
  /** What is given; null where nothing was decided yet. */
  given(own: CriterionWays[B], mark: Pick<CriterionMark, 'points' | 'chosen'>): number | null;
  /** Whether a mark can be one by this criterion; a sentence where not. */
  fault(own: CriterionWays[B], mark: Pick<CriterionMark, 'points' | 'chosen'>): string | null;
  /** What does not work about the criterion itself; null where all is well. */
  wrong(own: CriterionWays[B]): string | null;
};

const sumOf = (parts: readonly CriterionPart[], ids: readonly string[]) =>
  parts.filter(({ id }) => ids.includes(id)).reduce((sum, { points }) => sum + points, 0);
const isThere = (parts: readonly CriterionPart[], ids: readonly string[] | null) =>
  (ids ?? []).every((id) => parts.some((part) => part.id === id)) && new Set(ids).size === (ids ?? []).length;
const notThere = 'Something was chosen that is not part of the criterion.';
const part = (id: string, text: string, points: number): CriterionPart => ({ id, text, points });
const unworded = (parts: readonly CriterionPart[], what: string) => {
  if (parts.length === 0) return `has no ${what}`;
  return parts.some(({ text }) => text.trim() === '') ? `has a ${what} without words` : null;
};

const ways: { readonly [B in CriterionBy]: Way<B> } = {
  points: {
    title: 'A number of points',
    begin: () => ({ most: 5000, step: 1000 }),
    full: ({ most }) => most,
    given: (_own, { points }) => points,
    fault: ({ most, step }, { points }) => {
      if (points === null) return null;
      if (points < 0 || points > most) return `Give from 0 to ${most / 1000} points.`;
      return step > 0 && points % step !== 0 && points !== most ? `Give points in steps of ${step / 1000}.` : null;
    },
    wrong: ({ most }) => (most <= 0 ? 'is worth no points' : null),
  },
  levels: {
    title: 'Levels',
    begin: (newId) => ({
      parts: [part(newId(), '', 0), part(newId(), '', 2000), part(newId(), '', 5000)],
    }),
    full: ({ parts }) => Math.max(0, ...parts.map(({ points }) => points)),
    given: ({ parts }, { chosen }) => (chosen?.length ? sumOf(parts, chosen) : null),
    fault: ({ parts }, { chosen }) => {
      if ((chosen ?? []).length > 1) return 'Choose one level.';
      return isThere(parts, chosen) ? null : notThere;
    },
    wrong: ({ parts }) => {
      if (parts.length === 1) return 'has a single level, which is no choice';
      if (parts.length > 1 && parts.every(({ points }) => points === 0)) return 'is worth no points';
      return unworded(parts, 'level');
    },
  },
  checks: {
    title: 'A check list',
    begin: (newId) => ({ parts: [part(newId(), '', 1000), part(newId(), '', 1000)] }),
    full: ({ parts }) => parts.reduce((sum, { points }) => sum + points, 0),
    given: ({ parts }, { chosen }) => (chosen === null ? null : sumOf(parts, chosen)),
    fault: ({ parts }, { chosen }) => (isThere(parts, chosen) ? null : notThere),
    wrong: ({ parts }) =>
      parts.length > 0 && parts.every(({ points }) => points === 0)
        ? 'is worth no points'
        : unworded(parts, 'thing to check'),
  },
  deductions: {
    title: 'Deductions',
    begin: (newId) => ({ most: 5000, parts: [part(newId(), '', 1000)] }),
    full: ({ most }) => most,
    given: ({ most, parts }, { chosen }) => (chosen === null ? null : Math.max(0, most - sumOf(parts, chosen))),
    fault: ({ parts }, { chosen }) => (isThere(parts, chosen) ? null : notThere),
    wrong: ({ most, parts }) => (most <= 0 ? 'is worth no points' : unworded(parts, 'fault')),
  },
};
export const criterionBys = Object.keys(ways) as CriterionBy[];
/** How points come about one way, whichever that is. */
export const criterionWay = (by: CriterionBy): Way<CriterionBy> => ways[by] as Way<CriterionBy>;

/** A new criterion; `newId` gives it and its parts their ids. */
export const newCriterion = (by: CriterionBy, newId: () => string): Criterion =>
  ({ id: newId(), title: '', guide: '', by, ...criterionWay(by).begin(newId) }) as Criterion;

/** What a criterion is worth at most, in thousandths of a point; and all of some together. */
export const criterionFull = (criterion: Criterion): number => criterionWay(criterion.by).full(criterion as never);
export const criteriaFull = (criteria: readonly Criterion[]): number =>
  criteria.reduce((sum, one) => sum + criterionFull(one), 0);

/** What a mark gives by its criterion, in thousandths of a point; null where nothing was decided yet. */
export const criterionGiven = (criterion: Criterion, mark: CriterionMark | undefined): number | null =>
  mark ? criterionWay(criterion.by).given(criterion as never, mark) : null;

/** What some marks come to, and the criteria that nothing was decided by yet. */
export function criteriaTotal(
  criteria: readonly Criterion[],
  marks: readonly CriterionMark[],
): { readonly points: number; readonly missing: readonly Criterion[] } {
  const given = criteria.map((one) =>
    criterionGiven(
      one,
      marks.find(({ criterionId }) => criterionId === one.id),
    ),
  );
  return {
    points: given.reduce<number>((sum, points) => sum + (points ?? 0), 0),
    missing: criteria.filter((_, i) => given[i] === null),
  };
}

/** Whether marks can be those of some criteria: the sentence names the criterion, the field is its id. */
export function checkCriterionMarks(
  criteria: readonly Criterion[],
  marks: readonly CriterionMark[],
  finish: boolean,
): Result<number | null> {
  if (new Set(marks.map(({ criterionId }) => criterionId)).size !== marks.length)
    return fail('invalid', 'A criterion is marked twice.');
  for (const mark of marks) {
    const own = criteria.find(({ id }) => id === mark.criterionId);
    if (!own) return fail('invalid', 'What was marked is no criterion of this assignment.');
    const fault = criterionWay(own.by).fault(own as never, mark);
    if (fault) return fail('invalid', fault, own.id);
  }
  const { points, missing } = criteriaTotal(criteria, marks);
  const [first] = missing;
  if (first && finish) return fail('invalid', `${first.title || 'A criterion'} has no points yet.`, first.id);
  return ok(missing.length === criteria.length ? null : points);
}

/** What of some criteria has to be settled, in words to go on from the title of their assignment. */
export function criteriaFaults(criteria: readonly Criterion[]): readonly string[] {
  return criteria.flatMap((one, i) => {
    const name = one.title.trim() ? `"${one.title.trim()}"` : `criterion ${i + 1}`;
    if (one.title.trim() === '') return [`${name} has no title`];
    const wrong = criterionWay(one.by).wrong(one as never);
    return wrong ? [`${name} ${wrong}`] : [];
  });
}

const points = (what: string) =>
  number()
    .typeError(`Give ${what} as a number.`)
    .integer(`Give ${what} with at most three decimals.`)
    .min(0, 'Points are at least 0.')
    .max(1_000_000, 'Give at most 1,000 points.')
    .required();
const parts = array()
  .of(
    object({
      id: idSchema,
      text: string().max(500, 'Keep it under 500 characters.').defined(),
      points: points('the points'),
    }).noUnknown(),
  )
  .max(30, 'Give at most 30 of them.')
  .required();
const common = {
  id: idSchema,
  title: string().max(200, 'Keep the title of a criterion under 200 characters.').defined(),
  guide: string().max(4000, 'Keep what to look for under 4,000 characters.').defined(),
  by: string().oneOf(criterionBys).required(),
};
const schemas: { readonly [B in CriterionBy]: object } = {
  points: { most: points('the most'), step: points('the step') },
  levels: { parts },
  checks: { parts },
  deductions: { most: points('the most'), parts },
};
const isWay = (by: unknown): by is CriterionBy => criterionBys.includes(by as CriterionBy);
export const criteriaSchema = array()
  .of(
    lazy((one: { readonly by?: unknown } | undefined) =>
      object({ ...common, ...(isWay(one?.by) ? schemas[one.by] : {}) })
        .noUnknown()
        .required(),
    ),
  )
  .max(30, 'Mark by at most 30 criteria.');

export const criterionMarksSchema = array()
  .of(
    object({
      criterionId: idSchema,
      points: number().integer('Give points with at most three decimals.').nullable().defined(),
      chosen: array().of(idSchema).max(30).nullable().defined(),
      remark: string().max(4000, 'Keep a remark under 4,000 characters.').defined(),
    })
      .noUnknown()
      .required(),
  )
  .max(30)
  .required();
export type { Of as CriterionOf };
