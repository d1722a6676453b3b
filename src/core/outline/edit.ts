import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing';
import { usualAward } from '../certificate';
import { type Change, patch, type RecordValue } from '../kernel/change';
import { fail, ok, type Result } from '../kernel/problem';
import type { QuestionKind } from '../quiz';
import { parseFields } from './schema';
import { byOrder, type Course, type Lesson, type LessonKind, type Outline, type OutlineTable, type Question, questionsOf, type Section } from './types';

/**
 * Everything a creator can do to an outline. An edit says what is wanted; `planEdit` works out the
 * changes. The browser plans an edit to show it at once, and the server plans it again to do it.
 * Ids of new records come with the edit, so that sending it twice makes one record.
 */
export type OutlineEdit =
  | { readonly do: 'add-section'; readonly id: string; readonly title: string; readonly after: string | null }
  | {
      readonly do: 'add-lesson';
      readonly id: string;
      readonly sectionId: string;
      readonly after: string | null;
      readonly title: string;
      readonly kind: LessonKind;
    }
  | { readonly do: 'add-question'; readonly id: string; readonly lessonId: string; readonly kind: QuestionKind }
  | { readonly do: 'set'; readonly table: OutlineTable; readonly id: string; readonly fields: { readonly [field: string]: unknown } }
  /** `before: null` puts them at the end of the section. */
  | { readonly do: 'move-lessons'; readonly ids: readonly string[]; readonly sectionId: string; readonly before: string | null }
  | { readonly do: 'move-section'; readonly id: string; readonly before: string | null }
  | { readonly do: 'move-question'; readonly id: string; readonly before: string | null }
  | { readonly do: 'remove'; readonly table: 'section' | 'lesson' | 'question'; readonly ids: readonly string[] };

const gone = (what: OutlineTable) => fail('not-found', `This ${what} is not there any more. Somebody may have removed it.`);

export function newCourse(id: string, slug: string, title: string, zone: string): Course {
  return {
    id,
    slug,
    title,
    description: '',
    audience: '',
    promise: '',
    zone,
    rhythm: null,
    weekLimit: 120,
    completion: { mode: 'strict' },
    missing: 'left-out',
    award: usualAward,
  };
}

export const usualQuiz = { passPercent: 60, attempts: null, minutes: null, counts: 'best', shows: 'points-and-answers' } as const;
export const usualAssignment = {
  points: 20_000,
  passPoints: 10_000,
  takesText: true,
  files: 3,
  megabytes: 20,
  due: null,
  takesLate: true,
  attempts: 1,
} as const;

/** The settings a kind of lesson brings with it. */
const settingsFor = (kind: LessonKind): Pick<Lesson, 'quiz' | 'assignment' | 'weight'> => ({
  quiz: kind === 'quiz' ? usualQuiz : null,
  assignment: kind === 'assignment' ? usualAssignment : null,
  weight: kind === 'quiz' || kind === 'assignment' ? 10 : 0,
});

export function newLesson(id: string, sectionId: string, order: string, title: string, kind: LessonKind): Lesson {
  return {
    id,
    sectionId,
    order,
    title,
    kind,
    state: 'draft',
    required: true,
    minutes: null,
    text: null,
    mediaId: null,
    downloads: true,
    opens: null,
    teaser: '',
    done: null,
    ...settingsFor(kind),
  };
}

export function newQuestion(id: string, lessonId: string, order: string, kind: QuestionKind): Question {
  const option = (name: string, right: boolean) => ({ id: `${id.slice(-12)}-${name}`, text: '', right, feedback: '' });
  return {
    id,
    lessonId,
    order,
    kind,
    prompt: '',
    points: 1000,
    options: kind === 'number' ? [] : [option('a', true), option('b', false), option('c', false)],
    value: '',
    tolerance: '',
    unit: '',
    feedbackRight: '',
    feedbackWrong: '',
  };
}

type Ordered = { readonly id: string; readonly order: string };

/** Keys for `count` records that go in front of `before` (or to the end) among `siblings`. */
function keysBefore(siblings: readonly Ordered[], before: string | null, count: number): string[] | null {
  const sorted = [...siblings].sort(byOrder);
  const at = before === null ? sorted.length : sorted.findIndex((one) => one.id === before);
  if (at < 0) return null;
  return generateNKeysBetween(sorted[at - 1]?.order ?? null, sorted[at]?.order ?? null, count);
}

function keyAfter(siblings: readonly Ordered[], after: string | null): string | null {
  const sorted = [...siblings].sort(byOrder);
  if (after === null) return generateKeyBetween(sorted.at(-1)?.order ?? null, null);
  const at = sorted.findIndex((one) => one.id === after);
  return at < 0 ? null : generateKeyBetween(sorted[at]?.order ?? null, sorted[at + 1]?.order ?? null);
}

const added = (table: OutlineTable, record: Ordered): Change[] => [{ table, id: record.id, before: null, after: record as unknown as RecordValue }];
const removed = (table: OutlineTable, record: Ordered): Change => ({
  table,
  id: record.id,
  before: record as unknown as RecordValue,
  after: null,
});
const set = (table: OutlineTable, record: { readonly id: string }, wanted: RecordValue): Change[] => {
  const change = patch(table, record.id, record as unknown as RecordValue, wanted);
  return change ? [change] : [];
};

/** The changes an edit means for an outline as it is now; none when there is nothing to do. */
export function planEdit(outline: Outline, edit: OutlineEdit): Result<Change[]> {
  switch (edit.do) {
    case 'add-section': {
      if (outline.section[edit.id]) return ok([]);
      const title = parseFields('section', { title: edit.title });
      if (!title.ok) return title;
      const order = keyAfter(Object.values(outline.section), edit.after);
      if (order === null) return gone('section');
      const section: Section = { id: edit.id, order, title: String(title.value.title), opens: null };
      return ok(added('section', section));
    }
    case 'add-lesson': {
      if (outline.lesson[edit.id]) return ok([]);
      if (!outline.section[edit.sectionId]) return gone('section');
      const checked = parseFields('lesson', { title: edit.title, kind: edit.kind });
      if (!checked.ok) return checked;
      const order = keyAfter(lessonsIn(outline, edit.sectionId), edit.after);
      if (order === null) return gone('lesson');
      return ok(added('lesson', newLesson(edit.id, edit.sectionId, order, String(checked.value.title), edit.kind)));
    }
    case 'add-question': {
      if (outline.question[edit.id]) return ok([]);
      if (!outline.lesson[edit.lessonId]) return gone('lesson');
      const checked = parseFields('question', { kind: edit.kind });
      if (!checked.ok) return checked;
      const order = keyAfter(questionsOf(outline, edit.lessonId), null);
      return order === null ? gone('question') : ok(added('question', newQuestion(edit.id, edit.lessonId, order, edit.kind)));
    }
    case 'set': {
      const record = outline[edit.table]?.[edit.id];
      if (!record) return gone(edit.table);
      const parsed = parseFields(edit.table, edit.fields);
      if (!parsed.ok) return parsed;
      const kind = edit.table === 'lesson' ? (parsed.value.kind as LessonKind | undefined) : undefined;
      const lesson = outline.lesson[edit.id];
      const wanted = kind && lesson && lesson.kind !== kind ? { ...settingsFor(kind), mediaId: null, ...parsed.value } : parsed.value;
      return ok(set(edit.table, record, wanted));
    }
    case 'move-lessons': {
      if (!outline.section[edit.sectionId]) return gone('section');
      const moving = edit.ids.flatMap((id) => outline.lesson[id] ?? []);
      if (moving.length !== edit.ids.length) return gone('lesson');
      const staying = lessonsIn(outline, edit.sectionId).filter((lesson) => !edit.ids.includes(lesson.id));
      const keys = keysBefore(staying, edit.before, moving.length);
      if (!keys) return gone('lesson');
      return ok(moving.flatMap((lesson, i) => set('lesson', lesson, { sectionId: edit.sectionId, order: keys[i] })));
    }
    case 'move-section':
    case 'move-question': {
      const table = edit.do === 'move-section' ? 'section' : 'question';
      const record = outline[table][edit.id];
      if (!record) return gone(table);
      const all: Ordered[] = table === 'section' ? Object.values(outline.section) : questionsOf(outline, (record as Question).lessonId);
      const keys = keysBefore(
        all.filter((one) => one.id !== edit.id),
        edit.before,
        1,
      );
      return keys ? ok(set(table, record, { order: keys[0] })) : gone(table);
    }
    case 'remove':
      // What is already gone needs no removing: a second request is harmless.
      return ok([...new Set(edit.ids)].flatMap((id) => removal(outline, edit.table, id)));
  }
}

const lessonsIn = (outline: Outline, sectionId: string) => Object.values(outline.lesson).filter((lesson) => lesson.sectionId === sectionId);

/** Removes a record with all that stands below it, the lowest first, so that it can be put back in reverse. */
function removal(outline: Outline, table: 'section' | 'lesson' | 'question', id: string): Change[] {
  const record = outline[table][id];
  if (!record) return [];
  const below =
    table === 'section'
      ? lessonsIn(outline, id).flatMap((lesson) => removal(outline, 'lesson', lesson.id))
      : table === 'lesson'
        ? questionsOf(outline, id).map((question) => removed('question', question))
        : [];
  return [...below, removed(table, record)];
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
    case 'set': {
      const fields = Object.keys(edit.fields);
      const record = outline[edit.table]?.[edit.id];
      const title = record && 'title' in record ? record.title : undefined;
      if (edit.table === 'question') return 'change a question';
      return fields.length === 1 && fields[0] === 'title' ? `rename ${quoted(title)}` : `change ${quoted(title)}`;
    }
    case 'move-lessons':
      return edit.ids.length === 1 ? `move ${quoted(outline.lesson[edit.ids[0] ?? '']?.title)}` : `move ${edit.ids.length} lessons`;
    case 'move-section':
      return `move section ${quoted(outline.section[edit.id]?.title)}`;
    case 'move-question':
      return 'move a question';
    case 'remove': {
      const [only] = edit.ids;
      if (edit.table === 'question') return 'remove a question';
      if (edit.ids.length > 1) return `remove ${edit.ids.length} ${edit.table}s`;
      const record = only === undefined ? undefined : outline[edit.table][only];
      return `remove ${quoted(record && 'title' in record ? record.title : undefined)}`;
    }
  }
}
