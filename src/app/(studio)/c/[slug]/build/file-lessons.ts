import type { UploadTarget } from '@/app/_client/upload';
import { uploads } from '@/app/_client/upload-queue';
import { kindForFile, type LessonKind, lessonsBySection, sectionsOf } from '@/core/outline';
import { newId } from '@/ui/ids';
import type { CourseStore, Selection } from '../_course/store';
import type { Slot } from './rows';

/** Where files that are carried over the outline would go: between lessons, or into one. */
export type FilePlace =
  | { readonly into: 'outline'; readonly slot: Slot; readonly words: string }
  | {
      readonly into: 'lesson';
      readonly id: string;
      readonly top: number;
      readonly height: number;
      readonly words: string;
    };

/** As people count: `2 Flow` before `10 Flow`. */
const asCounted = new Intl.Collator('en', { numeric: true }).compare;

/** What a lesson is called that a file becomes: the file's name, without its ending. */
export const titleOf = (name: string): string =>
  name
    .replace(/\.[^.]+$/, '')
    .replace(/[_\s]+/g, ' ')
    .trim()
    .slice(0, 200)
    .trim() || 'File';

/** The kind of lesson a file most likely becomes. What it really holds is looked at when it has arrived. */
export function likelyKind({ type, name }: Pick<File, 'type' | 'name'>): LessonKind {
  if (type.startsWith('video/') || /\.(mkv|mov)$/i.test(name)) return kindForFile('film');
  if (type.startsWith('audio/')) return kindForFile('audio');
  return kindForFile(type === 'application/pdf' ? 'document' : 'file');
}

const isCaptions = (name: string) => /\.(vtt|srt)$/i.test(name);
/** `walk.de.vtt`: the language stands before the ending, as people name such files. */
const languageOf = (name: string) => /\.([a-z]{2,3})\.(?:vtt|srt)$/i.exec(name)?.[1]?.toLowerCase() ?? 'en';
const nameOfLanguage = (code: string) => new Intl.DisplayNames(['en'], { type: 'language' }).of(code) ?? code;

/**
 * Puts files into a course: as lessons of their own at a place of the outline, or into a lesson. Gives back what to
 * look at then.
 */
export function putFiles(store: CourseStore, files: readonly File[], place: FilePlace | null): Selection | null {
  const sorted = [...files].sort((a, b) => asCounted(a.name, b.name));
  const { courseId } = store;
  if (place?.into === 'lesson') {
    uploads.add(sorted.map((file) => ({ file, target: targetIn(store, place.id, file), onDone: store.refreshMedia })));
    return { table: 'lesson', id: place.id };
  }
  const drafts = sorted.map((file) => ({ id: newId(), title: titleOf(file.name), kind: likelyKind(file) }));
  const [first] = drafts;
  if (!first) return null;
  const { outline } = store.get();
  const last = sectionsOf(outline).at(-1)?.id;
  const sectionId = place?.slot.sectionId ?? last ?? newId();
  const before = place?.slot.before ?? null;
  const at = lessonsBySection(outline).get(sectionId) ?? [];
  const put = {
    do: 'put',
    into: sectionId,
    after: at.at(-1)?.id ?? null,
    lessons: drafts,
    afterSection: null,
    sections: [],
  } as const;
  const made = store.edit({
    do: 'all',
    edits: [
      ...(outline.section[sectionId]
        ? []
        : [{ do: 'add-section', id: sectionId, title: 'New section', after: null } as const]),
      put,
      ...(before ? [{ do: 'move-lessons', ids: drafts.map(({ id }) => id), sectionId, before } as const] : []),
    ],
  });
  if (!made.ok) return null;
  // The server fills the lessons: they have to be there before their files are.
  whenKept(store, () =>
    uploads.add(
      sorted.map((file, i) => ({
        file,
        target: { purpose: 'attachment', courseId, lessonId: drafts[i]?.id ?? first.id },
        onDone: store.refreshMedia,
      })),
    ),
  );
  return { table: 'lesson', id: first.id };
}

/** Does something as soon as everything done so far has reached the server. */
function whenKept(store: CourseStore, then: () => void): void {
  store.sendNow();
  const leave = store.subscribe(() => {
    if (store.get().saving.state !== 'saved') return;
    leave();
    then();
  });
}

function targetIn(store: CourseStore, lessonId: string, file: File): UploadTarget {
  const mediaId = store.get().outline.lesson[lessonId]?.mediaId;
  const language = languageOf(file.name);
  return isCaptions(file.name) && mediaId
    ? { purpose: 'captions', mediaId, language, label: nameOfLanguage(language) }
    : { purpose: 'attachment', courseId: store.courseId, lessonId };
}
