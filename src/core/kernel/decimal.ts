import { fail, ok, type Result } from './problem';

/**
 * What to say of a number that can be read in two ways: with three digits behind a single comma or point nobody can say
 * whether it divides thousands. Null where there is one way. `dividers`: what may divide thousands where the number
 * comes from; in a field of ours that is the comma only.
 */
export function twoWays(plain: string, dividers: ',' | ',.' = ','): string | null {
  const sign = /^[+-]?[1-9]\d{0,2}([.,])\d{3}$/.exec(plain)?.[1];
  if (sign === undefined || !dividers.includes(sign)) return null;
  const [together, apart] = [plain.replace(sign, ''), plain.replace(',', '.')];
  const name = sign === ',' ? 'comma' : 'point';
  return `"${plain}" can be read as ${together} and as ${apart}. Write it without the ${name}, or with another digit behind it.`;
}

/** A number as it is typed into a field: sign, digits, a point or a comma. Words, and numbers of other notations, are none. */
export function typedNumber(text: string): Result<number> {
  const plain = text.trim().replace('−', '-');
  if (!/^[+-]?(?:\d{1,15}(?:[.,]\d{0,15})?|[.,]\d{1,15})$/.test(plain))
    return fail('invalid', 'Write a number, in digits.');
  const sentence = twoWays(plain);
  return sentence ? fail('invalid', sentence) : ok(Number(plain.replace(',', '.')));
}
