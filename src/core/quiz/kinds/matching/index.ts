import { array, object, string } from 'yup';
import { divided, haveOnly, type PartLine, partLine, undivided } from '../as-lines';
import type { Kind } from '../kind';
import { partId } from '../part-id';
import { mostRows, type PlacedAnswer, placing, type ShownPlacing } from '../placing';
import { scrambled } from '../scrambled';

type Pair = {
  readonly id: string;
  readonly text: string;
  /** What belongs to it. */
  readonly match: string;
};
export type MatchingBody = {
  readonly pairs: readonly Pair[];
  /** What could be chosen as well, and belongs to nothing. */
  readonly extras: readonly { readonly id: string; readonly text: string }[];
};

const plain = (text: string) => text.normalize('NFC').replace(/\s+/gu, ' ').trim();

/**
 * Everything there is to choose from. Each goes by its words: a name of its own could tell to which pair it belongs,
 * and
 * where two pairs have the same match, it is there once, and right for both.
 */
const placesOf = ({ pairs, extras }: MatchingBody) =>
  [...new Set([...pairs.map(({ match }) => plain(match)), ...extras.map(({ text }) => plain(text))])].map((words) => ({
    id: words,
    text: words,
  }));

const body = (pairs: string, extras = ''): MatchingBody => ({
  pairs: pairs.split(' ').map((pair, i) => ({ id: `p${i}`, text: pair[0] ?? '', match: pair[1] ?? '' })),
  extras: [...extras].map((text, i) => ({ id: `x${i}`, text })),
});
const answer = (...pairs: readonly (readonly [row: string, place: string])[]): PlacedAnswer => ({
  placed: pairs.map(([row, place]) => ({ row, place })),
});

function fromLines(lines: readonly PartLine[], id: (part: number) => string): MatchingBody | null {
  if (!haveOnly(lines, 'pair', 'nothing')) return null;
  const parts = lines.map(({ mark, words }, i) => ({ mark, id: id(i), sides: divided(words, '=') }));
  if (parts.some(({ mark, sides }) => mark === 'pair' && sides.length !== 2)) return null;
  return {
    pairs: parts.flatMap((one) =>
      one.mark === 'pair' ? [{ id: one.id, text: one.sides[0] ?? '', match: one.sides[1] ?? '' }] : [],
    ),
    extras: parts.flatMap((one) => (one.mark === 'nothing' ? [{ id: one.id, text: one.sides.join(' = ') }] : [])),
  };
}

const toLines = ({ pairs, extras }: MatchingBody): readonly PartLine[] => [
  ...pairs.map((pair) => partLine('pair', `${undivided(pair.text, '=')} = ${undivided(pair.match, '=')}`)),
  ...extras.map((extra) => partLine('nothing', undivided(extra.text, '='))),
];

const text = (most: number, what: string) => string().max(most, `Keep ${what} under ${most} characters.`).defined();

/** Matching: each that was given what belongs to it earns its part. */
export const matching: Kind<MatchingBody, PlacedAnswer, ShownPlacing> = {
  ...placing((own: MatchingBody) => ({
    rows: own.pairs.map((pair) => ({ id: pair.id, text: pair.text, right: plain(pair.match) })),
    places: scrambled(placesOf(own)),
  })),
  title: 'Matching',
  body: object({
    pairs: array()
      .of(
        object({
          id: string().max(40).required(),
          text: text(500, 'what is matched'),
          match: text(200, 'a match'),
        }).noUnknown(),
      )
      .max(mostRows, `Give at most ${mostRows} pairs.`)
      .required(),
    extras: array()
      .of(object({ id: string().max(40).required(), text: text(200, 'a match') }).noUnknown())
      .max(20, 'Give at most 20 that belong to nothing.')
      .required(),
  }).noUnknown(),
  begin: (id) => ({ pairs: [0, 1].map((part) => ({ id: partId(id, part), text: '', match: '' })), extras: [] }),
  rearranged: (own, order) => ({ ...own, pairs: order(own.pairs) }),
  bodyText: ({ pairs, extras }) =>
    [
      ...pairs.map((pair) => `${pair.text || 'without words'} – ${pair.match || 'without words'}`),
      ...extras.map((one) => `nothing – ${one.text || 'without words'}`),
    ].join('\n'),
  lines: { read: fromLines, write: toLines },
  instruction: 'Each that has what belongs to it earns its part.',
  minutes: 1.5,
  rules: [
    {
      id: 'question-matching-short',
      level: 'settle',
      reason: 'With one pair there is nothing to tell apart.',
      remedy: 'Add a pair.',
      check: ({ pairs }, name) => pairs.length < 2 && { sentence: `${name} has fewer than two pairs.` },
    },
    {
      id: 'question-matching-empty',
      level: 'settle',
      reason: 'What has no words cannot be matched on purpose.',
      remedy: 'Write it, or remove it.',
      check: ({ pairs, extras }, name) =>
        [...pairs.flatMap((pair) => [pair.text, pair.match]), ...extras.map((one) => one.text)].some(
          (words) => words.trim() === '',
        ) && { sentence: `${name} has something to match without words.` },
    },
    {
      id: 'question-matching-extra',
      level: 'look',
      reason: 'What is said to belong to nothing belongs to a pair as well, and is counted right there.',
      remedy: 'Change or remove it.',
      check: (own, name) =>
        own.extras.some((extra) =>
          own.pairs.some((pair) => plain(pair.match) === plain(extra.text) && plain(extra.text) !== ''),
        ) && {
          sentence: `${name} has something that belongs to nothing and to a pair.`,
        },
    },
  ],
  examples: [
    { name: 'all matched', body: body('aA bB'), answer: answer(['p0', 'A'], ['p1', 'B']), share: '1/1' },
    { name: 'changed about', body: body('aA bB'), answer: answer(['p0', 'B'], ['p1', 'A']), share: '0/1' },
    { name: 'one of three, two left open', body: body('aA bB cC'), answer: answer(['p2', 'C']), share: '1/3' },
    {
      name: 'one that belongs to nothing',
      body: body('aA bB', 'Z'),
      answer: answer(['p0', 'Z'], ['p1', 'B']),
      share: '1/2',
    },
    {
      name: 'two with the same match',
      body: body('aA bA cC'),
      answer: answer(['p0', 'A'], ['p1', 'A']),
      share: '2/3',
    },
    { name: 'nothing matched', body: body('aA bB'), answer: answer(), share: null },
  ],
};
