/** A document as a tree: elements with their attributes, and texts between them. */
export type Xml = {
  readonly name: string;
  readonly attributes: { readonly [name: string]: string };
  readonly children: readonly (Xml | string)[];
};

type Attributes = { readonly [name: string]: string | number | boolean | undefined };

/** An element; attributes without a value are left out. */
export const el = (name: string, attributes: Attributes = {}, ...children: readonly (Xml | string)[]): Xml => ({
  name,
  attributes: Object.fromEntries(
    Object.entries(attributes).flatMap(([key, value]) => (value === undefined ? [] : [[key, String(value)]])),
  ),
  children,
});

const entities: { readonly [sign: string]: string } = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
/** Signs that no XML document may hold (XML 1.0, 2.2) are left out. */
const forbidden = /[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu;
const escaped = (text: string) => text.replace(forbidden, '').replace(/[&<>"]/g, (sign) => entities[sign] ?? sign);

function written({ name, attributes, children }: Xml): string {
  const own = Object.entries(attributes).map(([key, value]) => ` ${key}="${escaped(value)}"`);
  const inside = children.map((child) => (typeof child === 'string' ? escaped(child) : written(child))).join('');
  return inside === '' ? `<${name}${own.join('')}/>` : `<${name}${own.join('')}>${inside}</${name}>`;
}

/** A tree as the text of a document. */
export const xmlText = (root: Xml): string => `<?xml version="1.0" encoding="UTF-8"?>\n${written(root)}\n`;

/** The elements of a name below another, at any depth, in the order of the document. */
export function* below(root: Xml, name: string): Generator<Xml> {
  for (const child of root.children) {
    if (typeof child === 'string') continue;
    if (child.name === name) yield child;
    yield* below(child, name);
  }
}

/** The elements directly below another. */
export const within = (root: Xml, name?: string): readonly Xml[] =>
  root.children.filter((child): child is Xml => typeof child !== 'string' && (!name || child.name === name));

const blocks = new Set(['p', 'div', 'li', 'br', 'tr', 'h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'blockquote', 'pre']);

/** The words of a tree, a line for each block; `leaves` is asked for what stands in the place of an element. */
export function wordsOf(root: Xml, leaves: (one: Xml) => string | null = () => null): string {
  const walk = (one: Xml): string => {
    const instead = leaves(one);
    if (instead !== null) return instead;
    const inside = one.children
      .map((child) => (typeof child === 'string' ? child.replace(/\s+/gu, ' ') : walk(child)))
      .join('');
    return blocks.has(one.name) ? `\n${inside}\n` : inside;
  };
  return walk(root)
    .split('\n')
    .map((line) => line.replace(/[ \t]+/g, ' ').trim())
    .filter(Boolean)
    .join('\n');
}
