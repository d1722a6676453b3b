import fc from 'fast-check';
import { expect, test } from 'vitest';
import { certificateNumber, fitText, hardNames, layoutCertificate, papers, readDesign, usualAward } from './index';

/** Every letter as wide as half its size. */
const measure = (text: string, size: number) => text.length * size * 0.5;

test.each([
  ['short: as large as allowed', 'Bo Li', ['Bo Li'], 50, true],
  ['long: shrinks on one line', 'Maximiliana de la Cruz', ['Maximiliana de la Cruz'], 36, true],
  [
    'longer: two lines',
    'Maximiliana Featherstonehaugh Cholmondeley',
    ['Maximiliana Featherstonehaugh', 'Cholmondeley'],
    27.5,
    true,
  ],
  ['one word that never fits', 'x'.repeat(60), ['x'.repeat(60)], 24, false],
])('a name is set %s', (_name, text, lines, size, fits) => {
  expect(fitText(text, { width: 400, height: 90 }, { largest: 50, smallest: 24 }, measure)).toEqual({
    lines,
    size,
    fits,
  });
});

test('what is said to fit lies within its box, whatever the name', () => {
  fc.assert(
    fc.property(
      fc.array(fc.string({ minLength: 1, maxLength: 14, unit: fc.constantFrom('a', 'é', 'Ж') }), {
        minLength: 1,
        maxLength: 6,
      }),
      (words) => {
        const box = { width: 300, height: 80 };
        const fitted = fitText(words.join(' '), box, { largest: 48, smallest: 16 }, measure);
        if (!fitted.fits) return;
        for (const line of fitted.lines) expect(measure(line, fitted.size)).toBeLessThanOrEqual(box.width);
        expect(fitted.lines.length * fitted.size * 1.15).toBeLessThanOrEqual(box.height);
        expect(fitted.lines.join(' ')).toBe(words.join(' '));
      },
    ),
  );
});

test.each(Object.keys(papers) as (keyof typeof papers)[])(
  'on %s every part stays on the page, for every hard name',
  (paper) => {
    for (const name of hardNames) {
      const content = {
        name,
        course: 'A course with a title that goes on for quite a while longer',
        school: 'A school',
        date: '12 June 2027',
        grade: '91.0 %',
        number: 'C-7K4Q-0182',
        checkAddress: 'http://school.example/check/0123456789012345678901',
      };
      const layout = layoutCertificate(
        { ...usualAward, paper, signer: 'Ines Vallotto', nameSmallest: 16 },
        content,
        (_face, _weight, text, size) => measure(text, size),
      );
      expect(layout.overflows).toEqual([]);
      for (const text of layout.texts) {
        const half = measure(text.text, text.size) / 2;
        expect(text.x - half, text.part).toBeGreaterThanOrEqual(36);
        expect(text.x + half, text.part).toBeLessThanOrEqual(layout.width - 36);
        expect(text.y, text.part).toBeLessThanOrEqual(layout.height - 36);
      }
    }
  },
);

test('a number has its prefix, four letters that cannot be mistaken, and the counter', () => {
  expect(certificateNumber('RIV', 182, new Uint8Array([0, 1, 29, 255]))).toBe('RIV-23ZH-0182');
});

test.each<[string, unknown, object | string]>([
  ['of today', { ...usualAward, frame: 'plum' }, { ...usualAward, frame: 'plum' }],
  ['of before there were faces and sizes', { on: true, prefix: 'RIV' }, { ...usualAward, on: true, prefix: 'RIV' }],
  ['with what is not said any more', { ...usualAward, ribbon: 'gold' }, usualAward],
  ['with an ink that is none', { ...usualAward, ink: 'gold' }, 'ink must be one of'],
  ['that is none', null, 'This certificate has no design.'],
])('a design kept with a certificate is read: one %s', (_name, kept, expected) => {
  if (typeof expected === 'string') expect(() => readDesign(kept)).toThrow(expected);
  else expect(readDesign(kept)).toEqual(expected);
});
