import type { Xml } from './xml';
import { readXml } from './xml-read';

/** A document as a tree; throws on one that is none. */
export function parsedXml(text: string): Xml {
  const read = readXml(text);
  if (!read.ok) throw new Error(read.problem.sentence);
  return read.value;
}

/**
 * A small processor of items, written from the text of the standard alone (QTI 3.0: response processing, mapResponse,
 * mapResponsePoint): it knows nothing of our questions. Responses are values, or lists of them, by identifier.
 */
export type Responses = { readonly [identifier: string]: string | readonly string[] | undefined };

const kids = (xml: Xml, name?: string) =>
  xml.children.filter((child): child is Xml => typeof child !== 'string' && (!name || child.name === name));
const words = (xml: Xml | undefined): string => (xml?.children ?? []).filter((one) => typeof one === 'string').join('');

type Value = number | boolean | string | readonly string[] | null;

export function scoreOf(item: Xml, responses: Responses): number {
  const outcomes = new Map<string, Value>();
  for (const one of kids(item, 'qti-outcome-declaration')) {
    const [own] = kids(one, 'qti-default-value');
    const text = own && words(kids(own, 'qti-value')[0]);
    outcomes.set(
      one.attributes.identifier ?? '',
      text === undefined ? null : numberOr(text, one.attributes['base-type']),
    );
  }
  const declared = (id: string) =>
    kids(item, 'qti-response-declaration').find((one) => one.attributes.identifier === id);
  const given = (id: string): Value => {
    const own = responses[id];
    if (own === undefined || own === '' || (Array.isArray(own) && own.length === 0)) return null;
    return typeof own === 'string' ? numberOr(own, declared(id)?.attributes['base-type']) : own;
  };
  const variable = (id: string): Value => (declared(id) ? given(id) : (outcomes.get(id) ?? null));
  const correct = (id: string): Value => {
    const own = declared(id);
    const values = own
      ? kids(own, 'qti-correct-response')
          .flatMap((one) => kids(one, 'qti-value'))
          .map(words)
      : [];
    const single = own?.attributes.cardinality === 'single';
    return single ? numberOr(values[0] ?? '', own?.attributes['base-type']) : values;
  };
  const bounded = (sum: number, { attributes }: Xml) => {
    const low = attributes['lower-bound'];
    const high = attributes['upper-bound'];
    return Math.min(
      high === undefined ? Infinity : Number(high),
      Math.max(low === undefined ? -Infinity : Number(low), sum),
    );
  };
  const listed = (value: Value): readonly string[] => {
    if (value === null) return [];
    return Array.isArray(value) ? value : [String(value)];
  };
  const mapResponse = (id: string): number => {
    const own = declared(id);
    const map = own && kids(own, 'qti-mapping')[0];
    if (!map) return 0;
    const entries = kids(map, 'qti-map-entry');
    const find = (value: string) =>
      entries.find(({ attributes }) => {
        const key = attributes['map-key'] ?? '';
        return attributes['case-sensitive'] === 'false' ? key.toLowerCase() === value.toLowerCase() : key === value;
      });
    // Each value of a container is mapped once.
    const sum = [...new Set(listed(given(id)))].reduce(
      (total, value) => total + Number(find(value)?.attributes['mapped-value'] ?? map.attributes['default-value'] ?? 0),
      0,
    );
    return bounded(sum, map);
  };
  const inside = ({ attributes }: Xml, x: number, y: number): boolean => {
    const [a = 0, b = 0, c = 0, d = 0] = (attributes.coords ?? '').split(',').map(Number);
    if (attributes.shape === 'rect') return x >= a && x <= c && y >= b && y <= d;
    return ((x - a) / c) ** 2 + ((y - b) / d) ** 2 <= 1 + 1e-12;
  };
  const mapPoint = (id: string): number => {
    const own = declared(id);
    const map = own && kids(own, 'qti-area-mapping')[0];
    if (!map) return 0;
    const areas = new Set<Xml>();
    let sum = 0;
    for (const point of listed(given(id))) {
      const [x = 0, y = 0] = point.split(' ').map(Number);
      const holding = kids(map, 'qti-area-map-entry').filter((area) => inside(area, x, y));
      // An area is mapped at most once.
      for (const area of holding) {
        if (!areas.has(area)) sum += Number(area.attributes['mapped-value']);
        areas.add(area);
      }
      if (holding.length === 0) sum += Number(map.attributes['default-value'] ?? 0);
    }
    return bounded(sum, map);
  };
  const same = (a: Value, b: Value): boolean | null => {
    if (a === null || b === null) return null;
    const [left, right] = [listed(a), listed(b)];
    return left.length === right.length && left.every((one, i) => one === right[i]);
  };
  const evaluate = (xml: Xml): Value => {
    const args = () => kids(xml).map(evaluate);
    const id = xml.attributes.identifier ?? '';
    const compared = (holds: (a: number, b: number) => boolean): Value => {
      const [a = null, b = null] = args();
      return a === null || b === null ? null : holds(Number(a), Number(b));
    };
    switch (xml.name) {
      case 'qti-variable':
        return variable(id);
      case 'qti-correct':
        return correct(id);
      case 'qti-base-value':
        return numberOr(words(xml), xml.attributes['base-type']);
      case 'qti-map-response':
        return mapResponse(id);
      case 'qti-map-response-point':
        return mapPoint(id);
      case 'qti-is-null':
        return args()[0] === null;
      case 'qti-match':
        return same(args()[0] ?? null, args()[1] ?? null);
      case 'qti-pattern-match': {
        const [own = null] = args();
        return own === null ? null : new RegExp(`^(?:${xml.attributes.pattern})$`, 'u').test(String(own));
      }
      case 'qti-index': {
        const list = args()[0];
        return Array.isArray(list) ? (list[Number(xml.attributes.n) - 1] ?? null) : null;
      }
      case 'qti-and':
        return args().every((one) => one === true);
      case 'qti-or':
        return args().some((one) => one === true);
      case 'qti-sum':
        return args().reduce<number>((total, one) => total + Number(one ?? 0), 0);
      case 'qti-gte':
        return compared((a, b) => a >= b);
      case 'qti-gt':
        return compared((a, b) => a > b);
      case 'qti-lte':
        return compared((a, b) => a <= b);
      default:
        throw new Error(`${xml.name} is no expression this processor knows.`);
    }
  };
  const run = (xml: Xml): void => {
    if (xml.name === 'qti-set-outcome-value') {
      const [expression] = kids(xml);
      outcomes.set(xml.attributes.identifier ?? '', expression ? evaluate(expression) : null);
      return;
    }
    if (xml.name !== 'qti-response-condition') throw new Error(`${xml.name} is no rule this processor knows.`);
    for (const branch of kids(xml)) {
      const [test, ...then] = kids(branch);
      const isElse = branch.name === 'qti-response-else';
      if (!isElse && (!test || evaluate(test) !== true)) continue;
      for (const rule of isElse ? kids(branch) : then) run(rule);
      return;
    }
  };
  const [rules] = kids(item, 'qti-response-processing');
  const template = /([a-z_]+)\.xml$/.exec(rules?.attributes.template ?? '')?.[1];
  if (template === 'match_correct')
    outcomes.set('SCORE', same(given('RESPONSE'), correct('RESPONSE')) === true ? 1 : 0);
  else if (template === 'map_response') outcomes.set('SCORE', given('RESPONSE') === null ? 0 : mapResponse('RESPONSE'));
  else if (template === 'map_response_point')
    outcomes.set('SCORE', given('RESPONSE') === null ? 0 : mapPoint('RESPONSE'));
  else for (const rule of rules ? kids(rules) : []) run(rule);
  return Number(outcomes.get('SCORE') ?? 0);
}

function numberOr(text: string, baseType: string | undefined): Value {
  if (baseType !== 'float' && baseType !== 'integer') return text;
  return text.trim() === '' || !Number.isFinite(Number(text)) ? null : Number(text);
}
