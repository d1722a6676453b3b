'use client';
import { type LessonKind, lessonKindOf, lessonsBySection, type OutlineEdit, sectionsOf } from '@/core/outline';
import { newId } from '@/ui/ids';
import { useCourseStore } from '../_course/CourseProvider';
import type { CourseStore, Selection } from '../_course/store';
import type { Slot } from './rows';

type Row = { readonly table: 'section' | 'lesson'; readonly id: string };
type SimpleEdit = Exclude<OutlineEdit, { readonly do: 'all' }>;

/** Sections and lessons that are selected, in the order of the course; lessons within a selected section go with it. */
export function markedRows(store: CourseStore): { sections: string[]; lessons: string[] } {
  const { outline, marked } = store.get();
  const lessons = lessonsBySection(outline);
  const all = sectionsOf(outline);
  const sections = all.filter((section) => marked.has(section.id)).map((section) => section.id);
  return {
    sections,
    lessons: all.flatMap((section) =>
      marked.has(section.id)
        ? []
        : (lessons.get(section.id) ?? []).filter(({ id }) => marked.has(id)).map(({ id }) => id),
    ),
  };
}

/** What keys, buttons and menus do to the outline. */
export function outlineActions(store: CourseStore) {
  /** The section and lesson behind which something new is put: what is selected, or the end. */
  const here = () => {
    const { outline, selection } = store.get();
    const lesson = selection?.table === 'lesson' ? outline.lesson[selection.id] : undefined;
    const chosen = selection?.table === 'section' ? selection.id : undefined;
    const section = outline.section[lesson?.sectionId ?? chosen ?? ''];
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
    const add = { do: 'add-lesson', id, sectionId, after: lesson?.id ?? null, title: 'New lesson', kind } as const;
    const quiz = lessonKindOf(kind).asks ? store.usualQuiz : null;
    const made = store.edit(
      quiz ? { do: 'all', edits: [add, { do: 'set', table: 'lesson', id, fields: { quiz } }] } : add,
    );
    if (made.ok) store.select({ table: 'lesson', id });
    return made.ok ? id : null;
  };

  /** A name that was typed and given: it has paused. */
  const rename = (table: 'section' | 'lesson', id: string, title: string) => {
    const renamed = store.edit({ do: 'set', table, id, fields: { title } });
    store.sendNow();
    return renamed;
  };

  /** Several edits as one step; a single one stays itself. */
  const together = (edits: readonly SimpleEdit[]) => {
    const [only] = edits;
    if (!only) return;
    return store.edit(edits.length === 1 ? only : { do: 'all', edits });
  };

  /** Removes rows, and goes to the one behind them. */
  const remove = ({
    sections,
    lessons,
  }: {
    readonly sections: readonly string[];
    readonly lessons: readonly string[];
  }): Selection | null => {
    const gone = new Set([...sections, ...lessons]);
    const { outline } = store.get();
    const stays = (row: Row) =>
      !gone.has(row.id) && !(row.table === 'lesson' && gone.has(outline.lesson[row.id]?.sectionId ?? ''));
    const all = flat();
    const last = all.findLastIndex((row) => !stays(row));
    const next = all.slice(last + 1).find(stays) ?? all.slice(0, last).findLast(stays) ?? null;
    together([
      ...(sections.length > 0 ? [{ do: 'remove', table: 'section', ids: sections } as const] : []),
      ...(lessons.length > 0 ? [{ do: 'remove', table: 'lesson', ids: lessons } as const] : []),
    ]);
    store.select(next);
    return next;
  };

  /** Sections and their lessons in order. */
  const flat = (): Row[] => {
    const { outline } = store.get();
    const lessons = lessonsBySection(outline);
    return sectionsOf(outline).flatMap((section) => [
      { table: 'section' as const, id: section.id },
      ...(lessons.get(section.id) ?? []).map((lesson) => ({ table: 'lesson' as const, id: lesson.id })),
    ]);
  };

  /** One place up or down, for all that is selected; over the edge of their section lessons go into the next one. */
  const move = (step: 1 | -1) => {
    const { outline } = store.get();
    const marked = markedRows(store);
    const sections = sectionsOf(outline);
    if (marked.lessons.length === 0) {
      const at = sections.map((section, i) => (marked.sections.includes(section.id) ? i : -1)).filter((i) => i >= 0);
      const target = step === -1 ? sections[(at[0] ?? 0) - 1] : sections[(at.at(-1) ?? 0) + 2];
      const blocked = step === -1 ? at[0] === 0 : at.at(-1) === sections.length - 1;
      if (at.length > 0 && !blocked)
        store.edit({ do: 'move-sections', ids: marked.sections, before: target?.id ?? null });
      return;
    }
    if (marked.sections.length > 0) return;
    const edge = outline.lesson[(step === -1 ? marked.lessons[0] : marked.lessons.at(-1)) ?? ''];
    if (!edge) return;
    const staying = (sectionId: string) =>
      (lessonsBySection(outline).get(sectionId) ?? []).filter((one) => !marked.lessons.includes(one.id));
    const siblings = lessonsBySection(outline).get(edge.sectionId) ?? [];
    const at = siblings.indexOf(edge);
    const neighbour = siblings[at + step];
    if (neighbour) {
      const before = step === -1 ? neighbour : siblings.slice(at + 2).find((one) => !marked.lessons.includes(one.id));
      store.edit({ do: 'move-lessons', ids: marked.lessons, sectionId: edge.sectionId, before: before?.id ?? null });
      return;
    }
    const next = sections[sections.findIndex((section) => section.id === edge.sectionId) + step];
    if (next)
      store.edit({
        do: 'move-lessons',
        ids: marked.lessons,
        sectionId: next.id,
        before: step === 1 ? (staying(next.id)[0]?.id ?? null) : null,
      });
  };

  /** Puts what is lifted into a slot. */
  const drop = (
    lifted: { readonly table: 'section' | 'lesson'; readonly ids: readonly string[] },
    { sectionId, before }: Slot,
  ) =>
    lifted.table === 'section'
      ? store.edit({ do: 'move-sections', ids: lifted.ids, before })
      : store.edit({ do: 'move-lessons', ids: lifted.ids, sectionId: sectionId ?? '', before });

  /**
   * Tab: a section becomes a lesson of the one above, lessons go to the end of the section above. False when nothing is
   * above.
   */
  const indent = (): boolean => {
    const { outline, selection } = store.get();
    const sections = sectionsOf(outline);
    const above = (sectionId: string) => sections[sections.findIndex((section) => section.id === sectionId) - 1];
    if (selection?.table === 'section') {
      if (!above(selection.id)) return false;
      const id = newId();
      if (store.edit({ do: 'to-lesson', sectionId: selection.id, id }).ok) store.select({ table: 'lesson', id });
      return true;
    }
    const { lessons } = markedRows(store);
    const target = above(outline.lesson[lessons[0] ?? '']?.sectionId ?? '');
    if (!target) return false;
    store.edit({ do: 'move-lessons', ids: lessons, sectionId: target.id, before: null });
    return true;
  };

  /** Shift Tab: a lesson begins a section of its own, with those behind it. False when it is a section already. */
  const outdent = (): boolean => {
    const { selection } = store.get();
    if (selection?.table !== 'lesson') return false;
    const id = newId();
    if (store.edit({ do: 'to-section', lessonId: selection.id, id }).ok) store.select({ table: 'section', id });
    return true;
  };

  return { here, addLesson, addSection, rename, remove, move, drop, indent, outdent, together };
}

export function useOutlineActions() {
  return outlineActions(useCourseStore());
}
