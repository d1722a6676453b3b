import { object, string } from 'yup';
import { absolute, compare, rational, rationalText, subtract, zero } from '../../../kernel/exact';
import { ok } from '../../../kernel/problem';
import { haveOnly, partLine } from '../as-lines';
import { keyOf } from '../key';
import type { Kind } from '../kind';
import { isTyped, type TypedAnswer, typedSchema } from '../typed';
import { readNumber, readTolerance } from './read';

export type NumberBody = {
  /** As written, so that `0.1` stays exactly a tenth. */
  readonly value: string;
  /** How far off an answer may be, in the same unit; a trailing % takes it of the value. */
  readonly tolerance: string;
  readonly unit: string;
};

/** Whether a number can be read with one sign for decimals or the other; with which, is for the quiz to say. */
const readable = (text: string) => {
  const unit = text.replace(/^[^\p{L}%°]*/u, '');
  return readNumber(text, unit, 'point').ok || readNumber(text, unit, 'comma').ok;
};
const decimalText = (sentence: string) =>
  string()
    .max(40, sentence)
    .defined()
    .test('number', sentence, (text) => text.trim() === '' || readable(text));

/** A number with its tolerance and unit from one line, `0.55 ± 0.02 m/s`; null when it is none. */
function fromWords(words: string, isSaid: boolean): NumberBody | null {
  const found =
    /^([^±]*?\d(?:[\d.,'’\s]*\d)?(?:e[+-]?\d{1,2}|\s*[x×·]\s*10\s*\^?\s*[+-]?\d{1,2})?|)\s*(?:(?:±|\+\/?-)\s*([\d.,]+\s*%?)\s*)?([\p{L}°%µΩ][^\s±]{0,19})?$/iu.exec(
      words.trim(),
    );
  if (!found) return null;
  const [, value = '', tolerance = '', unit = ''] = found;
  const isRead = readNumber(value, unit, 'point').ok || readNumber(value, unit, 'comma').ok;
  return isRead || (isSaid && value === '') ? { value, tolerance: tolerance.trim(), unit } : null;
}

/**
 * A number: all of the points when it is within the tolerance, edges included. Answer and right answer are read by one
 * function.
 */
export const number: Kind<NumberBody, TypedAnswer, Pick<NumberBody, 'unit'>> = {
  title: 'Number',
  body: object({
    value: decimalText('Write a number, for example 0.45.'),
    tolerance: decimalText('Write a number or a percentage, for example 0.02 or 5 %.'),
    unit: string().max(20, 'Keep the unit under 20 characters.').defined(),
  }).noUnknown(),
  answer: typedSchema,
  begin: () => ({ value: '', tolerance: '', unit: '' }),
  shown: ({ unit }) => ({ unit }),
  isGiven: isTyped,
  fits: () => ok(null),
  share: ({ value, tolerance, unit }, { typed }, decimals) => {
    const [given, right] = [readNumber(typed, unit, decimals), readNumber(value, unit, decimals)];
    if (!given.ok || !right.ok) return zero;
    const off = readTolerance(tolerance, right.value, decimals) ?? zero;
    return compare(absolute(subtract(given.value, right.value)), off) <= 0 ? rational(1) : zero;
  },
  // Numbers go by their value, and what is none by its letters.
  key: ({ unit }, { typed }, decimals) => {
    const read = readNumber(typed, unit, decimals);
    return read.ok ? rationalText(read.value) : keyOf([typed.trim()]);
  },
  answerText: ({ unit }, { typed }) => `${typed.trim()} ${unit}`.trim(),
  rightText: ({ value, unit }) => `${value.trim()} ${unit}`.trim(),
  bodyText: ({ value, tolerance, unit }) =>
    [value || 'no right answer', tolerance && `± ${tolerance}`, unit].filter(Boolean).join(' '),
  lines: {
    read: (lines) => {
      if (!haveOnly(lines, 'number', 'answer') || lines.length !== 1) return null;
      return fromWords(lines[0]?.words ?? '', lines[0]?.mark === 'number');
    },
    write: (own) => [
      partLine('number', [own.value, own.tolerance && `± ${own.tolerance}`, own.unit].filter(Boolean).join(' ')),
    ],
  },
  minutes: 1.5,
  rules: [
    {
      id: 'question-value',
      level: 'settle',
      reason: 'Without a right answer every answer is wrong.',
      remedy: 'Give the right number.',
      check: ({ value }, name) => value.trim() === '' && { sentence: `${name} has no right answer.` },
    },
  ],
  examples: [
    { name: 'exact', body: { value: '0.1', tolerance: '', unit: '' }, answer: { typed: '0,1' }, share: '1/1' },
    {
      name: 'on the edge of a tolerance',
      body: { value: '0.3', tolerance: '0.1', unit: 'm' },
      answer: { typed: '0.2 m' },
      share: '1/1',
    },
    {
      name: 'just outside',
      body: { value: '0.3', tolerance: '0.1', unit: '' },
      answer: { typed: '0.1999' },
      share: '0/1',
    },
    { name: 'percent', body: { value: '-200', tolerance: '5%', unit: '' }, answer: { typed: '-210' }, share: '1/1' },
    { name: 'not a number', body: { value: '4', tolerance: '', unit: '' }, answer: { typed: 'four' }, share: '0/1' },
    { name: 'blank', body: { value: '4', tolerance: '', unit: '' }, answer: { typed: '  ' }, share: null },
  ],
};
