import { generateNKeysBetween } from 'fractional-indexing';
import type { Change } from '../kernel/change';
import { numberText } from '../kernel/locale';
import { fail, ok, type Result } from '../kernel/problem';
import { added, gone, lessonsIn, twice } from './edit-changes';
import type { LessonDraft, OutlineEdit } from './edit-types';
import { keysAfter, type Ordered } from './keys';
import { newLesson } from './make';
import { textFacts } from './minutes';
import { parseFields } from './schema';
import { type Lesson, noText, type Outline, type RichText, type Section } from './types';

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
  return ok([
    ...added('lesson', lesson),
    ...(content ? added('text', { id: draft.id, content } as unknown as Ordered) : []),
  ]);
}

/** As many lessons as a course can sensibly hold; what is more is refused before it is made. */
export const mostLessons = 5000;

/** Lessons and sections that are brought in as drafts, with their texts. */
export function planPut(outline: Outline, edit: Extract<OutlineEdit, { do: 'put' }>): Result<Change[]> {
  const changes: Change[] = [];
  const lessonIds = [...edit.lessons, ...edit.sections.flatMap((section) => section.lessons)].map(({ id }) => id);
  if (
    new Set(lessonIds).size < lessonIds.length ||
    new Set(edit.sections.map(({ id }) => id)).size < edit.sections.length
  )
    return twice;
  const count =
    Object.keys(outline.lesson).length +
    edit.lessons.length +
    edit.sections.reduce((total, section) => total + section.lessons.length, 0);
  if (count > mostLessons)
    return fail(
      'too-large',
      `A course holds at most ${numberText(mostLessons)} lessons. Put the rest into another course.`,
    );
  if (edit.lessons.length > 0) {
    if (edit.into === null || !outline.section[edit.into]) return gone('section');
    const siblings = lessonsIn(outline, edit.into).filter(
      (lesson) => !edit.lessons.some((draft) => draft.id === lesson.id),
    );
    const keys = keysAfter(siblings, edit.after, edit.lessons.length);
    if (!keys) return gone('lesson');
    for (const [i, draft] of edit.lessons.entries()) {
      const made = planDraft(outline, draft, edit.into, keys[i] ?? '');
      if (!made.ok) return made;
      changes.push(...made.value);
    }
  }
  const sections = Object.values(outline.section).filter(
    (section) => !edit.sections.some((draft) => draft.id === section.id),
  );
  const keys = keysAfter(sections, edit.afterSection, edit.sections.length);
  if (!keys) return gone('section');
  for (const [s, draft] of edit.sections.entries()) {
    if (outline.section[draft.id]) continue;
    const title = parseFields('section', { title: draft.title });
    if (!title.ok) return title;
    changes.push(
      ...added('section', {
        id: draft.id,
        order: keys[s] ?? '',
        title: String(title.value.title),
        opens: null,
        closes: null,
      } as Section),
    );
    const inside = generateNKeysBetween(null, null, draft.lessons.length);
    for (const [l, lesson] of draft.lessons.entries()) {
      const made = planDraft(outline, lesson, draft.id, inside[l] ?? '');
      if (!made.ok) return made;
      changes.push(...made.value);
    }
  }
  return ok(changes);
}
