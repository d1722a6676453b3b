import { expect, test } from 'vitest';
import { textFault } from './rich-text';

const paragraph = (...content: object[]) => ({ type: 'paragraph', content });
const marked = (...marks: object[]) => paragraph({ type: 'text', text: 'a', marks });
const heading = (attrs?: object) => ({ type: 'heading', ...(attrs && { attrs }) });
const image = (attrs: object) => ({ type: 'image', attrs });
const cell = (attrs: object) => ({
  type: 'table',
  content: [{ type: 'tableRow', content: [{ type: 'tableCell', attrs, content: [paragraph()] }] }],
});
const whole = (...content: object[]) => ({ type: 'doc', content });

test.each<[what: string, node: object, isTaken: boolean]>([
  ['a heading of a level there is', heading({ level: 6 }), true],
  ['one of a level there is not', heading({ level: 7 }), false],
  ['a level that is no number', heading({ level: '1' }), false],
  ['a heading without a level', heading(), false],
  ['a picture without anything', { type: 'image' }, true],
  ['a description as long as one may be', image({ alt: 'a'.repeat(4000) }), true],
  ['a longer one', image({ alt: 'a'.repeat(4001) }), false],
  ['a description that is none', image({ alt: { html: '<b>' } }), false],
  ['one attribute right and one wrong', image({ alt: 'A weir', width: -1 }), false],
  ['the same the other way round', image({ alt: 3, width: 10 }), false],
  ['a width as large as one may be', image({ width: 1e6 }), true],
  ['a larger one', image({ width: 1e6 + 1 }), false],
  ['a width without end', image({ width: Number.POSITIVE_INFINITY }), false],
  ['attributes that are a list', image([]), false],
  ['a cell over two columns', cell({ colspan: 2, colwidth: null }), true],
  ['a cell with a width of its own', cell({ colwidth: [100] }), false],
  ['a link', marked({ type: 'link', attrs: { href: 'https://river.example' } }), true],
  ['a link that is no word', marked({ type: 'link', attrs: { href: 3 } }), false],
  ['a mark with an attribute nobody knows', marked({ type: 'bold', attrs: { style: 'x' } }), false],
  ['ten marks', marked(...Array(10).fill({ type: 'bold' })), true],
  ['eleven', marked(...Array(11).fill({ type: 'bold' })), false],
  ['a mark called as every object is', marked({ type: 'constructor' }), false],
  ['a node called so', { type: 'constructor' }, false],
])('a text from outside: %s', (_what, node, isTaken) => {
  expect(textFault(whole(node))).toBe(isTaken ? null : 'This text holds something the editor does not know.');
});

const quotes = (count: number): object =>
  count === 0 ? paragraph() : { type: 'blockquote', content: [quotes(count - 1)] };
test.each<[what: string, text: object, fault: RegExp | null]>([
  ['as deep as a text may be', whole(quotes(59)), null],
  ['deeper', whole(quotes(60)), /nested too deeply/],
  ['as long as a text may be', whole(...Array(49_999).fill(paragraph())), null],
  ['longer', whole(...Array(50_000).fill(paragraph())), /too long for one lesson/],
])('the size of a text: %s', (_what, text, fault) => {
  const found = textFault(text);
  if (fault) expect(found).toMatch(fault);
  else expect(found).toBeNull();
});
