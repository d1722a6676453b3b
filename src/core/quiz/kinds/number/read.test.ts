import fc from 'fast-check';
import { expect, test } from 'vitest';
import { rationalText, toShort } from '../../../kernel/exact';
import { type DecimalSign, readNumber, readTolerance } from './read';

const read = (text: string, unit = '', sign: DecimalSign = 'point') => {
  const found = readNumber(text, unit, sign);
  return found.ok ? toShort(found.value, 6) : found.why;
};

test.each<[string, string, string?, DecimalSign?]>([
  ['0.45', '0.45'],
  ['0,45', '0.45'],
  ['.5', '0.5'],
  ['−3', '-3'],
  ['–3', '-3'],
  ['- 3', '-3'],
  ['+3', '3'],
  ['3 m', '3', 'm'],
  ['3m', '3', 'm'],
  ['0.45 m3/s', '0.45', 'm³/s'],
  ['5 MW', 'other-unit', 'mW'],
  ['5 mW', '5', 'mW'],
  ['5 m', 'other-unit'],
  ['20 %', '0.2'],
  ['20%', '20', '%'],
  ['٣٫٥', '3.5'],
  ['۱۲', '12'],
  ['१२.५', '12.5'],
  ['３．５', '3.5'],
  ["1'250", '1250'],
  ['1 250', '1250'],
  ['1,250', 'ambiguous'],
  ['1.250', '1.25'],
  ['1.250', 'ambiguous', '', 'comma'],
  ['1,250', '1.25', '', 'comma'],
  ['1,250.5', '1250.5'],
  ['1.250,5', '1250.5'],
  ['1,250,000', '1250000'],
  ['1,25,000', 'not-a-number'],
  ['0,250', '0.25'],
  ['2.5e3', '2500'],
  ['2.5 × 10^-3', '0.0025'],
  ['1.2.3', 'not-a-number'],
  ['0x10', 'other-unit'],
  ['four', 'not-a-number'],
  ['', 'not-a-number'],
  ['9'.repeat(50_000), 'not-a-number'],
])('%s is read as %s', (text, expected, unit = '', sign = 'point') => {
  expect(read(text, unit, sign)).toBe(expected);
});

test('what is written with a quiz’s own sign is read back exactly, with and without its unit', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -999_999, max: 999_999 }),
      fc.integer({ min: 0, max: 5 }),
      fc.constantFrom<DecimalSign>('point', 'comma'),
      fc.constantFrom('', 'm', 'm/s'),
      (n, digits, sign, unit) => {
        const text = (Math.abs(n) / 10 ** digits).toFixed(digits).replace('.', sign === 'point' ? '.' : ',');
        const found = readNumber(`${n < 0 ? '−' : ''}${text} ${unit}`, unit, sign);
        expect(found.ok && Number(found.value.n) / Number(found.value.d)).toBeCloseTo(n / 10 ** digits, 9);
      },
    ),
    { numRuns: 1000 },
  );
});

test.each([
  ['0.1', '1/10'],
  ['5 %', '1/2'],
  ['', '0/1'],
  ['x', null],
])('a tolerance of "%s" on 10 is %s', (text, expected) => {
  const ten = readNumber('10', '', 'point');
  const found = ten.ok ? readTolerance(text, ten.value, 'point') : null;
  expect(found && rationalText(found)).toBe(expected);
});
