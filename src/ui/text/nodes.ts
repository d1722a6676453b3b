import { Node } from '@tiptap/core';
import { Table, TableCell, TableHeader, TableRow } from '@tiptap/extension-table';

/**
 * What stands in a text beside what every editor has: tables, callouts, parts that are folded away, columns and
 * formulas. Here is what they are and how they are written; how they are edited is the editor's own.
 */

/** Widths of columns are for those who read to decide, on whatever screen they have. */
const noWidth = { colwidth: { default: null, parseHTML: () => null, renderHTML: () => ({}) } };
const Cell = TableCell.extend({ addAttributes: () => ({ ...spans, ...noWidth }) });
const Head = TableHeader.extend({ addAttributes: () => ({ ...spans, ...noWidth }) });
const span = (name: 'colspan' | 'rowspan') => ({
  default: 1,
  parseHTML: (element: HTMLElement) => Math.max(1, Number(element.getAttribute(name)) || 1),
});
const spans = { colspan: span('colspan'), rowspan: span('rowspan') };
const PlainTable = Table.extend({ renderHTML: () => ['table', {}, ['tbody', {}, 0]] });

/** What a callout is for. */
export const tones = { note: 'Note', tip: 'Tip', care: 'Take care' } as const;
export type Tone = keyof typeof tones;
export const toneOf = (value: unknown): Tone =>
  typeof value === 'string' && Object.hasOwn(tones, value) ? (value as Tone) : 'note';

const attribute = (name: string, usual: string) => ({
  default: usual,
  parseHTML: (element: HTMLElement) => element.getAttribute(`data-${name}`) ?? usual,
  renderHTML: (attrs: { readonly [key: string]: unknown }) => ({ [`data-${name}`]: attrs[name] }),
});

export const Callout = Node.create({
  name: 'callout',
  group: 'block',
  content: 'block+',
  defining: true,
  addAttributes: () => ({ tone: attribute('tone', 'note') }),
  parseHTML: () => [{ tag: 'aside[data-tone]' }],
  renderHTML: ({ node }) => ['aside', { 'data-tone': toneOf(node.attrs.tone) }, ['div', {}, 0]],
});

export const Folded = Node.create({
  name: 'folded',
  group: 'block',
  content: 'block+',
  defining: true,
  addAttributes: () => ({ title: attribute('title', '') }),
  parseHTML: () => [
    {
      tag: 'details',
      getAttrs: (element) => ({ title: element.querySelector('summary')?.textContent ?? '' }),
      contentElement: (element) => (element.querySelector('div') ?? element) as HTMLElement,
    },
  ],
  renderHTML: ({ node }) => ['details', {}, ['summary', {}, String(node.attrs.title || 'More')], ['div', {}, 0]],
});

export const Columns = Node.create({
  name: 'columns',
  group: 'block',
  content: 'column column+',
  isolating: true,
  parseHTML: () => [{ tag: 'div[data-columns]' }],
  renderHTML: ({ node }) => ['div', { 'data-columns': String(node.childCount) }, 0],
});
export const Column = Node.create({
  name: 'column',
  content: 'block+',
  isolating: true,
  parseHTML: () => [{ tag: 'div[data-column]' }],
  renderHTML: () => ['div', { 'data-column': '' }, 0],
});

const formula = (name: 'formula' | 'formulaBlock') =>
  Node.create({
    name,
    group: name === 'formula' ? 'inline' : 'block',
    inline: name === 'formula',
    atom: true,
    addAttributes: () => ({ tex: attribute('tex', '') }),
    parseHTML: () => [{ tag: `${name === 'formula' ? 'span' : 'div'}[data-tex]` }],
    renderHTML: ({ node }) => [name === 'formula' ? 'span' : 'div', { 'data-tex': String(node.attrs.tex ?? '') }],
  });
/** A formula within a line, and one on a line of its own: TeX, set as MathML. */
export const Formula = formula('formula');
export const FormulaBlock = formula('formulaBlock');

/**
 * A question of the lesson in its place. It stands between paragraphs and never within anything: it is drawn by itself.
 */
export const Exercise = Node.create({
  name: 'exercise',
  atom: true,
  addAttributes: () => ({
    questionId: {
      default: null,
      parseHTML: (element: HTMLElement) => element.getAttribute('data-question-id'),
      renderHTML: ({ questionId }: { readonly questionId?: unknown }) => ({ 'data-question-id': questionId }),
    },
  }),
  parseHTML: () => [{ tag: 'div[data-question-id]' }],
  renderHTML: ({ HTMLAttributes }) => ['div', HTMLAttributes],
});
/** A text as a whole. */
export const TextDocument = Node.create({ name: 'doc', topNode: true, content: '(block | exercise)+' });

export const tableNodes = [PlainTable.configure({ resizable: false }), TableRow, Cell, Head];
/** All of them, as they are written. */
export const ownNodes = [
  TextDocument,
  Exercise,
  ...tableNodes,
  Callout,
  Folded,
  Columns,
  Column,
  Formula,
  FormulaBlock,
];
