import fc from 'fast-check';
import { expect, test } from 'vitest';
import { same } from './change';
import { differ, differencesBetween } from './value-difference';

/** As it comes back from the database. */
const stored = <T>(value: T): T => JSON.parse(JSON.stringify(value));
const paragraph = (...texts: string[]) => ({
  type: 'paragraph',
  content: texts.map((text) => ({ type: 'text', text })),
});
const doc = (...content: object[]) => ({ type: 'doc', content });
const long = Array.from({ length: 40 }, (_, i) => paragraph(`The reading of line ${i} is taken twice.`));

test.each([
  ['a letter', doc(...long), doc(...long.with(7, paragraph('The reading of line 7 is taken twice!')))],
  ['two paragraphs far apart', doc(...long), doc(...long.with(2, paragraph('Two.')).with(30, paragraph('Thirty.')))],
  ['a paragraph put in', doc(...long), doc(...long.toSpliced(9, 0, paragraph('In between.')))],
  [
    'a paragraph parted',
    doc(...long),
    doc(...long.toSpliced(9, 1, paragraph('The reading of'), paragraph(' line 9 is taken twice.'))),
  ],
  ['half of a character kept', doc(paragraph('a😀b')), doc(paragraph('a😁b'))],
  [
    'a mark added',
    doc(paragraph('plain')),
    doc({ type: 'paragraph', content: [{ type: 'text', text: 'plain', marks: [{ type: 'bold' }] }] }),
  ],
  ['written for the first time', null, doc(...long.slice(0, 2))],
  ['emptied', doc(...long.slice(0, 2)), null],
])('%s is kept as little more than itself, and leads both ways', (name, was, is) => {
  const differences = stored(differencesBetween(was, is));
  expect(/\\ud[89a-f]/i.test(JSON.stringify(differences))).toBe(false);
  expect(differ(was, differences)).toEqual(is);
  expect(differ(is, differences, true)).toEqual(was);
  if (name !== 'half of a character kept') expect(JSON.stringify(differences).length).toBeLessThan(600);
});

const words = fc.array(fc.constantFrom('a', 'b', '😀', '😁', 'ä')).map((all) => all.join(''));
const value = fc.letrec((tie) => ({
  any: fc.oneof(
    { depthSize: 'small' },
    words,
    fc.integer(),
    fc.boolean(),
    fc.constant(null),
    fc.array(tie('any'), { maxLength: 6 }),
    fc.dictionary(fc.constantFrom('x', 'y', 'z'), tie('any')),
  ),
})).any;

test('the differences of any two values lead from each to the other, and fit no third', () => {
  fc.assert(
    fc.property(value, value, value, (was, is, third) => {
      const differences = stored(differencesBetween(was, is));
      expect(same(differ(was, differences), is)).toBe(true);
      expect(same(differ(is, differences, true), was)).toBe(true);
      // On a value of another shape they are refused, or touch only what is as they found it.
      const other = differ(third, differences);
      expect(other === null || same(differ(other, differences, true), third)).toBe(true);
    }),
    { numRuns: 500 },
  );
});
