import { below, within, wordsOf, type Xml } from './xml';

/** What is answered, as it is declared. */
export function declarationOf(item: Xml, identifier: string) {
  const own = within(item, 'response-declaration').find((one) => one.attributes.identifier === identifier);
  const values = (name: string) =>
    own ? [...below(own, name)].flatMap((one) => within(one, 'value').map((value) => wordsOf(value))) : [];
  const entries = own ? [...below(own, 'map-entry')] : [];
  return {
    baseType: own?.attributes['base-type'] ?? '',
    cardinality: own?.attributes.cardinality ?? '',
    correct: values('correct-response'),
    mapping: entries.map((one) => ({
      key: one.attributes['map-key'] ?? '',
      worth: Number(one.attributes['mapped-value'] ?? 0) || 0,
      caseSensitive: one.attributes['case-sensitive'] === 'true',
    })),
    areas: own
      ? [...below(own, 'area-map-entry')].map((one) => ({
          shape: one.attributes.shape ?? '',
          coords: (one.attributes.coords ?? '').split(',').map(Number),
          worth: Number(one.attributes['mapped-value'] ?? 0) || 0,
        }))
      : [],
  };
}
export type Declaration = ReturnType<typeof declarationOf>;
