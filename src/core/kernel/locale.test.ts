import fc from 'fast-check';
import { afterEach, expect, test } from 'vitest';
import { localeNames, localeNear, nowSpokenTo, numberText, usualLocale } from './locale';
import { calendarDayText, dateTimeText, Temporal, timeText } from './time';
import { counted } from './words';

afterEach(() => nowSpokenTo({ locale: usualLocale, zone: 'UTC' }));

test.each([
  ['en-GB', '1,234,567 lessons', '08:05', 'Mon, 5 Apr 2027'],
  ['en-US', '1,234,567 lessons', '8:05 AM', 'Mon, Apr 5, 2027'],
  ['en-IN', '12,34,567 lessons', '8:05 am', 'Mon, 5 Apr, 2027'],
  ['en-150', '1,234,567 lessons', '08:05', 'Mon, 5 Apr 2027'],
])('who has chosen %s reads numbers, times and days as they are written there', (locale, lessons, time, day) => {
  nowSpokenTo({ locale });
  const at = Temporal.Instant.from('2027-04-05T08:05:00Z');
  expect(counted(1_234_567, 'lesson')).toBe(lessons);
  expect(timeText(at, { locale, zone: 'UTC' }).replace('\u202f', ' ')).toBe(time);
  expect(calendarDayText('2027-04-05')).toBe(day);
  expect(dateTimeText(at, { locale, zone: 'UTC' })).toContain(day);
});

test('in every way that can be chosen a decimal stands behind a point, and no point groups digits', () => {
  fc.assert(
    fc.property(fc.constantFrom(...localeNames), fc.integer({ min: 0, max: 1e9 }), (locale, whole) => {
      nowSpokenTo({ locale });
      const [before = '', after] = numberText(whole + 0.5).split('.');
      expect([Number(before.replace(/\D/g, '')), after]).toEqual([whole, '5']);
    }),
  );
});

test.each([
  [['en-US', 'en'], 'en-US'],
  [['de-CH'], 'en-CH'],
  [['cy', 'en-IE'], 'en-IE'],
  [['en-us'], 'en-US'],
  [['fr'], 'en-GB'],
  [[], 'en-GB'],
])('whoever prefers %j begins with %s', (languages, locale) => {
  expect(localeNear(languages)).toBe(locale);
});
