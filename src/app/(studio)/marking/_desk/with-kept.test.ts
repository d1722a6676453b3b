import { expect, test } from 'vitest';
import { withKept } from './with-kept';

type Mark = { readonly id: string; readonly points: number | null };
const typedOf = ({ points }: Mark) => ({ points: points === null ? '' : String(points) });
const mark = (id: string, points: number | null): Mark => ({ id, points });
const typed = (...marks: Mark[]) => Object.fromEntries(marks.map((one) => [one.id, typedOf(one)]));

const whenSent = typed(mark('a', 1), mark('b', null));
const sent = [mark('a', 1), mark('b', null)];
const merged = (now: typeof whenSent, kept: readonly Mark[]) =>
  withKept(now, whenSent, sent, kept, ({ id }) => id, typedOf);

test('where what comes back is what was sent, nothing is another object', () => {
  expect(merged(whenSent, sent)).toBe(whenSent);
});

test('what another has given meanwhile stands on the desk', () => {
  expect(merged(whenSent, [mark('a', 1), mark('b', 3)])).toEqual(typed(mark('a', 1), mark('b', 3)));
});

test('what was typed while it was on its way stays, beside what another has given', () => {
  const now = { ...whenSent, a: { points: '2' } };
  expect(merged(now, [mark('a', 5), mark('b', 3)])).toEqual({ a: { points: '2' }, b: { points: '3' } });
});

test('a part that is not on this desk is not put there', () => {
  expect(merged(whenSent, [...sent, mark('c', 4)])).toBe(whenSent);
});
