import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  countsFrom,
  creditedPassages,
  fold,
  type LearnerEvent,
  mergePassages,
  noProgress,
  type Passage,
  statementOf,
  toldBy,
  verbs,
  watchedPercent,
} from './index';

test.each<[string, Passage[], Passage[]]>([
  [
    'overlapping',
    [
      [0, 10],
      [5, 20],
    ],
    [[0, 20]],
  ],
  [
    'touching',
    [
      [0, 10],
      [10.3, 20],
    ],
    [[0, 20]],
  ],
  [
    'apart',
    [
      [30, 40],
      [0, 10],
    ],
    [
      [0, 10],
      [30, 40],
    ],
  ],
  [
    'backwards and empty',
    [
      [10, 5],
      [7, 7],
      [-3, 4],
    ],
    [],
  ],
  [
    'one within another',
    [
      [0, 50],
      [10, 20],
    ],
    [[0, 50]],
  ],
])('passages that are %s', (_name, given, merged) => {
  expect(mergePassages(given)).toEqual(merged);
});

test.each<[Passage[], number, number]>([
  [[[0, 100]], 100, 100],
  [[[0, 89.4]], 100, 89],
  [[[0, 89.5]], 100, 90],
  [[[0, 999]], 100, 100],
  [[], 100, 0],
  [[[0, 5]], 0, 0],
])('%j of %i seconds is %i %% watched', (passages, seconds, percent) => {
  expect(watchedPercent(passages, seconds)).toBe(percent);
});

describe('properties of passages', () => {
  const passages = fc.array(fc.tuple(fc.integer({ min: 0, max: 500 }), fc.integer({ min: 0, max: 500 })), {
    maxLength: 20,
  });
  test('order does not matter, merging twice is merging once, and they end up in order and apart', () => {
    fc.assert(
      fc.property(passages, (list) => {
        const merged = mergePassages(list);
        expect(mergePassages(list.toReversed())).toEqual(merged);
        expect(mergePassages(merged)).toEqual(merged);
        for (let i = 1; i < merged.length; i += 1) expect(merged[i]?.[0]).toBeGreaterThan(merged[i - 1]?.[1] ?? 0);
      }),
    );
  });
  test('watching more never lowers the share', () => {
    fc.assert(
      fc.property(passages, passages, (a, b) => {
        expect(watchedPercent([...a, ...b], 500)).toBeGreaterThanOrEqual(watchedPercent(a, 500));
      }),
    );
  });
});

test('done stays done, and the first time it was done is kept', () => {
  const begun = fold(noProgress, { verb: 'experienced', at: '2027-01-01T00:00:00Z' });
  const done = fold(begun, { verb: 'completed', at: '2027-01-02T00:00:00Z' });
  const again = fold(fold(done, { verb: 'attempted', at: '2027-01-03T00:00:00Z' }), {
    verb: 'completed',
    at: '2027-01-04T00:00:00Z',
  });
  expect([begun.state, done.state, again]).toEqual([
    'begun',
    'done',
    { ...noProgress, state: 'done', doneAt: '2027-01-02T00:00:00Z' },
  ]);
});

test('what is taken back is not done any more, and done from when it is done anew', () => {
  const at = (day: number) => `2027-01-0${day}T00:00:00Z`;
  const back = fold(fold(noProgress, { verb: 'completed', at: at(1) }), { verb: 'suspended', at: at(2) });
  expect([back.state, back.doneAt]).toEqual(['begun', null]);
  expect(fold(back, { verb: 'completed', at: at(3) })).toMatchObject({ state: 'done', doneAt: at(3) });
});

test('what was once answered rightly stays right, and every try is counted; it all stands in the statements', () => {
  const event = {
    enrolmentId: 'e',
    learnerId: 'l',
    courseId: 'c',
    lessonId: 'x',
    lessonTitle: 'Film',
    at: '2027-01-01T00:00:00Z',
  };
  const answers = (['wrong', 'part', 'right', 'wrong'] as const).map(
    (verdict, i): LearnerEvent => ({
      ...event,
      id: String(i),
      verb: 'answered',
      question: { id: 'q', verdict, prompt: 'Where?', response: 'The pool' },
    }),
  );
  const place: LearnerEvent = { ...event, id: 'p', verb: 'progressed', passages: [], place: 12.5 };
  const verdictsOf = (events: readonly LearnerEvent[]) =>
    events.map((_, i) => events.slice(0, i + 1).reduce(fold, noProgress).answered.q?.verdict);
  expect(verdictsOf(answers)).toEqual(['wrong', 'part', 'right', 'right']);
  const all = [...answers, place];
  const told = all.map(
    (one) => ({ ...toldBy(statementOf(one, 'https://school.example')), at: one.at }) as LearnerEvent,
  );
  expect(told.reduce(fold, noProgress)).toEqual(all.reduce(fold, noProgress));
  expect(told.reduce(fold, noProgress)).toEqual({
    ...noProgress,
    state: 'begun',
    place: 12.5,
    answered: { q: { verdict: 'right', tries: 4 } },
  });
  expect(statementOf(answers[2] as LearnerEvent, 'https://school.example')).toMatchObject({
    object: { id: 'https://school.example/courses/c/lessons/x/questions/q' },
    result: { success: true, response: 'The pool' },
    context: { contextActivities: { parent: [{ id: 'https://school.example/courses/c/lessons/x' }] } },
  });
});

test('an event as a statement has what the standard asks for', () => {
  const event: LearnerEvent = {
    id: '0190',
    verb: 'passed',
    enrolmentId: 'e',
    learnerId: 'l',
    courseId: 'c',
    lessonId: 'x',
    lessonTitle: 'Check',
    at: '2027-01-01T00:00:00Z',
    score: { raw: 3, max: 4 },
  };
  expect(statementOf(event, 'http://school.example')).toEqual({
    id: '0190',
    actor: { objectType: 'Agent', account: { homePage: 'http://school.example', name: 'l' } },
    verb: { id: verbs.passed, display: { en: 'passed' } },
    object: {
      objectType: 'Activity',
      id: 'http://school.example/courses/c/lessons/x',
      definition: { name: { en: 'Check' } },
    },
    result: { success: true, score: { raw: 3, max: 4, min: 0, scaled: 0.75 } },
    context: { registration: 'e' },
    timestamp: '2027-01-01T00:00:00Z',
  });
});

test.each<[what: string, kept: Passage[], reported: Passage[], elapsed: number, credited: Passage[]]>([
  ['at the speed it is played', [], [[0, 30]], 30, [[0, 30]]],
  ['twice as fast', [], [[0, 65]], 30, [[0, 65]]],
  ['faster than that', [], [[0, 66]], 30, [[0, 65]]],
  ['all of it in a second', [], [[0, 1_000_000]], 1, [[0, 7]]],
  ['a clock that was set back', [], [[0, 30]], -60, []],
  ['what was kept before costs nothing', [[0, 50]], [[0, 60]], 3, [[50, 60]]],
  [
    'around what was kept',
    [[10, 20]],
    [[0, 30]],
    5,
    [
      [0, 10],
      [20, 25],
    ],
  ],
  ['before what was watched first', [[50, 60]], [[0, 5]], 5, [[0, 5]]],
  ['behind the end of the film', [], [[590, 700]], 60, [[590, 600]]],
])('of a report that much can have been watched: %s', (_what, kept, reported, elapsed, credited) => {
  expect(creditedPassages(kept, reported, 600, elapsed)).toEqual(credited);
});

test('however often it is reported, no more is credited than can have been watched, and a few seconds once', () => {
  const waits = fc.array(fc.oneof(fc.constant(0), fc.double({ min: 0, max: 40, noNaN: true })), { maxLength: 60 });
  fc.assert(
    fc.property(waits, (all) => {
      let [now, from, total] = [0, 0, 0];
      let kept: Passage[] = [];
      for (const wait of all) {
        now += wait;
        const credited = creditedPassages(kept, [[0, 1_000_000]], 1_000_000, now - from);
        from = now + countsFrom(credited, now - from);
        kept = mergePassages([...kept, ...credited]);
        total += credited.reduce((sum, [start, end]) => sum + end - start, 0);
        expect(total).toBeLessThanOrEqual(2 * now + 5 + 1e-6);
      }
      // Whoever watches at twice the speed all the time is credited with all of it.
      expect(total).toBeGreaterThanOrEqual(2 * now - 1e-6);
    }),
  );
});

test('slivers that are told apart cover no more than they can have been watched', () => {
  // Every second one first, then those between them: what lies less than half a second apart is joined.
  const slivers = (first: number): Passage[] =>
    Array.from({ length: 200 }, (_, i) => [first + i, first + i + 0.01] as const);
  let kept: Passage[] = [];
  let from = 0;
  for (const first of [0, 0.5]) {
    const credited = creditedPassages(kept, slivers(first), 600, -from);
    from = countsFrom(credited, -from);
    kept = mergePassages([...kept, ...credited]);
  }
  expect(kept.reduce((sum, [start, end]) => sum + end - start, 0)).toBeLessThanOrEqual(5);
});

test('what is credited is what counting second by second comes to', () => {
  const passage = fc.tuple(fc.nat(50), fc.nat(30)).map(([from, long]): Passage => [from, from + long]);
  const all = fc.array(passage, { maxLength: 5 });
  const secondsOf = (passages: readonly Passage[], end: number) =>
    Array.from({ length: end }, (_, second) => second).filter((second) =>
      passages.some(([from, to]) => from <= second && second < to),
    );
  fc.assert(
    fc.property(all, all, fc.integer({ min: 1, max: 90 }), fc.nat(30), (kept, reported, length, elapsed) => {
      const before = new Set(secondsOf(kept, 100));
      const fresh = secondsOf(reported, length).filter((second) => !before.has(second));
      const found = creditedPassages(kept, reported, length, elapsed);
      expect(secondsOf(found, 100)).toEqual(fresh.slice(0, 2 * elapsed + 5));
      expect(found.reduce((sum, [from, to]) => sum + to - from, 0)).toBe(Math.min(fresh.length, 2 * elapsed + 5));
    }),
  );
});
