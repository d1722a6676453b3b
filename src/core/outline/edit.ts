import { generateNKeysBetween } from 'fractional-indexing';
import { applyInPlace, type Change, patch, type RecordValue } from '../kernel/change';
import { fail, ok, type Result } from '../kernel/problem';
import type { QuestionKind } from '../quiz';
import { keyAfter, keysAfter, keysBefore, type Ordered } from './keys';
import { kindOfMedium, mediumNames, newLesson, newQuestion, settingsFor } from './make';
import { textFacts } from './minutes';
import { parseFields } from './schema';
import {
  byOrder,
  type Lesson,
  type LessonKind,
  noText,
  type Outline,
  type OutlineTable,
  type Question,
  questionsOf,
  type RichText,
  type Section,
  sectionsOf,
} from './types';

/** A lesson that is to be made, with whatever is known of it. */
export type LessonDraft = {
  readonly id: string;
  readonly title: string;
  readonly kind: LessonKind;
  readonly fields?: { readonly [field: string]: unknown };
  readonly text?: RichText | null;
};
export type SectionDraft = { readonly id: string; readonly title: string; readonly lessons: readonly LessonDraft[] };
type SimpleEdit = Exclude<OutlineEdit, { readonly do: 'all' }>;

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
  | { readonly do: 'add-outcome'; readonly id: string; readonly text: string }
  /** Lessons go into a section there is, behind `after`; whole sections behind `afterSection`, or to the end. */
  | {
      readonly do: 'put';
      readonly into: string | null;
      readonly after: string | null;
      readonly lessons: readonly LessonDraft[];
      readonly afterSection: string | null;
      readonly sections: readonly SectionDraft[];
    }
  | { readonly do: 'set'; readonly table: OutlineTable; readonly id: string; readonly fields: { readonly [field: string]: unknown } }
  /** `before: null` puts them at the end of the section. */
  | { readonly do: 'move-lessons'; readonly ids: readonly string[]; readonly sectionId: string; readonly before: string | null }
  | { readonly do: 'move-sections'; readonly ids: readonly string[]; readonly before: string | null }
  | { readonly do: 'move-question'; readonly id: string; readonly before: string | null }
  | { readonly do: 'move-outcome'; readonly id: string; readonly before: string | null }
  /** The lesson begins a section of its own, with those behind it. */
  | { readonly do: 'to-section'; readonly lessonId: string; readonly id: string }
  /** The section becomes a lesson at the end of the one above, with its lessons behind it. */
  | { readonly do: 'to-lesson'; readonly sectionId: string; readonly id: string }
  /** Planned lessons become drafts, one for each medium; `ids` are for those that are added. */
  | { readonly do: 'make-real'; readonly lessonIds: readonly string[]; readonly ids: readonly string[] }
  | { readonly do: 'remove'; readonly table: 'section' | 'lesson' | 'question' | 'outcome'; readonly ids: readonly string[] }
  /** Several edits as one: one step of the history, all or nothing. */
  | { readonly do: 'all'; readonly edits: readonly SimpleEdit[] };

const tableNames: Record<OutlineTable, string> = {
  course: 'course',
  section: 'section',
  lesson: 'lesson',
  question: 'question',
  outcome: 'outcome',
  text: 'lesson',
};
const gone = (what: OutlineTable) => fail('not-found', `This ${tableNames[what]} is not there any more. Somebody may have removed it.`);

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

const intoItself = fail('invalid', 'Nothing can be put into or in front of itself. It stays where it is.');

/** The changes an edit means for an outline as it is now; none when there is nothing to do. */
export function planEdit(outline: Outline, edit: OutlineEdit): Result<Change[]> {
  switch (edit.do) {
    case 'all': {
      // Later edits see what earlier ones did, in tables of their own.
      const draft: Outline = {
        course: { ...outline.course },
        section: { ...outline.section },
        lesson: { ...outline.lesson },
        question: { ...outline.question },
        outcome: { ...outline.outcome },
        text: { ...outline.text },
      };
      const changes: Change[] = [];
      for (const one of edit.edits) {
        const planned = planEdit(draft, one);
        if (!planned.ok) return planned;
        applyInPlace(draft, planned.value);
        changes.push(...planned.value);
      }
      return ok(changes);
    }
    case 'put':
      return planPut(outline, edit);
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
    case 'add-outcome': {
      if (outline.outcome[edit.id]) return ok([]);
      const text = parseFields('outcome', { text: edit.text });
      if (!text.ok) return text;
      const order = keyAfter(Object.values(outline.outcome), null) ?? '';
      return ok(added('outcome', { id: edit.id, order, text: String(text.value.text) } as Ordered));
    }
    case 'set': {
      const parsed = parseFields(edit.table, edit.fields);
      if (!parsed.ok) return parsed;
      if (edit.table === 'text') return planText(outline, edit.id, (parsed.value.content ?? null) as RichText | null);
      const record = outline[edit.table]?.[edit.id];
      if (!record) return gone(edit.table);
      const kind = edit.table === 'lesson' ? (parsed.value.kind as LessonKind | undefined) : undefined;
      const lesson = outline.lesson[edit.id];
      const wanted = kind && lesson && lesson.kind !== kind ? { ...settingsFor(kind), mediaId: null, ...parsed.value } : parsed.value;
      return ok(set(edit.table, record, wanted));
    }
    case 'move-lessons': {
      if (!outline.section[edit.sectionId]) return gone('section');
      const moving = edit.ids.flatMap((id) => outline.lesson[id] ?? []);
      if (moving.length !== edit.ids.length) return gone('lesson');
      if (edit.before !== null && edit.ids.includes(edit.before)) return intoItself;
      const staying = lessonsIn(outline, edit.sectionId).filter((lesson) => !edit.ids.includes(lesson.id));
      const keys = keysBefore(staying, edit.before, moving.length);
      if (!keys) return gone('lesson');
      return ok(moving.flatMap((lesson, i) => set('lesson', lesson, { sectionId: edit.sectionId, order: keys[i] })));
    }
    case 'move-sections': {
      const moving = edit.ids.flatMap((id) => outline.section[id] ?? []);
      if (moving.length !== edit.ids.length) return gone('section');
      if (edit.before !== null && edit.ids.includes(edit.before)) return intoItself;
      const staying = Object.values(outline.section).filter((section) => !edit.ids.includes(section.id));
      const keys = keysBefore(staying, edit.before, moving.length);
      return keys ? ok(moving.flatMap((section, i) => set('section', section, { order: keys[i] }))) : gone('section');
    }
    case 'move-question':
    case 'move-outcome': {
      const table = edit.do === 'move-question' ? 'question' : 'outcome';
      const record = outline[table][edit.id];
      if (!record) return gone(table);
      const all: Ordered[] = table === 'outcome' ? Object.values(outline.outcome) : questionsOf(outline, (record as Question).lessonId);
      const keys = keysBefore(
        all.filter((one) => one.id !== edit.id),
        edit.before,
        1,
      );
      return keys ? ok(set(table, record, { order: keys[0] })) : gone(table);
    }
    case 'to-section':
      return planToSection(outline, edit);
    case 'to-lesson':
      return planToLesson(outline, edit);
    case 'make-real':
      return planMakeReal(outline, edit);
    case 'remove':
      // What is already gone needs no removing: a second request is harmless.
      return ok([...new Set(edit.ids)].flatMap((id) => removal(outline, edit.table, id)));
  }
}

const lessonsIn = (outline: Outline, sectionId: string) => Object.values(outline.lesson).filter((lesson) => lesson.sectionId === sectionId);

/** Writes the text of a lesson, and keeps what is known of it beside the lesson. */
function planText(outline: Outline, lessonId: string, content: RichText | null): Result<Change[]> {
  const lesson = outline.lesson[lessonId];
  if (!lesson) return gone('lesson');
  const there = outline.text[lessonId];
  const written = set('lesson', lesson, { written: textFacts(content) });
  if (there) return ok([...set('text', there, { content }), ...written]);
  return ok(content === null ? written : [...added('text', { id: lessonId, content } as unknown as Ordered), ...written]);
}

const twice = fail('conflict', 'This id is in use already. Try again.');

const draftFields = ['state', 'required', 'minutes', 'teaser', 'weight', 'asks', 'mediums', 'note'];

/** A lesson from its draft, with its text. */
function planDraft(outline: Outline, draft: LessonDraft, sectionId: string, order: string): Result<Change[]> {
  if (outline.lesson[draft.id]) return ok([]);
  const fields = draft.fields ?? {};
  const foreign = Object.keys(fields).find((field) => !draftFields.includes(field));
  if (foreign !== undefined) return fail('invalid', `A new lesson cannot bring ${foreign} with it.`, foreign);
  const parsed = parseFields('lesson', { title: draft.title, kind: draft.kind, ...fields });
  if (!parsed.ok) return parsed;
  const text = parseFields('text', { content: draft.text ?? null });
  if (!text.ok) return text;
  const content = (text.value.content ?? null) as RichText | null;
  const lesson: Lesson = {
    ...newLesson(draft.id, sectionId, order, String(parsed.value.title), draft.kind),
    ...parsed.value,
    written: content ? textFacts(content) : noText,
  };
  return ok([...added('lesson', lesson), ...(content ? added('text', { id: draft.id, content } as unknown as Ordered) : [])]);
}

/** As many lessons as a course can sensibly hold; what is more is refused before it is made. */
export const mostLessons = 5000;

function planPut(outline: Outline, edit: Extract<OutlineEdit, { do: 'put' }>): Result<Change[]> {
  const changes: Change[] = [];
  const lessonIds = [...edit.lessons, ...edit.sections.flatMap((section) => section.lessons)].map(({ id }) => id);
  if (new Set(lessonIds).size < lessonIds.length || new Set(edit.sections.map(({ id }) => id)).size < edit.sections.length) return twice;
  const count = Object.keys(outline.lesson).length + edit.lessons.length + edit.sections.reduce((total, section) => total + section.lessons.length, 0);
  if (count > mostLessons) return fail('too-large', `A course holds at most ${mostLessons.toLocaleString('en-GB')} lessons. Put the rest into another course.`);
  if (edit.lessons.length > 0) {
    if (edit.into === null || !outline.section[edit.into]) return gone('section');
    const siblings = lessonsIn(outline, edit.into).filter((lesson) => !edit.lessons.some((draft) => draft.id === lesson.id));
    const keys = keysAfter(siblings, edit.after, edit.lessons.length);
    if (!keys) return gone('lesson');
    for (const [i, draft] of edit.lessons.entries()) {
      const made = planDraft(outline, draft, edit.into, keys[i] ?? '');
      if (!made.ok) return made;
      changes.push(...made.value);
    }
  }
  const sections = Object.values(outline.section).filter((section) => !edit.sections.some((draft) => draft.id === section.id));
  const keys = keysAfter(sections, edit.afterSection, edit.sections.length);
  if (!keys) return gone('section');
  for (const [s, draft] of edit.sections.entries()) {
    if (outline.section[draft.id]) continue;
    const title = parseFields('section', { title: draft.title });
    if (!title.ok) return title;
    changes.push(...added('section', { id: draft.id, order: keys[s] ?? '', title: String(title.value.title), opens: null } as Section));
    const inside = generateNKeysBetween(null, null, draft.lessons.length);
    for (const [l, lesson] of draft.lessons.entries()) {
      const made = planDraft(outline, lesson, draft.id, inside[l] ?? '');
      if (!made.ok) return made;
      changes.push(...made.value);
    }
  }
  return ok(changes);
}

/** Whether a lesson is a name and nothing else, so that its name can become a section's. */
const isOnlyName = (outline: Outline, lesson: Lesson) =>
  lesson.written.words === 0 &&
  lesson.written.pictures === 0 &&
  lesson.mediaId === null &&
  lesson.note === '' &&
  lesson.asks === '' &&
  questionsOf(outline, lesson.id).length === 0;

function planToSection(outline: Outline, edit: Extract<OutlineEdit, { do: 'to-section' }>): Result<Change[]> {
  if (outline.section[edit.id]) return ok([]);
  const lesson = outline.lesson[edit.lessonId];
  if (!lesson) return gone('lesson');
  const siblings = lessonsIn(outline, lesson.sectionId).sort(byOrder);
  const at = siblings.indexOf(lesson);
  const order = keyAfter(Object.values(outline.section), lesson.sectionId);
  if (order === null) return gone('section');
  const section: Section = { id: edit.id, order, title: lesson.title, opens: null };
  // A lesson that holds something stays a lesson, the first of the new section.
  const drop = isOnlyName(outline, lesson);
  const moving = siblings.slice(drop ? at + 1 : at);
  return ok([
    ...added('section', section),
    ...moving.flatMap((one) => set('lesson', one, { sectionId: edit.id })),
    ...(drop ? [removed('lesson', lesson)] : []),
  ]);
}

function planToLesson(outline: Outline, edit: Extract<OutlineEdit, { do: 'to-lesson' }>): Result<Change[]> {
  const section = outline.section[edit.sectionId];
  if (!section) return outline.lesson[edit.id] ? ok([]) : gone('section');
  if (outline.lesson[edit.id]) return twice;
  const sections = sectionsOf(outline);
  const above = sections[sections.indexOf(section) - 1];
  if (!above) return fail('invalid', 'There is no section above this one to put a lesson into.');
  const inside = lessonsIn(outline, section.id).sort(byOrder);
  const keys = keysBefore(lessonsIn(outline, above.id), null, inside.length + 1) ?? [];
  return ok([
    ...added('lesson', newLesson(edit.id, above.id, keys[0] ?? '', section.title, 'reading')),
    ...inside.flatMap((lesson, i) => set('lesson', lesson, { sectionId: above.id, order: keys[i + 1] })),
    removed('section', section),
  ]);
}

function planMakeReal(outline: Outline, edit: Extract<OutlineEdit, { do: 'make-real' }>): Result<Change[]> {
  const changes: Change[] = [];
  const ids = [...edit.ids];
  for (const lessonId of edit.lessonIds) {
    const lesson = outline.lesson[lessonId];
    if (!lesson) return gone('lesson');
    if (lesson.state !== 'planned') continue;
    const [first, ...others] = lesson.mediums;
    const kind = first ? kindOfMedium[first] : lesson.kind;
    const settings = kind === lesson.kind ? {} : { kind, ...settingsFor(kind) };
    changes.push(...set('lesson', lesson, { state: 'draft', mediums: first ? [first] : [], ...settings }));
    const siblings = lessonsIn(outline, lesson.sectionId);
    const keys = keysAfter(siblings, lesson.id, others.length) ?? [];
    for (const [i, medium] of others.entries()) {
      const id = ids.shift();
      if (id === undefined) return fail('invalid', 'There are not enough ids for the lessons this makes.');
      if (outline.lesson[id]) continue;
      const made = newLesson(id, lesson.sectionId, keys[i] ?? '', `${lesson.title} (${mediumNames[medium]})`.slice(0, 200), kindOfMedium[medium]);
      changes.push(
        ...added('lesson', { ...made, mediums: [medium], asks: lesson.asks, note: lesson.note, outcomes: lesson.outcomes, required: false } as Ordered),
      );
    }
  }
  return ok(changes);
}

/** Removes a record with all that stands below it, the lowest first, so that it can be put back in reverse. */
function removal(outline: Outline, table: 'section' | 'lesson' | 'question' | 'outcome', id: string): Change[] {
  const record = outline[table][id];
  if (!record) return [];
  if (table === 'section') return [...lessonsIn(outline, id).flatMap((lesson) => removal(outline, 'lesson', lesson.id)), removed(table, record)];
  if (table === 'lesson') {
    const text = outline.text[id];
    const questions = questionsOf(outline, id).map((question) => removed('question', question));
    return [...questions, ...(text ? [removed('text', text as unknown as Ordered)] : []), removed(table, record)];
  }
  if (table === 'outcome') {
    // What served it serves one outcome less.
    const without = (from: 'lesson' | 'question') =>
      Object.values(outline[from] as { readonly [id: string]: Lesson | Question })
        .filter((one) => one.outcomes.includes(id))
        .flatMap((one) => set(from, one, { outcomes: one.outcomes.filter((outcome) => outcome !== id) }));
    return [...without('lesson'), ...without('question'), removed(table, record)];
  }
  return [removed(table, record)];
}
