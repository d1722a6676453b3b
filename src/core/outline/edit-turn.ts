import type { Change } from '../kernel/change';
import { fail, ok, type Result } from '../kernel/problem';
import { added, gone, lessonsIn, removed, set, twice } from './edit-changes';
import type { OutlineEdit } from './edit-types';
import { keyAfter, keysAfter, keysBefore, type Ordered } from './keys';
import { lessonKindOf } from './kinds';
import { kindOfMedium, mediumNames, newLesson } from './make';
import { byOrder, type Lesson, type Outline, questionsOf, type Section, sectionsOf } from './types';

/** Whether a lesson is a name and nothing else, so that its name can become a section's. */
const isOnlyName = (outline: Outline, lesson: Lesson) =>
  lesson.written.words === 0 &&
  lesson.written.pictures === 0 &&
  lesson.mediaId === null &&
  lesson.note === '' &&
  lesson.asks === '' &&
  questionsOf(outline, lesson.id).length === 0;

/** A lesson becomes a section of its own, with those behind it. */
export function planToSection(outline: Outline, edit: Extract<OutlineEdit, { do: 'to-section' }>): Result<Change[]> {
  if (outline.section[edit.id]) return ok([]);
  const lesson = outline.lesson[edit.lessonId];
  if (!lesson) return gone('lesson');
  const siblings = lessonsIn(outline, lesson.sectionId).sort(byOrder);
  const at = siblings.indexOf(lesson);
  const order = keyAfter(Object.values(outline.section), lesson.sectionId);
  if (order === null) return gone('section');
  const section: Section = { id: edit.id, order, title: lesson.title, opens: null, closes: null };
  // A lesson that holds something stays a lesson, the first of the new section.
  const drop = isOnlyName(outline, lesson);
  const moving = siblings.slice(drop ? at + 1 : at);
  return ok([
    ...added('section', section),
    ...moving.flatMap((one) => set('lesson', one, { sectionId: edit.id })),
    ...(drop ? [removed('lesson', lesson)] : []),
  ]);
}

/** A section becomes a lesson at the end of the one above. */
export function planToLesson(outline: Outline, edit: Extract<OutlineEdit, { do: 'to-lesson' }>): Result<Change[]> {
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

/** Planned lessons become drafts, one for each medium. */
export function planMakeReal(outline: Outline, edit: Extract<OutlineEdit, { do: 'make-real' }>): Result<Change[]> {
  const changes: Change[] = [];
  const ids = [...edit.ids];
  for (const lessonId of edit.lessonIds) {
    const lesson = outline.lesson[lessonId];
    if (!lesson) return gone('lesson');
    if (lesson.state !== 'planned') continue;
    const [first, ...others] = lesson.mediums;
    const kind = first ? kindOfMedium[first] : lesson.kind;
    const settings = kind === lesson.kind ? {} : { kind, ...lessonKindOf(kind).settings };
    changes.push(...set('lesson', lesson, { state: 'draft', mediums: first ? [first] : [], ...settings }));
    const siblings = lessonsIn(outline, lesson.sectionId);
    const keys = keysAfter(siblings, lesson.id, others.length) ?? [];
    for (const [i, medium] of others.entries()) {
      const id = ids.shift();
      if (id === undefined) return fail('invalid', 'There are not enough ids for the lessons this makes.');
      if (outline.lesson[id]) continue;
      const made = newLesson(
        id,
        lesson.sectionId,
        keys[i] ?? '',
        `${lesson.title} (${mediumNames[medium]})`.slice(0, 200),
        kindOfMedium[medium],
      );
      changes.push(
        ...added('lesson', {
          ...made,
          mediums: [medium],
          asks: lesson.asks,
          note: lesson.note,
          outcomes: lesson.outcomes,
          required: false,
        } as Ordered),
      );
    }
  }
  return ok(changes);
}
