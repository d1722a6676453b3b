import { expect, test } from 'vitest';
import { number, object, string } from 'yup';
import { parsed } from './parse';

const schema = object({ name: string().required('Give a name.'), size: number().min(1) }).noUnknown();
const shapeless = expect.stringMatching(/does not have the shape/);

test.each<[string, unknown, unknown, unknown]>([
  ['what it says', { name: 'A', size: 2 }, undefined, undefined],
  ['a sentence of our own', { name: '' }, 'Give a name.', 'name'],
  ['a sentence of the library', { name: 'A', size: 0 }, shapeless, 'size'],
  ['a number as text', { name: 'A', size: '2' }, shapeless, 'size'],
  ['more than was asked for', { name: 'A', more: 1 }, shapeless, undefined],
  ['nothing', undefined, shapeless, undefined],
  ['null', null, shapeless, undefined],
  ['a list', [1], shapeless, undefined],
])('%s', (_name, raw, sentence, field) => {
  const result = parsed(schema, raw);
  if (sentence === undefined) expect(result).toEqual({ ok: true, value: raw });
  else expect(result).toEqual({ ok: false, problem: { code: 'invalid', sentence, ...(field ? { field } : {}) } });
});
