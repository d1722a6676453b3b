import type { Nodes, PhrasingContent, Root, RootContent } from 'mdast';
import { fromMarkdown } from 'mdast-util-from-markdown';
import { object, string } from 'yup';
import { line } from '../kernel/line';
import { fail, ok, type Result } from '../kernel/problem';
import { listText } from '../kernel/words';
import type { OccasionName } from './facts';
import { commonFields, type FieldValues } from './occasion';
import { occasionOf } from './occasions';

/** The text of an occasion: one text, in CommonMark with fields in braces, from which both forms of a mail are made. */
export type Template = { readonly subject: string; readonly body: string };

/**
 * More lists and quotations in one another than anybody reads: to read thousands takes minutes, and all of the stack.
 */
const nestedDeep = /^(?:[ \t]*(?:>|[-*+](?=[ \t])|\d{1,9}[.)](?=[ \t]))){6,}/m;

export const templateSchema = object({
  subject: line(200, 'Keep the subject under 200 characters.', 'Give the message a subject.').test(
    'one line',
    'Write the subject on one line.',
    (subject) => !/[\p{Cc}\p{Zl}\p{Zp}]/u.test(subject.trim()),
  ),
  body: string()
    .trim()
    .max(5000, 'Keep the text under 5,000 characters.')
    .required('Write the text first.')
    .test('depth', 'Put lists and quotations at most five deep into one another.', (body) => !nestedDeep.test(body)),
});

const fieldIn = /\{([^{}\n]*)\}/g;

/** Every field that a text of an occasion can hold, with what it says. */
export const fieldsOf = (occasion: OccasionName): { readonly [field: string]: string } => ({
  ...occasionOf(occasion).fields,
  ...commonFields,
});

/** Refuses a text with a field there is not: it would stand in the mail as it is. */
export function checkTemplate(occasion: OccasionName, template: Template): Result<null> {
  const known = fieldsOf(occasion);
  for (const place of ['subject', 'body'] as const)
    for (const [whole, field = ''] of template[place].matchAll(fieldIn))
      if (!Object.hasOwn(known, field))
        return fail(
          'invalid',
          `There is no field ${whole.slice(0, 60)} here. There are ${listText(Object.keys(known).map((one) => `{${one}}`))}.`,
          place,
        );
  return ok(null);
}

const words = (values: FieldValues, field: string): string => {
  const value = Object.hasOwn(values, field) ? values[field] : undefined;
  return typeof value === 'string' ? value : listText(value ?? []);
};

/** Fills the fields of one line. */
export const filledLine = (text: string, values: FieldValues): string =>
  text
    .replace(fieldIn, (_whole, field: string) => words(values, field))
    .replace(/\s+/g, ' ')
    .trim();

const filledText = (text: string, values: FieldValues): string =>
  text.replace(fieldIn, (_whole, field: string) => words(values, field));

/** Texts that were read last: a text is read once for all whom it goes to. */
const read = new Map<string, Root>();
const mostRead = 50;

function treeOf(body: string): Root {
  const known = read.get(body);
  if (known) return known;
  const tree = fromMarkdown(body);
  if (read.size >= mostRead) read.clear();
  read.set(body, tree);
  return tree;
}

/** A paragraph that is a single field with several values: they stand below one another. */
function listIn(node: Nodes, values: FieldValues): readonly string[] | null {
  if (node.type !== 'paragraph' || node.children.length !== 1) return null;
  const [only] = node.children;
  const field = only?.type === 'text' ? /^\{([^{}\n]*)\}$/.exec(only.value.trim())?.[1] : undefined;
  const value = field !== undefined && Object.hasOwn(values, field) ? values[field] : undefined;
  return Array.isArray(value) ? value : null;
}

/**
 * A text is read first and filled afterwards, so that a name with signs that mean something in CommonMark stays a
 * name. Where a link leads is filled too, and leads to the web or to nowhere.
 */
const targetOf = (url: string, values: FieldValues): string => {
  // Braces are written as they are, or as addresses write them.
  const target = filledText(url.replaceAll('%7B', '{').replaceAll('%7D', '}'), values);
  return /^https?:\/\/\S+$/.test(target) || /^mailto:\S+$/.test(target) ? target : '';
};

/** The plain form of a filled text: paragraphs apart by an empty line, where a link leads behind its words. */
export function plainOf(body: string, values: FieldValues): string {
  const inline = (node: PhrasingContent): string => {
    if (node.type === 'text') return filledText(node.value.replace(/\s*\n\s*/g, ' '), values);
    if (node.type === 'inlineCode') return node.value;
    if (node.type === 'break') return '\n';
    if (node.type === 'image') return node.alt ?? '';
    const inner = 'children' in node ? (node.children as PhrasingContent[]).map(inline).join('') : '';
    if (node.type !== 'link') return inner;
    const target = targetOf(node.url, values);
    return target === '' || target === inner ? inner : `${inner}: ${target}`;
  };
  const block = (node: RootContent): string => {
    const list = listIn(node, values);
    if (list) return list.map((one) => `- ${one}`).join('\n');
    if (node.type === 'paragraph' || node.type === 'heading') return node.children.map(inline).join('');
    if (node.type === 'list')
      return node.children
        .map((item, i) => `${node.ordered ? `${(node.start ?? 1) + i}.` : '-'} ${item.children.map(block).join('\n')}`)
        .join('\n');
    if (node.type === 'blockquote') return node.children.map(block).join('\n\n');
    if (node.type === 'thematicBreak') return '---';
    return node.type === 'code' ? node.value : '';
  };
  return treeOf(body)
    .children.map(block)
    .filter((text) => text !== '')
    .join('\n\n');
}

const escapes: { readonly [sign: string]: string } = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
export const escaped = (text: string): string => text.replace(/[&<>"]/g, (sign) => escapes[sign] ?? sign);

/** The HTML form of a filled text. Marks of HTML in it are left out. */
export function htmlOf(body: string, values: FieldValues): string {
  const inline = (node: PhrasingContent): string => {
    if (node.type === 'text') return escaped(filledText(node.value, values));
    if (node.type === 'inlineCode') return `<code>${escaped(node.value)}</code>`;
    if (node.type === 'break') return '<br>';
    if (node.type === 'image') return escaped(node.alt ?? '');
    const inner = 'children' in node ? (node.children as PhrasingContent[]).map(inline).join('') : '';
    if (node.type === 'strong') return `<strong>${inner}</strong>`;
    if (node.type === 'emphasis') return `<em>${inner}</em>`;
    if (node.type !== 'link') return inner;
    const target = targetOf(node.url, values);
    return target === '' ? inner : `<a href="${escaped(target)}">${inner}</a>`;
  };
  const block = (node: RootContent): string => {
    const list = listIn(node, values);
    if (list) return `<ul>${list.map((one) => `<li dir="auto">${escaped(one)}</li>`).join('')}</ul>`;
    if (node.type === 'paragraph') return `<p dir="auto">${node.children.map(inline).join('')}</p>`;
    if (node.type === 'heading') return `<h3 dir="auto">${node.children.map(inline).join('')}</h3>`;
    if (node.type === 'list') {
      const items = node.children.map((item) => `<li dir="auto">${item.children.map(tight).join('')}</li>`).join('');
      return node.ordered ? `<ol start="${node.start ?? 1}">${items}</ol>` : `<ul>${items}</ul>`;
    }
    if (node.type === 'blockquote') return `<blockquote>${node.children.map(block).join('')}</blockquote>`;
    if (node.type === 'thematicBreak') return '<hr>';
    return node.type === 'code' ? `<pre>${escaped(node.value)}</pre>` : '';
  };
  /** What stands in an item of a list needs no paragraph of its own. */
  const tight = (node: RootContent): string =>
    node.type === 'paragraph' ? node.children.map(inline).join('') : block(node);
  return treeOf(body).children.map(block).join('\n');
}
