import { type Criterion, type CriterionMark, type CriterionOf, criterionFull } from '../src/core/assignment';
import { newId } from '../src/server/platform/ids';

const part = (text: string, points: number) => ({ id: newId(), text, points: points * 1000 });
const own = (title: string, guide: string) => ({ id: newId(), title, guide });

/** What the survey report is marked by: the four things its text names. */
export const reportCriteria: readonly Criterion[] = [
  {
    ...own(
      'Discharge',
      'Method, figures with their units, speed corrected by 0.85. A figure without a unit costs a point.',
    ),
    ...{ by: 'points', most: 10_000, step: 500 },
  },
  {
    ...own('Kick sample', 'Effort in minutes, habitats in proportion, families by their names.'),
    by: 'levels',
    parts: [
      part('Nothing that could be read as a sample', 0),
      part('Animals are named, effort and habitats are not', 5),
      part('Effort, habitats and most families', 10),
      part('Effort, habitats, and every family named and counted', 14),
    ],
  },
  {
    ...own('Reading the index', ''),
    by: 'checks',
    parts: [
      part('The index is worked out rightly', 5),
      part('It says what the index means for this reach', 3),
      part('It says what the index cannot tell', 2),
    ],
  },
  {
    ...own('The report as a whole', 'Somebody else could repeat it next year.'),
    by: 'deductions',
    most: 16_000,
    parts: [
      part('The place cannot be found again', 6),
      part('The day or the weather is missing', 2),
      part('No word on what could be wrong', 4),
    ],
  },
];

export const reportModel = `A reach of forty metres with its grid reference, walked on two named mornings. Width 2.4 m, mean depth 0.31 m, surface speed 0.55 m/s, corrected to 0.47 m/s: 0.35 m³/s. Three minutes of kicking, a minute each in riffle, run and margin. Eleven families; index 62, which over eleven families is 5.6. It speaks for clean water and some silt. One sample in one month: a flood the week before would lower it.`;

/** What a marker who finds so much of it good gives, by how points come about; 0 to 1. */
const gives: {
  readonly [B in Criterion['by']]: (own: CriterionOf<B>, share: number) => Partial<CriterionMark>;
} = {
  points: ({ most, step }, share) => ({
    points: Math.round((most * share) / step) * step,
    remark: share < 0.8 ? 'The surface speed is not the mean speed: multiply by 0.85.' : '',
  }),
  levels: (own, share) => {
    const best = own.parts.filter(({ points }) => points <= criterionFull(own) * share + 1000).at(-1);
    return { chosen: best ? [best.id] : [] };
  },
  checks: ({ parts }, share) => ({ chosen: parts.slice(0, Math.round(share * parts.length)).map(({ id }) => id) }),
  deductions: ({ parts }, share) => ({
    chosen: parts.slice(0, Math.round((1 - share) * parts.length)).map(({ id }) => id),
  }),
};
export const marksBy = (criteria: readonly Criterion[], share: number): CriterionMark[] =>
  criteria.map((criterion) => ({
    ...{ criterionId: criterion.id, points: null, chosen: null, remark: '' },
    ...(gives[criterion.by] as (own: Criterion, share: number) => Partial<CriterionMark>)(criterion, share),
  }));
