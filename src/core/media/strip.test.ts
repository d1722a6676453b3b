import fc from 'fast-check';
import { expect, test } from 'vitest';
import { stripColumns, stripCues, stripOf } from './strip';

test.each([
  ['half a minute', { seconds: 30, width: 1280, height: 720 }, { every: 1, count: 30, width: 160, height: 90 }],
  ['twelve hours', { seconds: 43_200, width: 1920, height: 1080 }, { every: 432, count: 100, width: 160, height: 90 }],
  ['upright', { seconds: 10.4, width: 1080, height: 1920 }, { every: 1, count: 11, width: 160, height: 284 }],
])('the strip of %s', (_name, film, expected) => expect(stripOf(film)).toEqual(expected));

test('every moment of a film has one frame, and no two frames stand in one place', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.1, max: 50_000, noNaN: true }), (seconds) => {
      const cues = stripCues({ seconds, width: 1280, height: 720 }, '/strip');
      expect(cues[0]?.from).toBe(0);
      for (const [i, cue] of cues.entries()) {
        expect(cue.to).toBeGreaterThan(cue.from);
        if (i > 0) expect(cue.from).toBe(cues[i - 1]?.to);
      }
      expect(cues.at(-1)?.to).toBeGreaterThanOrEqual(Math.round(seconds * 1000) - 1);
      expect(new Set(cues.map(({ text }) => text)).size).toBe(cues.length);
      for (const { text } of cues) expect(Number(/xywh=(\d+),/.exec(text)?.[1])).toBeLessThan(stripColumns * 160);
    }),
  );
});
