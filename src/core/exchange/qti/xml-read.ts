import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { fail, ok, type Result } from '../../kernel/problem';
import type { Xml } from './xml';

type Node = { readonly [name: string]: readonly Node[] | { readonly [name: string]: string } | string };

const parser = new XMLParser({
  ...{ preserveOrder: true, ignoreAttributes: false, attributeNamePrefix: '', parseTagValue: false },
  ...{ trimValues: false, parseAttributeValue: false },
});

const treeOf = (node: Node): Xml | string => {
  if (typeof node['#text'] === 'string') return node['#text'];
  const name = Object.keys(node).find((key) => key !== ':@') ?? '';
  const children = node[name];
  return {
    name,
    attributes: (node[':@'] ?? {}) as { [name: string]: string },
    children: Array.isArray(children) ? children.map(treeOf) : [],
  };
};

/**
 * A document as a tree. One that declares entities is refused, whatever they are: what they stand for could be without
 * end, or on another machine.
 */
export function readXml(text: string): Result<Xml> {
  if (/<!(DOCTYPE|ENTITY)/i.test(text))
    return fail('invalid', 'It declares a document type, and such files are not read.');
  if (XMLValidator.validate(text) !== true) return fail('invalid', 'It is no well-formed XML.');
  const root = (parser.parse(text) as readonly Node[])
    .map(treeOf)
    .find((one) => typeof one !== 'string' && !one.name.startsWith('?'));
  return root && typeof root !== 'string' ? ok(root) : fail('invalid', 'There is nothing in it.');
}
