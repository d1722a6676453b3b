import { lessonKindOf } from './kinds';
import type { LessonKind, Moment, RichText } from './types';

/**
 * An exercise is a question that stands in the text of a lesson, at its own place: a question of a lesson that is no
 * paper, and that stops no film. It is answered for practice, as often as one likes, and counts nothing.
 */
export const isExercise = (kind: LessonKind, { moment }: { readonly moment: Moment | null }): boolean =>
  moment === null && !lessonKindOf(kind).asks;

const idOf = ({ type, attrs }: RichText) => (type === 'exercise' ? String(attrs?.questionId ?? '') : null);

/** The exercises that stand in a text, in their order. They stand between paragraphs, never within anything. */
export const exercisesIn = (text: RichText | null): string[] =>
  (text?.content ?? []).flatMap((node) => idOf(node) ?? []);

/** A text whose exercises are called by other ids: that of a lesson copied with its questions. */
export const withExercises = (text: RichText, nameOf: (id: string) => string): RichText => ({
  ...text,
  ...(text.content && {
    content: text.content.map((node) => {
      const id = idOf(node);
      return id === null ? node : { ...node, attrs: { ...node.attrs, questionId: nameOf(id) } };
    }),
  }),
});

/** A part of a text between its exercises, or an exercise. */
export type TextPart = { readonly text: RichText } | { readonly exercise: string };

/** A text divided at its exercises. */
export function partsOfText(text: RichText): TextPart[] {
  const parts: TextPart[] = [];
  let open: RichText[] = [];
  const close = () => {
    if (open.length > 0) parts.push({ text: { ...text, content: open } });
    open = [];
  };
  for (const node of text.content ?? []) {
    const exercise = idOf(node);
    if (exercise === null) open.push(node);
    else {
      close();
      parts.push({ exercise });
    }
  }
  close();
  return parts;
}
