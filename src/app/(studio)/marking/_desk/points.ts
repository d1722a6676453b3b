import { twoWays } from '@/core/kernel/decimal';
import { fail, ok, type Result } from '@/core/kernel/problem';

/** Points as a marker types them, in thousandths; null for none yet. */
export function pointsTyped(text: string, field: string): Result<number | null> {
  const plain = text.trim();
  if (plain === '') return ok(null);
  const sentence = twoWays(plain);
  if (sentence) return fail('invalid', sentence, field);
  return /^\d{1,6}([.,]\d{1,3})?$/.test(plain)
    ? ok(Math.round(Number(plain.replace(',', '.')) * 1000))
    : fail('invalid', 'Write the points as a number with at most three decimals.', field);
}
