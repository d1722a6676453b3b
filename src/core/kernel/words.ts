import { numberText } from './locale';
/** Names in a sentence: `a`, `a and b`, `a, b and c`. */
export const listText = (names: readonly string[]): string =>
  names.length <= 1 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

const endings: { readonly [rule in Intl.LDMLPluralRule]?: string } = { one: 'st', two: 'nd', few: 'rd' };

/** A place in an order: `1st`, `2nd`, `11th`. */
export const ordinal = (place: number): string =>
  `${place}${endings[new Intl.PluralRules('en', { type: 'ordinal' }).select(place)] ?? 'th'}`;

/** Some sentences, or the one that stands for there being none. */
export const orElse = (sentences: readonly string[], otherwise: string): readonly string[] =>
  sentences.length > 0 ? sentences : [otherwise];

/** A number with its noun: `1 lesson`, `3 lessons`. */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${numberText(count)} ${count === 1 ? one : many}`;
