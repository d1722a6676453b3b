import fc from 'fast-check';
import { expect, test } from 'vitest';
import { twoWays, typedNumber } from './decimal';

test.each<[string, number]>([
  ['7', 7],
  [' 7.5 ', 7.5],
  ['7,5', 7.5],
  ['-0,25', -0.25],
  ['−3', -3],
  ['+4', 4],
  ['.5', 0.5],
  ['3.', 3],
  ['0,125', 0.125],
  ['1.250', 1.25],
  ['1000', 1000],
  ['12,3456', 12.3456],
])('%j is a number', (typed, value) => {
  expect(typedNumber(typed)).toEqual({ ok: true, value });
});

test.each<[string, RegExp]>([
  ['', /in digits/],
  ['ten', /in digits/],
  ['0x10', /in digits/],
  ['1e3', /in digits/],
  ['Infinity', /in digits/],
  ['1,000,000', /in digits/],
  ['1 000', /in digits/],
  ['--4', /in digits/],
  ['.', /in digits/],
  ['9'.repeat(40), /in digits/],
  ['1,000', /1000 and as 1\.000\. Write it without the comma/],
  ['-12,500', /-12500 and as -12\.500/],
])('%j is refused, with what to write instead', (typed, sentence) => {
  expect(typedNumber(typed)).toEqual({
    ok: false,
    problem: { code: 'invalid', sentence: expect.stringMatching(sentence) },
  });
});

test('a table may come from where the point divides thousands; a field does not', () => {
  expect(twoWays('1.000')).toBeNull();
  expect(twoWays('1.000', ',.')).toMatch(/1000 and as 1\.000\. Write it without the point/);
  for (const plain of ['0,000', '1,00', '1,0000', '1234,500', '0.125']) expect(twoWays(plain, ',.')).toBeNull();
});

test('every number that is written with digits is read as what it is, with either sign', () => {
  fc.assert(
    fc.property(fc.integer({ min: -999_999, max: 999_999 }), fc.integer({ min: 0, max: 4 }), (whole, places) => {
      const value = whole / 10 ** places;
      const written = value.toFixed(places);
      for (const typed of [written, written.replace('.', ',')])
        if (twoWays(typed) === null) expect(typedNumber(typed)).toEqual({ ok: true, value: Number(written) });
    }),
  );
});
