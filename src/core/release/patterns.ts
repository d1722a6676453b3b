import { type Rhythm, usualGap } from './rhythm';

const usual: Rhythm = {
  unit: 'section',
  lessons: 1,
  begins: [],
  every: { by: 'weeks', count: 1, weekdays: [1] },
  at: '09:00',
  firstAtOnce: true,
  gap: usualGap(1),
  breaks: [],
};

/** Rhythms to begin with, by name. */
export const rhythmPatterns: readonly { readonly name: string; readonly rhythm: Rhythm }[] = [
  { name: 'A section every Monday', rhythm: usual },
  {
    name: 'A section every two weeks',
    rhythm: { ...usual, every: { by: 'weeks', count: 2, weekdays: [1] }, gap: usualGap(2) },
  },
  {
    name: 'Two evenings a week, a lesson each',
    rhythm: { ...usual, unit: 'lessons', every: { by: 'weeks', count: 1, weekdays: [2, 4] }, at: '18:00', gap: 1 },
  },
  { name: 'A lesson a day', rhythm: { ...usual, unit: 'lessons', every: { by: 'days', count: 1 }, at: '07:00' } },
  { name: 'Every week, by the minutes', rhythm: { ...usual, unit: 'laid' } },
];
