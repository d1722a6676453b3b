import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Temporal } from '../kernel/time';
import {
  attendedMs,
  hereMs,
  isHere,
  isSkipped,
  type LiveSettings,
  liveSchema,
  meetingAt,
  meetingsOf,
  planSpans,
  type RoomFacts,
  repeatsFault,
  roomState,
  usualLive,
} from './index';

const at = (text: string) => Temporal.Instant.from(text);
const clock = { start: at('2027-03-01T08:00Z'), zone: 'Europe/London' };
const on = (date: string, time: string, zone = 'Europe/London') => ({ when: 'on-date', date, at: time, zone }) as const;
const session = (part: Partial<LiveSettings>): LiveSettings => ({ ...usualLive, ...part });

describe('when a session meets', () => {
  test.each<[string, Partial<LiveSettings>, string[]]>([
    ['not planned yet', {}, []],
    ['once', { when: on('2027-03-10', '18:00') }, ['2027-03-10T18:00']],
    [
      'so long after the start',
      { when: { when: 'after-start', amount: 16, unit: 'days', at: '18:00' } },
      ['2027-03-17T18:00'],
    ],
    [
      'every week, at the same time of day over a change of clocks',
      { when: on('2027-03-21', '18:00'), repeats: 'FREQ=WEEKLY;COUNT=3' },
      ['2027-03-21T18:00', '2027-03-28T17:00', '2027-04-04T17:00'],
    ],
    [
      'every second week until a day',
      { when: on('2027-03-01', '18:00'), repeats: 'FREQ=WEEKLY;INTERVAL=2;UNTIL=20270330T000000Z' },
      ['2027-03-01T18:00', '2027-03-15T18:00', '2027-03-29T17:00'],
    ],
    [
      'on two weekdays',
      { when: on('2027-03-02', '18:00'), repeats: 'FREQ=WEEKLY;BYDAY=TU,TH;COUNT=4' },
      ['2027-03-02T18:00', '2027-03-04T18:00', '2027-03-09T18:00', '2027-03-11T18:00'],
    ],
    [
      'every month on the last day it has',
      { when: on('2027-01-31', '09:00'), repeats: 'FREQ=MONTHLY;BYMONTHDAY=-1;COUNT=3' },
      ['2027-01-31T09:00', '2027-02-28T09:00', '2027-03-31T08:00'],
    ],
    [
      'in an hour that does not exist: the moment of the jump',
      { when: on('2027-03-28', '01:30') },
      ['2027-03-28T01:00'],
    ],
    ['in an hour that comes twice: the first', { when: on('2027-10-31', '01:30') }, ['2027-10-31T00:30']],
    ['a date of another zone', { when: on('2027-03-10', '18:00', 'Asia/Kolkata') }, ['2027-03-10T12:30']],
    ['never before the start', { when: on('2027-02-01', '18:00') }, ['2027-02-01T18:00']],
  ])('%s', (_name, part, expected) => {
    const found = meetingsOf({ id: 'l', live: session(part) }, clock);
    expect(found.map(({ starts }) => new Date(starts).toISOString().slice(0, 16))).toEqual(expected);
    expect(found.map(({ number }) => number)).toEqual(found.map((_, i) => i + 1));
    expect(found.every(({ starts, ends, opens }) => ends - starts === 3_600_000 && starts - opens === 900_000)).toBe(
      true,
    );
  });

  test.each([
    ['', null, null],
    ['FREQ=WEEKLY;COUNT=6', null, null],
    ['FREQ=DAILY;UNTIL=20270401T000000Z', '2027-03-01', null],
    ['FREQ=DAILY;UNTIL=20270401T000000Z', null, 'no day can be its last'],
    ['FREQ=DAILY;UNTIL=99991231T000000Z', '2027-03-01', 'at most 100 times'],
    ['FREQ=WEEKLY', null, 'without an end'],
    ['FREQ=WEEKLY;COUNT=101', null, 'at most 100 times'],
    ['FREQ=HOURLY;COUNT=3', null, 'by days, weeks, months or years'],
    ['FREQ=DAILY;COUNT=3;BYHOUR=1,2', null, 'by days, weeks, months or years'],
    ['COUNT=3', null, 'Say how often'],
    ['every week', null, 'no rule of repetition'],
    ['FREQ=SOMETIMES;COUNT=2', null, ''],
  ])('"%s" from %s is kept or refused with a sentence', (text, from, part) => {
    const fault = repeatsFault(text, from);
    if (part === null) expect(fault).toBeNull();
    else expect(fault).toContain(part);
    const live = session({ repeats: text, when: from ? on(from, '18:00') : null });
    expect(liveSchema.isValidSync(live, { strict: true })).toBe(part === null);
  });

  test.each([
    ['2027-03-28', '01:30', true],
    ['2027-03-28', '02:00', false],
    ['2027-10-31', '01:30', false],
    ['2027-03-27', '01:30', false],
  ])('clocks jump over %s %s: %j', (date, time, skipped) => {
    expect(isSkipped(on(date, time))).toBe(skipped);
  });
});

const minutes = (count: number) => count * 60_000;
const meeting = { number: 1, starts: 0, ends: minutes(60), opens: minutes(-15) };

test.each<[string, Partial<RoomFacts>, number, string]>([
  ['long before', {}, -16, 'not-begun'],
  ['the doors are open', {}, -15, 'waiting'],
  ['its time has come, and the host has not', {}, 20, 'waiting'],
  ['the host has begun early', { startedAt: minutes(-5) }, -4, 'under-way'],
  ['it goes on over its time', { startedAt: 0 }, 70, 'under-way'],
  ['nobody has ended it', { startedAt: 0 }, 180, 'over'],
  ['the host has ended it', { startedAt: 0, endedAt: minutes(30) }, 31, 'over'],
  ['the host never came', {}, 60, 'over'],
])('a room: %s', (_name, facts, minute, state) => {
  expect(roomState(meeting, { startedAt: null, endedAt: null, ...facts }, minutes(minute))).toBe(state);
});

test('of several meetings the one that is on or next is looked at, or the last', () => {
  const two = [meeting, { ...meeting, number: 2, starts: minutes(100), ends: minutes(160), opens: minutes(85) }];
  expect([-100, 59, 60, 170].map((minute) => meetingAt(two, minutes(minute))?.number)).toEqual([1, 1, 2, 2]);
  expect(meetingAt([], 0)).toBeNull();
});

describe('attendance', () => {
  const facts = { startedAt: minutes(5), endedAt: minutes(50) };
  test.each<[string, [number, number][], number]>([
    ['nobody there', [], 0],
    ['all of it and more', [[-10, 70]], 45],
    [
      'two stays',
      [
        [5, 10],
        [20, 30],
      ],
      15,
    ],
    [
      'at two computers at once',
      [
        [5, 25],
        [10, 30],
      ],
      25,
    ],
    ['only before it began', [[-10, 5]], 0],
  ])('%s', (_name, stays, expected) => {
    const own = stays.map(([from, until]) => ({ from: minutes(from), until: minutes(until) }));
    expect(attendedMs(own, facts, minutes(60))).toBe(minutes(expected));
    expect(attendedMs(own, { startedAt: null, endedAt: null }, minutes(60))).toBe(0);
  });
  test('is what counting each second one by one comes to', () => {
    const stay = fc
      .tuple(fc.integer({ min: -20, max: 80 }), fc.integer({ min: 0, max: 40 }))
      .map(([from, length]) => ({ from, until: from + length }));
    fc.assert(
      fc.property(
        fc.array(stay, { maxLength: 6 }),
        fc.integer({ min: 0, max: 30 }),
        fc.integer({ min: 30, max: 60 }),
        fc.integer({ min: 0, max: 90 }),
        (stays, startedAt, endedAt, now) => {
          let count = 0;
          for (let second = startedAt; second < Math.min(endedAt, now); second += 1)
            if (stays.some(({ from, until }) => second >= from && second < until)) count += 1;
          expect(attendedMs(stays, { startedAt, endedAt }, now)).toBe(count);
        },
      ),
    );
  });
});

test('a plan reaches over its hour, and over its own length where that is longer', () => {
  const parts = [{ minutes: 15 }, { minutes: 30 }];
  expect(planSpans(parts, 60)).toEqual([
    { from: 0, to: 0.25 },
    { from: 0.25, to: 0.75 },
  ]);
  expect(planSpans(parts, 30)).toEqual([
    { from: 0, to: 1 / 3 },
    { from: 1 / 3, to: 1 },
  ]);
});

test.each([
  [0, true],
  [hereMs, true],
  [hereMs + 1, false],
])('somebody who was last heard of %i ms ago is here: %s', (ago, is) => {
  expect(isHere(1_000_000 - ago, 1_000_000)).toBe(is);
});
