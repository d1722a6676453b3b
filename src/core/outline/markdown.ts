import type { Link, Nodes, PhrasingContent, Root, RootContent, TableRow } from 'mdast';
import { fromMarkdown } from 'mdast-util-from-markdown';
import { gfmTableFromMarkdown, gfmTableToMarkdown } from 'mdast-util-gfm-table';
import { toMarkdown } from 'mdast-util-to-markdown';
import { gfmTable } from 'micromark-extension-gfm-table';
import type { RichText } from './types';

/**
 * Texts as Markdown (CommonMark 0.31, with tables of pipes) and back. What Markdown has no way to write is written
 * as what comes nearest: a callout as a quotation, a part that is folded away under its title, columns one below the
 * other, a thing of the library by its title. Marks of HTML are left out on the way in.
 */

type Mark = NonNullable<RichText['marks']>[number];

const paragraph = (content: RichText[]): RichText =>
  content.length > 0 ? { type: 'paragraph', content } : { type: 'paragraph' };
const words = (text: string, marks: readonly Mark[]): RichText[] =>
  text === '' ? [] : [{ type: 'text', text, ...(marks.length > 0 ? { marks: [...marks] } : {}) }];

/** Code stands alone: no other mark goes with it but a link's. */
const withMark = (marks: readonly Mark[], mark: Mark): readonly Mark[] =>
  marks.some(({ type }) => type === mark.type) ? marks : [...marks, mark];

/** The words of a link, leading where it led if that is an address anybody may be led to. */
function linkFrom({ url, children }: Link, marks: readonly Mark[]): RichText[] {
  const isSafe = /^(https?:\/\/|mailto:)\S+$/.test(url);
  const inner = isSafe ? withMark(marks, { type: 'link', attrs: { href: url } }) : marks;
  return children.flatMap((one) => inlineFrom(one, inner));
}

function inlineFrom(node: PhrasingContent, marks: readonly Mark[]): RichText[] {
  if (node.type === 'link') return linkFrom(node, marks);
  switch (node.type) {
    case 'text':
      return words(node.value.replace(/\s*\n\s*/g, ' '), marks);
    case 'strong':
      return node.children.flatMap((one) => inlineFrom(one, withMark(marks, { type: 'bold' })));
    case 'emphasis':
      return node.children.flatMap((one) => inlineFrom(one, withMark(marks, { type: 'italic' })));
    case 'inlineCode':
      return words(node.value, [{ type: 'code' }]);
    case 'image':
      return words(node.alt ?? '', marks);
    case 'break':
      return [{ type: 'hardBreak' }];
    default:
      return 'children' in node ? (node.children as PhrasingContent[]).flatMap((one) => inlineFrom(one, marks)) : [];
  }
}

const inlinesFrom = (children: readonly PhrasingContent[]) => children.flatMap((one) => inlineFrom(one, []));
const orEmpty = (blocks: RichText[]): RichText[] => (blocks.length > 0 ? blocks : [paragraph([])]);

function rowFrom(row: TableRow, isHead: boolean): RichText {
  const type = isHead ? 'tableHeader' : 'tableCell';
  return {
    type: 'tableRow',
    content: row.children.map((cell) => ({
      type,
      attrs: { colspan: 1, rowspan: 1, colwidth: null },
      content: [paragraph(inlinesFrom(cell.children))],
    })),
  };
}

function blockFrom(node: RootContent): RichText[] {
  switch (node.type) {
    case 'paragraph':
      return [paragraph(inlinesFrom(node.children))];
    case 'heading':
      return [{ type: 'heading', attrs: { level: node.depth <= 2 ? 2 : 3 }, content: inlinesFrom(node.children) }];
    case 'blockquote':
      return [{ type: 'blockquote', content: orEmpty(node.children.flatMap(blockFrom)) }];
    case 'code':
      return [{ type: 'codeBlock', attrs: { language: node.lang ?? null }, content: words(node.value, []) }];
    case 'thematicBreak':
      return [{ type: 'horizontalRule' }];
    case 'list':
      return [
        {
          type: node.ordered ? 'orderedList' : 'bulletList',
          ...(node.ordered && { attrs: { start: node.start ?? 1 } }),
          content: node.children.map((item) => {
            const blocks = orEmpty(item.children.flatMap(blockFrom));
            const first = blocks[0]?.type === 'paragraph' ? [] : [paragraph([])];
            return { type: 'listItem', content: [...first, ...blocks] };
          }),
        },
      ];
    case 'table':
      return [{ type: 'table', content: node.children.map((row, i) => rowFrom(row, i === 0)) }];
    default:
      return [];
  }
}

/** A text from Markdown; nothing where there is none. Takes any text whatever, and never fails. */
export function textFromMarkdown(markdown: string): RichText {
  const root = fromMarkdown(markdown, {
    extensions: [gfmTable()],
    mdastExtensions: [gfmTableFromMarkdown()],
  });
  return { type: 'doc', content: orEmpty(root.children.flatMap(blockFrom)) };
}

/** Whether words alone were written as Markdown: they hold what only its marks can mean. */
export const looksLikeMarkdown = (text: string): boolean =>
  /^(#{1,4} \S|[-*+] \S|\d{1,3}[.)] \S|> \S|```|\|.+\|\s*$)/m.test(text) || /\*\*\S[^*\n]*\*\*/.test(text);

function inlineTo(node: RichText): PhrasingContent[] {
  if (node.type === 'hardBreak') return [{ type: 'break' }];
  if (node.type === 'formula') return [{ type: 'inlineCode', value: String(node.attrs?.tex ?? '') }];
  if (node.type !== 'text') return [];
  const marks = node.marks ?? [];
  const has = (type: string) => marks.some((mark) => mark.type === type);
  let inner: PhrasingContent = has('code')
    ? { type: 'inlineCode', value: node.text ?? '' }
    : { type: 'text', value: node.text ?? '' };
  if (has('italic')) inner = { type: 'emphasis', children: [inner] };
  if (has('bold')) inner = { type: 'strong', children: [inner] };
  const href = marks.find((mark) => mark.type === 'link')?.attrs?.href;
  return [href ? { type: 'link', url: String(href), children: [inner] } : inner];
}

const inlinesTo = (node: RichText) => (node.content ?? []).flatMap(inlineTo);
const blocksTo = (node: RichText): RootContent[] => (node.content ?? []).flatMap(blockTo);
const plain = (text: unknown): RootContent[] =>
  text ? [{ type: 'paragraph', children: [{ type: 'text', value: String(text) }] }] : [];

function blockTo(node: RichText): RootContent[] {
  switch (node.type) {
    case 'paragraph':
      return [{ type: 'paragraph', children: inlinesTo(node) }];
    case 'heading':
      return [{ type: 'heading', depth: node.attrs?.level === 3 ? 3 : 2, children: inlinesTo(node) }];
    case 'blockquote':
    case 'callout':
      return [{ type: 'blockquote', children: blocksTo(node) as never }];
    case 'codeBlock':
      return [
        {
          type: 'code',
          lang: (node.attrs?.language as string | null) ?? null,
          value: (node.content ?? []).map((one) => one.text ?? '').join(''),
        },
      ];
    case 'horizontalRule':
      return [{ type: 'thematicBreak' }];
    case 'bulletList':
    case 'orderedList':
      return [
        {
          type: 'list',
          ordered: node.type === 'orderedList',
          start: Number(node.attrs?.start ?? 1),
          spread: false,
          children: (node.content ?? []).map((item) => ({
            type: 'listItem' as const,
            spread: false,
            children: blocksTo(item) as never,
          })),
        },
      ];
    case 'table':
      return [
        {
          type: 'table',
          children: (node.content ?? []).map((row) => ({
            type: 'tableRow' as const,
            children: (row.content ?? []).map((cell) => ({
              type: 'tableCell' as const,
              children: (cell.content ?? []).flatMap(inlinesTo),
            })),
          })),
        },
      ];
    case 'folded':
      return [
        {
          type: 'paragraph',
          children: [{ type: 'strong', children: [{ type: 'text', value: String(node.attrs?.title || 'More') }] }],
        },
        ...blocksTo(node),
      ];
    case 'formulaBlock':
      return [{ type: 'code', lang: 'tex', value: String(node.attrs?.tex ?? '') }];
    case 'image':
      return plain(node.attrs?.alt);
    case 'media':
      return plain(node.attrs?.title);
    default:
      return blocksTo(node);
  }
}

/** A text as Markdown. */
export function markdownOfText(text: RichText): string {
  const root: Root = { type: 'root', children: blocksTo(text) };
  return toMarkdown(root as Nodes, { extensions: [gfmTableToMarkdown()], bullet: '-', rule: '-', fences: true });
}
