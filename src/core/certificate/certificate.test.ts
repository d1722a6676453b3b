import fc from 'fast-check';
import { expect, test } from 'vitest';
import { parsed } from '../kernel/parse';
import { filled } from './facts';
import {
  type Design,
  designFaults,
  designFrom,
  designSchema,
  emptyDesign,
  type Facts,
  fitText,
  hardNames,
  isText,
  layDesign,
  misfitSentence,
  newThing,
  type Paper,
  type PatternName,
  papers,
  patterns,
  pointsPerMm,
  readAward,
  readDesign,
  type TextLine,
  type Thing,
  type Wrap,
} from './index';
import { counting, facts, riverLine } from './testing';

/** Every letter as wide as half its size. */
const measure = (text: string, size: number) => text.length * size * 0.5;
const measureIn = (_face: string, _weight: string, text: string, size: number, spacing: number) =>
  measure(text, size) + Math.max(0, text.length - 1) * spacing;
const sizes = { largest: 50, smallest: 24 };
const long = 'Maximiliana Featherstonehaugh Cholmondeley';

test.each<[string, Wrap, string[], string[], number, boolean]>([
  ['short: as large as allowed', 'two', ['Bo Li'], ['Bo Li'], 50, true],
  ['long: shrinks on one line', 'two', ['Maximiliana de la Cruz'], ['Maximiliana de la Cruz'], 36, true],
  ['longer: two lines', 'two', [long], ['Maximiliana Featherstonehaugh', 'Cholmondeley'], 27.5, true],
  ['longer, but one line is wished', 'one', [long], [long], 24, false],
  ['one word that never fits', 'two', ['x'.repeat(60)], ['x'.repeat(60)], 24, false],
  ['wrapped before it shrinks', 'many', ['Maximiliana de la Cruz'], ['Maximiliana de la', 'Cruz'], 39, true],
  ['two paragraphs', 'one', ['Bo Li', 'Ann Lee'], ['Bo Li', 'Ann Lee'], 39, true],
  ['without spaces, at words', 'two', [`李${'小龍'.repeat(20)}`], [], 24, true],
])('a text is set: %s', (_name, wrap, paragraphs, lines, size, fits) => {
  const fitted = fitText(paragraphs, { width: 400, height: 90 }, sizes, wrap, measure, 1.15);
  if (lines.length === 0) expect(fitted.lines.join('')).toBe(paragraphs.join(''));
  else expect(fitted).toEqual({ lines, size, fits });
});

test('whatever the text and the rule, what is said to fit stays in its box and loses no word', () => {
  const word = fc.string({ minLength: 1, maxLength: 14, unit: fc.constantFrom('a', 'é', 'Ж') });
  fc.assert(
    fc.property(
      fc.array(word, { minLength: 1, maxLength: 9 }),
      fc.constantFrom<Wrap>('one', 'two', 'many'),
      fc.double({ min: 1, max: 2, noNaN: true }),
      (words, wrap, leading) => {
        const box = { width: 300, height: 80 };
        const own = { largest: 48, smallest: 16 };
        const fitted = fitText([words.join(' ')], box, own, wrap, measure, leading);
        expect(fitted.lines.join(' ')).toBe(words.join(' '));
        expect(fitted.size).toBeGreaterThanOrEqual(own.smallest);
        if (!fitted.fits) return;
        for (const line of fitted.lines) expect(measure(line, fitted.size)).toBeLessThanOrEqual(box.width);
        expect(((fitted.lines.length - 1) * leading + 1.15) * fitted.size).toBeLessThanOrEqual(box.height + 1e-9);
      },
    ),
  );
});

const date = (form: 'long' | 'iso' | 'month', language: string | null): TextLine => [{ field: 'date', form, language }];
test.each<[TextLine, Partial<Facts>, string, string[]]>([
  [[{ words: 'No. ' }, { field: 'number' }], {}, 'No. RIV-7K4Q-0182', []],
  [date('long', null), {}, '12 June 2027', []],
  [date('long', 'de'), {}, '12. Juni 2027', []],
  [date('month', 'cy'), {}, 'Mehefin 2027', []],
  // An evening in one zone is the next day in another.
  [date('iso', null), { at: '2027-06-12T22:30:00Z', zone: 'Asia/Tokyo' }, '2027-06-13', []],
  [[{ field: 'grade', form: 'percent' }], {}, '91.0 %', []],
  [[{ field: 'grade', form: 'scale' }], {}, 'merit', []],
  [[{ field: 'grade', form: 'scale' }], { grade: { percent: '91.0 %', scale: null } }, '91.0 %', []],
  [[{ field: 'grade', form: 'percent' }], { grade: null }, '', ['grade']],
  [[{ field: 'hours' }], {}, '6.5', []],
  [[{ field: 'hours' }], { minutes: 400, locale: 'de' }, '6,5', []],
  [[{ field: 'hours' }], { minutes: null }, '', ['hours']],
  [[{ field: 'outcomes' }], {}, 'Choose a reach / Measure a flow', []],
  [[{ field: 'own', name: 'Place' }], { own: { Place: 'Upper Wend' } }, 'Upper Wend', []],
  [[{ field: 'own', name: 'Place' }], {}, '', ['own']],
])('a line is filled: %j', (line, over, text, empty) => {
  const said = filled([line], facts(over));
  expect([said.lines.join(' / '), said.empty]).toEqual([text, empty]);
});

const everyPattern = (Object.keys(patterns) as PatternName[]).flatMap((pattern) =>
  (Object.keys(papers) as Paper[]).map((paper) => [pattern, paper] as const),
);
test.each(everyPattern)(
  'pattern %s on %s: a design like any other, whole, on the page, and every hard name fits',
  (pattern, paper) => {
    const design = designFrom(pattern, paper, counting());
    expect(parsed(designSchema, design)).toEqual({ ok: true, value: design });
    expect(designFaults(design)).toEqual([]);
    const { width, height } = papers[paper];
    for (const name of hardNames) {
      const laid = layDesign(design, facts({ name, teacher: 'Þórgunnur Hallgrímsdóttir' }), measureIn);
      expect(laid.misfits.map(misfitSentence)).toEqual([]);
      for (const mark of laid.marks)
        if (mark.sort === 'text')
          for (const { text, x, y } of mark.lines) {
            const left =
              x - measureIn('', '', text, mark.size, mark.spacing) * { left: 0, middle: 0.5, right: 1 }[mark.align];
            expect(left).toBeGreaterThan(0);
            expect(y).toBeLessThan(height * pointsPerMm);
            expect(left).toBeLessThan(width * pointsPerMm);
          }
    }
  },
);

test('what has nothing to say is left out where that was wished, and told where it was not', () => {
  const without = facts({ grade: null });
  const idsIn = (design: Design) => new Set(layDesign(design, without, measureIn).marks.map(({ id }) => id));
  const graded = riverLine.things.filter((thing) => isText(thing) && thing.shownIf === 'grade');
  expect(graded.length).toBe(2);
  for (const { id } of graded) expect(idsIn(riverLine).has(id)).toBe(false);
  const always = { ...riverLine, things: riverLine.things.map((thing) => ({ ...thing, shownIf: null })) };
  expect(layDesign(always, without, measureIn).misfits.map(misfitSentence)).toEqual([
    '“Grade” has nothing for: grade.',
  ]);
  const hidden = { ...always, things: always.things.map((thing) => ({ ...thing, hidden: true })) };
  expect(layDesign(hidden, without, measureIn)).toMatchObject({ marks: [], misfits: [] });
});

const put = (...things: Thing[]): Design => ({ ...emptyDesign('a4-across'), things });
const id = counting();
const name = newThing('name', 'a4-across', id());
const small = (thing: Thing, side: number): Thing => ({ ...thing, box: { ...thing.box, width: side, height: side } });
const far = (thing: Thing): Thing => ({ ...thing, id: id(), box: { ...thing.box, x: 900 } });
const picture = (width: number): Thing => ({
  ...newThing('code', 'a4-across', id()),
  ...{ sort: 'picture', hash: 'a'.repeat(64), type: 'image/png', pixels: { width, height: width }, fit: 'inside' },
  title: 'Logo',
  box: { x: 10, y: 10, width: 50, height: 50 },
});
test.each<[string, Design, RegExp | null]>([
  ['nobody’s name', put(newThing('course', 'a4-across', id()), newThing('code', 'a4-across', id())), /^Nobody’s name/],
  [
    'texts on one another',
    put(name, newThing('course', 'a4-across', id())),
    /^“Learner’s name” and “Course title” lie on/,
  ],
  ['outside the page', put(far(name)), /lies outside the page/],
  ['a coarse picture', put(picture(200)), /^Logo has 102 dots to an inch/],
  ['a fine picture', put(picture(900)), null],
  ['a code too small to be read', put(small(newThing('code', 'a4-across', id()), 9)), /smaller than 12 mm/],
])('what is worth a look: %s', (_name, design, sentence) => {
  const told = designFaults(design).map((fault) => fault.sentence);
  if (sentence) expect(told.some((one) => sentence.test(one))).toBe(true);
  else expect(told.some((one) => /dots to an inch/.test(one))).toBe(false);
  expect(designFaults(design).some(({ stops }) => stops)).toBe(told.some((one) => one.startsWith('Nobody’s name')));
});

const plain = { on: true, minPercent: 60, prefix: 'RIV', frame: 'plum', signer: 'Ines Vallotto', signerRole: 'lead' };
test('a certificate of before there were designs has all its parts, and fits as it did', () => {
  const design = readDesign(plain);
  expect(parsed(designSchema, design)).toEqual({ ok: true, value: design });
  const said = layDesign(design, facts(), measureIn).marks.flatMap((mark) =>
    mark.sort === 'text' ? mark.lines.map(({ text }) => text) : [],
  );
  for (const words of ['Certificate of completion', 'Bo Li', '12 June 2027', '91.0 %', 'Ines Vallotto', 'lead'])
    expect(said).toContain(words);
  expect(
    design.things.filter(({ sort }) => sort === 'frame').map((thing) => 'colour' in thing && thing.colour),
  ).toEqual(['#efdfec', '#6d2f63']);
  expect(readAward(plain)).toMatchObject({ on: true, minPercent: 60, designId: null, teacher: 'Ines Vallotto' });
  expect(readAward(plain).number).toEqual([{ words: 'RIV-' }, { random: 4 }, { words: '-' }, { count: 4 }]);
  expect(readAward(readAward(plain))).toEqual(readAward(plain));
});

test.each([
  ['that is none', null, 'This certificate has no design.'],
  ['of a version to come', { version: 3 }, 'version 3, which is not known'],
  ['with a thing that is none', { ...riverLine, things: [{ sort: 'balloon' }] }, 'cannot be read'],
  ['with a thing twice', put(name, name), 'A thing is there twice.'],
  ['with a text too large for any page', put({ ...name, size: 4000 } as Thing), 'At most 300 pt.'],
  ['wider than the largest', put({ ...name, smallest: 60 } as Thing), 'Not above the largest size.'],
])('a design %s is refused in words', (_name, kept, sentence) => {
  expect(() => readDesign(kept)).toThrow(sentence);
});
