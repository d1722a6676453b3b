'use client';
import { type LessonKind, lessonsBySection, sectionsOf } from '@/core/outline';
import { newId } from '@/ui/ids';
import { useDesk } from '../_course/CourseProvider';

/** What keys, buttons and menus do to the outline. */
export function useOutlineActions() {
  const { store } = useDesk();

  /** The section and lesson behind which something new is put: what is selected, or the end. */
  const here = () => {
    const { outline, selection } = store.get();
    const lesson = selection?.table === 'lesson' ? outline.lesson[selection.id] : undefined;
    const section = lesson ? outline.section[lesson.sectionId] : selection?.table === 'section' ? outline.section[selection.id] : undefined;
    return { outline, lesson, section: section ?? sectionsOf(outline).at(-1) };
  };

  const addSection = (): string | null => {
    const { section } = here();
    const id = newId();
    const made = store.edit({ do: 'add-section', id, title: 'New section', after: section?.id ?? null });
    if (made.ok) store.select({ table: 'section', id });
    return made.ok ? id : null;
  };

  const addLesson = (kind: LessonKind): string | null => {
    const { lesson, section } = here();
    const sectionId = section?.id ?? addSection();
    if (!sectionId) return null;
    const id = newId();
    const made = store.edit({ do: 'add-lesson', id, sectionId, after: lesson?.id ?? null, title: 'New lesson', kind });
    if (made.ok) store.select({ table: 'lesson', id });
    return made.ok ? id : null;
  };

  const rename = (table: 'section' | 'lesson', id: string, title: string) => store.edit({ do: 'set', table, id, fields: { title } });

  const remove = (table: 'section' | 'lesson', id: string) => {
    const next = neighbour(table, id, 1) ?? neighbour(table, id, -1);
    store.edit({ do: 'remove', table, ids: [id] });
    store.select(next);
    return next;
  };

  /** Sections and unfolded lessons in the order they are seen. */
  const flat = () => {
    const { outline } = store.get();
    const lessons = lessonsBySection(outline);
    return sectionsOf(outline).flatMap((section) => [
      { table: 'section' as const, id: section.id },
      ...(lessons.get(section.id) ?? []).map((lesson) => ({ table: 'lesson' as const, id: lesson.id })),
    ]);
  };
  const neighbour = (table: 'section' | 'lesson', id: string, step: 1 | -1) => {
    const all = flat();
    const inside = table === 'section' ? (lessonsBySection(store.get().outline).get(id)?.length ?? 0) : 0;
    const at = all.findIndex((one) => one.id === id);
    return all[step === 1 ? at + 1 + inside : at - 1] ?? null;
  };

  /** One place up or down; over the edge of its section a lesson goes into the next one. */
  const move = (table: 'section' | 'lesson', id: string, step: 1 | -1) => {
    const { outline } = store.get();
    const sections = sectionsOf(outline);
    if (table === 'section') {
      const at = sections.findIndex((section) => section.id === id);
      if (!sections[at + step]) return;
      const before = step === -1 ? sections[at - 1] : sections[at + 2];
      store.edit({ do: 'move-section', id, before: before?.id ?? null });
      return;
    }
    const lesson = outline.lesson[id];
    if (!lesson) return;
    const siblings = lessonsBySection(outline).get(lesson.sectionId) ?? [];
    const at = siblings.findIndex((one) => one.id === id);
    if (siblings[at + step]) {
      const before = step === -1 ? siblings[at - 1] : siblings[at + 2];
      store.edit({ do: 'move-lessons', ids: [id], sectionId: lesson.sectionId, before: before?.id ?? null });
      return;
    }
    const next = sections[sections.findIndex((section) => section.id === lesson.sectionId) + step];
    if (!next) return;
    const first = lessonsBySection(outline).get(next.id)?.[0];
    store.edit({ do: 'move-lessons', ids: [id], sectionId: next.id, before: step === 1 ? (first?.id ?? null) : null });
  };

  return { addLesson, addSection, rename, remove, move };
}
