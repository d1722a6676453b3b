import type { LessonDraft, SectionDraft } from '../outline';
import type { ReadLesson, ReadOutline } from './branches';

/** What a read outline becomes in a course, with ids from `id`, which gives a new one each time. */
export function draftsOf(
  outline: ReadOutline,
  id: () => string,
): { readonly lessons: LessonDraft[]; readonly sections: SectionDraft[] } {
  const lesson = ({ title, kind, text, ...fields }: ReadLesson): LessonDraft => ({
    id: id(),
    title,
    kind,
    text,
    fields,
  });
  return {
    lessons: outline.loose.map(lesson),
    sections: outline.sections.map((section) => ({
      id: id(),
      title: section.title,
      lessons: section.lessons.map(lesson),
    })),
  };
}
