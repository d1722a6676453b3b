import { counted, listText } from '../kernel/words';
import type { OutlineEdit } from './edit-types';
import { fieldName } from './field-text';
import type { Outline } from './types';

function putText({ lessons, sections }: Extract<OutlineEdit, { do: 'put' }>): string {
  const inside = sections.reduce((total, section) => total + section.lessons.length, 0);
  const parts = [
    sections.length > 0 ? counted(sections.length, 'section') : '',
    lessons.length + inside > 0 ? counted(lessons.length + inside, 'lesson') : '',
  ];
  return `add ${parts.filter(Boolean).join(' and ')}`;
}

/** What many edits of one kind are called together. */
const verbs: { readonly [kind: string]: string } = {
  'add-question': 'add',
  remove: 'remove',
  set: 'change',
  'make-real': 'begin',
};

function allText(outline: Outline, edits: readonly OutlineEdit[]): string {
  const [first] = edits;
  if (first && edits.length === 1) return editText(outline, first);
  const kinds = [...new Set(edits.map((edit) => edit.do))];
  const verb = kinds.length > 1 ? 'change' : (verbs[kinds[0] ?? ''] ?? 'move');
  const touched = edits.flatMap((edit) => {
    if ('ids' in edit) return edit.ids;
    return 'id' in edit ? [edit.id] : [];
  });
  const tables = new Set(
    edits.map((edit) => {
      if ('table' in edit) return edit.table;
      if (edit.do === 'move-sections') return 'section';
      return edit.do === 'add-question' || edit.do === 'move-question' ? 'question' : 'lesson';
    }),
  );
  const name = tables.size === 1 ? [...tables][0] : 'thing';
  return `${verb} ${counted(new Set(touched).size, name === 'text' ? 'lesson' : (name ?? 'thing'))}`;
}

const quoted = (title: string | undefined) => `"${title ?? ''}"`;

/** An edit in a few words, for history and for "Undo …". */
export function editText(outline: Outline, edit: OutlineEdit): string {
  switch (edit.do) {
    case 'add-section':
      return `add section ${quoted(edit.title)}`;
    case 'add-lesson':
      return `add lesson ${quoted(edit.title)}`;
    case 'add-question':
      return 'add a question';
    case 'add-outcome':
      return 'add an outcome';
    case 'set': {
      const fields = Object.keys(edit.fields);
      if (edit.table === 'text') return `write ${quoted(outline.lesson[edit.id]?.title)}`;
      const record = outline[edit.table]?.[edit.id];
      const title = record && 'title' in record ? record.title : undefined;
      if (edit.table === 'outcome') return 'change an outcome';
      if (edit.table !== 'question' && fields.length === 1 && fields[0] === 'title') return `rename ${quoted(title)}`;
      return `change ${edit.table === 'question' ? 'a question' : quoted(title)}: ${listText(fields.map((field) => fieldName(edit.table, field)))}`;
    }
    case 'move-lessons':
      return edit.ids.length === 1
        ? `move ${quoted(outline.lesson[edit.ids[0] ?? '']?.title)}`
        : `move ${edit.ids.length} lessons`;
    case 'move-sections':
      return edit.ids.length === 1
        ? `move section ${quoted(outline.section[edit.ids[0] ?? '']?.title)}`
        : `move ${edit.ids.length} sections`;
    case 'move-outcome':
      return 'move an outcome';
    case 'to-section':
      return `make ${quoted(outline.lesson[edit.lessonId]?.title)} a section`;
    case 'to-lesson':
      return `make section ${quoted(outline.section[edit.sectionId]?.title)} a lesson`;
    case 'make-real':
      return edit.lessonIds.length === 1
        ? `begin ${quoted(outline.lesson[edit.lessonIds[0] ?? '']?.title)}`
        : `begin ${edit.lessonIds.length} planned lessons`;
    case 'put':
      return putText(edit);
    case 'all':
      return allText(outline, edit.edits);
    case 'move-question':
      return 'move a question';
    case 'remove': {
      const [only] = edit.ids;
      if (edit.table === 'question') return 'remove a question';
      if (edit.table === 'outcome') return 'remove an outcome';
      if (edit.ids.length > 1) return `remove ${edit.ids.length} ${edit.table}s`;
      const record = only === undefined ? undefined : outline[edit.table][only];
      return `remove ${quoted(record && 'title' in record ? record.title : undefined)}`;
    }
  }
}

const past: { readonly [verb: string]: string } = {
  add: 'added',
  begin: 'began',
  change: 'changed',
  copy: 'copied',
  go: 'went',
  make: 'made',
  move: 'moved',
  remove: 'removed',
  rename: 'renamed',
  write: 'wrote',
};

/** A step as it is told afterwards: 'undo: rename "A"' becomes 'took back: renamed "A"'. */
export function pastText(sentence: string): string {
  if (sentence.startsWith('undo: ')) return `took back: ${pastText(sentence.slice('undo: '.length))}`;
  const verb = /^\w+/.exec(sentence)?.[0] ?? '';
  return `${past[verb] ?? verb}${sentence.slice(verb.length)}`;
}
