import { applyInPlace, type Change } from '../kernel/change';
import { fail, ok, type Result } from '../kernel/problem';
import { checkBody, kindOf, type QuestionKind } from '../quiz';
import { added, gone, lessonsIn, removed, set } from './edit-changes';
import { planPut } from './edit-put';
import { planMakeReal, planToLesson, planToSection } from './edit-turn';
import type { OutlineEdit } from './edit-types';
import { keyAfter, keysBefore, type Ordered } from './keys';
import { lessonKindOf } from './kinds';
import { newLesson, newQuestion } from './make';
import { textFacts } from './minutes';
import { parseFields } from './schema';
import {
  type Lesson,
  type LessonKind,
  type Outline,
  type Question,
  questionsOf,
  type RichText,
  type Section,
} from './types';

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
      const section: Section = { id: edit.id, order, title: String(title.value.title), opens: null, closes: null };
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
      const draws = outline.lesson[edit.lessonId]?.quiz?.draws ?? [];
      const order = keyAfter([...questionsOf(outline, edit.lessonId), ...draws], edit.after ?? null);
      if (order === null) return gone('question');
      const question = newQuestion(edit.id, edit.lessonId, order, edit.kind);
      if (!edit.fields) return ok(added('question', question));
      const fields = parseFields('question', { ...edit.fields, kind: edit.kind });
      if (!fields.ok) return fields;
      const body = checkBody(edit.kind, fields.value.body ?? question.body);
      return body.ok ? ok(added('question', { ...question, ...fields.value, body: body.value } as Question)) : body;
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
      if (edit.table === 'question') return planQuestion(outline, edit.id, parsed.value);
      if (edit.table === 'text') return planText(outline, edit.id, (parsed.value.content ?? null) as RichText | null);
      const record = outline[edit.table]?.[edit.id];
      if (!record) return gone(edit.table);
      const kind = edit.table === 'lesson' ? (parsed.value.kind as LessonKind | undefined) : undefined;
      const lesson = outline.lesson[edit.id];
      const wanted =
        kind && lesson && lesson.kind !== kind
          ? { ...lessonKindOf(kind).settings, mediaId: null, ...parsed.value }
          : parsed.value;
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
      // Questions stand among what their quiz draws.
      const { lessonId } = record as Question;
      const all: Ordered[] =
        table === 'outcome'
          ? Object.values(outline.outcome)
          : [...questionsOf(outline, lessonId), ...(outline.lesson[lessonId]?.quiz?.draws ?? [])];
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

/** Removes a record with all that stands below it, the lowest first, so that it can be put back in reverse. */
function removal(outline: Outline, table: 'section' | 'lesson' | 'question' | 'outcome', id: string): Change[] {
  const record = outline[table][id];
  if (!record) return [];
  if (table === 'section')
    return [
      ...lessonsIn(outline, id).flatMap((lesson) => removal(outline, 'lesson', lesson.id)),
      removed(table, record),
    ];
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

/**
 * Sets fields of a question. Its body has to belong to its kind; a new kind that comes without one keeps the
 * body if it is one of its own too, and begins anew if not.
 */
function planQuestion(outline: Outline, id: string, fields: { readonly [field: string]: unknown }): Result<Change[]> {
  const question = outline.question[id];
  if (!question) return gone('question');
  const kind = (fields.kind ?? question.kind) as QuestionKind;
  if (fields.kind === undefined && fields.body === undefined) return ok(set('question', question, fields));
  const body = checkBody(kind, fields.body ?? question.body);
  if (!body.ok && fields.body !== undefined)
    return fail('invalid', body.problem.sentence, body.problem.field ? `body.${body.problem.field}` : 'body');
  return ok(set('question', question, { ...fields, body: body.ok ? body.value : kindOf(kind).begin(id) }));
}

/** Writes the text of a lesson, and keeps what is known of it beside the lesson. */
function planText(outline: Outline, lessonId: string, content: RichText | null): Result<Change[]> {
  const lesson = outline.lesson[lessonId];
  if (!lesson) return gone('lesson');
  const there = outline.text[lessonId];
  const written = set('lesson', lesson, { written: textFacts(content) });
  if (there) return ok([...set('text', there, { content }), ...written]);
  return ok(
    content === null ? written : [...added('text', { id: lessonId, content } as unknown as Ordered), ...written],
  );
}
