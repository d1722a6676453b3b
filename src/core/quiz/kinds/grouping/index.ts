import { array, object, string } from 'yup';
import { divided, haveOnly, type PartLine, partLine, undivided } from '../as-lines';
import type { Kind } from '../kind';
import { partId } from '../part-id';
import { mostRows, type PlacedAnswer, placing, type ShownPlacing } from '../placing';
import { scrambled } from '../scrambled';

export type GroupingBody = {
  readonly groups: readonly { readonly id: string; readonly title: string }[];
  readonly items: readonly { readonly id: string; readonly text: string; readonly groupId: string }[];
};

const mostGroups = 10;

const body = (...groups: readonly string[]): GroupingBody => ({
  groups: groups.map((_, g) => ({ id: `g${g}`, title: `Group ${g}` })),
  items: groups.flatMap((texts, g) => [...texts].map((text) => ({ id: `i-${text}`, text, groupId: `g${g}` }))),
});
const answer = (...groups: readonly string[]): PlacedAnswer => ({
  placed: groups.flatMap((texts, g) => [...texts].map((text) => ({ row: `i-${text}`, place: `g${g}` }))),
});

function fromLines(lines: readonly PartLine[], id: (part: number) => string): GroupingBody | null {
  if (!haveOnly(lines, 'group')) return null;
  const read = lines.map(({ words }) => {
    const [title, items] = dividedOnce(words);
    return items === undefined ? null : { title, items: items === '' ? [] : divided(items, ';') };
  });
  const groups = read.flatMap((one, i) => (one ? [{ id: id(i), title: one.title }] : []));
  if (groups.length < lines.length) return null;
  let part = lines.length;
  const items = read.flatMap((one, i) =>
    (one?.items ?? []).map((text) => ({ id: id(part++), text, groupId: groups[i]?.id ?? '' })),
  );
  return { groups, items };
}

/** The name of a group and its items as they are written, before and behind the first sign that divides them. */
function dividedOnce(words: string): readonly [title: string, items: string | undefined] {
  const at = /^(?:\\.|[^=\\])*=/.exec(words)?.[0].length;
  return at === undefined
    ? [words, undefined]
    : [divided(words.slice(0, at - 1), '=')[0] ?? '', words.slice(at).trim()];
}

const toLines = ({ groups, items }: GroupingBody): readonly PartLine[] =>
  groups.map((group) => {
    const own = items.filter(({ groupId }) => groupId === group.id).map(({ text }) => undivided(text, ';'));
    return partLine('group', `${undivided(group.title, '=')} = ${own.join('; ')}`);
  });

/** Grouping: each item in its group earns its part. */
export const grouping: Kind<GroupingBody, PlacedAnswer, ShownPlacing> = {
  ...placing(({ groups, items }: GroupingBody) => ({
    // Written group by group, their order would tell.
    rows: scrambled(items).map(({ id, text, groupId }) => ({ id, text, right: groupId })),
    places: groups.map(({ id, title }) => ({ id, text: title })),
  })),
  title: 'Grouping',
  body: object({
    groups: array()
      .of(
        object({
          id: string().max(40).required(),
          title: string().max(200, 'Keep the name of a group under 200 characters.').defined(),
        }).noUnknown(),
      )
      .max(mostGroups, `Give at most ${mostGroups} groups.`)
      .required(),
    items: array()
      .of(
        object({
          id: string().max(40).required(),
          text: string().max(500, 'Keep an item under 500 characters.').defined(),
          groupId: string().max(40).required(),
        }).noUnknown(),
      )
      .max(mostRows, `Give at most ${mostRows} items.`)
      .required(),
  }).noUnknown(),
  begin: (id) => {
    const groups = [0, 1].map((part) => ({ id: partId(id, part), title: '' }));
    const items = groups.map((group, i) => ({ id: partId(id, i + 2), text: '', groupId: group.id }));
    return { groups, items };
  },
  bodyText: ({ groups, items }) =>
    groups
      .map((group) => {
        const own = items.filter(({ groupId }) => groupId === group.id).map(({ text }) => text || 'without words');
        return `${group.title || 'without a name'}: ${own.join(', ')}`;
      })
      .join('\n'),
  lines: { read: fromLines, write: toLines },
  instruction: 'Each in its group earns its part.',
  minutes: 1.5,
  rules: [
    {
      id: 'question-grouping-short',
      level: 'settle',
      reason: 'With one group everything is in it.',
      remedy: 'Add a group.',
      check: ({ groups }, name) => groups.length < 2 && { sentence: `${name} has fewer than two groups.` },
    },
    {
      id: 'question-grouping-lost',
      level: 'settle',
      reason: 'An item whose group is not there can be placed nowhere.',
      remedy: 'Choose its group.',
      check: ({ groups, items }, name) =>
        (items.length === 0 || items.some((item) => !groups.some((group) => group.id === item.groupId))) && {
          sentence: `${name} has ${items.length === 0 ? 'nothing to put into groups' : 'an item that belongs to no group'}.`,
        },
    },
    {
      id: 'question-grouping-empty',
      level: 'settle',
      reason: 'What has no words cannot be put into a group on purpose.',
      remedy: 'Write it, or remove it.',
      check: ({ groups, items }, name) =>
        [...groups.map(({ title }) => title), ...items.map(({ text }) => text)].some(
          (words) => words.trim() === '',
        ) && {
          sentence: `${name} has a group or an item without words.`,
        },
    },
  ],
  examples: [
    { name: 'all in their groups', body: body('ab', 'c'), answer: answer('ab', 'c'), share: '1/1' },
    { name: 'one in another', body: body('ab', 'cd'), answer: answer('abc', 'd'), share: '3/4' },
    { name: 'everything in one group', body: body('a', 'bc'), answer: answer('abc'), share: '1/3' },
    { name: 'some left open', body: body('ab', 'cd'), answer: answer('a'), share: '1/4' },
    { name: 'all in the wrong one', body: body('a', 'b'), answer: answer('b', 'a'), share: '0/1' },
    { name: 'nothing placed', body: body('a', 'b'), answer: answer(), share: null },
  ],
};
