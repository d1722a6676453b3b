import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Temporal } from '../kernel/time';
import {
  type AccessRule,
  balance,
  board,
  type ClosingRule,
  circlesIn,
  nothingYet,
  type OpeningRule,
  openings,
  planFaults,
  type ReleaseSection,
  type Rhythm,
  releaseState,
  ruleFor,
  ruleText,
  standingAtPace,
  type ToLayOut,
  unfold,
  withLessons,
} from './index';

const start = Temporal.Instant.from('2027-03-01T08:00Z');
const clock = { start, zone: 'UTC' };
const startMs = start.epochMilliseconds;
const dayMs = 86_400_000;
const inDays = (amount: number) => ({ when: 'after-start', amount, unit: 'days', at: null }) as const;
const once = (...lessons: string[]) => ({ when: 'after-done', lessons, amount: 0, unit: 'days', at: null }) as const;

type Part = { opens?: OpeningRule | null; closes?: ClosingRule | null; needs?: string[]; learnerMinutes?: number };
const lesson = (id: string, part: Part = {}) => ({
  ...{ id, title: id.toUpperCase(), opens: null, closes: null, needs: [], learnerMinutes: 30 },
  ...part,
});
type PlanLesson = ReturnType<typeof lesson>;
type PlanSection = ReleaseSection & { readonly lessons: readonly PlanLesson[] };
const section = (
  id: string,
  lessons: PlanLesson[],
  part: Pick<Partial<ReleaseSection>, 'opens' | 'closes'> = {},
): PlanSection => ({
  ...{ id, opens: null, closes: null, lessons },
  ...part,
});
const standingOf = (done: { [id: string]: number }, opened: { [id: string]: number } = {}) => ({
  done: new Map(Object.entries(done).map(([id, days]) => [id, startMs + days * dayMs])),
  passed: new Map<string, number>(),
  opened: new Map(Object.entries(opened).map(([id, days]) => [id, startMs + days * dayMs])),
});
const daysOf = (ms: number) => (ms - startMs) / dayMs;

describe('what bounds what', () => {
  const opensOn = (sections: PlanSection[], id: string, standing = nothingYet) => {
    const opening = openings({ rhythm: null }, sections, clock, standing).get(id);
    return opening?.at ? daysOf(opening.ms) : `waits, from ${daysOf(opening?.earliest ?? 0)}`;
  };
  const later = { opens: inDays(7) };
  const cases: [string, PlanSection[], ReturnType<typeof standingOf>, unknown][] = [
    [
      'a section that waits bounds its lessons',
      [section('s', [lesson('x')]), section('t', [lesson('a')], { opens: once('x') })],
      standingOf({}),
      'waits, from 0',
    ],
    [
      'and lets them open with it',
      [section('s', [lesson('x')]), section('t', [lesson('a')], { opens: once('x') })],
      standingOf({ x: 3 }),
      3,
    ],
    [
      'an own rule that is later than what the section waited for',
      [section('s', [lesson('x')]), section('t', [lesson('a', later)], { opens: once('x') })],
      standingOf({ x: 3 }),
      7,
    ],
    [
      'while it waits, the own rule says when at the earliest',
      [section('s', [lesson('x')]), section('t', [lesson('a', later)], { opens: once('x') })],
      standingOf({}),
      'waits, from 7',
    ],
    [
      'what is needed first bounds',
      [section('s', [lesson('x'), lesson('a', { needs: ['x'] })])],
      standingOf({}),
      'waits, from 0',
    ],
    ['until it is done', [section('s', [lesson('x'), lesson('a', { needs: ['x'] })])], standingOf({ x: 2 }), 2],
    [
      'what is needed and not there is not waited for',
      [section('s', [lesson('a', { needs: ['gone'] })])],
      standingOf({}),
      0,
    ],
    ['a hand opens a lesson before its section', [section('s', [lesson('a')], later)], standingOf({}, { a: 1 }), 1],
    [
      'a hand opens a section, and lessons keep their own rules',
      [section('s', [lesson('a', { opens: inDays(5) })], later)],
      standingOf({}, { s: 1 }),
      5,
    ],
    [
      'a hand opens what needs something first',
      [section('s', [lesson('x'), lesson('a', { needs: ['x'] })])],
      standingOf({}, { a: 4 }),
      4,
    ],
  ];
  test.each(cases)('%s', (_name, sections, standing, expected) => {
    expect(opensOn(sections, 'a', standing)).toBe(expected);
  });
  test('a cohort has breaks, rules and openings of its own', () => {
    const cohort = {
      breaks: [{ from: '2027-03-08', to: '2027-03-14', name: '' }],
      opens: { b: inDays(3) },
      meets: {},
      opened: { c: '2027-03-05T08:00:00Z' },
    };
    const rhythm: Rhythm = {
      ...{ unit: 'lessons', lessons: 1, begins: [], every: { by: 'weeks', count: 1, weekdays: [1] }, at: '08:00' },
      ...{ firstAtOnce: true, gap: 4, breaks: [] },
    };
    const sections = [
      section(
        's',
        ['a', 'b', 'c', 'd'].map((id) => lesson(id)),
      ),
    ];
    const found = openings({ rhythm }, sections, { ...clock, cohort });
    expect(['a', 'b', 'c', 'd'].map((id) => [found.get(id)?.from, daysOf(found.get(id)?.ms ?? 0)])).toEqual([
      ['rhythm', 0],
      ['cohort', 3],
      ['hand', 4],
      ['rhythm', 28],
    ]);
  });
});

describe('the state at a moment', () => {
  const sections = [
    section('s', [lesson('a', { closes: { when: 'after-opening', amount: 3, unit: 'days', at: null } }), lesson('b')], {
      closes: inDays(10),
    }),
    section('t', [lesson('c', { opens: inDays(5) })]),
  ];
  const at = (days: number, access: AccessRule | null = null, accessUntil: number | null = null) =>
    releaseState(
      { rhythm: null, access },
      sections,
      { clock, standing: nothingYet, accessUntil },
      startMs + days * dayMs,
    );
  const openIn = (state: ReturnType<typeof at>) => ['a', 'b', 'c'].filter((id) => state.of.get(id)?.open).join('');
  test.each([
    [-1, null, null, '', 0],
    [0, null, null, 'ab', 3],
    [3, null, null, 'b', 5],
    [5, null, null, 'bc', 10],
    [10, null, null, 'c', null],
    [0, inDays(2), null, 'ab', 2],
    [2, inDays(2), null, '', 3],
    [2, inDays(2), 6, 'ab', 3],
    [6, inDays(2), 6, '', 10],
  ] as const)(
    'on day %i, with access %j and %j granted, "%s" is open and day %j changes something',
    (day, access, granted, open, next) => {
      const state = at(day, access, granted === null ? null : startMs + granted * dayMs);
      expect(openIn(state)).toBe(open);
      expect(state.next === null ? null : daysOf(state.next)).toBe(next);
    },
  );
  test('nothing changes before the next moment, and something may at it', () => {
    const rule = fc.oneof(
      fc.record({
        when: fc.constant('after-start' as const),
        amount: fc.integer({ min: 0, max: 40 }),
        unit: fc.constantFrom('hours' as const, 'days' as const),
        at: fc.constant(null),
      }),
      fc.constant(null),
    );
    const drawn = fc.array(fc.record({ opens: rule, closes: rule, lesson: rule, ends: rule }), {
      minLength: 1,
      maxLength: 4,
    });
    fc.assert(
      fc.property(
        drawn,
        fc.option(rule),
        fc.integer({ min: -50, max: 1000 }),
        fc.double({ min: 0, max: 0.999, noNaN: true }),
        (parts, access, hours, share) => {
          const plan = parts.map((part, i) =>
            section(`s${i}`, [lesson(`l${i}`, { opens: part.lesson, closes: part.ends })], {
              opens: part.opens,
              closes: part.closes,
            }),
          );
          const seen = (ms: number) =>
            releaseState(
              { rhythm: null, access: access ?? null },
              plan,
              { clock, standing: nothingYet, accessUntil: null },
              ms,
            );
          const picture = (ms: number) =>
            [...seen(ms).of].map(([id, { open, closedSince }]) => [id, open, closedSince]);
          const now = startMs + hours * 3_600_000;
          const { next } = seen(now);
          const until = next ?? now + 2000 * 3_600_000;
          expect(picture(now + Math.floor((until - now) * share))).toEqual(picture(now));
        },
      ),
    );
  });
});

test.each<[string, ReleaseSection[], string[][]]>([
  ['nothing waits', [section('s', [lesson('a'), lesson('b')])], []],
  [
    'a chain is no circle',
    [section('s', [lesson('a'), lesson('b', { needs: ['a'] }), lesson('c', { opens: once('b') })])],
    [],
  ],
  [
    'two wait for each other',
    [section('s', [lesson('a', { opens: once('b') }), lesson('b', { needs: ['a'] })])],
    [['a', 'b']],
  ],
  ['one waits for itself', [section('s', [lesson('a', { opens: once('a') })])], [['a']]],
  [
    'through a section',
    [section('s', [lesson('a', { needs: ['b'] })]), section('t', [lesson('b')], { opens: once('a') })],
    [['a', 'b']],
  ],
  [
    'inside a rule of several',
    [
      section('s', [
        lesson('a', { opens: { when: 'all', rules: [inDays(1), once('b')] } }),
        lesson('b', { needs: ['a'] }),
      ]),
    ],
    [['a', 'b']],
  ],
  [
    'two circles apart, and one lesson behind them',
    [
      section('s', [
        lesson('a', { needs: ['b'] }),
        lesson('b', { needs: ['a'] }),
        lesson('c', { needs: ['d'] }),
        lesson('d', { needs: ['c'] }),
        lesson('e', { needs: ['a'] }),
      ]),
    ],
    [
      ['a', 'b'],
      ['c', 'd'],
    ],
  ],
  ['what is not there closes no circle', [section('s', [lesson('a', { needs: ['gone'] })])], []],
])('circles: %s', (_name, sections, expected) => {
  expect(circlesIn(sections)).toEqual(expected);
});

test('a lesson is in a circle exactly when it can be reached from itself', () => {
  const ids = ['a', 'b', 'c', 'd', 'e'];
  const edges = fc.uniqueArray(fc.tuple(fc.constantFrom(...ids), fc.constantFrom(...ids)), {
    maxLength: 9,
    selector: (pair) => pair.join(),
  });
  fc.assert(
    fc.property(edges, (pairs) => {
      const next = (from: string) => pairs.filter(([one]) => one === from).map(([, to]) => to);
      const reaches = (from: string) => {
        const seen = new Set<string>();
        for (const open = next(from); open.length > 0; ) {
          const id = open.pop() as string;
          if (!seen.has(id)) open.push(...next(id));
          seen.add(id);
        }
        return seen.has(from);
      };
      const found = circlesIn([
        section(
          's',
          ids.map((id) => lesson(id, { needs: next(id) })),
        ),
      ]);
      expect(found.flat().sort()).toEqual(ids.filter(reaches));
    }),
  );
});

describe('laying out by minutes', () => {
  const toLay = (minutes: number[], fixed: { [at: number]: number } = {}): ToLayOut[] =>
    minutes.map((one, i) => ({ id: String(i), minutes: one, fixedIn: fixed[i] ?? null }));
  test.each<[string, ToLayOut[], number, number, string[], number[], number]>([
    ['as early as the minutes allow', toLay([30, 30, 30, 30]), 60, 9, ['2'], [60, 60], 0],
    ['a lesson longer than all of it stands alone', toLay([30, 90, 30]), 60, 9, ['1', '2'], [30, 90, 30], 30],
    ['too few parts: as little more as possible', toLay([30, 30, 30, 30]), 30, 2, ['2'], [60, 60], 30],
    ['what is before a date opens by then', toLay([30, 30, 30, 20], { 3: 1 }), 40, 9, ['2'], [60, 50], 20],
    ['what is behind a date does not open before it', toLay([30, 20, 30], { 1: 2 }), 60, 9, ['2', '2'], [30, 0, 50], 0],
    ['what is fixed fills its part', toLay([50, 30, 50], { 1: 0 }), 60, 9, ['2'], [80, 50], 20],
    ['nothing', toLay([]), 60, 9, [], [], 0],
  ])('%s', (_name, lessons, most, parts, begins, minutes, over) => {
    expect(balance(lessons, most, parts)).toEqual({ begins, minutes, over });
  });
  test('order is kept, nothing is lost, and the fullest part is as small as any way of cutting makes it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 7 }),
        fc.integer({ min: 10, max: 120 }),
        fc.integer({ min: 1, max: 5 }),
        (minutes, most, parts) => {
          const { begins, minutes: laid, over } = balance(toLay(minutes), most, parts);
          expect(laid.reduce((a, b) => a + b, 0)).toBe(minutes.reduce((a, b) => a + b, 0));
          expect([...begins].sort((a, b) => Number(a) - Number(b))).toEqual(begins);
          expect(laid.length).toBeLessThanOrEqual(parts);
          // Every way of cutting the lessons into so many parts.
          let best = Number.POSITIVE_INFINITY;
          for (let cuts = 0; cuts < 1 << (minutes.length - 1); cuts += 1) {
            const sums = [0];
            for (const [i, one] of minutes.entries()) {
              if (i > 0 && cuts & (1 << (i - 1))) sums.push(0);
              sums[sums.length - 1] = (sums.at(-1) ?? 0) + one;
            }
            if (sums.length <= parts) best = Math.min(best, Math.max(...sums));
          }
          expect(over).toBe(Math.max(0, best - most));
        },
      ),
    );
  });
});

test('a rhythm unfolds part by part, and says what was set by hand', () => {
  const rhythm: Rhythm = {
    ...{ unit: 'laid', lessons: 1, begins: ['b', 'd', 'd'], every: { by: 'days', count: 2 }, at: '08:00' },
    ...{ firstAtOnce: true, gap: 1, breaks: [] },
  };
  const sections = [
    section('s', [lesson('a'), lesson('b'), lesson('c', { opens: inDays(20) })]),
    section('t', [lesson('d'), lesson('e')]),
  ];
  expect(
    unfold({ rhythm }, sections, clock).map(({ opening, part, byHand, lessonIds }) => [
      daysOf(opening.ms),
      part,
      byHand?.id ?? null,
      lessonIds.join(''),
    ]),
  ).toEqual([
    [0, 0, null, 'a'],
    [2, 1, null, 'b'],
    [20, null, 'c', 'c'],
    [6, 3, null, 'de'],
  ]);
});

test.each([
  ['all', { a: 0, b: 7, c: 7 }],
  // Thirty minutes at sixty a week are half a week.
  [60, { a: 3.5, b: 10.5, c: 14 }],
  [0, {}],
] as const)('an imagined learner at a pace of %s', (pace, expected) => {
  const sections = [section('s', [lesson('a'), lesson('b', { opens: inDays(7) }), lesson('c', { opens: once('b') })])];
  const { done } = standingAtPace({ rhythm: null }, sections, clock, pace);
  expect(Object.fromEntries([...done].map(([id, ms]) => [id, daysOf(ms)]))).toEqual(expected);
});

test.each([
  [0, 'weeks', false, 'at start'],
  [2, 'weeks', false, 'day 16, 18:00'],
  [2, 'weeks', true, 'Wed, 17 Mar 2027, 18:00'],
  [3, 'days', false, 'day 3, 18:00'],
  [1, 'months', false, 'day 37, 18:00'],
] as const)('a tile dropped in place %i of the %s opens (for a cohort: %j) %s', (index, unit, forCohort, words) => {
  const rhythm: Rhythm = {
    ...{ unit: 'section', lessons: 1, begins: [], every: { by: 'weeks', count: 1, weekdays: [3] }, at: '18:00' },
    ...{ firstAtOnce: true, gap: 4, breaks: [] },
  };
  const rule = ruleFor(index, unit, clock, rhythm, forCohort);
  expect(ruleText(rule)).toBe(words);
  const opens = openings({ rhythm: null }, [section('s', [lesson('a', { opens: rule })])], clock);
  expect(board([lesson('a')], opens, clock, { unit, first: 0, show: 1 }).periodOf.get('a')).toBe(index);
});

test.each<[string, OpeningRule | null, OpeningRule | null]>([
  ['one that is called otherwise', once('a'), once('A')],
  ['one of two is gone', once('a', 'gone'), once('A')],
  ['all are gone', once('gone'), null],
  ['several reasons of which one is left', { when: 'all', rules: [inDays(1), once('gone')] }, inDays(1)],
  ['no lessons in it', inDays(1), inDays(1)],
])('a rule copied elsewhere: %s', (_name, rule, expected) => {
  expect(withLessons(rule, (id) => (id === 'gone' ? null : id.toUpperCase()))).toEqual(expected);
});

describe('what does not work', () => {
  const faultsOf = (
    sections: PlanSection[],
    more: { access?: AccessRule; cohortEnds?: number; empty?: string[]; isCourseAccess?: boolean } = {},
  ) => {
    const state = releaseState(
      { rhythm: null, access: more.access ?? null },
      sections,
      { clock, standing: nothingYet, accessUntil: null },
      startMs,
    );
    return planFaults({
      course: { rhythm: null, weekLimit: 60 },
      ...{ sections, state, clock },
      empty: new Set(more.empty ?? []),
      isCourseAccess: more.isCourseAccess ?? true,
      cohortEnds: more.cohortEnds === undefined ? null : startMs + more.cohortEnds * dayMs,
    }).map(({ rule, of, fix }) => `${rule} ${of} ${fix?.label ?? '-'}`);
  };
  const one = (part: Part) => [section('s', [lesson('a', part)])];
  test.each<[string, string[], string[]]>([
    ['nothing', faultsOf(one({})), []],
    [
      'opens when access has ended',
      faultsOf(one({ opens: inDays(10) }), { access: inDays(10) }),
      ['after-access a Let access never end'],
    ],
    [
      'which one person was granted',
      faultsOf(one({ opens: inDays(10) }), { access: inDays(10), isCourseAccess: false }),
      ['after-access a -'],
    ],
    ['just before access ends', faultsOf(one({ opens: inDays(9) }), { access: inDays(10) }), []],
    ['opens when the cohort has ended', faultsOf(one({ opens: inDays(10) }), { cohortEnds: 9 }), ['after-cohort a -']],
    [
      'closes before it opens',
      faultsOf(one({ opens: inDays(3), closes: inDays(2) })),
      ['closes-before-opening a Never close it'],
    ],
    ['is empty', faultsOf(one({}), { empty: ['a'] }), ['opens-empty a Leave it as planned']],
    [
      'before what it needs',
      faultsOf([section('s', [lesson('a', { needs: ['b'], opens: inDays(1) }), lesson('b', { opens: inDays(3) })])]),
      ['before-needs a Open it with its section'],
    ],
    [
      'a week of too much',
      faultsOf([section('s', [lesson('a', { learnerMinutes: 40 }), lesson('b', { learnerMinutes: 40 })])]),
      ['week-over  -'],
    ],
    [
      'a stretch with nothing',
      faultsOf([section('s', [lesson('a'), lesson('b', { opens: inDays(22) })])]),
      ['stretch-empty  -'],
    ],
    ['one week of rest is none', faultsOf([section('s', [lesson('a'), lesson('b', { opens: inDays(14) })])]), []],
  ])('%s', (_name, found, expected) => {
    expect(found).toEqual(expected);
  });
});
