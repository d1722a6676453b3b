'use client';
import Image from '@tiptap/extension-image';
import { type NodeViewRenderer, NodeViewWrapper, type ReactNodeViewProps, ReactNodeViewRenderer } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useState } from 'react';
import { formulaFault, mathOf } from '@/ui/text/formula';
import { besideAttribute, LibraryMedia } from '@/ui/text/library-media';
import {
  Callout,
  Column,
  Columns,
  Exercise,
  Folded,
  Formula,
  FormulaBlock,
  TextDocument,
  tableNodes,
  tones,
} from '@/ui/text/nodes';
import { ExerciseView } from './ExerciseView';
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

type Field = HTMLInputElement | HTMLSelectElement;

/**
 * Words in a frame that has a field of its own. It is there at once, and not when its part of the page is drawn next:
 * the cursor is put within it in the same step, and would stand beside what is not there yet.
 */
const framed =
  (className: string | undefined, attribute: 'tone' | 'title', makeField: () => Field) =>
  (): NodeViewRenderer =>
  ({ node, editor, getPos }) => {
    const dom = document.createElement('section');
    dom.className = className ?? '';
    const field = makeField();
    field.contentEditable = 'false';
    const contentDOM = document.createElement('div');
    dom.append(field, contentDOM);
    const show = (value: string) => {
      dom.dataset[attribute] = value;
      if (field.value !== value) field.value = value;
    };
    show(String(node.attrs[attribute] ?? ''));
    field.addEventListener('input', () => {
      const at = getPos();
      if (at !== undefined) editor.view.dispatch(editor.state.tr.setNodeAttribute(at, attribute, field.value));
    });
    return {
      dom,
      contentDOM,
      update(next) {
        if (next.type !== node.type) return false;
        show(String(next.attrs[attribute] ?? ''));
        return true;
      },
      stopEvent: ({ target }) => target instanceof Node && field.contains(target),
      ignoreMutation: (mutation) => mutation.type !== 'selection' && !contentDOM.contains(mutation.target),
    };
  };

function titleField(): Field {
  const field = document.createElement('input');
  field.ariaLabel = 'What is folded away: its title';
  field.placeholder = 'Title, always shown';
  field.maxLength = 300;
  return field;
}

function toneField(): Field {
  const field = document.createElement('select');
  field.ariaLabel = 'What it is for';
  for (const [tone, name] of Object.entries(tones)) field.add(new Option(name, tone));
  return field;
}

/** Everything a text can hold, as it is edited. */
export const editing = [
  StarterKit.configure({
    document: false,
    heading: { levels: [2, 3] },
    link: { openOnClick: false, protocols: ['http', 'https', 'mailto'] },
  }),
  TextDocument,
  LibraryPicture,
  LibraryMedia,
  Exercise.extend({ addNodeView: () => ReactNodeViewRenderer(ExerciseView, { stopEvent: () => true }) }),
  ...tableNodes,
  Callout.extend({ addNodeView: framed(styles.callout, 'tone', toneField) }),
  Folded.extend({ addNodeView: framed(styles.folded, 'title', titleField) }),
  Columns,
  Column,
  typedFormula(Formula),
  typedFormula(FormulaBlock),
];
