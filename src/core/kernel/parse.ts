import { ValidationError } from 'yup';
import { fail, ok, type Result } from './problem';

const shapeless = 'What was sent does not have the shape this needs. Nothing was changed.';

type Reads<T> = { validateSync(value: unknown, options: { strict: boolean }): T };

/**
 * Unknown input as what a schema says it is, strictly: nothing is converted. The first thing that is wrong
 * becomes the problem, with its field; sentences of our own are told as they are, what the schema library
 * says of types is not for people and becomes `otherwise`.
 */
export function parsed<T>(schema: Reads<T>, raw: unknown, otherwise = shapeless): Result<T> {
  // The library takes a missing object for an optional one.
  if (raw === undefined) return fail('invalid', otherwise);
  try {
    return ok(schema.validateSync(raw, { strict: true }));
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const sentence = error.errors[0] ?? '';
    return fail('invalid', /^[A-Z].* .*[.]$/.test(sentence) ? sentence : otherwise, error.path || undefined);
  }
}
