'use client';
import { Button, Menu } from '@mantine/core';
import {
  IconBulb,
  IconChevronDown,
  IconCode,
  IconColumns2,
  IconColumns3,
  IconCopy,
  IconDownload,
  IconFolderOpen,
  IconLayoutNavbarCollapse,
  IconMath,
  IconMathFunction,
  IconMinus,
  IconMovie,
  IconPencilQuestion,
  IconPhoto,
  IconPlus,
  IconTable,
  IconUpload,
} from '@tabler/icons-react';
import { TextSelection, type Transaction } from '@tiptap/pm/state';
import type { Editor, JSONContent } from '@tiptap/react';
import { useRef } from 'react';
import { saveFile } from '@/app/_client/save-file';
import { markdownOfText, type RichText, textFromMarkdown } from '@/core/outline';

type Props = {
  /** Null where questions are asked in another way. */
  readonly onExercise: (() => void) | null;
  readonly editor: Editor;
  readonly onPicture: (file: File | undefined) => void;
  readonly onFile: (file: File | undefined) => void;
  readonly onLibrary: () => void;
};

type Around = JSONContent & { readonly type: string };

const empty = { type: 'paragraph' };
const columns = (count: number): Around => ({
  type: 'columns',
  content: Array.from({ length: count }, () => ({ type: 'column', content: [empty] })),
});

/** Puts the cursor into what was just put in, also where other words follow it. */
function within(tr: Transaction, type: string): boolean {
  let from = 0;
  tr.mapping.maps.at(-1)?.forEach((_oldStart, _oldEnd, start) => {
    from = start;
  });
  let at = -1;
  tr.doc.nodesBetween(from, tr.doc.content.size, (node, place) => {
    if (at < 0 && place >= from - 1 && node.type.name === type) at = place;
    return at < 0;
  });
  if (at >= 0) tr.setSelection(TextSelection.near(tr.doc.resolve(at + 1)));
  return true;
}

/** What can be put into a text where the cursor is, and the text as Markdown. */
export function InsertMenu({ editor, onExercise, onPicture, onFile, onLibrary }: Props) {
  const picture = useRef<HTMLInputElement>(null);
  const file = useRef<HTMLInputElement>(null);
  const markdown = useRef<HTMLInputElement>(null);
  const put = (content: object) => () => void editor.chain().focus().insertContent(content).run();
  const putAround = (content: Around) => () =>
    void editor
      .chain()
      .focus()
      .insertContent(content)
      .command(({ tr }) => within(tr, content.type))
      .run();
  const asMarkdown = () => markdownOfText(editor.getJSON() as RichText);
  const takeMarkdown = async (given: File | undefined) => {
    if (!given) return;
    editor
      .chain()
      .focus()
      .insertContent(textFromMarkdown(await given.text()).content ?? [])
      .run();
  };
  const items = [
    { name: 'Table', Glyph: IconTable, run: () => void editor.chain().focus().insertTable({ rows: 3, cols: 3 }).run() },
    ...(onExercise ? [{ name: 'Exercise', Glyph: IconPencilQuestion, run: onExercise }] : []),
    { name: 'Callout', Glyph: IconBulb, run: putAround({ type: 'callout', content: [empty] }) },
    { name: 'Folded away', Glyph: IconLayoutNavbarCollapse, run: putAround({ type: 'folded', content: [empty] }) },
    { name: 'Two columns', Glyph: IconColumns2, run: putAround(columns(2)) },
    { name: 'Three columns', Glyph: IconColumns3, run: putAround(columns(3)) },
    { name: 'Formula in the line', Glyph: IconMath, run: put({ type: 'formula', attrs: { tex: '' } }) },
    { name: 'Formula on its own', Glyph: IconMathFunction, run: put({ type: 'formulaBlock', attrs: { tex: '' } }) },
    { name: 'Code', Glyph: IconCode, run: () => void editor.chain().focus().toggleCodeBlock().run() },
    { name: 'Line across', Glyph: IconMinus, run: () => void editor.chain().focus().setHorizontalRule().run() },
  ];
  const media = [
    { name: 'Picture…', Glyph: IconPhoto, run: () => picture.current?.click() },
    { name: 'Film, recording or file…', Glyph: IconMovie, run: () => file.current?.click() },
    { name: 'From the library…', Glyph: IconFolderOpen, run: onLibrary },
  ];
  const files = [
    { name: 'Copy it as Markdown', Glyph: IconCopy, run: () => void navigator.clipboard.writeText(asMarkdown()) },
    {
      name: 'Keep it as Markdown',
      Glyph: IconDownload,
      run: () => saveFile('text.md', new Blob([asMarkdown()], { type: 'text/markdown;charset=utf-8' })),
    },
    { name: 'Put in a Markdown file…', Glyph: IconUpload, run: () => markdown.current?.click() },
  ];
  const draw = ({
    name,
    Glyph,
    run,
  }: {
    readonly name: string;
    readonly Glyph: typeof IconPlus;
    readonly run: () => void;
  }) => (
    <Menu.Item key={name} leftSection={<Glyph size={16} stroke={1.75} />} onClick={run}>
      {name}
    </Menu.Item>
  );
  return (
    <>
      <Menu position="bottom-start" returnFocus={false}>
        <Menu.Target>
          <Button
            variant="default"
            size="compact-md"
            leftSection={<IconPlus size={16} />}
            rightSection={<IconChevronDown size={14} />}
          >
            Put in
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          {media.map(draw)}
          <Menu.Divider />
          {items.map(draw)}
          <Menu.Divider />
          {files.map(draw)}
        </Menu.Dropdown>
      </Menu>
      <HiddenFile field={picture} label="Choose a picture" accept="image/*" onFile={onPicture} />
      <HiddenFile field={file} label="Choose a film, a recording or a file" onFile={onFile} />
      <HiddenFile field={markdown} label="Choose a Markdown file" accept=".md,.markdown,.txt" onFile={takeMarkdown} />
    </>
  );
}

type HiddenProps = {
  readonly field: React.RefObject<HTMLInputElement | null>;
  readonly label: string;
  readonly accept?: string;
  readonly onFile: (file: File | undefined) => void;
};

/** The field behind an entry of the menu. The same file can be chosen once more. */
const HiddenFile = ({ field, label, accept, onFile }: HiddenProps) => (
  <input
    ref={field}
    type="file"
    accept={accept}
    hidden
    aria-label={label}
    onChange={(event) => {
      onFile(event.currentTarget.files?.[0]);
      event.currentTarget.value = '';
    }}
  />
);
