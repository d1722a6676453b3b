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
} from '@tabler/icons-react';
import { type Editor, useEditorState } from '@tiptap/react';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { useIntake } from '@/app/_client/use-intake';
import type { MediaFacts } from '@/core/media';
import { type Lesson, lessonKindOf } from '@/core/outline';
import { newId } from '@/ui/ids';
import { useDesk } from '../../../_course/CourseProvider';
import { Intake } from '../../../_inspector/Intake';
import { PickerDialog } from '../../../_inspector/LibraryPicker';
import { justMade, putExercise } from './exercises';
import { InsertMenu } from './InsertMenu';
import styles from './text.module.css';
import { Within } from './Within';

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

/** The toolbar of a text: marks, what can be put in, and what belongs to where the cursor is. */
export function Tools({ editor, lesson }: { readonly editor: Editor; readonly lesson: Lesson }) {
  const { head, store } = useDesk();
  const [problem, setProblem] = useState<string | null>(null);
  const intake = useIntake();
  const [picking, setPicking] = useState(false);
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
  const makeExercise = () => {
    const id = newId();
    store.edit({ do: 'add-question', id, lessonId: lesson.id, kind: 'one' });
    justMade.add(id);
    putExercise(editor, id);
  };
  const add = (what: 'picture' | 'media', file: File | undefined) =>
    file &&
    intake.add([
      {
        file,
        target: { purpose: what === 'picture' ? 'picture' : 'attachment', courseId: head.id },
        onDone: (id) => setAsking({ what, id }),
      },
    ]);
  const pick = ({ id, kind, alt, title }: MediaFacts) => {
    setPicking(false);
    if (kind !== 'picture') return void putMedia(id, title);
    if (alt) void putPicture(id, alt);
    else setAsking({ what: 'picture', id });
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
      <InsertMenu
        editor={editor}
        onExercise={lessonKindOf(lesson.kind).asks ? null : makeExercise}
        onPicture={(file) => add('picture', file)}
        onFile={(file) => add('media', file)}
        onLibrary={() => setPicking(true)}
      />
      <Within editor={editor} />
      <PickerDialog
        opened={picking}
        kind={null}
        called="what stands in the text"
        onClose={() => setPicking(false)}
        onPick={pick}
      />
      <Intake intake={intake} />
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
