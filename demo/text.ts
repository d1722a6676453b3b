import type { RichText } from '../src/core/outline';

const text = (value: string): RichText[] =>
  value.split(/(\*\*[^*]+\*\*|_[^_]+_)/).flatMap((part) => {
    if (part === '') return [];
    if (part.startsWith('**')) return [{ type: 'text', text: part.slice(2, -2), marks: [{ type: 'bold' }] }];
    if (part.startsWith('_') && part.length > 2)
      return [{ type: 'text', text: part.slice(1, -1), marks: [{ type: 'italic' }] }];
    return [{ type: 'text', text: part }];
  });
const paragraph = (value: string): RichText => ({ type: 'paragraph', content: text(value) });

/**
 * A text as the editor keeps it, from plain lines: `## heading`, `- item`, `1. item`, `> quote` and
 * `![picture]`, with blank lines between blocks.
 */
export function textOf(
  source: string,
  pictures: { readonly [name: string]: { readonly id: string; readonly alt: string } } = {},
): RichText {
  const blocks = source
    .trim()
    .split(/\n\s*\n/)
    .map((block) => block.trim());
  return {
    type: 'doc',
    content: blocks.map((block): RichText => {
      const lines = block.split('\n').map((line) => line.trim());
      const picture = /^!\[(.+)\]$/.exec(block);
      const found = picture?.[1] ? pictures[picture[1]] : undefined;
      if (found)
        return { type: 'image', attrs: { mediaId: found.id, src: `/files/${found.id}/original`, alt: found.alt } };
      if (block.startsWith('## ')) return { type: 'heading', attrs: { level: 2 }, content: text(block.slice(3)) };
      if (block.startsWith('> '))
        return { type: 'blockquote', content: [paragraph(lines.map((line) => line.replace(/^> ?/, '')).join(' '))] };
      if (lines.every((line) => line.startsWith('- ')))
        return {
          type: 'bulletList',
          content: lines.map((line) => ({ type: 'listItem', content: [paragraph(line.slice(2))] })),
        };
      if (lines.every((line) => /^\d+\. /.test(line)))
        return {
          type: 'orderedList',
          content: lines.map((line) => ({ type: 'listItem', content: [paragraph(line.replace(/^\d+\. /, ''))] })),
        };
      return paragraph(lines.join(' '));
    }),
  };
}
