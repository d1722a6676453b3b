import { apply } from '../kernel/change';
import type { MediaFacts } from '../media';
import { type LessonKind, newCourse, type Outline, type OutlineEdit, type OutlineTable, planEdit } from './index';

/** Small outlines for tests, written as the edits that make them. */
export const id = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
export const empty: Outline = {
  course: { [id(0)]: newCourse(id(0), 'a', 'A course', 'UTC') },
  section: {},
  lesson: {},
  question: {},
  outcome: {},
  text: {},
};
export const doc = (words: number) => ({
  type: 'doc',
  content: [{ type: 'paragraph', content: [{ type: 'text', text: 'word '.repeat(words).trim() }] }],
});

export function edited(outline: Outline, ...edits: OutlineEdit[]): Outline {
  return edits.reduce((now, edit) => {
    const planned = planEdit(now, edit);
    if (!planned.ok) throw new Error(planned.problem.sentence);
    return apply(now, planned.value);
  }, outline);
}
export const section = (n: number, title = `Section ${n}`): OutlineEdit => ({
  do: 'add-section',
  id: id(n),
  title,
  after: null,
});
export const lesson = (n: number, sectionId: number, kind: LessonKind = 'reading'): OutlineEdit => ({
  do: 'add-lesson',
  id: id(n),
  sectionId: id(sectionId),
  after: null,
  title: `Lesson ${n}`,
  kind,
});
export const set = (table: OutlineTable, n: number, fields: object): OutlineEdit => ({
  do: 'set',
  table,
  id: id(n),
  fields: { ...fields },
});
export const film: MediaFacts = {
  id: id(90),
  kind: 'film',
  version: 1,
  title: '',
  fileName: '',
  hash: '',
  contentType: '',
  size: 1,
  state: 'ready',
  problem: null,
  seconds: 600,
  width: 1,
  height: 1,
  pages: null,
  posterHash: null,
  waveHash: null,
  playHash: null,
  captions: [],
  alt: '',
};
