import { divide, multiply, parseDecimal, type Rational, rational } from '../../../kernel/exact';

/** How a quiz writes its numbers: what stands before the decimals. */
export type DecimalSign = 'point' | 'comma';

export type ReadNumber =
  | { readonly ok: true; readonly value: Rational }
  /** `ambiguous`: it could be a thousand or a fraction; the hint says how to write it. */
  | { readonly ok: false; readonly why: 'not-a-number' | 'other-unit' | 'ambiguous'; readonly hint: string };

const mostLetters = 60;

/** Digits of other scripts as those of ASCII (Unicode general category Nd: ten in a row, beginning with nought). */
const plainDigits = (text: string): string =>
  text.replace(/\p{Nd}/gu, (digit) => {
    const at = digit.codePointAt(0) ?? 0;
    let zero = at;
    while (zero > at - 9 && /\p{Nd}/u.test(String.fromCodePoint(zero - 1))) zero -= 1;
    return String(at - zero);
  });

const minus = /^[-\u2010-\u2015\u2212\ufe58\ufe63\uff0d]\s*/;
const plainUnit = (unit: string) => unit.normalize('NFKC').replace(/\s+/g, '').replace(/[·⋅*]/g, '·');

/**
 * A number as people write it (see docs/numbers.md): with its unit or without, a percent sign, any dash for minus,
 * digits of any script, spaces or apostrophes between thousands, a comma or a point. Where a comma or point with
 * three digits behind it could mean either, the quiz's own sign decides if it can; otherwise nobody guesses.
 * Units are compared as written: mW is not MW. The value is exact; a percentage of a quantity without a unit is
 * its hundredth.
 */
export function readNumber(raw: string, unit: string, sign: DecimalSign): ReadNumber {
  const no = (why: 'not-a-number' | 'other-unit' | 'ambiguous', hint: string): ReadNumber => ({ ok: false, why, hint });
  if (raw.length > mostLetters) return no('not-a-number', 'Write a number, for example 0.45.');
  let text = plainDigits(raw.normalize('NFKC').trim()).replace(/[٫]/g, ',').replace(/[٬]/g, "'").replace(/[٪]/g, '%');
  let negative = false;
  if (minus.test(text)) {
    negative = true;
    text = text.replace(minus, '');
  } else text = text.replace(/^\+\s*/, '');
  const match =
    /^(\d[\d.,'’\s\u00a0\u2009\u202f]*|[.,]\d+)(?:(?:\s*[x×·*]\s*10\s*\^?\s*|e)([+\-−]?\d{1,2}))?\s*(.*)$/i.exec(text);
  if (!match) return no('not-a-number', 'Write a number, for example 0.45.');
  const [, digits = '', power, rest = ''] = match;
  const decimal = decimalOf(digits.replace(/[\s\u00a0\u2009\u202f'’]/g, ''), sign);
  if (typeof decimal !== 'string') return no(decimal.why, decimal.hint);
  const value = parseDecimal(`${decimal}${power ? `e${power.replace('−', '-')}` : ''}`);
  if (!value) return no('not-a-number', 'Write a number, for example 0.45.');
  const signed = negative ? { n: -value.n, d: value.d } : value;
  const own = plainUnit(rest);
  if (own === '' || own === plainUnit(unit)) return { ok: true, value: signed };
  if (own === '%' && unit.trim() === '') return { ok: true, value: divide(signed, rational(100)) };
  return no(
    'other-unit',
    unit.trim() === '' ? 'Write the number alone, without a unit.' : `Write the number in ${unit.trim()}.`,
  );
}

type Fault = { readonly why: 'not-a-number' | 'ambiguous'; readonly hint: string };

/** Digits with commas and points as a decimal with a point, or why that cannot be said. */
function decimalOf(digits: string, sign: DecimalSign): string | Fault {
  const marks = digits.match(/[.,]/g) ?? [];
  if (marks.length === 0) return digits;
  const kinds = new Set(marks);
  const last = digits.search(/[.,](?!.*[.,])/);
  const [before, after] = [digits.slice(0, last), digits.slice(last + 1)];
  const grouped = (part: string) => /^\d{1,3}([.,]\d{3})*$/.test(part);
  // Two signs: the last one stands before the decimals, the others between thousands.
  if (kinds.size === 2)
    return grouped(before) && new Set(before.match(/[.,]/g)).size === 1
      ? `${before.replace(/[.,]/g, '')}.${after}`
      : notOne;
  // One sign several times stands between thousands.
  if (marks.length > 1) return grouped(digits) ? digits.replace(/[.,]/g, '') : notOne;
  const isOwn = (marks[0] === '.') === (sign === 'point');
  // 1,250 where decimals are written with a point: a thousand, or somebody's comma.
  if (!isOwn && after.length === 3 && /^[1-9]\d{0,2}$/.test(before))
    return {
      why: 'ambiguous',
      hint: `Is ${digits} one number or the other? Write ${before}${after}, or ${before}${sign === 'point' ? '.' : ','}${after}.`,
    };
  return `${before}.${after}`;
}
const notOne: Fault = { why: 'not-a-number', hint: 'Write a number, for example 0.45.' };

/**
 * A tolerance as its creator writes it: in the unit of the value, or with a percent sign of the value itself. Exact;
 * null when it is none.
 */
export function readTolerance(text: string, value: Rational, sign: DecimalSign): Rational | null {
  const plain = text.trim();
  if (plain === '') return rational(0);
  const isShare = /[%٪]\s*$/.test(plain);
  const read = readNumber(plain.replace(/[%٪]\s*$/, ''), '', sign);
  if (!read.ok) return null;
  const size = read.value.n < 0n ? { n: -read.value.n, d: read.value.d } : read.value;
  return isShare ? multiply({ n: value.n < 0n ? -value.n : value.n, d: value.d }, divide(size, rational(100))) : size;
}
