import fc from 'fast-check';
import { expect, test } from 'vitest';
import { samplesASecond, WaveForm, waveBarsASecond } from './wave';

test('a wave form has a bar for each tenth of a second, of its loudest sample, in whatever pieces it comes', () => {
  const seconds = 2;
  const samples = Int16Array.from({ length: seconds * samplesASecond }, (_, i) => (i < samplesASecond ? 100 : -1000));
  const bytes = new Uint8Array(samples.buffer);
  const whole = new WaveForm(seconds);
  whole.add(bytes);
  expect([...whole.bytes()]).toEqual([...Array(10).fill(26), ...Array(10).fill(255)]);
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 999 }), (size) => {
      const form = new WaveForm(seconds);
      for (let at = 0; at < bytes.length; at += size) form.add(bytes.subarray(at, at + size));
      expect(form.bytes()).toEqual(whole.bytes());
    }),
    { numRuns: 20 },
  );
});

test('a long film has fewer bars a second, and silence none that is high', () => {
  expect(waveBarsASecond(60)).toBe(10);
  expect(new WaveForm(12 * 3600).bytes().length).toBeLessThanOrEqual(36_001);
  expect(new Set(new WaveForm(3).bytes())).toEqual(new Set([0]));
});
