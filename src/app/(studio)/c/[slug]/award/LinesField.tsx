'use client';
import { Menu, UnstyledButton } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { Extension, type JSONContent, mergeAttributes, Node } from '@tiptap/core';
import { EditorContent, useEditor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useEffect, useRef } from 'react';
import { type FieldName, fields, newPart, type Part, type TextLine } from '@/core/certificate';
import { same } from '@/core/kernel/change';
import styles from './award.module.css';

/** A field within a text: one thing to the cursor. How it is told is kept with it. */
const FieldNode = Node.create({
  ...{ name: 'field', group: 'inline', inline: true, atom: true, selectable: true },
  addAttributes: () => ({ part: { default: { field: 'name' } } }),
  renderHTML: ({ node, HTMLAttributes }) => {
    const part = node.attrs.part as Extract<Part, { readonly field: FieldName }>;
    const title = part.field === 'own' ? part.name : fields[part.field].title;
    return ['span', mergeAttributes(HTMLAttributes, { class: styles.field ?? '', part: null }), title];
  },
});
/** What is typed is taken back by the page, with everything else. */
const NoOwnUndo = Extension.create({
  name: 'noOwnUndo',
  addKeyboardShortcuts: () => ({ 'Mod-z': () => false, 'Mod-y': () => false }),
});

const nodesOf = (part: Part): JSONContent[] => {
  if ('field' in part) return [{ type: 'field', attrs: { part } }];
  return part.words === '' ? [] : [{ type: 'text', text: part.words }];
};
const docOf = (lines: readonly TextLine[]): JSONContent => ({
  type: 'doc',
  content: (lines.length > 0 ? lines : [[]]).map((line) => ({ type: 'paragraph', content: line.flatMap(nodesOf) })),
});
const linesOf = (doc: JSONContent): TextLine[] =>
  (doc.content ?? []).map((paragraph) =>
    (paragraph.content ?? []).map(
      (node): Part => (node.type === 'field' ? (node.attrs?.part as Part) : { words: node.text ?? '' }),
    ),
  );

type Props = { readonly lines: readonly TextLine[]; onChange(lines: readonly TextLine[]): void };

/** The words of a text and the fields in them, as they stand on the page. */
export function LinesField({ lines, onChange }: Props) {
  const told = useRef(lines);
  const editor = useEditor({
    immediatelyRender: false,
    extensions: [
      StarterKit.configure({
        ...{ bold: false, italic: false, strike: false, code: false, underline: false, link: false },
        ...{ heading: false, bulletList: false, orderedList: false, listItem: false, listKeymap: false },
        ...{ blockquote: false, codeBlock: false, horizontalRule: false, hardBreak: false, undoRedo: false },
        trailingNode: false,
      }),
      FieldNode,
      NoOwnUndo,
    ],
    content: docOf(lines),
    editorProps: {
      attributes: {
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': 'Words',
        class: styles.words ?? '',
        dir: 'auto',
      },
    },
    onUpdate: ({ editor: now }) => {
      const next = linesOf(now.getJSON());
      if (same(next, told.current)) return;
      told.current = next;
      onChange(next);
    },
  });
  useEffect(() => {
    if (!editor || same(lines, told.current)) return;
    told.current = lines;
    editor.commands.setContent(docOf(lines), { emitUpdate: false });
  }, [editor, lines]);
  const putField = (field: FieldName) => {
    editor
      ?.chain()
      .focus()
      .insertContent({ type: 'field', attrs: { part: newPart(field) } })
      .run();
  };
  return (
    <div className={styles.lines}>
      <EditorContent editor={editor} />
      <Menu position="bottom-end" withinPortal>
        <Menu.Target>
          <UnstyledButton className={styles.putField}>
            <IconPlus size={14} aria-hidden="true" /> Field
          </UnstyledButton>
        </Menu.Target>
        <Menu.Dropdown>
          {Object.entries(fields).map(([field, { title }]) => (
            <Menu.Item key={field} onClick={() => putField(field as FieldName)}>
              {title}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
    </div>
  );
}
