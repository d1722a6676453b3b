import type { Editor } from '@tiptap/react';

/** Exercises that were made a moment ago: the keyboard is with them as soon as they are drawn. */
export const justMade = new Set<string>();

/**
 * Puts an exercise behind the paragraph, or whatever else, the cursor is in; behind it there is always room to go on.
 */
export function putExercise(editor: Editor, questionId: string): void {
  const { $to } = editor.state.selection;
  const at = $to.depth === 0 ? $to.pos : $to.after(1);
  const isLast = at >= editor.state.doc.content.size;
  editor.commands.insertContentAt(at, [
    { type: 'exercise', attrs: { questionId } },
    ...(isLast ? [{ type: 'paragraph' }] : []),
  ]);
}
