import { fail, ok, type Result } from './problem';

/**
 * Patterns for whole texts, as XML Schema has them (part 2, appendix F): letters, `.`, classes in square brackets, `\d`
 * `\w` `\s` and `\p{…}`, groups, `|`, and how often with `?` `*` `+` `{2}` `{2,}` `{2,5}`. Nothing in them looks ahead
 * or back, so a text is read once, with all places it may have come to: no pattern takes for ever.
 */
export type Pattern = {
  /** Whether a text as a whole is one of those the pattern means. */
  matches(text: string): boolean;
  /** The same pattern written so that large and small letters are one, for readers that tell them apart. */
  readonly caseless: string;
};

export const mostPatternLetters = 200;
const mostTimes = 100;
const mostNested = 3;

/** A part of a class: a letter, a range, or a class by its name. */
type Part = { readonly from: string; readonly to: string } | { readonly named: string };
type Node =
  | { readonly is: 'letter'; readonly negated: boolean; readonly parts: readonly Part[]; readonly test: RegExp }
  | { readonly is: 'all'; readonly nodes: readonly Node[] }
  | { readonly is: 'any'; readonly nodes: readonly Node[] }
  | { readonly is: 'times'; readonly node: Node; readonly least: number; readonly most: number };

/** Carries a sentence out of the reading of a pattern. */
class Unread extends Error {}

const named: { readonly [letter: string]: string } = {
  d: '\\p{Nd}',
  D: '\\P{Nd}',
  w: '[^\\p{P}\\p{Z}\\p{C}]',
  W: '[\\p{P}\\p{Z}\\p{C}]',
  s: '[ \\t\\n\\r]',
  S: '[^ \\t\\n\\r]',
};
const signs: { readonly [letter: string]: string } = { n: '\n', r: '\r', t: '\t' };

/** Reads a pattern; a problem says in a sentence what of it cannot be one. */
export function readPattern(source: string, matchCase: boolean): Result<Pattern> {
  if (source.length > mostPatternLetters)
    return fail('invalid', `Keep a pattern under ${mostPatternLetters} characters.`);
  try {
    const root = reader(source.normalize('NFC'), matchCase);
    return ok({
      matches: (text) => {
        const letters = [...text.normalize('NFC')];
        const from = new Set([0]);
        return reached(root, letters, from).has(letters.length);
      },
      caseless: written(root, false),
    });
  } catch (error) {
    if (error instanceof Unread) return fail('invalid', error.message);
    throw error;
  }
}

/** Where a text may have come to, from some places, by a part of a pattern. */
function reached(node: Node, letters: readonly string[], from: ReadonlySet<number>): Set<number> {
  switch (node.is) {
    case 'letter':
      return new Set(
        [...from].flatMap((at) => {
          const letter = letters[at];
          return letter !== undefined && node.test.test(letter) ? [at + 1] : [];
        }),
      );
    case 'all':
      return node.nodes.reduce((at, one) => reached(one, letters, at), new Set(from));
    case 'any':
      return new Set(node.nodes.flatMap((one) => [...reached(one, letters, from)]));
    case 'times': {
      let at = new Set(from);
      for (let i = 0; i < node.least && at.size > 0; i += 1) {
        const after = reached(node.node, letters, at);
        // Once another time leads nowhere else, no further one does.
        if (after.size === at.size && [...after].every((place) => at.has(place))) break;
        at = after;
      }
      const found = new Set(at);
      for (let i = node.least; i < node.most && at.size > 0; i += 1) {
        at = new Set([...reached(node.node, letters, at)].filter((place) => !found.has(place)));
        for (const place of at) found.add(place);
      }
      return found;
    }
  }
}

const isTimes = (sign: string | undefined) => sign === '?' || sign === '*' || sign === '+' || sign === '{';

function reader(source: string, matchCase: boolean): Node {
  const letters = [...source];
  let at = 0;
  const next = () => letters[at];
  const take = () => letters[at++];
  const flags = matchCase ? 'u' : 'iu';
  const one = (parts: readonly Part[], negated = false): Node => {
    try {
      return { is: 'letter', negated, parts, test: new RegExp(`^${classText(parts, negated)}$`, flags) };
    } catch {
      throw new Unread(`The class ${classText(parts, negated)} is none.`);
    }
  };
  const wholeNumber = (): number => {
    let digits = '';
    while (/[0-9]/.test(next() ?? '')) digits += take();
    return digits === '' ? Number.NaN : Number(digits);
  };
  /** What a letter behind a backslash means. */
  const escaped = (): Part => {
    const letter = take();
    if (letter === undefined) throw new Unread('A pattern cannot end with a backslash.');
    if (letter in named) return { named: named[letter] as string };
    if (letter === 'p' || letter === 'P') {
      const close = letters.indexOf('}', at);
      if (next() !== '{' || close < 0) throw new Unread(`Behind \\${letter} stands a class in braces, as in \\p{L}.`);
      const name = letters.slice(at, close + 1).join('');
      at = close + 1;
      return { named: `\\${letter}${name}` };
    }
    const sign = signs[letter] ?? letter;
    if (/[\p{L}\p{N}]/u.test(letter) && sign === letter) throw new Unread(`\\${letter} says nothing in a pattern.`);
    return { from: sign, to: sign };
  };
  const classAt = (): Node => {
    const negated = next() === '^';
    if (negated) at += 1;
    const parts: Part[] = [];
    for (;;) {
      const letter = take();
      if (letter === undefined) throw new Unread('A square bracket that opens is never closed.');
      if (letter === ']' && parts.length > 0) return one(parts, negated);
      if (letter === '[' || letter === ']') throw new Unread(`Write \\${letter} for a bracket within brackets.`);
      const part: Part = letter === '\\' ? escaped() : { from: letter, to: letter };
      const isRange = 'from' in part && next() === '-' && letters[at + 1] !== undefined && letters[at + 1] !== ']';
      if (!isRange) {
        parts.push(part);
        continue;
      }
      at += 1;
      const end = take();
      const to = end === '\\' ? escaped() : { from: end ?? '', to: end ?? '' };
      if (!('to' in to) || (to.to.codePointAt(0) ?? 0) < (part.from.codePointAt(0) ?? 0))
        throw new Unread(`The range from ${part.from} goes the wrong way.`);
      parts.push({ from: part.from, to: to.to });
    }
  };
  const atom = (depth: number): Node => {
    const letter = take();
    switch (letter) {
      case '(': {
        const inside = either(depth);
        if (take() !== ')') throw new Unread('A round bracket that opens is never closed.');
        return inside;
      }
      case '[':
        return classAt();
      case '.':
        return one([{ named: '[^\\n\\r]' }]);
      case '\\':
        return one([escaped()]);
      case '?':
      case '*':
      case '+':
      case '{':
        throw new Unread(`Before ${letter} nothing stands that could come so often. Write \\${letter} for the sign.`);
      case ']':
      case '}':
        throw new Unread(`Write \\${letter} for the sign: no bracket is open.`);
      default:
        return one([{ from: letter ?? '', to: letter ?? '' }]);
    }
  };
  const often = (node: Node, least: number, most: number, depth: number): Node => {
    if (depth >= mostNested)
      throw new Unread(`What comes several times stands within itself more than ${mostNested} times.`);
    return { is: 'times', node, least, most };
  };
  const timesOf = (node: Node): Node => {
    const sign = next();
    const depth = nestedIn(node);
    if (!isTimes(sign)) return node;
    at += 1;
    if (sign !== '{') return often(node, sign === '+' ? 1 : 0, sign === '?' ? 1 : Number.POSITIVE_INFINITY, depth);
    const least = wholeNumber();
    let most = least;
    if (next() === ',') {
      at += 1;
      most = next() === '}' ? Number.POSITIVE_INFINITY : wholeNumber();
    }
    if (take() !== '}' || Number.isNaN(least) || Number.isNaN(most) || most < least)
      throw new Unread('How often is written as {2}, {2,} or {2,5}.');
    if (least > mostTimes || (Number.isFinite(most) && most > mostTimes))
      throw new Unread(`How often is at most ${mostTimes} times.`);
    return often(node, least, most, depth);
  };
  const sequence = (depth: number): Node => {
    const nodes: Node[] = [];
    while (next() !== undefined && next() !== '|' && next() !== ')') {
      let node = timesOf(atom(depth));
      while (isTimes(next())) node = timesOf(node);
      nodes.push(node);
    }
    return { is: 'all', nodes };
  };
  const either = (depth: number): Node => {
    const nodes = [sequence(depth + 1)];
    while (next() === '|') {
      at += 1;
      nodes.push(sequence(depth + 1));
    }
    return nodes.length === 1 ? (nodes[0] as Node) : { is: 'any', nodes };
  };
  const root = either(0);
  if (at < letters.length) throw new Unread('A round bracket closes that was never opened.');
  return root;
}

/** How deep in a part of a pattern things that come several times stand within each other. */
function nestedIn(node: Node): number {
  if (node.is === 'letter') return 0;
  if (node.is === 'times') return nestedIn(node.node) + 1;
  return Math.max(0, ...node.nodes.map(nestedIn));
}

const plainLetter = (letter: string) => letter.replace(/[\\\]^[\-.*+?{}()|$/]/g, '\\$&');

/** A class as the language has it that tests a single letter. */
function classText(parts: readonly Part[], negated: boolean): string {
  const [only] = parts;
  if (parts.length === 1 && only && 'named' in only && !negated) return only.named;
  const tests = parts.map((part) =>
    'named' in part
      ? part.named
      : `[${plainLetter(part.from)}${part.to === part.from ? '' : `-${plainLetter(part.to)}`}]`,
  );
  return negated ? `(?!${tests.join('|')})[^]` : `(?:${tests.join('|')})`;
}

/** A part of a pattern as it is written; with both forms of each letter where case is not told apart. */
function written(node: Node, isWithin: boolean): string {
  switch (node.is) {
    case 'letter': {
      const parts = node.parts.flatMap((part): readonly string[] => {
        if ('named' in part) return [shortName(part.named)];
        const forms = new Set([part, bothOf(part, 'toLowerCase'), bothOf(part, 'toUpperCase')].map(rangeText));
        return [...forms];
      });
      const isPlain = parts.length === 1 && !node.negated;
      return isPlain ? (parts[0] ?? '') : `[${node.negated ? '^' : ''}${parts.join('')}]`;
    }
    case 'all': {
      const text = node.nodes.map((one) => written(one, true)).join('');
      return isWithin ? `(${text})` : text;
    }
    case 'any':
      return `(${node.nodes.map((one) => written(one, false)).join('|')})`;
    case 'times':
      return `${written(node.node, true)}${timesText(node)}`;
  }
}
const rangeText = ({ from, to }: { from: string; to: string }) =>
  from === to ? plainLetter(from) : `${plainLetter(from)}-${plainLetter(to)}`;
/** A range in another case, where that is one as well. */
function bothOf(part: { from: string; to: string }, turn: 'toLowerCase' | 'toUpperCase') {
  const [from, to] = [part.from[turn](), part.to[turn]()];
  const isOne = [...from].length === 1 && [...to].length === 1;
  return isOne && (to.codePointAt(0) ?? 0) >= (from.codePointAt(0) ?? 0) ? { from, to } : part;
}
const shortName = (text: string) => {
  const letter = Object.entries(named).find(([, long]) => long === text)?.[0];
  if (letter) return `\\${letter}`;
  return text === '[^\\n\\r]' ? '.' : text;
};
function timesText({ least, most }: { readonly least: number; readonly most: number }): string {
  if (least === 0 && most === 1) return '?';
  const unbounded = ['*', '+'][least] ?? `{${least},}`;
  if (!Number.isFinite(most)) return unbounded;
  return least === most ? `{${least}}` : `{${least},${most}}`;
}
