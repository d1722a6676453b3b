import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { toShort } from '../kernel/exact';
import { parsed } from '../kernel/parse';
import { Temporal } from '../kernel/time';
import {
  type AssignmentSettings,
  afterLateness,
  assignmentSettingsSchema,
  type Criterion,
  type CriterionMark,
  checkCriterionMarks,
  checkFileType,
  checkLink,
  criteriaFaults,
  criteriaFull,
  criteriaTotal,
  criterionBys,
  criterionFull,
  criterionGiven,
  fileKindsText,
  type LateRule,
  lateness,
  lateText,
  mayHandIn,
  newCriterion,
} from './index';

const part = (id: string, points: number, text = id) => ({ id, text, points });
const common = (id: string) => ({ id, title: id, guide: '' });
const number: Criterion = { ...common('n'), by: 'points', most: 5000, step: 500 };
const levels: Criterion = {
  ...common('l'),
  by: 'levels',
  parts: [part('none', 0), part('half', 2000), part('all', 4000)],
};
const checks: Criterion = { ...common('c'), by: 'checks', parts: [part('a', 1000), part('b', 1500)] };
const faults: Criterion = { ...common('d'), by: 'deductions', most: 3000, parts: [part('x', 2000), part('y', 2000)] };
const mark = (criterionId: string, own: Partial<CriterionMark>): CriterionMark => ({
  ...{ criterionId, points: null, chosen: null, remark: '' },
  ...own,
});

describe('criteria', () => {
  it.each([
    ['a number', number, 5000],
    ['the best level', levels, 4000],
    ['all that is checked', checks, 2500],
    ['what faults take from', faults, 3000],
  ])('are worth %s', (_name, criterion, full) => {
    expect(criterionFull(criterion)).toBe(full);
  });

  it.each<[string, Criterion, Partial<CriterionMark>, number | null]>([
    ['nothing said yet', number, {}, null],
    ['a number', number, { points: 2500 }, 2500],
    ['nothing, said', number, { points: 0 }, 0],
    ['no level yet', levels, { chosen: [] }, null],
    ['the lowest level', levels, { chosen: ['none'] }, 0],
    ['a level', levels, { chosen: ['half'] }, 2000],
    ['a list not looked at', checks, {}, null],
    ['nothing of a list', checks, { chosen: [] }, 0],
    ['all of a list', checks, { chosen: ['b', 'a'] }, 2500],
    ['no fault', faults, { chosen: [] }, 3000],
    ['a fault', faults, { chosen: ['x'] }, 1000],
    ['more faults than points', faults, { chosen: ['x', 'y'] }, 0],
  ])('%s', (_name, criterion, own, given) => {
    expect(criterionGiven(criterion, mark(criterion.id, own))).toBe(given);
  });

  const all = [number, levels, checks, faults];
  it.each<[string, CriterionMark[], boolean, string | number | null]>([
    ['nothing yet', [], false, null],
    ['some', [mark('n', { points: 1000 }), mark('d', { chosen: [] })], false, 4000],
    ['some, to be finished', [mark('n', { points: 1000 })], true, 'l has no points yet.'],
    ['more than there are', [mark('n', { points: 5500 })], false, 'Give from 0 to 5 points.'],
    ['less than nothing', [mark('n', { points: -500 })], false, 'Give from 0 to 5 points.'],
    ['between the steps', [mark('n', { points: 1200 })], false, 'Give points in steps of 0.5.'],
    ['two levels', [mark('l', { chosen: ['half', 'all'] })], false, 'Choose one level.'],
    ['a part of another', [mark('c', { chosen: ['x'] })], false, /not part of the criterion/ as never],
    ['a part twice', [mark('c', { chosen: ['a', 'a'] })], false, /not part of the criterion/ as never],
    ['a criterion that is none', [mark('z', { points: 1 })], false, /no criterion/ as never],
    ['a criterion twice', [mark('n', {}), mark('n', {})], false, 'A criterion is marked twice.'],
  ])('marks: %s', (_name, marks, finish, expected) => {
    const checked = checkCriterionMarks(all, marks, finish);
    if (typeof expected === 'number' || expected === null) expect(checked).toEqual({ ok: true, value: expected });
    else
      expect(!checked.ok && checked.problem.sentence).toEqual(
        typeof expected === 'string' ? expected : expect.stringMatching(expected),
      );
  });

  it('whatever is given lies between nothing and all, and adds up', () => {
    const some = fc.constantFrom(...all);
    fc.assert(
      fc.property(fc.uniqueArray(some, { selector: ({ id }) => id }), fc.gen(), (criteria, draw) => {
        const marks = criteria.map((one) =>
          mark(one.id, {
            points: draw(fc.constantFrom, null, 0, 500, 5000),
            chosen:
              'parts' in one
                ? draw(
                    fc.subarray<string>,
                    one.parts.map(({ id }) => id),
                  ).slice(0, one.by === 'levels' ? 1 : 9)
                : null,
          }),
        );
        expect(checkCriterionMarks(criteria, marks, false).ok).toBe(true);
        const { points, missing } = criteriaTotal(criteria, marks);
        expect(points).toBeGreaterThanOrEqual(0);
        expect(points).toBeLessThanOrEqual(criteriaFull(criteria.filter((one) => !missing.includes(one))));
      }),
    );
  });

  it.each<[string, Criterion, string[]]>([
    ['well', number, []],
    ['without a title', { ...number, title: ' ' }, ['criterion 1 has no title']],
    ['worth nothing', { ...number, most: 0 }, ['"n" is worth no points']],
    ['one level', { ...levels, parts: [part('a', 1)] } as Criterion, ['"l" has a single level, which is no choice']],
    [
      'a level without words',
      { ...levels, parts: [part('a', 1), part('b', 2, ' ')] } as Criterion,
      ['"l" has a level without words'],
    ],
    ['an empty list', { ...checks, parts: [] } as Criterion, ['"c" has no thing to check']],
  ])('what has to be settled: %s', (_name, criterion, expected) => {
    expect(criteriaFaults([criterion])).toEqual(expected);
  });

  it('new ones of each way are taken by the schema of an assignment', () => {
    let next = 0;
    const newId = () => {
      next += 1;
      return `018f4e6e-0000-7000-8000-${String(next).padStart(12, '0')}`;
    };
    const criteria = criterionBys.map((by) => newCriterion(by, newId));
    expect(assignmentSettingsSchema.isValidSync({ ...settings, criteria }, { strict: true })).toBe(true);
    expect(assignmentSettingsSchema.isValidSync({ ...settings, criteria: [{ ...criteria[0], by: 'magic' }] })).toBe(
      false,
    );
    expect(assignmentSettingsSchema.isValidSync({ ...settings, criteria: [{ ...criteria[0], most: -1 }] })).toBe(false);
  });
});

const settings: AssignmentSettings = {
  ...{ points: 10_000, passPoints: 5000, takesText: true, files: 0, megabytes: 1, attempts: 2 },
  ...{ due: { when: 'after-start', amount: 1, unit: 'days', at: null }, takesLate: true },
};
const start = Temporal.Instant.from('2027-03-01T08:00:00Z');
const clock = { start, zone: 'UTC' };
const hours = (count: number) => start.add({ minutes: Math.round(count * 60) });
const late = (part: Partial<LateRule>): LateRule => ({ percent: 10, per: 'day', most: 50, lastHours: null, ...part });

test.each<[name: string, rule: LateRule | undefined, hour: number, isTaken: boolean, percent: number]>([
  ['in time to the minute', late({}), 24, true, 0],
  ['a minute late', late({}), 24 + 1 / 60, true, 10],
  ['a day late, to the minute', late({}), 48, true, 10],
  ['a day and a minute late', late({}), 48 + 1 / 60, true, 20],
  ['as much as is taken off at most', late({}), 24 * 30, true, 50],
  ['each hour', late({ per: 'hour', percent: 3 }), 26.5, true, 9],
  ['once', late({ per: 'once' }), 24 * 9, true, 10],
  ['until its last hour', late({ lastHours: 48 }), 72, true, 20],
  ['after its last hour', late({ lastHours: 48 }), 72 + 1 / 60, false, 30],
  ['without a rule', undefined, 24 * 9, true, 0],
])('late work: %s', (_name, rule, hour, isTaken, percent) => {
  const own = rule ? { ...settings, late: rule } : settings;
  expect(lateness(own, clock, hours(hour))).toMatchObject({ isTaken, percent, isLate: hour > 24 });
});

test('time from the beginning bounds as well, whichever comes first', () => {
  const timed = { ...settings, minutes: 90, takesLate: false };
  expect(lateness(timed, clock, hours(2), hours(1)).due?.toString()).toBe('2027-03-01T10:30:00Z');
  expect(lateness(timed, clock, hours(3), hours(1))).toMatchObject({ isLate: true, isTaken: false });
  expect(lateness(timed, clock, hours(23), hours(23.5)).due?.toString()).toBe('2027-03-02T08:00:00Z');
});

test.each([
  ['nothing', '', {}, 'Write something or give an address before you hand in.'],
  ['an address', 'https://river.example/report', {}, 'ok'],
  [
    'an address that is none',
    'river',
    {},
    'Give an address that begins with https://, for example https://river.example/report.',
  ],
  [
    'a script for an address',
    'javascript:alert(1)',
    {},
    'Give an address that begins with https://, for example https://river.example/report.',
  ],
  [
    'an address where none is taken',
    'https://river.example',
    { takesLink: false },
    'This assignment takes no address.',
  ],
  [
    'too late',
    'https://river.example',
    { takesLate: false },
    'The time to hand in has passed, and late work is not taken. Your draft is kept.',
  ],
  [
    'after the last hour',
    'https://river.example',
    { late: late({ lastHours: 1 }) },
    'The time until which late work is taken has passed. Your draft is kept.',
  ],
])('handing in %s', (_name, link, own, expected) => {
  const work = { text: '', link, files: 0, before: 0, begunAt: null };
  const may = mayHandIn(
    { ...settings, takesLink: true, ...own },
    work,
    clock,
    hours('takesLate' in own || 'late' in own ? 30 : 3),
  );
  expect(may.ok ? 'ok' : may.problem.sentence).toBe(expected);
});

const again = 'You have handed this in';
test.each<[what: string, own: Partial<AssignmentSettings>, work: object, said: string]>([
  ['the last of two', {}, { before: 1 }, 'ok'],
  ['a third of two', {}, { before: 2 }, `${again} 2 times, as often as it is allowed.`],
  ['a second of one', { attempts: 1 }, { before: 1 }, `${again}.`],
  ['as much text as there may be', {}, { text: 'a'.repeat(200_000) }, 'ok'],
  [
    'too much',
    {},
    { text: 'a'.repeat(200_001) },
    'Your text has 200,001 characters; hand in at most 200,000, or attach a file.',
  ],
  ['a file where none is taken', {}, { files: 1 }, 'This assignment takes text only.'],
  ['as many files as are taken', { files: 2 }, { files: 2 }, 'ok'],
  ['one too many', { files: 2 }, { files: 3 }, 'Hand in at most 2 files.'],
  ['one too many of one', { files: 1 }, { files: 2 }, 'Hand in at most 1 file.'],
  ['a recording alone', { takesRecording: 'sound' }, { files: 1 }, 'ok'],
  ['a recording and one more', { takesRecording: 'sound' }, { files: 2 }, 'Hand in at most 1 file.'],
  [
    'an address as long as one may be',
    { takesLink: true },
    { link: `https://river.example/${'a'.repeat(1978)}` },
    'ok',
  ],
  [
    'a longer one',
    { takesLink: true },
    { link: `https://river.example/${'a'.repeat(1979)}` },
    'Give an address that begins with https://, for example https://river.example/report.',
  ],
])('what may be handed in: %s', (_what, own, work, said) => {
  const whole = { text: 'Words.', link: '', files: 0, before: 0, begunAt: null, ...work };
  const may = mayHandIn({ ...settings, ...own }, whole, clock, hours(1));
  expect(may.ok ? 'ok' : may.problem.sentence).toBe(said);
});

test.each<
  [
    kinds: AssignmentSettings['kinds'],
    takesRecording: AssignmentSettings['takesRecording'],
    type: string,
    isTaken: boolean,
  ]
>([
  [['pdf'], null, 'application/pdf', true],
  [['pdf'], null, 'image/png', false],
  [['pdf'], null, 'audio/webm', false],
  [['pdf'], 'sound', 'audio/webm', true],
  [['pdf'], 'sound', 'image/png', false],
  [undefined, null, 'image/png', true],
])('of %j with a recording (%s), a file of type %s', (kinds, takesRecording, type, isTaken) => {
  expect(checkFileType({ ...settings, ...(kinds && { kinds }), takesRecording }, type).ok).toBe(isTaken);
});

test.each<[part: object, refused: RegExp | null]>([
  [{ files: 20 }, null],
  [{ files: 21 }, /At most 20 files/],
  [{ files: -1 }, /At least 0 files/],
  [{ megabytes: 0 }, /at least 1 MB/],
  [{ megabytes: 101 }, /at most 100 MB/],
  [{ attempts: 0 }, /at least one attempt/],
  [{ attempts: 21 }, /at most 20 attempts/],
  [{ minutes: 44_640 }, null],
  [{ minutes: 44_641 }, /31 days/],
  [{ points: 1_000_001 }, /at most 1,000 points/],
  [{ points: 0.5 }, /as a number/],
  [{ model: 'a'.repeat(50_001) }, /under 50,000/],
])('settings of an assignment: %j', (part, refused) => {
  const found = parsed(assignmentSettingsSchema, { ...settings, ...part });
  if (refused === null) expect(found).toMatchObject({ ok: true });
  else expect(found).toMatchObject({ ok: false, problem: { sentence: expect.stringMatching(refused) } });
});

test.each<[Partial<LateRule>, string]>([
  [{}, 'loses 10 % of its points for each day begun, at most 50 %'],
  [{ percent: 0 }, 'is marked as late'],
  [{ per: 'once', most: 100 }, 'loses 10 % of its points'],
  [
    { per: 'hour', most: 100, lastHours: 5 },
    'loses 10 % of its points for each hour begun, and is taken until 5 hours after it was due',
  ],
  [{ percent: 0, lastHours: 48 }, 'is marked as late, and is taken until 2 days after it was due'],
])('a rule in words: %j', (part, words) => {
  expect(lateText(late(part))).toBe(words);
});

test('what is left after lateness is exact; kinds of files in words; an empty address is none', () => {
  expect(toShort(afterLateness(33_333, 7), 5)).toBe('30.99969');
  expect(fileKindsText(['pdf', 'picture', 'sound'])).toBe('PDF, pictures or sound');
  expect(checkLink(settings, ' ').ok).toBe(true);
});
