import type { RichText } from './types';

/**
 * What a lesson's text may hold: the nodes and marks of the editor, which holds what within which, and their
 * attributes. A text from outside is measured by it before it is kept; a test keeps it equal to the editor's own
 * schema. A renderer that meets something else all the same shows the rest, see `knownPart`.
 */
type Attribute = 'text' | 'text?' | 'count' | 'count?' | 'flag?' | 'none?' | readonly number[];
type NodeRule = {
  readonly group: 'block' | 'inline' | 'item' | 'top';
  /** What stands within: a group or a kind of node; `text` is words alone. Null: nothing. */
  readonly holds: readonly string[] | null;
  readonly atLeast?: number;
  /** What its first child has to be. */
  readonly first?: string;
  readonly marks?: boolean;
  readonly attrs?: { readonly [name: string]: Attribute };
};

const list = (holds: string, attrs: NodeRule['attrs'] = {}): NodeRule => ({
  group: 'block',
  holds: [holds],
  atLeast: 1,
  attrs,
});
const cell: NodeRule = {
  group: 'item',
  holds: ['block'],
  atLeast: 1,
  attrs: { colspan: 'count?', rowspan: 'count?', colwidth: 'none?' },
};
export const textNodes: { readonly [type: string]: NodeRule } = {
  doc: { group: 'top', holds: ['block', 'exercise'], atLeast: 1 },
  paragraph: { group: 'block', holds: ['inline'], marks: true },
  heading: { group: 'block', holds: ['inline'], marks: true, attrs: { level: [1, 2, 3, 4, 5, 6] } },
  blockquote: { group: 'block', holds: ['block'], atLeast: 1 },
  bulletList: list('listItem'),
  orderedList: list('listItem', { start: 'count?', type: 'text?' }),
  listItem: { group: 'item', holds: ['block'], first: 'paragraph', atLeast: 1 },
  codeBlock: { group: 'block', holds: ['text'], attrs: { language: 'text?' } },
  horizontalRule: { group: 'block', holds: null },
  image: {
    group: 'block',
    holds: null,
    attrs: {
      src: 'text?',
      alt: 'text?',
      title: 'text?',
      mediaId: 'text?',
      width: 'count?',
      height: 'count?',
      beside: 'text?',
    },
  },
  /** A thing of the library in its place: a film, a recording, a file; called by a title of its own. */
  media: { group: 'block', holds: null, attrs: { mediaId: 'text?', title: 'text?', beside: 'text?' } },
  /** A question of the lesson in its place, between paragraphs. */
  exercise: { group: 'item', holds: null, attrs: { questionId: 'text?' } },
  table: { group: 'block', holds: ['tableRow'], atLeast: 1 },
  tableRow: { group: 'item', holds: ['tableCell', 'tableHeader'] },
  tableCell: cell,
  tableHeader: cell,
  /** Set apart from the rest: a note, a tip, a warning. */
  callout: { group: 'block', holds: ['block'], atLeast: 1, attrs: { tone: 'text?' } },
  /** Folded away behind its title until somebody opens it. */
  folded: { group: 'block', holds: ['block'], atLeast: 1, attrs: { title: 'text?' } },
  columns: { group: 'block', holds: ['column'], atLeast: 2 },
  column: { group: 'item', holds: ['block'], atLeast: 1 },
  /** TeX, within a line or on a line of its own. */
  formula: { group: 'inline', holds: null, attrs: { tex: 'text?' } },
  formulaBlock: { group: 'block', holds: null, attrs: { tex: 'text?' } },
  hardBreak: { group: 'inline', holds: null },
};
export const textMarks: { readonly [type: string]: { readonly [name: string]: Attribute } } = {
  bold: {},
  italic: {},
  strike: {},
  underline: {},
  code: {},
  link: { href: 'text?', target: 'text?', rel: 'text?', class: 'text?', title: 'text?' },
};

const mostDepth = 60;
const mostNodes = 50_000;
const mostAttribute = 4000;

function fitsAttribute(rule: Attribute, value: unknown): boolean {
  if (typeof rule !== 'string') return typeof value === 'number' && rule.includes(value);
  const optional = rule.endsWith('?');
  if (value === null || value === undefined) return optional;
  if (rule === 'none?') return false;
  if (rule.startsWith('text')) return typeof value === 'string' && value.length <= mostAttribute;
  if (rule.startsWith('count'))
    return typeof value === 'number' && Number.isFinite(value) && value >= 0 && value <= 1e6;
  return typeof value === 'boolean';
}

const fitsAttributes = (rules: { readonly [name: string]: Attribute }, attrs: unknown): boolean => {
  if (attrs === undefined || attrs === null)
    return Object.values(rules).every((rule) => typeof rule === 'string' && rule.endsWith('?'));
  if (typeof attrs !== 'object' || Array.isArray(attrs)) return false;
  const given = attrs as { readonly [name: string]: unknown };
  return (
    Object.keys(given).every((name) => Object.hasOwn(rules, name)) &&
    Object.entries(rules).every(([name, rule]) => fitsAttribute(rule, given[name]))
  );
};

const fitsMarks = (marks: unknown): boolean =>
  marks === undefined ||
  (Array.isArray(marks) &&
    marks.length <= 10 &&
    marks.every((mark: { type?: unknown; attrs?: unknown } | null) => {
      const rules =
        typeof mark?.type === 'string' && Object.hasOwn(textMarks, mark.type) ? textMarks[mark.type] : undefined;
      return rules !== undefined && fitsAttributes(rules, mark?.attrs);
    }));

/** What is wrong with a text from outside, as a sentence; null when it is one the editor could have made. */
export function textFault(raw: unknown): string | null {
  let count = 0;
  const wrong = 'This text holds something the editor does not know.';
  const walk = (value: unknown, within: NodeRule | null, depth: number): string | null => {
    count += 1;
    if (depth > mostDepth) return 'This text is nested too deeply.';
    if (count > mostNodes) return 'This text is too long for one lesson. Divide it.';
    if (typeof value !== 'object' || value === null) return wrong;
    const node = value as { readonly [key: string]: unknown };
    if (!Object.keys(node).every((key) => ['type', 'text', 'attrs', 'marks', 'content'].includes(key))) return wrong;
    if (node.type === 'text') {
      const allowed = within?.holds?.includes('inline') || within?.holds?.includes('text');
      if (!allowed || typeof node.text !== 'string' || node.text === '' || node.content !== undefined) return wrong;
      if (node.marks !== undefined && !within?.marks && (node.marks as unknown[]).length > 0) return wrong;
      return fitsMarks(node.marks) ? null : wrong;
    }
    const rule =
      typeof node.type === 'string' && Object.hasOwn(textNodes, node.type) ? textNodes[node.type] : undefined;
    if (!rule || node.text !== undefined) return wrong;
    const fits =
      within === null ? rule.group === 'top' : within.holds?.some((held) => held === rule.group || held === node.type);
    if (!fits || !fitsAttributes(rule.attrs ?? {}, node.attrs) || !fitsMarks(node.marks)) return wrong;
    const content = node.content ?? [];
    if (!Array.isArray(content) || (rule.holds === null && content.length > 0) || content.length < (rule.atLeast ?? 0))
      return wrong;
    if (rule.first !== undefined && (content[0] as { type?: unknown } | undefined)?.type !== rule.first) return wrong;
    for (const child of content) {
      const fault = walk(child, rule, depth + 1);
      if (fault) return fault;
    }
    return null;
  };
  return walk(raw, null, 0);
}

/** A text without what is not known: an unknown node gives way to what is within it, an unknown mark to its words. */
export function knownPart(node: RichText): RichText[] {
  if (node.type === 'text') {
    if (typeof node.text !== 'string' || node.text === '') return [];
    const marks = (node.marks ?? []).filter((mark) => Object.hasOwn(textMarks, mark.type));
    return [{ type: 'text', text: node.text, ...(marks.length > 0 ? { marks } : {}) }];
  }
  const content = Array.isArray(node.content) ? node.content.flatMap(knownPart) : [];
  const rule = Object.hasOwn(textNodes, node.type) ? textNodes[node.type] : undefined;
  if (!rule) return content;
  if (rule.holds === null) return [{ type: node.type, ...(node.attrs ? { attrs: node.attrs } : {}) }];
  // Words alone where blocks belong would end the page; they become a paragraph.
  const isInline = (one: RichText) => one.type === 'text' || textNodes[one.type]?.group === 'inline';
  const wrapped = rule.holds.includes('block')
    ? content.map((one) => (isInline(one) ? { type: 'paragraph', content: [one] } : one))
    : content;
  return [{ type: node.type, ...(node.attrs ? { attrs: node.attrs } : {}), content: wrapped }];
}
