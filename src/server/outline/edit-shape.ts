import { isId } from '@/core/kernel/ids';
import { mostLessons, type OutlineEdit } from '@/core/outline';

/** The outer shape of an edit; what is inside is checked where it is planned. */
export function isEdit(value: unknown): value is OutlineEdit {
  if (typeof value !== 'object' || value === null) return false;
  const edit = value as { [key: string]: unknown };
  const id = isId;
  const place = (x: unknown) => x === null || id(x);
  const ids = (x: unknown) => list(x, id);
  const draft = (x: unknown) => {
    const { id: own, title, kind, fields } = (x ?? {}) as { [key: string]: unknown };
    return (
      id(own) &&
      typeof title === 'string' &&
      typeof kind === 'string' &&
      (fields === undefined || (typeof fields === 'object' && fields !== null))
    );
  };
  const sectionDraft = (x: unknown) => {
    const { id: own, title, lessons } = (x ?? {}) as { [key: string]: unknown };
    return id(own) && typeof title === 'string' && list(lessons, draft);
  };
  switch (edit.do) {
    case 'add-section':
      return id(edit.id) && typeof edit.title === 'string' && place(edit.after);
    case 'add-lesson':
      return (
        id(edit.id) &&
        id(edit.sectionId) &&
        place(edit.after) &&
        typeof edit.title === 'string' &&
        typeof edit.kind === 'string'
      );
    case 'add-question':
      return (
        id(edit.id) &&
        id(edit.lessonId) &&
        typeof edit.kind === 'string' &&
        (edit.after === undefined || id(edit.after)) &&
        (edit.fields === undefined || (typeof edit.fields === 'object' && edit.fields !== null))
      );
    case 'add-outcome':
      return id(edit.id) && typeof edit.text === 'string';
    case 'put':
      return (
        place(edit.into) &&
        place(edit.after) &&
        place(edit.afterSection) &&
        list(edit.lessons, draft) &&
        list(edit.sections, sectionDraft)
      );
    case 'set':
      return (
        tableNames.includes(String(edit.table)) &&
        id(edit.id) &&
        typeof edit.fields === 'object' &&
        edit.fields !== null
      );
    case 'move-lessons':
      return ids(edit.ids) && id(edit.sectionId) && place(edit.before);
    case 'move-sections':
      return ids(edit.ids) && place(edit.before);
    case 'move-question':
    case 'move-outcome':
      return id(edit.id) && place(edit.before);
    case 'to-section':
      return id(edit.lessonId) && id(edit.id);
    case 'to-lesson':
      return id(edit.sectionId) && id(edit.id);
    case 'make-real':
      return ids(edit.lessonIds) && ids(edit.ids);
    case 'remove':
      return ['section', 'lesson', 'question', 'outcome'].includes(String(edit.table)) && ids(edit.ids);
    case 'all':
      return list(edit.edits, (one) => isEdit(one) && one.do !== 'all');
    default:
      return false;
  }
}
const tableNames = ['course', 'section', 'lesson', 'question', 'outcome', 'text'];
const list = (value: unknown, holds: (one: unknown) => boolean) =>
  Array.isArray(value) && value.length <= mostLessons && value.every(holds);
