import type { MediaKind } from '../media';
import { lessonKindOf } from './kinds';
import { type Lesson, type LessonKind, lessonKinds } from './types';

/** The kind of lesson that shows a kind of file; what no kind shows is attached to a reading. */
export const kindForFile = (file: MediaKind): LessonKind =>
  lessonKinds.find((kind) => lessonKindOf(kind).file?.purpose === file) ?? 'reading';

/** Whether a lesson may become of another kind for a file: it shows none yet, and no work hangs on what it is. */
const isOpen = ({ kind, mediaId, written }: Lesson) => {
  const { file, isGraded } = lessonKindOf(kind);
  return mediaId === null && !isGraded && (file !== null || written.words === 0);
};

/**
 * The fields a lesson is given when a file is dropped on it. One of its own kind becomes what it shows; an empty
 * lesson becomes of the kind that shows it; a picture stands above the text where none does; everything else is
 * attached. `attachmentId`: the id of an attachment, if it becomes one. Dropped again, it changes nothing.
 */
export function filledWith(
  lesson: Lesson,
  file: { readonly id: string; readonly kind: MediaKind },
  attachmentId: string,
): Partial<Lesson> {
  const isThere =
    lesson.mediaId === file.id ||
    lesson.pictureId === file.id ||
    lesson.attachments.some(({ mediaId }) => mediaId === file.id);
  if (isThere) return {};
  if (lessonKindOf(lesson.kind).file?.purpose === file.kind) return { mediaId: file.id };
  const kind = kindForFile(file.kind);
  if (lessonKindOf(kind).file && isOpen(lesson)) return { kind, mediaId: file.id };
  if (file.kind === 'picture' && lesson.pictureId === null) return { pictureId: file.id };
  return { attachments: [...lesson.attachments, { id: attachmentId, mediaId: file.id, title: '', access: 'open' }] };
}
