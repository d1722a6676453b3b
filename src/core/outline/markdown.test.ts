import fc from 'fast-check';
import { expect, test } from 'vitest';
import { looksLikeMarkdown, markdownOfText, textFromMarkdown } from './markdown';
import { textFault } from './rich-text';
import type { RichText } from './types';

const text = (words: string, ...marks: string[]): RichText => ({
  type: 'text',
  text: words,
  ...(marks.length > 0 && { marks: marks.map((type) => ({ type })) }),
});
const paragraph = (...content: RichText[]): RichText => ({ type: 'paragraph', content });

test.each<[string, string, RichText[]]>([
  ['a heading', '# Low water', [{ type: 'heading', attrs: { level: 2 }, content: [text('Low water')] }]],
  ['a smaller one', '#### Gauge', [{ type: 'heading', attrs: { level: 3 }, content: [text('Gauge')] }]],
  [
    'marks',
    'A **bold** and *leaning* `x`',
    [
      paragraph(
        text('A '),
        text('bold', 'bold'),
        text(' and '),
        text('leaning', 'italic'),
        text(' '),
        text('x', 'code'),
      ),
    ],
  ],
  ['lines of one paragraph', 'one\ntwo', [paragraph(text('one two'))]],
  [
    'a list',
    '- a\n- b',
    [
      {
        type: 'bulletList',
        content: [
          { type: 'listItem', content: [paragraph(text('a'))] },
          { type: 'listItem', content: [paragraph(text('b'))] },
        ],
      },
    ],
  ],
  [
    'numbers from four',
    '4. a',
    [{ type: 'orderedList', attrs: { start: 4 }, content: [{ type: 'listItem', content: [paragraph(text('a'))] }] }],
  ],
  ['a quotation', '> said', [{ type: 'blockquote', content: [paragraph(text('said'))] }]],
  ['code', '```ts\nlet a\n```', [{ type: 'codeBlock', attrs: { language: 'ts' }, content: [text('let a')] }]],
  ['an address that does something', '[a](javascript:alert(1))', [paragraph(text('a'))]],
  ['marks of another language', '<script>x</script>\n\nwords', [paragraph(text('words'))]],
  ['nothing', '', [{ type: 'paragraph' }]],
])('from Markdown: %s', (_name, markdown, content) => {
  expect(textFromMarkdown(markdown)).toEqual({ type: 'doc', content });
});

test('a table goes in and out', () => {
  const markdown = '| Reach | Flow |\n| ----- | ---- |\n| a     | 0.4  |\n';
  const made = textFromMarkdown(markdown);
  expect(made.content?.[0]?.content?.map((row) => row.content?.map(({ type }) => type))).toEqual([
    ['tableHeader', 'tableHeader'],
    ['tableCell', 'tableCell'],
  ]);
  expect(markdownOfText(made)).toBe(markdown);
});

test('what Markdown cannot write is written as what comes nearest', () => {
  const document: RichText = {
    type: 'doc',
    content: [
      { type: 'callout', attrs: { tone: 'care' }, content: [paragraph(text('Deep'))] },
      { type: 'folded', attrs: { title: 'Answer' }, content: [paragraph(text('4'))] },
      {
        type: 'columns',
        content: [
          { type: 'column', content: [paragraph(text('l'))] },
          { type: 'column', content: [paragraph(text('r'))] },
        ],
      },
      { type: 'formulaBlock', attrs: { tex: 'Q = vA' } },
      { type: 'media', attrs: { mediaId: 'm', title: 'A film' } },
    ],
  };
  expect(markdownOfText(document)).toBe('> Deep\n\n**Answer**\n\n4\n\nl\n\nr\n\n```tex\nQ = vA\n```\n\nA film\n');
});

test.each([
  ['# A', true],
  ['words - and more', false],
  ['- one\n- two', true],
  ['3.5 metres', false],
  ['a **b** c', true],
  ['2 * 3 * 4', false],
])('%j looks like Markdown: %s', (words, expected) => expect(looksLikeMarkdown(words)).toBe(expected));

test('any text becomes one the editor could have made, and so does what it is written as', () => {
  const piece = fc.constantFrom(
    '# ',
    '- ',
    '1. ',
    '> ',
    '**',
    '*',
    '`',
    '```\n',
    '\n',
    '\n\n',
    '| a | b |\n|-|-|\n',
    'word',
    ' ',
    '\\',
    '[x](http://a.example)',
    '<b>',
    '&amp;',
    '~',
    '_',
  );
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 25 }), (pieces) => {
      const made = textFromMarkdown(pieces.join(''));
      expect(textFault(made)).toBeNull();
      const again = textFromMarkdown(markdownOfText(made));
      expect(textFault(again)).toBeNull();
    }),
    { numRuns: 600 },
  );
});
