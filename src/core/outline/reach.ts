import type { Change } from '../kernel/change';
import type { OutlineEdit } from './edit-types';

/**
 * The part of an outline that an edit looks at. The course, its sections and its outcomes are few and
 * always there; of lessons, questions and texts only what is named here is needed, so that a change to
 * one lesson of a thousand reads one lesson.
 */
export type Reach = { readonly lesson: Part; readonly question: Part; readonly text: Part };
/** Records by their own id, or all of some lessons or sections. */
export type Part = 'all' | Named;
type Named = {
  readonly ids: readonly string[];
  readonly lessonIds: readonly string[];
  readonly sectionIds: readonly string[];
};

const none: Named = { ids: [], lessonIds: [], sectionIds: [] };
const byId = (...ids: string[]): Part => ({ ...none, ids });
const ofLessons = (...lessonIds: readonly string[]): Part => ({ ...none, lessonIds });
const reach = (parts: Partial<Reach>): Reach => ({ lesson: none, question: none, text: none, ...parts });

const join = (a: Part, b: Part): Part =>
  a === 'all' || b === 'all'
    ? 'all'
    : {
        ids: [...new Set([...a.ids, ...b.ids])],
        lessonIds: [...new Set([...a.lessonIds, ...b.lessonIds])],
        sectionIds: [...new Set([...a.sectionIds, ...b.sectionIds])],
      };
const joined = (all: readonly Reach[]): Reach =>
  all.reduce(
    (a, b) => ({
      lesson: join(a.lesson, b.lesson),
      question: join(a.question, b.question),
      text: join(a.text, b.text),
    }),
    reach({}),
  );

/** What `planEdit` needs to see to plan an edit. */
export function reachOf(edit: OutlineEdit): Reach {
  switch (edit.do) {
    case 'add-section':
    case 'add-outcome':
    case 'move-sections':
    case 'move-outcome':
      return reach({});
    case 'add-lesson':
      return reach({ lesson: { ...none, ids: [edit.id], sectionIds: [edit.sectionId] } });
    case 'add-question':
      return reach({ lesson: byId(edit.lessonId), question: { ...none, ids: [edit.id], lessonIds: [edit.lessonId] } });
    // To put something in order takes its siblings, and which they are is not known before it is read.
    case 'move-question':
      return reach({ question: 'all', lesson: 'all' });
    case 'move-lessons':
      return reach({ lesson: { ...none, ids: edit.ids, sectionIds: [edit.sectionId] } });
    case 'set':
      if (edit.table === 'lesson') return reach({ lesson: byId(edit.id) });
      if (edit.table === 'question') return reach({ question: byId(edit.id) });
      if (edit.table === 'text') return reach({ lesson: byId(edit.id), text: byId(edit.id) });
      return reach({});
    case 'put':
    case 'to-lesson':
    case 'make-real':
      return reach({ lesson: 'all' });
    case 'to-section':
      return reach({ lesson: 'all', question: ofLessons(edit.lessonId) });
    case 'remove':
      if (edit.table === 'outcome') return reach({ lesson: 'all', question: 'all' });
      if (edit.table === 'question') return reach({ question: byId(...edit.ids) });
      if (edit.table === 'lesson')
        return reach({ lesson: byId(...edit.ids), question: ofLessons(...edit.ids), text: ofLessons(...edit.ids) });
      return reach({
        lesson: { ...none, sectionIds: edit.ids },
        question: { ...none, sectionIds: edit.ids },
        text: { ...none, sectionIds: edit.ids },
      });
    case 'all':
      return joined(edit.edits.map(reachOf));
  }
}

/** What has to be seen to decide whether changes can be taken back, and to take them back. */
export function reachOfChanges(changes: readonly Change[]): Reach {
  const ids = (table: string) => changes.filter((change) => change.table === table).map((change) => change.id);
  const lessonsOfQuestions = changes.flatMap(({ table, before, after }) => {
    const lessonId = table === 'question' ? (after?.lessonId ?? before?.lessonId) : undefined;
    return typeof lessonId === 'string' ? [lessonId] : [];
  });
  const lessonIds = [...ids('lesson'), ...ids('text')];
  return {
    lesson: { ids: [...new Set([...lessonIds, ...lessonsOfQuestions])], lessonIds: [], sectionIds: ids('section') },
    question: { ids: ids('question'), lessonIds, sectionIds: [] },
    text: { ids: ids('text'), lessonIds, sectionIds: [] },
  };
}
