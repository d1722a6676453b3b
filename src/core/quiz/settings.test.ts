import { expect, test } from 'vitest';
import { parsed } from '../kernel/parse';
import { Temporal } from '../kernel/time';
import { type Draw, mayBegin, mayHandIn, quizSettingsSchema } from './index';
import { feedbackOn } from './score';
import { content } from './testing';

const usual = { passPercent: 50, attempts: 2, minutes: 10, counts: 'best', shows: 'points' };
const many = <T>(count: number, one: (i: number) => T) => Array.from({ length: count }, (_, i) => one(i));
const id = (i: number) => `00000000-0000-7000-8000-${String(i).padStart(12, '0')}`;
const whom = (cohorts: number, tags: readonly string[] = []) => ({ cohorts: many(cohorts, id), tags });
const asks = (count: number) => ({
  why: 'To know who is there.',
  questions: many(count, (i) => ({ id: id(i), when: 'before', prompt: 'Where?', options: [] })),
});
const draw = (i: number): Draw =>
  ({ id: id(i), order: `a${i}`, count: 1, points: null, from: { categoryId: id(0) } }) as never;

test.each<[part: object, refused: RegExp | null]>([
  [{ passPercent: 0 }, null],
  [{ passPercent: 100 }, null],
  [{ passPercent: 101 }, /at most 100 %/],
  [{ passPercent: -1 }, /at least 0 %/],
  [{ passPercent: 33.3 }, /whole number/],
  [{ attempts: null }, null],
  [{ attempts: 1 }, null],
  [{ attempts: 0 }, /at least one attempt/],
  [{ attempts: 100 }, null],
  [{ attempts: 101 }, /at most 100 attempts/],
  [{ minutes: 1440 }, null],
  [{ minutes: 1441 }, /at most 1,440 minutes/],
  [{ minutes: 0 }, /at least one minute/],
  [{ waitHours: 0 }, null],
  [{ waitHours: 8760 }, null],
  [{ waitHours: 8761 }, /at most 8,760 hours/],
  [{ waitHours: -1 }, /at least 0 hours/],
  [{ showsFrom: '2027-03-01T08:00:00Z' }, null],
  [{ showsFrom: '1 March 2027' }, /the day from which/],
  [{ forWhom: whom(100) }, null],
  [{ forWhom: whom(101) }, /at most 100 cohorts/],
  [{ forWhom: whom(0, ['a'.repeat(40)]) }, null],
  [{ forWhom: whom(0, ['a'.repeat(41)]) }, /under 40 characters/],
  [{ forWhom: whom(0, ['']) }, /has words/],
  [
    {
      forWhom: whom(
        0,
        many(51, (i) => `tag ${i}`),
      ),
    },
    /at most 50 tags/,
  ],
  [{ asks: asks(20) }, null],
  [{ asks: asks(21) }, /at most 20 questions/],
  [{ draws: many(51, draw) }, /at most 50 times|shape/],
  [{ counts: 'worst' }, /shape/],
  [{ secret: true }, /shape/],
])('settings of a quiz: %j', (part, refused) => {
  const found = parsed(quizSettingsSchema, { ...usual, ...part });
  if (refused === null) expect(found).toMatchObject({ ok: true });
  else expect(found).toMatchObject({ ok: false, problem: { sentence: expect.stringMatching(refused) } });
});

const at = Temporal.Instant.from('2027-03-01T08:00:00Z');
const taken = (hoursAgo: number) => ({ startedAt: at, deadline: null, handedInAt: at.subtract({ hours: hoursAgo }) });
test.each([
  [{ attempts: 1 }, [taken(1)], /^This quiz can be taken once, and/],
  [{ attempts: 3 }, many(3, taken), /^This quiz can be taken 3 times, and/],
  [{ attempts: 3, waitHours: 24 }, [taken(23)], /in 1 hour/],
  [{ attempts: 3, waitHours: 24 }, [taken(24)], null],
  [{ attempts: null }, many(50, taken), null],
] as const)('whether another sitting may begin, with %j', (part, sittings, refused) => {
  const found = mayBegin({ ...usual, ...part } as never, sittings, at);
  expect(found).toMatchObject(
    refused ? { ok: false, problem: { sentence: expect.stringMatching(refused) } } : { ok: true },
  );
});

test.each([
  [{}, 3, null],
  [{ mustAnswer: true }, 0, null],
  [{ mustAnswer: true }, 1, '1 is still open.'],
  [{ mustAnswer: true }, 2, '2 are still open.'],
])('whether a paper may be handed in, with %j and %i open', (settings, open, refused) => {
  const found = mayHandIn(settings, open);
  expect(found.ok ? null : found.problem.sentence).toEqual(
    refused && `Every question has to be answered first: ${refused}`,
  );
});

test.each([
  ['right', 'Well seen.'],
  ['part', 'Nearly.'],
  ['wrong', 'Look again.'],
  ['open', 'Look again.'],
  ['waits', ''],
  ['given', ''],
] as const)('what a question says to an answer that is %s', (verdict, words) => {
  const said = { feedbackRight: 'Well seen.', feedbackPart: 'Nearly.', feedbackWrong: 'Look again.' };
  expect(feedbackOn(content(said), verdict)).toBe(words);
});
