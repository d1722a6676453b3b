import fc from 'fast-check';
import { expect, test } from 'vitest';
import { atWallTime, isZone, Temporal, wallTime } from './time';
import { zoneOf } from './zone';

const zones = [
  ...[
    'UTC',
    'Europe/London',
    'Europe/Dublin',
    'America/New_York',
    'America/St_Johns',
    'Australia/Lord_Howe',
    'Asia/Kolkata',
    'Asia/Kathmandu',
  ],
  ...[
    'Pacific/Apia',
    'Pacific/Chatham',
    'Pacific/Kiritimati',
    'Africa/Casablanca',
    'America/Sao_Paulo',
    'Asia/Tehran',
    'Antarctica/Troll',
  ],
];
const ms = fc.integer({ min: Date.UTC(1990, 0, 1), max: Date.UTC(2076, 0, 1) });
/** The minutes around changes of offset, where the mistakes live. */
const near = fc.tuple(fc.constantFrom(...zones), ms, fc.integer({ min: -200, max: 200 })).map(([zone, at, minutes]) => {
  const change = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone).getTimeZoneTransition('next');
  return [zone, (change?.epochMilliseconds ?? at) + minutes * 60_000] as const;
});
const anywhere = fc.oneof(near, fc.tuple(fc.constantFrom(...zones), ms));

test('offsets, and instants of wall times, are those of the time zone database', () => {
  fc.assert(
    fc.property(anywhere, ([name, at]) => {
      const zone = zoneOf(name);
      const zoned = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(name);
      expect(zone.offsetAt(at)).toBe(zoned.offsetNanoseconds / 1e6);
      const wall = at + (zoned.offsetNanoseconds / 1e6 > 0 ? 3_600_000 : -3_600_000);
      const plain = Temporal.Instant.fromEpochMilliseconds(wall).toZonedDateTimeISO('UTC').toPlainDateTime();
      const [earlier, later] = (['earlier', 'later'] as const).map((disambiguation) =>
        plain.toZonedDateTime(name, { disambiguation }),
      );
      const skipped = earlier && !earlier.toPlainDateTime().equals(plain);
      const found = zone.instantAt(wall);
      if (!skipped) expect(found).toBe(earlier?.epochMilliseconds);
      // The moment of the jump: just before it clocks show less, from then on more.
      else {
        expect(zone.offsetAt(found)).not.toBe(zone.offsetAt(found - 1));
        expect([earlier, later].map((one) => one?.epochMilliseconds).sort()).toEqual(
          [earlier?.epochMilliseconds, later?.epochMilliseconds].sort(),
        );
        expect(found + zone.offsetAt(found)).toBeGreaterThan(wall);
      }
    }),
    { numRuns: 3000 },
  );
});

test('clocks never go back, and an hour that is lived twice ends once', () => {
  fc.assert(
    fc.property(anywhere, fc.integer({ min: 0, max: 300 }), ([name, at], minutes) => {
      const zone = zoneOf(name);
      expect(zone.wallAt(at + minutes * 60_000)).toBeGreaterThanOrEqual(zone.wallAt(at));
      const zoned = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(name);
      const first = zoned.toPlainDateTime().toZonedDateTime(name, { disambiguation: 'earlier' });
      if (first.epochMilliseconds === at) expect(zone.wallAt(at)).toBe(at + zone.offsetAt(at));
    }),
    { numRuns: 3000 },
  );
});

test.each([
  ['the moment clocks go back', '2027-10-31T01:00:00Z', 'Europe/London', '2027-10-31T02:00:00'],
  ['a minute before', '2027-10-31T00:59:00Z', 'Europe/London', '2027-10-31T01:59:00'],
  ['in the second pass', '2027-10-31T01:30:00Z', 'Europe/London', '2027-10-31T02:00:00'],
  ['after it', '2027-10-31T02:00:00Z', 'Europe/London', '2027-10-31T02:00:00'],
  ['the moment clocks go forward', '2027-03-28T01:00:00Z', 'Europe/London', '2027-03-28T02:00:00'],
])('what clocks show: %s', (_name, at, zone, wall) => {
  expect(wallTime(Temporal.Instant.from(at), zone).toString()).toBe(wall);
});

test.each([
  ['2226-07-01T09:00', 'Europe/London', '2226-07-01T08:00:00Z'],
  ['9999-12-31T09:00', 'America/New_York', '9999-12-31T14:00:00Z'],
])('far away, %s in %s is %s', (wall, zone, instant) => {
  expect(atWallTime(Temporal.PlainDateTime.from(wall), zone).toString()).toBe(instant);
});

test.each([
  ['Europe/London', true],
  ['UTC', true],
  ['America/Argentina/Buenos_Aires', true],
  ['Etc/GMT+5', true],
  ['+14:00', false],
  ['-05', false],
  ['', false],
  ['Europe/Nowhere', false],
  ['Europe/London ', false],
  ['Z', false],
])('%s is a zone: %s', (zone, expected) => {
  expect(isZone(zone)).toBe(expected);
});
