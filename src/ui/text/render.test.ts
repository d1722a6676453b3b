import { getSchema } from '@tiptap/core';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { MediaFacts } from '@/core/media';
import { knownPart, mediaIn, type RichText, textFault, textMarks, textNodes } from '@/core/outline';
import { extensions, safeHtml } from './render';

const schema = getSchema(extensions);
/** Whether the editor's own schema takes a text. */
function editorTakes(text: unknown): boolean {
  try {
    schema.nodeFromJSON(text).check();
    return true;
  } catch {
    return false;
  }
}

test('the nodes and marks let in are those of the editor', () => {
  expect(Object.keys(textNodes).sort()).toEqual(
    Object.keys(schema.nodes)
      .filter((name) => name !== 'text')
      .sort(),
  );
  expect(Object.keys(textMarks).sort()).toEqual(Object.keys(schema.marks).sort());
});

const words = fc.record({
  type: fc.constant('text'),
  text: fc.string({ minLength: 1, maxLength: 5 }),
  marks: fc
    .subarray(Object.keys(textMarks))
    .map((types) => types.filter((type) => type !== 'code' || types.length === 1).map((type) => ({ type }))),
});
const names = [...Object.keys(textNodes), 'text', 'blink', 'script'];
const { any } = fc.letrec<{ any: RichText }>((tie) => ({
  any: fc.oneof(
    { maxDepth: 4 },
    words,
    fc
      .record({ type: fc.constantFrom(...names), content: fc.array(tie('any'), { maxLength: 3 }) })
      .map((node) => (node.type === 'heading' ? { ...node, attrs: { level: 2 } } : node)),
  ),
}));
const anyText = fc.array(any, { maxLength: 3 }).map((content) => ({ type: 'doc', content }));

test('what is let in, the editor takes; and whatever is within a text, the known part of it is let in and rendered', () => {
  fc.assert(
    fc.property(anyText, (text) => {
      if (textFault(text) === null) expect(editorTakes(text)).toBe(true);
      expect(() => safeHtml(structuredClone(text), {})).not.toThrow();
    }),
    { numRuns: 1500 },
  );
});

const paragraph = (...content: object[]) => ({ type: 'paragraph', content });
const text = (words: string, marks?: object[]) => ({ type: 'text', text: words, ...(marks ? { marks } : {}) });
test.each<[string, object, boolean]>([
  ['a paragraph', paragraph(text('a'), text('b', [{ type: 'bold' }])), true],
  [
    'a list in a list',
    {
      type: 'bulletList',
      content: [
        {
          type: 'listItem',
          content: [
            paragraph(text('a')),
            {
              type: 'orderedList',
              attrs: { start: 3, type: null },
              content: [{ type: 'listItem', content: [paragraph()] }],
            },
          ],
        },
      ],
    },
    true,
  ],
  ['code', { type: 'codeBlock', attrs: { language: null }, content: [text('x')] }, true],
  ['a node nobody knows', { type: 'marquee' }, false],
  ['a mark nobody knows', paragraph(text('a', [{ type: 'blink' }])), false],
  ['words where blocks belong', text('a'), false],
  ['a list item alone', { type: 'listItem', content: [paragraph()] }, false],
  ['a heading of level 9', { type: 'heading', attrs: { level: 9 } }, false],
  ['a quote of nothing', { type: 'blockquote' }, false],
  ['a document in a document', { type: 'doc', content: [paragraph()] }, false],
  ['a field of another kind', { ...paragraph(), onclick: 'x' }, false],
  ['an attribute nobody knows', { ...paragraph(), attrs: { style: 'x' } }, false],
])('%s is let in: %s', (_name, node, expected) => {
  const whole = { type: 'doc', content: [node] };
  expect([textFault(whole) === null, !expected || editorTakes(whole)]).toEqual([expected, true]);
});

test('of a text with something unknown in it, the rest is shown', () => {
  const html = safeHtml(
    {
      type: 'doc',
      content: [
        paragraph(text('before')),
        { type: 'marquee', content: [paragraph(text('within', [{ type: 'blink' }]))] },
        text('loose'),
      ],
    } as RichText,
    {},
  );
  expect(html).toBe('<p>before</p><p>within</p><p>loose</p>');
  expect(knownPart({ type: 'marquee' })).toEqual([]);
});

const filmFacts = {
  ...{ id: '01a21549-0e34-7288-9cc3-832d746097d0', kind: 'film', title: 'The weir', version: 1, fileName: 'weir.mp4' },
  ...{ hash: 'h', contentType: 'video/mp4', size: 1, state: 'ready', problem: null, seconds: 9, width: 16, height: 9 },
  ...{ pages: null, posterHash: 'p', waveHash: null, playHash: null, alt: '' },
  captions: [{ language: 'cy', label: 'Cymraeg', hash: 'c' }],
} as const satisfies MediaFacts;

test.each<[string, Partial<MediaFacts>, string | null, readonly string[]]>([
  [
    'a film',
    {},
    'At the weir',
    [
      '<video',
      `src="/files/${filmFacts.id}/play"`,
      'srclang="cy"',
      '</video><figcaption>At the weir</figcaption></figure>',
    ],
  ],
  ['a film without a title or captions', { captions: [] }, null, ['</video><figcaption>The weir</figcaption>']],
  [
    'a recording',
    { kind: 'audio', captions: [] },
    null,
    [`src="/files/${filmFacts.id}/play"`, '</audio><figcaption>The weir</figcaption>'],
  ],
  ['a PDF', { kind: 'document' }, 'Sheet', [`href="/files/${filmFacts.id}/original"`, '>Sheet</a>']],
  ['a title made to break out', {}, '"><script>alert(1)</script>', ['&lt;script&gt;']],
])('what stands in a text is shown by its kind: %s', (_name, part, title, parts) => {
  const node = { type: 'media', attrs: { mediaId: filmFacts.id, title } };
  const shown = { [filmFacts.id]: { ...filmFacts, ...part } };
  const html = safeHtml({ type: 'doc', content: [node] }, shown);
  for (const one of parts) expect(html).toContain(one);
  expect(html).not.toContain('<script');
  expect(textFault({ type: 'doc', content: [node] })).toBeNull();
  expect(mediaIn({ type: 'doc', content: [node] })).toEqual([filmFacts.id]);
  // What the library does not know any more is left out.
  expect(safeHtml({ type: 'doc', content: [{ ...node }] }, {})).not.toContain('/files/');
});

test.each<[string, object, readonly string[], readonly string[]]>([
  [
    'a callout',
    { type: 'callout', attrs: { tone: 'care' }, content: [paragraph(text('Deep'))] },
    ['<aside data-tone="care" aria-label="Take care"><div><p>Deep</p></div></aside>'],
    [],
  ],
  [
    'a callout of a tone nobody knows',
    { type: 'callout', attrs: { tone: '"x' }, content: [paragraph(text('a'))] },
    ['data-tone="note"'],
    ['"x'],
  ],
  [
    'a part folded away',
    { type: 'folded', attrs: { title: 'Try <b>it' }, content: [paragraph(text('0.34'))] },
    ['<details><summary>Try &lt;b&gt;it</summary><div><p>0.34</p></div></details>'],
    [],
  ],
  [
    'columns',
    { type: 'columns', content: ['l', 'r'].map((words) => ({ type: 'column', content: [paragraph(text(words))] })) },
    ['<div data-columns="2"><div data-column><p>l</p></div><div data-column><p>r</p></div></div>'],
    [],
  ],
  [
    'a table',
    {
      type: 'table',
      content: [
        {
          type: 'tableRow',
          content: [
            { type: 'tableHeader', attrs: { colspan: 2, rowspan: 1, colwidth: null }, content: [paragraph(text('h'))] },
          ],
        },
      ],
    },
    [
      'role="group" aria-label="Table"><table><tbody><tr><th',
      'colspan="2"',
      '<p>h</p></th></tr></tbody></table></div>',
    ],
    [],
  ],
  [
    'a formula',
    paragraph({ type: 'formula', attrs: { tex: 'v < 1 & 2' } } as object),
    ['<code>v &lt; 1 &amp; 2</code>'],
    ['<math'],
  ],
  [
    'a formula on its own',
    { type: 'formulaBlock', attrs: { tex: '\\frac{a}{b} < c' } },
    ['<math', '<mfrac>', 'display="block"'],
    ['<code'],
  ],
  [
    'a formula that would be more than one',
    { type: 'formulaBlock', attrs: { tex: '\\href{javascript:alert(1)}{x}"><script>1</script>' } },
    [],
    ['<script', 'href="javascript'],
  ],
])('of its own kind: %s', (_name, node, parts, never) => {
  const document = { type: 'doc', content: [node] } as RichText;
  expect(textFault(document)).toBeNull();
  expect(editorTakes(document)).toBe(true);
  const html = safeHtml(document, {});
  for (const one of parts) expect(html).toContain(one);
  for (const one of never) expect(html).not.toContain(one);
});
