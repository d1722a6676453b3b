'use client';
import { ActionIcon, Button, TextInput, Tooltip } from '@mantine/core';
import {
  IconBlockquote,
  IconBold,
  IconH2,
  IconH3,
  IconItalic,
  IconLink,
  IconList,
  IconListNumbers,
  IconMovie,
  IconPhoto,
} from '@tabler/icons-react';
import Image from '@tiptap/extension-image';
import { type Editor, EditorContent, useEditor, useEditorState } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useEffect, useRef, useState } from 'react';
import { act } from '@/app/_client/act';
import { upload } from '@/app/_client/upload';
import { same } from '@/core/kernel/change';
import type { Lesson, RichText } from '@/core/outline';
import { LibraryMedia } from '@/ui/text/library-media';
import { useCourseStatus, useDesk } from '../../_course/CourseProvider';
import styles from './text.module.css';

/** A picture of the course's library: the document keeps its id, and the address follows from it. */
const LibraryPicture = Image.extend({
  addAttributes() {
    return {
      ...this.parent?.(),
      mediaId: {
        default: null,
        parseHTML: (element) => element.getAttribute('data-media-id'),
        renderHTML: ({ mediaId }) => ({ 'data-media-id': mediaId }),
      },
    };
  },
  // A picture pasted from elsewhere has no place in the library, and would not be there tomorrow.
  parseHTML: () => [{ tag: 'img[data-media-id]' }],
});

type Props = { readonly lesson: Lesson; readonly content: RichText | null };

export function TextEditor({ lesson, content }: Props) {
  const { store } = useDesk();
  const clashes = useCourseStatus('clashes');
  // What this editor last gave or got, to tell the words of others from its own.
  const known = useRef<RichText | null>(content);
  const inTwoVersions = clashes.some((clash) => clash.table === 'text' && clash.recordId === lesson.id);
  const editor = useEditor({
    immediatelyRender: false,
    extensions: [
      StarterKit.configure({
        heading: { levels: [2, 3] },
        link: { openOnClick: false, protocols: ['http', 'https', 'mailto'] },
      }),
      LibraryPicture,
      LibraryMedia,
    ],
    content: (content ?? '') as string,
    editorProps: {
      attributes: {
        'aria-label': `Text of ${lesson.title}`,
        role: 'textbox',
        'aria-multiline': 'true',
        class: styles.page ?? '',
      },
    },
    onUpdate: ({ editor: changed }) => {
      known.current = changed.isEmpty ? null : (changed.getJSON() as RichText);
      store.edit({ do: 'set', table: 'text', id: lesson.id, fields: { content: known.current } });
    },
  });
  useEffect(() => {
    if (!editor || same(content, known.current)) return;
    known.current = content;
    const { from, to } = editor.state.selection;
    editor.commands.setContent((content ?? '') as string, { emitUpdate: false });
    const end = editor.state.doc.content.size;
    editor.commands.setTextSelection({ from: Math.min(from, end), to: Math.min(to, end) });
  }, [editor, content]);
  // While two versions are open, the one to go on with is chosen first.
  useEffect(() => editor?.setEditable(!inTwoVersions, false), [editor, inTwoVersions]);
  if (!editor) return null;
  return (
    <div className={styles.editor}>
      <h2 className={styles.heading}>{lesson.title}</h2>
      <Tools editor={editor} />
      <EditorContent editor={editor} />
    </div>
  );
}

type Asking = { readonly what: 'link' } | { readonly what: 'picture' | 'media'; readonly id: string };
type AskProps = {
  readonly label: string;
  readonly initial: string;
  readonly action: string;
  readonly onGive: (words: string) => void;
  readonly onLeave: () => void;
};

/** A short question in the toolbar, where the answer goes. */
function Ask({ label, initial, action, onGive, onLeave }: AskProps) {
  const [words, setWords] = useState(initial);
  return (
    <form
      className={styles.ask}
      onSubmit={(event) => {
        event.preventDefault();
        onGive(words.trim());
      }}
      onKeyDown={(event) => event.key === 'Escape' && onLeave()}
    >
      <TextInput
        aria-label={label}
        placeholder={label}
        value={words}
        onChange={(event) => setWords(event.currentTarget.value)}
        maxLength={500}
        autoFocus
      />
      <Button type="submit">{action}</Button>
    </form>
  );
}

function Tools({ editor }: { readonly editor: Editor }) {
  const { head, store } = useDesk();
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [asking, setAsking] = useState<Asking | null>(null);
  const active = useEditorState({
    editor,
    selector: ({ editor: now }) => ({
      bold: now.isActive('bold'),
      italic: now.isActive('italic'),
      h2: now.isActive('heading', { level: 2 }),
      h3: now.isActive('heading', { level: 3 }),
      bullets: now.isActive('bulletList'),
      numbers: now.isActive('orderedList'),
      quote: now.isActive('blockquote'),
      link: now.isActive('link'),
    }),
  });
  const add = async (what: 'picture' | 'media', file: File | undefined) => {
    if (!file) return;
    setProblem(null);
    setBusy(true);
    const purpose = what === 'picture' ? 'picture' : 'attachment';
    const done = await upload(file, { purpose, courseId: head.id }, () => {}).done;
    setBusy(false);
    if (!done.ok) return setProblem(done.problem.sentence);
    setAsking({ what, id: done.value.id });
  };
  const putMedia = async (id: string, title: string) => {
    await store.refreshMedia();
    editor
      .chain()
      .focus()
      .insertContent({ type: 'media', attrs: { mediaId: id, title: title || store.get().media.get(id)?.title } })
      .run();
    setAsking(null);
  };
  const putPicture = async (id: string, alt: string) => {
    if (alt) await act('media.describe', { mediaId: id, alt });
    await store.refreshMedia();
    editor
      .chain()
      .focus()
      .insertContent({ type: 'image', attrs: { src: `/files/${id}/original`, mediaId: id, alt } })
      .run();
    setAsking(null);
  };
  const putLink = (address: string) => {
    if (!/^(https?:\/\/|mailto:)\S+$/.test(address))
      return setProblem('Give an address that begins with https:// or mailto:.');
    setProblem(null);
    editor.chain().focus().setLink({ href: address }).run();
    setAsking(null);
  };
  const setLink = () => (active.link ? editor.chain().focus().unsetLink().run() : setAsking({ what: 'link' }));
  const tools = [
    {
      name: 'Bold',
      keys: 'Ctrl B',
      on: active.bold,
      Glyph: IconBold,
      run: () => editor.chain().focus().toggleBold().run(),
    },
    {
      name: 'Italic',
      keys: 'Ctrl I',
      on: active.italic,
      Glyph: IconItalic,
      run: () => editor.chain().focus().toggleItalic().run(),
    },
    {
      name: 'Heading',
      keys: 'Ctrl Alt 2',
      on: active.h2,
      Glyph: IconH2,
      run: () => editor.chain().focus().toggleHeading({ level: 2 }).run(),
    },
    {
      name: 'Smaller heading',
      keys: 'Ctrl Alt 3',
      on: active.h3,
      Glyph: IconH3,
      run: () => editor.chain().focus().toggleHeading({ level: 3 }).run(),
    },
    {
      name: 'List',
      keys: 'Ctrl Shift 8',
      on: active.bullets,
      Glyph: IconList,
      run: () => editor.chain().focus().toggleBulletList().run(),
    },
    {
      name: 'Numbered list',
      keys: 'Ctrl Shift 7',
      on: active.numbers,
      Glyph: IconListNumbers,
      run: () => editor.chain().focus().toggleOrderedList().run(),
    },
    {
      name: 'Quote',
      keys: 'Ctrl Shift B',
      on: active.quote,
      Glyph: IconBlockquote,
      run: () => editor.chain().focus().toggleBlockquote().run(),
    },
    { name: 'Link', keys: '', on: active.link, Glyph: IconLink, run: setLink },
  ];
  return (
    <div className={styles.tools} role="toolbar" aria-label="Text">
      {tools.map(({ name, keys, on, Glyph, run }) => (
        <Tooltip key={name} label={keys ? `${name} (${keys})` : name}>
          <ActionIcon
            variant={on ? 'light' : 'subtle'}
            color={on ? 'malachite' : 'gray'}
            size="lg"
            aria-label={name}
            aria-pressed={on}
            onClick={run}
          >
            <Glyph size={18} stroke={1.75} />
          </ActionIcon>
        </Tooltip>
      ))}
      <Chooser
        name="Picture"
        choose="Choose a picture"
        accept="image/*"
        Glyph={IconPhoto}
        busy={busy}
        onFile={(file) => add('picture', file)}
      />
      <Chooser
        name="Film, recording or file"
        choose="Choose a film, a recording or a file"
        Glyph={IconMovie}
        busy={busy}
        onFile={(file) => add('media', file)}
      />
      {asking?.what === 'link' && (
        <Ask
          label="Address of the page"
          initial="https://"
          action="Link"
          onGive={putLink}
          onLeave={() => setAsking(null)}
        />
      )}
      {asking?.what === 'picture' && (
        <Ask
          label="Describe the picture for those who cannot see it"
          initial=""
          action="Put in"
          onGive={(alt) => putPicture(asking.id, alt)}
          onLeave={() => putPicture(asking.id, '')}
        />
      )}
      {asking?.what === 'media' && (
        <Ask
          label="What it is called here"
          initial={store.get().media.get(asking.id)?.title ?? ''}
          action="Put in"
          onGive={(title) => putMedia(asking.id, title)}
          onLeave={() => putMedia(asking.id, '')}
        />
      )}
      {problem && (
        <span role="alert" className={styles.problem}>
          {problem}
        </span>
      )}
    </div>
  );
}

type ChooserProps = {
  readonly name: string;
  /** What the field is called that the file goes into. */
  readonly choose: string;
  readonly accept?: string;
  readonly Glyph: typeof IconPhoto;
  readonly busy: boolean;
  readonly onFile: (file: File | undefined) => void;
};

/** A button of the toolbar that asks for a file. The same file can be chosen once more. */
function Chooser({ name, choose, accept, Glyph, busy, onFile }: ChooserProps) {
  const field = useRef<HTMLInputElement>(null);
  return (
    <>
      <ActionIcon
        variant="subtle"
        color="gray"
        size="lg"
        aria-label={name}
        loading={busy}
        onClick={() => field.current?.click()}
      >
        <Glyph size={18} stroke={1.75} />
      </ActionIcon>
      <input
        ref={field}
        type="file"
        accept={accept}
        hidden
        aria-label={choose}
        onChange={(event) => {
          onFile(event.currentTarget.files?.[0]);
          event.currentTarget.value = '';
        }}
      />
    </>
  );
}
