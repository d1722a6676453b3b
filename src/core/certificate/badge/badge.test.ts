import fc from 'fast-check';
import { expect, test } from 'vitest';
import { layDesign } from '../lay';
import { facts, fortyNames } from '../testing';
import {
  badgeDesign,
  badgeInPng,
  badgeInSvg,
  badgeIntoPng,
  badgeIntoSvg,
  listLength,
  statusBits,
  statusPlace,
} from './index';

/** The smallest PNG there is: a dot, in chunks that are whole. */
const png = Uint8Array.from(
  atob('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='),
  (letter) => letter.charCodeAt(0),
);

test('whatever is put into a picture is read out of it again, and the last one stands', () => {
  const text = fc.string({ unit: 'grapheme', maxLength: 3000 });
  fc.assert(
    fc.property(text, text, (one, two) => {
      const once = badgeIntoPng(png, one);
      expect(badgeInPng(once)).toBe(one);
      const again = badgeIntoPng(once, two);
      expect([badgeInPng(again), again.length - badgeIntoPng(png, two).length]).toEqual([two, 0]);
    }),
  );
  expect(badgeInPng(png)).toBeNull();
  expect(() => badgeIntoPng(png.slice(4), 'x')).toThrow();
});

test('of a picture that was broken off or altered anywhere nothing is read that was not in it, and nothing fails', () => {
  const whole = badgeIntoPng(png, 'header.payload.signature');
  for (let at = 0; at < whole.length; at += 1) {
    expect([null, 'header.payload.signature']).toContain(badgeInPng(whole.slice(0, at)));
    badgeInPng(whole.with(at, 255));
  }
});

test.each<[string, string, string | null]>([
  ['ours', badgeIntoSvg('<svg xmlns="http://www.w3.org/2000/svg" width="1"><path/></svg>', 'a.b-_.c'), 'a.b-_.c'],
  ['none', '<svg xmlns="http://www.w3.org/2000/svg"/>', null],
  ['the name space and no badge', '<svg xmlns:ob="https://purl.imsglobal.org/ob/v3p0"/>', null],
  [
    'another’s, with a proof inside',
    `<svg xmlns:ob='https://purl.imsglobal.org/ob/v3p0'><ob:credential>\n<![CDATA[ {"a": "<b>"} ]]>\n</ob:credential></svg>`,
    '{"a": "<b>"}',
  ],
  ['one that does not end', '<svg xmlns:ob="https://purl.imsglobal.org/ob/v3p0"><ob:credential', null],
])('the badge in a drawing: %s', (_name, svg, badge) => expect(badgeInSvg(svg)).toBe(badge));

test('every certificate has a bit of its own, and only those that are named are set', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.nat(3 * listLength - 1), { maxLength: 200 }), (places) => {
      for (const list of [0, 1, 2]) {
        const own = places.map(statusPlace).filter((one) => one.list === list);
        const bits = statusBits(own.map(({ at }) => at));
        const set = own.map(({ at }) => ((bits[at >> 3] ?? 0) & (128 >> (at % 8))) !== 0);
        expect(set.every(Boolean)).toBe(true);
        const count = bits.reduce((sum, byte) => sum + byte.toString(2).replaceAll('0', '').length, 0);
        expect(count).toBe(own.length);
      }
    }),
    { numRuns: 30 },
  );
});

test('a badge holds whatever its course is called, and looks the same each time', () => {
  const measure = (_face: string, _weight: string, text: string, size: number) => text.length * size * 0.6;
  const titles = [...fortyNames, 'Reading '.repeat(25), 'x'];
  for (const course of titles)
    expect([course, layDesign(badgeDesign(course), facts({ course }), measure).misfits]).toEqual([course, []]);
  expect(badgeDesign('a')).toEqual(badgeDesign('a'));
  expect(new Set(titles.map((title) => JSON.stringify(badgeDesign(title).things))).size).toBe(titles.length);
});
