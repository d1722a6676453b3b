import { array, object, string } from 'yup';
import { rational, zero } from '../../../kernel/exact';
import { fail, ok } from '../../../kernel/problem';
import { haveOnly, partLine } from '../as-lines';
import { keyOf } from '../key';
import type { Kind } from '../kind';
import { partId } from '../part-id';
import { scrambled } from '../scrambled';

type Item = { readonly id: string; readonly text: string };
/** The items in the order that is right. */
export type OrderBody = { readonly items: readonly Item[] };
export type OrderAnswer = { readonly order: readonly string[] };

const mostItems = 20;
const body = (texts: string): OrderBody => ({ items: [...texts].map((text) => ({ id: `i-${text}`, text })) });
const answer = (texts: string): OrderAnswer => ({ order: [...texts].map((text) => `i-${text}`) });

/** How many items follow in an order the one they should, of as many as there are neighbours. */
function share({ items }: OrderBody, { order }: OrderAnswer) {
  if (items.length < 2) return zero;
  const hits = items.slice(1).filter((item, i) => order[order.indexOf(items[i]?.id ?? '') + 1] === item.id).length;
  return rational(hits, items.length - 1);
}

/** Putting in order: each item that comes right behind the one it should earns its part. */
export const order: Kind<OrderBody, OrderAnswer, OrderBody> = {
  title: 'Order',
  body: object({
    items: array()
      .of(
        object({
          id: string().max(40).required(),
          text: string().max(500, 'Keep an item under 500 characters.').defined(),
        }).noUnknown(),
      )
      .max(mostItems, `Give at most ${mostItems} items.`)
      .required(),
  }).noUnknown(),
  answer: object({
    order: array().of(string().max(40).required()).max(mostItems, `Put at most ${mostItems} in order.`).required(),
  }).noUnknown(),
  begin: (id) => ({ items: [0, 1, 2].map((part) => ({ id: partId(id, part), text: '' })) }),
  shown: ({ items }) => ({ items: scrambled(items) }),
  isGiven: ({ order: given }) => given.length > 0,
  fits: ({ items }, { order: given }) =>
    given.length === 0 ||
    (given.length === items.length &&
      items.every(({ id }) => given.includes(id)) &&
      new Set(given).size === given.length)
      ? ok(null)
      : fail('invalid', 'Put every item in order, each once.'),
  share,
  key: (_body, { order: given }) => keyOf(given),
  answerText: ({ items }, { order: given }) =>
    given.map((id) => items.find((item) => item.id === id)?.text ?? '').join(' → '),
  rightText: ({ items }) => items.map(({ text }) => text).join(' → '),
  bodyText: ({ items }) => items.map(({ text }, i) => `${i + 1}. ${text || 'without words'}`).join('\n'),
  lines: {
    read: (lines, id) =>
      haveOnly(lines, 'step') ? { items: lines.map(({ words }, i) => ({ id: id(i), text: words })) } : null,
    write: ({ items }) => items.map(({ text }) => partLine('step', text)),
  },
  instruction: 'Each one that comes right behind the one it should earns its part.',
  minutes: 1.5,
  rules: [
    {
      id: 'question-order-short',
      level: 'settle',
      reason: 'One thing alone is always in order.',
      remedy: 'Add an item.',
      check: ({ items }, name) => items.length < 2 && { sentence: `${name} has fewer than two items to put in order.` },
    },
    {
      id: 'question-order-empty',
      level: 'settle',
      reason: 'An item without words cannot be put anywhere on purpose.',
      remedy: 'Write it, or remove it.',
      check: ({ items }, name) =>
        items.some(({ text }) => text.trim() === '') && { sentence: `${name} has an item without words.` },
    },
    {
      id: 'question-order-twice',
      level: 'look',
      reason: 'Of two items with the same words nobody can say which comes first.',
      remedy: 'Change one of them.',
      check: ({ items }, name) => {
        const words = items.map(({ text }) => text.normalize('NFC').trim()).filter(Boolean);
        return new Set(words).size < words.length && { sentence: `${name} has the same item twice.` };
      },
    },
  ],
  examples: [
    { name: 'all in order', body: body('abcd'), answer: answer('abcd'), share: '1/1' },
    { name: 'the first moved to the end', body: body('abcd'), answer: answer('bcda'), share: '2/3' },
    { name: 'two neighbours changed about', body: body('abcd'), answer: answer('acbd'), share: '0/1' },
    { name: 'two halves changed about', body: body('abcd'), answer: answer('cdab'), share: '2/3' },
    { name: 'the wrong way round', body: body('abc'), answer: answer('cba'), share: '0/1' },
    { name: 'two of them', body: body('ab'), answer: answer('ab'), share: '1/1' },
    { name: 'nothing moved yet', body: body('abc'), answer: { order: [] }, share: null },
  ],
};
