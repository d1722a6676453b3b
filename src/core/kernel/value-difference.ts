import { same } from './change';

/**
 * One place where two JSON values differ: the path to it, what was there and what is there now. With
 * `from` it is a piece of a list or of a text that begins there; without it the whole value, and what is
 * missing from the difference was or is a field that is not there.
 */
export type ValueDifference = {
  readonly path: readonly (string | number)[];
  readonly from?: number;
  readonly was?: unknown;
  readonly is?: unknown;
};
type Path = ValueDifference['path'];
type Fields = { readonly [field: string]: unknown };

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
/** Whether a cut before this unit would part the two halves of one character (Unicode 3.9, D75). */
const cutsPair = (text: string, at: number) =>
  at > 0 && at < text.length && /[\uD800-\uDBFF][\uDC00-\uDFFF]/.test(text.slice(at - 1, at + 1));

/** How many of `a` and `b` are alike from the front, and from the back of what is left. */
function ends(lengthA: number, lengthB: number, alike: (a: number, b: number) => boolean): readonly [number, number] {
  const most = Math.min(lengthA, lengthB);
  let front = 0;
  while (front < most && alike(front, front)) front += 1;
  let back = 0;
  while (back < most - front && alike(lengthA - 1 - back, lengthB - 1 - back)) back += 1;
  return [front, back];
}

/**
 * The differences from one JSON value to another. Small where the change is small: of a list or a text
 * only the piece between the ends that are alike; of lists whose pieces are equally long, the differences
 * within each entry. `differ` turned on them gives either value from the other.
 */
export function differencesBetween(was: unknown, is: unknown, path: Path = []): ValueDifference[] {
  if (same(was, is)) return [];
  if (typeof was === 'string' && typeof is === 'string') {
    let [front, back] = ends(was.length, is.length, (a, b) => was[a] === is[b]);
    if (cutsPair(was, front) || cutsPair(is, front)) front -= 1;
    if (cutsPair(was, was.length - back) || cutsPair(is, is.length - back)) back -= 1;
    return [{ path, from: front, was: was.slice(front, was.length - back), is: is.slice(front, is.length - back) }];
  }
  if (Array.isArray(was) && Array.isArray(is)) {
    const [front, back] = ends(was.length, is.length, (a, b) => same(was[a], is[b]));
    if (was.length === is.length)
      return was
        .slice(front, was.length - back)
        .flatMap((one, i) => differencesBetween(one, is[front + i], [...path, front + i]));
    return [{ path, from: front, was: was.slice(front, was.length - back), is: is.slice(front, is.length - back) }];
  }
  if (isFields(was) && isFields(is))
    return [...new Set([...Object.keys(was), ...Object.keys(is)])].flatMap((field) =>
      differencesBetween(was[field], is[field], [...path, field]),
    );
  return [{ path, was, is }];
}

/** A value with differences made, or with `back` taken back. Null when the value is not what they were found on. */
export function differ(value: unknown, differences: readonly ValueDifference[], back = false): unknown {
  try {
    return differences.reduce((so, one) => put(so, one, 0, back), value);
  } catch (error) {
    if (error instanceof NotItsValue) return null;
    throw error;
  }
}

class NotItsValue extends Error {}

function put(value: unknown, difference: ValueDifference, depth: number, back: boolean): unknown {
  const { path, from } = difference;
  const key = path[depth];
  if (key !== undefined) {
    if (Array.isArray(value) && typeof key === 'number')
      return value.map((one, i) => (i === key ? put(one, difference, depth + 1, back) : one));
    if (isFields(value)) {
      const { [key]: there, ...others } = value;
      const wanted = put(there, difference, depth + 1, back);
      return wanted === undefined ? others : { ...others, [key]: wanted };
    }
    throw new NotItsValue();
  }
  const [there, wanted] = back ? [difference.is, difference.was] : [difference.was, difference.is];
  if (from === undefined) {
    if (!same(value, there)) throw new NotItsValue();
    return wanted;
  }
  if (typeof value === 'string' && typeof there === 'string' && value.startsWith(there, from))
    return value.slice(0, from) + String(wanted) + value.slice(from + there.length);
  if (Array.isArray(value) && Array.isArray(there) && same(value.slice(from, from + there.length), there))
    return [...value.slice(0, from), ...(wanted as readonly unknown[]), ...value.slice(from + there.length)];
  throw new NotItsValue();
}
