import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { compare, multiply, rational, zero } from '../../kernel/exact';
import {
  checkAnswer,
  checkBody,
  kindOf,
  type QuestionContent,
  type QuestionKind,
  questionKinds,
  readAnswers,
  scoreAnswer,
  scorePaper,
} from '../index';
import { content } from '../testing';
import { partsOf } from './gaps/parts';
import { scrambled } from './scrambled';
import { slips } from './short-text/distance';

const asked = (kind: QuestionKind, body: QuestionContent['body']) => content({ kind, body, points: 4000 });

describe.each(questionKinds.map((name) => [name, kindOf(name)] as const))('%s', (name, kind) => {
  test.each(kind.examples.map((one) => [one.name, one] as const))(
    'earns what is due: %s',
    (_what, { body, answer, share }) => {
      expect(checkBody(name, body)).toEqual({ ok: true, value: body });
      expect(checkAnswer(name, body, answer)).toEqual({ ok: true, value: answer });
      const scored = scoreAnswer(asked(name, body), answer);
      expect(scored.verdict === 'open').toBe(!kind.isGiven(answer));
      if (kind.isGiven(answer)) expect(share === null).toBe(kind.judgedBy !== undefined);
      expect(compare(scored.points, multiply(rational(4), fraction(share ?? '0/1')))).toBe(0);
      expect(scoreAnswer(asked(name, body), undefined).verdict).toBe('open');
    },
  );

  test('has examples of all and of nothing, a body to begin with, and words for everything', () => {
    if (!kind.judgedBy) expect(kind.examples.map(({ share }) => share)).toEqual(expect.arrayContaining(['1/1', '0/1']));
    const begun = kind.begin('0190c0de-0000-7000-8000-000000000001');
    expect(checkBody(name, begun).ok).toBe(true);
    for (const { body, answer, share } of kind.examples) {
      expect(kind.bodyText(body)).not.toBe('');
      if (kind.isGiven(answer)) expect(kind.answerText(body, answer).trim()).not.toBe('');
      if (share === '1/1') expect(kind.rightText(body).trim()).not.toBe('');
      const choices = kind.choices?.(body, answer);
      if (choices && share === '1/1') expect(choices.every(({ chosen, right }) => chosen === right)).toBe(true);
    }
  });

  test('shows nothing before the answer by which right could be told from wrong', () => {
    for (const { body } of kind.examples) {
      const right = kind.rightText(body);
      const shown = JSON.stringify(kind.shown(body));
      expect(shown).not.toMatch(/"(right|holds|accepted|value|tolerance|feedback)"/);
      // What is right may be among what is shown, but only beside everything else that could be chosen.
      if (!kind.choices) expect(shown.includes(`"${right}"`)).toBe(false);
    }
  });

  test('takes no answer and no body of another shape, and scores whatever fits within nothing and all', () => {
    const fields = new Set(kind.examples.flatMap(({ body }) => Object.keys(body)));
    for (const other of questionKinds)
      for (const { body, answer } of kindOf(other).examples) {
        if (checkBody(name, body).ok) expect(Object.keys(body).filter((field) => !fields.has(field))).toEqual([]);
        const own = kind.examples[0]?.body;
        const read = own && checkAnswer(name, own, answer);
        if (!own || !read?.ok || !kind.isGiven(read.value)) continue;
        const share = kind.share(own, read.value, 'point');
        expect(compare(share, zero) >= 0 && compare(share, rational(1)) <= 0).toBe(true);
      }
    for (const wrong of [
      null,
      1,
      'a',
      [],
      {},
      { chosen: 'a' },
      { typed: 1 },
      { holds: 'yes' },
      { typed: 'x'.repeat(201) },
      { chosen: ['nowhere'] },
    ])
      expect(checkAnswer(name, kind.examples[0]?.body as QuestionContent['body'], wrong).ok).toBe(false);
  });
});

const fraction = (text: string) => {
  const [n = '0', d = '1'] = text.split('/');
  return rational(Number(n), Number(d));
};

test('of answers that were kept or sent only those of their question’s kind are read', () => {
  const questions = questionKinds.map((kind) => ({
    id: kind,
    kind,
    body: kindOf(kind).examples[0]?.body as QuestionContent['body'],
  }));
  const own = Object.fromEntries(questionKinds.map((kind) => [kind, kindOf(kind).examples[0]?.answer]));
  expect(readAnswers(questions, own)).toEqual(own);
  expect(readAnswers(questions, { one: { typed: 'a' }, number: { chosen: ['a'] }, nowhere: { holds: true } })).toEqual(
    {},
  );
  for (const wrong of [null, 'a', 3, []]) expect(readAnswers(questions, wrong)).toEqual({});
});

test('a kind that is not known is refused, never scored as another', () => {
  const question = { ...asked('one', { options: [] }), id: 'a', kind: 'riddle' as QuestionKind };
  expect(() => scorePaper([question], { a: { chosen: ['a'] } })).toThrow(
    'There is no kind of question called "riddle".',
  );
  expect(() => kindOf('constructor' as QuestionKind)).toThrow();
});

test.each([
  ['riffle', 'riffle', 0],
  ['rifle', 'riffle', 1],
  ['straem', 'stream', 1],
  ['ca', 'abc', 3],
  ['', 'run', 3],
  ['mu\u0308hle', 'mühle', 1],
  ['👩‍🔬', '👩‍🔧', 1],
])('from "%s" to "%s" are %i slips', (a, b, expected) => {
  expect(slips(a, b, 5)).toBe(expected);
});

test('slips are counted alike both ways, are none only between equals, and stop at what is asked for', () => {
  const word = fc.array(fc.constantFrom('a', 'b', 'c'), { maxLength: 7 }).map((all) => all.join(''));
  fc.assert(
    fc.property(word, word, fc.nat(4), (a, b, most) => {
      const all = slips(a, b, 20);
      expect(slips(b, a, 20)).toBe(all);
      expect(all === 0).toBe(a === b);
      expect(slips(a, b, most)).toBe(Math.min(all, most + 1));
    }),
  );
});

test('what is scrambled is all there, is never as it was, and is the same each time', () => {
  const things = fc.uniqueArray(fc.uuid(), { maxLength: 12 }).map((ids) => ids.map((id) => ({ id })));
  fc.assert(
    fc.property(things, fc.nat(), (list, turn) => {
      const mixed = scrambled(list);
      expect(mixed.toSorted((a, b) => (a.id < b.id ? -1 : 1))).toEqual(list.toSorted((a, b) => (a.id < b.id ? -1 : 1)));
      if (list.length > 1) expect(mixed).not.toEqual(list);
      expect(scrambled(list)).toEqual(mixed);
      // Nor where they were written in another order.
      const at = list.length === 0 ? 0 : turn % list.length;
      const turned = [...list.slice(at), ...list.slice(0, at)];
      const other = scrambled(turned);
      if (list.length > 1) expect(other).not.toEqual(turned);
    }),
  );
});

test('a match that two pairs have in common is one place, in whatever order the pairs stand', () => {
  const { shown, share } = kindOf('matching');
  const pairs = [
    { id: 'p1', text: 'Riffle', match: 'fast' },
    { id: 'p2', text: 'Run', match: ' fast ' },
    { id: 'p3', text: 'Pool', match: 'slow' },
  ];
  const answer = { placed: ['p1', 'p2'].map((row) => ({ row, place: 'fast' })) };
  for (const own of [pairs, pairs.toReversed()]) {
    const { places } = shown({ pairs: own, extras: [] } as never) as { places: { id: string }[] };
    expect(places.map(({ id }) => id).toSorted()).toEqual(['fast', 'slow']);
    expect(compare(share({ pairs: own, extras: [] } as never, answer as never, 'point'), rational(2, 3))).toBe(0);
  }
});

test('the ids of a new question’s parts say nothing of their order, nor of what belongs together', () => {
  const question = '0190c0de-0000-7000-8000-000000000001';
  for (const name of questionKinds) {
    const begun = JSON.stringify(kindOf(name).begin(question));
    const ids = [...begun.matchAll(/"id":"([^"]*)"/g)].map(([, id = '']) => id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const id of ids) expect(id).toMatch(/^[a-z0-9]{3,7}$/);
  }
});

test.each([
  ['A [b] c', ['A ', ['b'], ' c']],
  ['[a|b| c ]', [['a', 'b', 'c']]],
  ['[a][b]', [['a'], ['b']]],
  ['no gap', ['no gap']],
  ['', []],
  ['[]', [['']]],
  ['[|a|]', [['a']]],
  ['open [ for ever', ['open [ for ever']],
  ['closed ] alone', ['closed ] alone']],
  ['\\[x\\] and [y\\]z]', ['[x] and ', ['y]z']]],
  ['[a\\|b|c]', [['a|b', 'c']]],
  ['[a [b] c', ['[a ', ['b'], ' c']],
  ['back\\slash', ['back\\slash']],
])('a text with gaps is read as it is written: %s', (text, expected) => {
  expect(partsOf(text).map((part) => ('words' in part ? part.words : part.forms))).toEqual(expected);
});

test('however it is written, no word of a text with gaps is lost', () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom('[', ']', '|', '\\', 'a', ' '), { maxLength: 60 }), (letters) => {
      const text = letters.join('');
      const kept = partsOf(text)
        .flatMap((part) => ('words' in part ? [part.words] : part.forms))
        .join('');
      expect(kept.split('a').length).toBe(text.split('a').length);
    }),
  );
  // Signs that could be read in many ways, many times over: read all the same.
  for (const sign of ['[', '\\', '[|', '[a|', ']', '\\[']) expect(partsOf(sign.repeat(4000)).length).toBeLessThan(8001);
});
