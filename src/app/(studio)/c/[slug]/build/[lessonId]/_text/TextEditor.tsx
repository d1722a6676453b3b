'use client';
import { type Editor, EditorContent, useEditor } from '@tiptap/react';
import { useEffect, useRef } from 'react';
import { same } from '@/core/kernel/change';
import { counted } from '@/core/kernel/words';
import { type Lesson, pace, type RichText } from '@/core/outline';
import { useCourseStatus, useDesk } from '../../../_course/CourseProvider';
import { editing } from './editing';
import { LeftOut } from './LeftOut';
import { cleanedPaste, pasteMarkdown } from './paste';
import { Tools } from './Tools';
import styles from './text.module.css';

type Props = { readonly lesson: Lesson; readonly content: RichText | null };

export function TextEditor({ lesson, content }: Props) {
  const { store } = useDesk();
  const clashes = useCourseStatus('clashes');
  // What this editor last gave or got, to tell the words of others from its own.
  const known = useRef<RichText | null>(content);
  const inTwoVersions = clashes.some((clash) => clash.table === 'text' && clash.recordId === lesson.id);
  const made = useRef<Editor | null>(null);
  const editor = useEditor({
    immediatelyRender: false,
    extensions: editing,
    content: (content ?? '') as string,
    editorProps: {
      attributes: {
        'aria-label': `Text of ${lesson.title}`,
        role: 'textbox',
        'aria-multiline': 'true',
        class: styles.page ?? '',
      },
      transformPastedHTML: cleanedPaste,
      handlePaste: (_view, event) => made.current !== null && pasteMarkdown(made.current, event.clipboardData),
    },
    onUpdate: ({ editor: changed }) => {
      known.current = changed.isEmpty ? null : (changed.getJSON() as RichText);
      store.edit({ do: 'set', table: 'text', id: lesson.id, fields: { content: known.current } });
    },
  });
  made.current = editor;
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
      <Tools editor={editor} lesson={lesson} />
      <EditorContent editor={editor} />
      <LeftOut editor={editor} lesson={lesson} content={content} />
      <p className={styles.count}>
        {counted(lesson.written.words, 'word')} · {readingText(lesson.written.words)} to read
      </p>
    </div>
  );
}

/** How long a text takes at the pace lessons are planned with. */
const readingText = (words: number) => {
  const minutes = Math.round(words / pace.wordsPerMinute);
  return minutes < 1 ? 'less than a minute' : `${minutes} min`;
};
