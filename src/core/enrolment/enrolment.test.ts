import { expect, test } from 'vitest';
import { Temporal } from '../kernel/time';
import { type Cohort, clockOf, clockOfCohort, nextSeason, readMembers } from './index';

test.each<[string, string, unknown[]]>([
  ['an address alone', 'Bo@River.example', ['bo@river.example']],
  ['with a name before it', 'Bo Li <bo@river.example>', ['bo@river.example']],
  ['with a name behind it', 'bo@river.example, Bo Li', ['bo@river.example']],
  ['from a table', 'Bo Li\tbo@river.example\tspring', ['bo@river.example']],
  ['empty lines between', '\n a@river.example \r\n\r\nb@river.example', ['a@river.example', 'b@river.example']],
  ['the same twice', 'a@river.example\nA@river.example', ['a@river.example', 'line 2: The same address as in line 1.']],
  [
    'none in a line',
    'Bo Li\na@river.example',
    ['line 1: There is no e-mail address in this line, or more than one.', 'a@river.example'],
  ],
  [
    'two in a line',
    'a@river.example b@river.example',
    ['line 1: There is no e-mail address in this line, or more than one.'],
  ],
  ['half an address', 'a@river', ['line 1: There is no e-mail address in this line, or more than one.']],
  ['nothing', ' \n', []],
])('a list of members: %s', (_name, text, expected) => {
  expect(readMembers(text).map((one) => ('email' in one ? one.email : `line ${one.line}: ${one.fault}`))).toEqual(
    expected,
  );
});

const cohort: Cohort = {
  ...{
    id: 'c',
    name: 'Spring',
    startsOn: '2027-03-01',
    endsOn: '2027-05-30',
    zone: 'Europe/London',
    seats: 12,
    code: null,
  },
  breaks: [{ from: '2027-04-05', to: '2027-04-11', name: 'rest' }],
  opens: {
    a: { when: 'on-date', date: '2027-03-17', at: '18:00', zone: 'Europe/London' },
    b: { when: 'after-start', amount: 7, unit: 'days', at: null },
    c: { when: 'all', rules: [{ when: 'by-hand' }, { when: 'on-date', date: '2027-03-20', at: '09:00', zone: 'UTC' }] },
  },
  meets: { d: { when: 'on-date', date: '2027-03-18', at: '18:00', zone: 'Europe/London' } },
  opened: { a: '2027-03-16T10:00:00Z' },
};

test.each([
  [
    'whole weeks later',
    { startsOn: '2027-09-06', weekday: null },
    '2027-12-05',
    ['2027-10-11', '2027-10-17'],
    '2027-09-22',
    '2027-09-25',
  ],
  [
    'by a few days',
    { startsOn: '2027-03-04', weekday: null },
    '2027-06-02',
    ['2027-04-08', '2027-04-14'],
    '2027-03-20',
    '2027-03-23',
  ],
  [
    'onto Tuesdays',
    { startsOn: '2027-09-06', weekday: 2 },
    '2027-12-05',
    ['2027-10-11', '2027-10-17'],
    '2027-09-28',
    '2027-09-28',
  ],
  [
    'back',
    { startsOn: '2026-03-02', weekday: null },
    '2026-05-31',
    ['2026-04-06', '2026-04-12'],
    '2026-03-18',
    '2026-03-21',
  ],
] as const)('the next season, %s', (_name, season, ends, rest, own, joined) => {
  const next = nextSeason(cohort, season, new Map([['a', 'The tray']]));
  expect([next.startsOn, next.endsOn]).toEqual([season.startsOn, ends]);
  expect(next.breaks).toEqual([{ name: 'rest', from: rest[0], to: rest[1] }]);
  expect(next.opens).toEqual({
    a: { when: 'on-date', date: own, at: '18:00', zone: 'Europe/London' },
    b: cohort.opens.b,
    c: { when: 'all', rules: [{ when: 'by-hand' }, { when: 'on-date', date: joined, at: '09:00', zone: 'UTC' }] },
  });
  // A session moves as the days of openings do.
  expect(next.meets.d).toMatchObject({ at: '18:00', date: next.moves.find(({ what }) => what === 'meets')?.to });
  expect(next.moves.map(({ what, name, from, to }) => [what, name, from, to])).toContainEqual([
    'opens',
    'The tray',
    '2027-03-17',
    own,
  ]);
});

test('the clock of a learner is that of their cohort, or their own enrolment', () => {
  const at = Temporal.Instant.from('2027-02-20T10:00Z');
  expect(clockOf({ at, zone: 'Asia/Kolkata', cohort: null })).toEqual({ start: at, zone: 'Asia/Kolkata' });
  const { start, zone, cohort: own } = clockOf({ at, zone: 'Asia/Kolkata', cohort });
  expect([start.toString(), zone, own?.breaks]).toEqual(['2027-03-01T00:00:00Z', 'Europe/London', cohort.breaks]);
  expect(clockOfCohort({ ...cohort, zone: 'Pacific/Auckland' }).start.toString()).toBe('2027-02-28T11:00:00Z');
});
