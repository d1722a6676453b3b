/**
 * Exact arithmetic for marks and grades. A `Rational` is a fraction of two big integers in lowest
 * terms with a positive denominator. Nothing is rounded until `roundHalfUp` or `toFixed` is asked
 * to, so that a grade does not depend on the order in which its parts were added.
 */
export type Rational = { readonly n: bigint; readonly d: bigint };

const gcd = (a: bigint, b: bigint): bigint => {
  let [x, y] = [a < 0n ? -a : a, b < 0n ? -b : b];
  while (y) [x, y] = [y, x % y];
  return x;
};

/** The fraction `n / d` in lowest terms. Throws a RangeError when `d` is 0. */
export function rational(n: bigint | number, d: bigint | number = 1n): Rational {
  const [bn, bd] = [BigInt(n), BigInt(d)];
  if (bd === 0n) throw new RangeError('A fraction cannot have 0 below the line.');
  const sign = bd < 0n ? -1n : 1n;
  const g = gcd(bn, bd) || 1n;
  return { n: (sign * bn) / g, d: (sign * bd) / g };
}

/** A fraction as text, `2/3`, and back. Throws a SyntaxError for anything else. */
export const rationalText = ({ n, d }: Rational): string => `${n}/${d}`;
/** A number as it was written down by `rationalText`, one whole number by another: `1/3`. Throws for anything else. */
export function rationalFrom(text: string): Rational {
  const [n = '', d = ''] = text.split('/');
  return rational(BigInt(n), BigInt(d));
}

export const zero = rational(0);
export const one = rational(1);

/** The sum of two numbers, exactly. */
export const add = (a: Rational, b: Rational) => rational(a.n * b.d + b.n * a.d, a.d * b.d);
/** The difference of two numbers, exactly. */
export const subtract = (a: Rational, b: Rational) => rational(a.n * b.d - b.n * a.d, a.d * b.d);
/** The product of two numbers, exactly. */
export const multiply = (a: Rational, b: Rational) => rational(a.n * b.n, a.d * b.d);
/** One number by another, exactly; the other is not 0. */
export const divide = (a: Rational, b: Rational) => rational(a.n * b.d, a.d * b.n);
/** Which of two numbers comes first by size: below 0 where the first is the smaller, 0 for equals. */
export const compare = (a: Rational, b: Rational): number => inOrder(a.n * b.d, b.n * a.d);

/** Below 0 where the first comes first, above it where the second does, 0 for equals. */
export const inOrder = <T extends string | number | bigint>(a: T, b: T): number => Number(a > b) - Number(a < b);

/** The sum of any number of numbers; nothing for none. */
export const sum = (parts: readonly Rational[]) => parts.reduce(add, zero);
/** A number without its sign. */
export const absolute = (a: Rational): Rational => (a.n < 0n ? { n: -a.n, d: a.d } : a);

/** The nearest integer; a half goes away from zero. This is the one rounding rule of Mosaik. */
export function roundHalfUp(a: Rational): bigint {
  const { n, d } = absolute(a);
  const rounded = (2n * n + d) / (2n * d);
  return a.n < 0n ? -rounded : rounded;
}

/** A decimal with `digits` places after the point, rounded half away from zero: `"70.4"`. */
export function toFixed(a: Rational, digits: number): string {
  const scaled = roundHalfUp(multiply(a, rational(10n ** BigInt(digits))));
  const sign = scaled < 0n ? '-' : '';
  const text = (scaled < 0n ? -scaled : scaled).toString().padStart(digits + 1, '0');
  return digits === 0 ? sign + text : `${sign}${text.slice(0, -digits)}.${text.slice(-digits)}`;
}

/** As `toFixed`, without zeros that say nothing: `"4"`, `"4.5"`. */
export const toShort = (a: Rational, digits = 3) =>
  digits === 0 ? toFixed(a, 0) : toFixed(a, digits).replace(/\.?0+$/, '');

/**
 * Reads a decimal as people write it: sign, digits, one point or comma, an optional power of ten
 * (`-0,45`, `1.2e3`). Returns null for anything else, also for more than 40 characters.
 */
export function parseDecimal(text: string): Rational | null {
  const match = /^([+\-−]?)(\d*)(?:[.,](\d*))?(?:e([+-]?\d{1,2}))?$/i.exec(text.trim().replace(/\s/g, ''));
  if (!match || text.length > 40) return null;
  const [, sign = '', whole = '', part = '', power = '0'] = match;
  if (whole === '' && part === '') return null;
  const digits = rational(BigInt(`${whole}${part}`), 10n ** BigInt(part.length));
  const exponent = Number(power);
  const scale = 10n ** BigInt(Math.abs(exponent));
  const value = exponent < 0 ? divide(digits, rational(scale)) : multiply(digits, rational(scale));
  return sign === '' || sign === '+' ? value : { n: -value.n, d: value.d };
}

/** Points are kept as whole thousandths; as a fraction they can be reckoned with. */
export const thousandths = (points: number) => rational(BigInt(points), 1000n);
/** A number in whole thousandths, as points are kept; half a thousandth goes up. */
export const toThousandths = (a: Rational) => Number(roundHalfUp(multiply(a, rational(1000))));
/** Thousandths as people read them: 2500 is `"2.5"`. */
export const pointsText = (points: number) => toShort(thousandths(points));

/** `"2.5 points"`. */
export const pointsInWords = (points: number) => `${pointsText(points)} ${points === 1000 ? 'point' : 'points'}`;
