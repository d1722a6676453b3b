'use client';
import Image from '@tiptap/extension-image';
import { NodeViewContent, NodeViewWrapper, type ReactNodeViewProps, ReactNodeViewRenderer } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useState } from 'react';
import { formulaFault, mathOf } from '@/ui/text/formula';
import { besideAttribute, LibraryMedia } from '@/ui/text/library-media';
import { Callout, Column, Columns, Folded, Formula, FormulaBlock, tableNodes, toneOf, tones } from '@/ui/text/nodes';
import styles from './text.module.css';

/** A picture of the library: the document keeps its id, and the address follows from it. */
const LibraryPicture = Image.extend({
  addAttributes() {
    return {
      ...this.parent?.(),
      mediaId: {
        default: null,
        parseHTML: (element) => element.getAttribute('data-media-id'),
        renderHTML: ({ mediaId }) => ({ 'data-media-id': mediaId }),
      },
      beside: besideAttribute,
    };
  },
  // A picture pasted from elsewhere has no place in the library, and would not be there tomorrow.
  parseHTML: () => [{ tag: 'img[data-media-id]' }],
});

/** A formula as it will look; chosen, as it is typed, with what is wrong about it. */
function FormulaView({ node, updateAttributes, editor, getPos }: ReactNodeViewProps) {
  const isBlock = node.type.name === 'formulaBlock';
  const tex = String(node.attrs.tex ?? '');
  const [isOpen, setOpen] = useState(tex === '');
  const math = tex ? mathOf(tex, isBlock) : null;
  const leave = () => {
    setOpen(false);
    const at = getPos();
    if (at !== undefined)
      editor
        .chain()
        .focus(at + node.nodeSize)
        .run();
  };
  return (
    <NodeViewWrapper as={isBlock ? 'div' : 'span'} className={styles.formula} data-block={isBlock || undefined}>
      {isOpen ? (
        <span className={styles.typed}>
          <input
            aria-label="Formula in TeX"
            placeholder="Formula in TeX, for example Q = v \cdot A"
            value={tex}
            // biome-ignore lint/a11y/noAutofocus: it was opened to be typed in
            autoFocus
            onChange={(event) => updateAttributes({ tex: event.currentTarget.value })}
            onBlur={() => setOpen(tex === '')}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== 'Escape') return;
              event.preventDefault();
              leave();
            }}
          />
          {tex && formulaFault(tex) && <small role="alert">{formulaFault(tex)}</small>}
        </span>
      ) : (
        <button type="button" aria-label={`Formula: ${tex}. Change it`} onClick={() => setOpen(true)}>
          {math ? <span dangerouslySetInnerHTML={{ __html: math }} /> : <code>{tex}</code>}
        </button>
      )}
    </NodeViewWrapper>
  );
}

const typedFormula = (of: typeof Formula) =>
  of.extend({ addNodeView: () => ReactNodeViewRenderer(FormulaView, { stopEvent: () => true }) });

function FoldedView({ node, updateAttributes }: ReactNodeViewProps) {
  return (
    <NodeViewWrapper as="section" className={styles.folded}>
      <input
        aria-label="What is folded away: its title"
        placeholder="Title, always shown"
        value={String(node.attrs.title ?? '')}
        maxLength={300}
        onChange={(event) => updateAttributes({ title: event.currentTarget.value })}
      />
      <NodeViewContent />
    </NodeViewWrapper>
  );
}

function CalloutView({ node, updateAttributes }: ReactNodeViewProps) {
  return (
    <NodeViewWrapper as="section" className={styles.callout} data-tone={toneOf(node.attrs.tone)}>
      <select
        contentEditable={false}
        aria-label="What it is for"
        value={toneOf(node.attrs.tone)}
        onChange={(event) => updateAttributes({ tone: event.currentTarget.value })}
      >
        {Object.entries(tones).map(([tone, name]) => (
          <option key={tone} value={tone}>
            {name}
          </option>
        ))}
      </select>
      <NodeViewContent />
    </NodeViewWrapper>
  );
}

const fromField = ({ event }: { readonly event: Event }) =>
  event.target instanceof HTMLElement && ['INPUT', 'SELECT', 'OPTION'].includes(event.target.tagName);

/** Everything a text can hold, as it is edited. */
export const editing = [
  StarterKit.configure({
    heading: { levels: [2, 3] },
    link: { openOnClick: false, protocols: ['http', 'https', 'mailto'] },
  }),
  LibraryPicture,
  LibraryMedia,
  ...tableNodes,
  Callout.extend({ addNodeView: () => ReactNodeViewRenderer(CalloutView, { stopEvent: fromField }) }),
  Folded.extend({ addNodeView: () => ReactNodeViewRenderer(FoldedView, { stopEvent: fromField }) }),
  Columns,
  Column,
  typedFormula(Formula),
  typedFormula(FormulaBlock),
];
