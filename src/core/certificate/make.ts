import { type FieldName, inks, type Paper, type Part, papers, type Thing, type ThingParts } from './design';

/** What can be put on a page: a field of its own, or a thing that is none. */
export type NewSort = FieldName | Exclude<Thing['sort'], 'picture' | 'signature'>;

const partOf: { readonly [F in FieldName]: Part } = {
  ...{ name: { field: 'name' }, course: { field: 'course' }, school: { field: 'school' }, hours: { field: 'hours' } },
  ...{ outcomes: { field: 'outcomes' }, teacher: { field: 'teacher' }, number: { field: 'number' } },
  address: { field: 'address' },
  date: { field: 'date', form: 'long', language: null },
  expires: { field: 'expires', form: 'long', language: null },
  grade: { field: 'grade', form: 'percent' },
  own: { field: 'own', name: 'Place' },
};
const large: Partial<ThingParts['text']> = { size: 40, smallest: 18, wrap: 'two' };
const usual: { readonly [F in FieldName]?: Partial<ThingParts['text']> } = {
  name: { ...large, face: 'script' },
  course: { size: 22, smallest: 12, weight: 'bold', wrap: 'two' },
  outcomes: { size: 12, smallest: 7, wrap: 'many', stands: 'top' },
  number: { size: 9, smallest: 6, face: 'sans' },
  address: { size: 8, smallest: 5, face: 'sans' },
};
/** Millimetres. */
const heights: { readonly [F in FieldName]?: number } = { outcomes: 40, name: 26 };
const plain: ThingParts['text'] = {
  ...{ lines: [], face: 'serif', weight: 'regular', colour: inks.ink.value, size: 14, smallest: 8 },
  ...{ align: 'middle', stands: 'middle', spacing: 0, leading: 1.15, wrap: 'two' },
};

/** A thing that was put on a page, in its middle. Fields that may be empty for some are shown only where they are not. */
export function newThing(sort: NewSort, paper: Paper, id: string): Thing {
  const { width, height } = papers[paper];
  const base = (wide: number, high: number) => ({
    ...{ id, title: '', locked: false, hidden: false, shownIf: null as FieldName | null },
    box: { x: (width - wide) / 2, y: (height - high) / 2, width: wide, height: high },
  });
  const colour = inks.malachite.value;
  switch (sort) {
    case 'rule':
      return { ...base(width / 3, 2), sort, colour, line: 1, dash: 'solid' };
    case 'frame':
      return { ...base(width - 20, height - 20), sort, colour, line: 2, gap: 0, corner: 0 };
    case 'shape':
      return { ...base(40, 30), sort, shape: 'ellipse', fill: '#d5e8df', stroke: null, line: 0 };
    case 'code':
      return { ...base(24, 24), sort, colour: '#000000' };
    case 'text':
      return { ...base(width / 2, 10), sort, ...plain, lines: [[{ words: 'Your words' }]] };
    default: {
      const mayBeEmpty =
        sort === 'grade' || sort === 'teacher' || sort === 'outcomes' || sort === 'own' || sort === 'expires';
      const own = { ...plain, lines: [[partOf[sort]]], ...usual[sort] };
      const isWide = sort === 'name' || sort === 'course';
      const box = base(width * (isWide ? 0.7 : 0.4), heights[sort] ?? 10);
      return { ...box, sort: 'text', ...own, shownIf: mayBeEmpty ? sort : null };
    }
  }
}

/** A field as it stands in a text when it is put there. */
export const newPart = (field: FieldName): Part => partOf[field];
