import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { apply, reverse, stillStands } from '../kernel/change';
import type { MediaFacts } from '../media';
import {
  compose,
  differences,
  learnerMinutes,
  lessonsBySection,
  newCourse,
  type Outline,
  type OutlineEdit,
  planEdit,
  readiness,
  sectionsOf,
  slugOf,
} from './index';

const id = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const empty: Outline = { course: { [id(0)]: newCourse(id(0), 'a', 'A course', 'UTC') }, section: {}, lesson: {}, question: {} };
const doc = (words: number) => ({ type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'word '.repeat(words).trim() }] }] });

function after(outline: Outline, ...edits: OutlineEdit[]): Outline {
  return edits.reduce((now, edit) => {
    const planned = planEdit(now, edit);
    if (!planned.ok) throw new Error(planned.problem.sentence);
    return apply(now, planned.value);
  }, outline);
}
const section = (n: number, title = `Section ${n}`): OutlineEdit => ({ do: 'add-section', id: id(n), title, after: null });
const lesson = (n: number, sectionId: number, kind: 'reading' | 'film' | 'document' | 'quiz' | 'assignment' = 'reading'): OutlineEdit => ({
  do: 'add-lesson',
  id: id(n),
  sectionId: id(sectionId),
  after: null,
  title: `Lesson ${n}`,
  kind,
});
const set = (table: 'course' | 'section' | 'lesson' | 'question', n: number, fields: object): OutlineEdit => ({
  do: 'set',
  table,
  id: id(n),
  fields: { ...fields },
});
const shape = (outline: Outline) =>
  sectionsOf(outline).map((one) => [one.title, ...(lessonsBySection(outline).get(one.id) ?? []).map((inside) => inside.title)].join(' '));

const base = after(empty, section(1), section(2), lesson(11, 1), lesson(12, 1), lesson(13, 1), lesson(21, 2));

test.each<[string, OutlineEdit, string[]]>([
  ['a lesson up', { do: 'move-lessons', ids: [id(13)], sectionId: id(1), before: id(11) }, ['Section 1 Lesson 13 Lesson 11 Lesson 12', 'Section 2 Lesson 21']],
  [
    'several to another section',
    { do: 'move-lessons', ids: [id(11), id(13)], sectionId: id(2), before: id(21) },
    ['Section 1 Lesson 12', 'Section 2 Lesson 11 Lesson 13 Lesson 21'],
  ],
  ['to the end', { do: 'move-lessons', ids: [id(11)], sectionId: id(1), before: null }, ['Section 1 Lesson 12 Lesson 13 Lesson 11', 'Section 2 Lesson 21']],
  ['a section', { do: 'move-section', id: id(2), before: id(1) }, ['Section 2 Lesson 21', 'Section 1 Lesson 11 Lesson 12 Lesson 13']],
  [
    'behind a lesson',
    { do: 'add-lesson', id: id(99), sectionId: id(1), after: id(11), title: 'New', kind: 'quiz' },
    ['Section 1 Lesson 11 New Lesson 12 Lesson 13', 'Section 2 Lesson 21'],
  ],
  ['a section away', { do: 'remove', table: 'section', ids: [id(1)] }, ['Section 2 Lesson 21']],
])('an edit moves what it says: %s', (_name, edit, expected) => {
  expect(shape(after(base, edit))).toEqual(expected);
});

describe('properties of edits', () => {
  const anyId = fc.integer({ min: 0, max: 30 }).map(id);
  const place = fc.option(anyId);
  const edit: fc.Arbitrary<OutlineEdit> = fc.oneof(
    fc.record({ do: fc.constant('add-section' as const), id: anyId, title: fc.constantFrom('x', ''), after: place }),
    fc.record({
      do: fc.constant('add-lesson' as const),
      id: anyId,
      sectionId: anyId,
      after: place,
      title: fc.constant('y'),
      kind: fc.constantFrom('quiz' as const, 'film' as const),
    }),
    fc.record({ do: fc.constant('add-question' as const), id: anyId, lessonId: anyId, kind: fc.constantFrom('one' as const, 'number' as const) }),
    fc.record({ do: fc.constant('move-lessons' as const), ids: fc.uniqueArray(anyId, { maxLength: 4 }), sectionId: anyId, before: place }),
    fc.record({ do: fc.constant('move-section' as const), id: anyId, before: place }),
    fc.record({
      do: fc.constant('remove' as const),
      table: fc.constantFrom('section' as const, 'lesson' as const, 'question' as const),
      ids: fc.array(anyId, { maxLength: 3 }),
    }),
    fc.record({
      do: fc.constant('set' as const),
      table: fc.constantFrom('section' as const, 'lesson' as const),
      id: anyId,
      fields: fc.record({ title: fc.constantFrom('one', 'two') }),
    }),
  );
  test('whatever is done can be taken back to the letter, and done twice is done once', () => {
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 30 }), (edits) => {
        let now = base;
        for (const wanted of edits) {
          const planned = planEdit(now, wanted);
          if (!planned.ok) continue;
          const next = apply(now, planned.value);
          expect(stillStands(next, planned.value)).toBe(true);
          expect(apply(next, reverse(planned.value))).toEqual(now);
          // Ids are unique over all tables in life; here they are drawn from few.
          const again = wanted.do.startsWith('add') ? planEdit(next, wanted) : null;
          if (again?.ok) expect(again.value).toEqual([]);
          for (const inside of Object.values(next.lesson)) expect(next.section[inside.sectionId]).toBeDefined();
          now = next;
        }
      }),
    );
  });
});

const film: MediaFacts = {
  id: id(90),
  kind: 'film',
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
  playHash: null,
  captions: [],
  alt: '',
};

test.each([
  ['600 words', 'reading', { text: doc(600) }, null, 0, 3],
  ['one word is a minute', 'reading', { text: doc(1) }, null, 0, 1],
  ['nothing is nothing', 'reading', {}, null, 0, 0],
  ['a film of ten minutes and 200 words', 'film', { text: doc(200) }, film, 0, 11],
  ['seven questions', 'quiz', {}, null, 7, 11],
  ['set by hand', 'film', { minutes: 5 }, film, 0, 5],
] as const)('minutes: %s', (_name, kind, fields, media, questions, expected) => {
  const made = after(base, lesson(40, 1, kind), ...(Object.keys(fields).length > 0 ? [set('lesson', 40, fields)] : [])).lesson[id(40)];
  expect(made && learnerMinutes(made, media, questions)).toBe(expected);
});

const quiz = after(empty, section(1), lesson(11, 1, 'quiz'), { do: 'add-question', id: id(31), lessonId: id(11), kind: 'one' });
const rulesIn = (outline: Outline, media: readonly MediaFacts[] = []) =>
  readiness(outline, new Map(media.map((one) => [one.id, one]))).map((finding) => finding.rule);
test.each<[string, Outline, readonly MediaFacts[], string]>([
  ['a course without lessons', empty, [], 'course-empty'],
  ['a section without lessons', after(empty, section(1)), [], 'section-empty'],
  ['a reading without text', base, [], 'reading-empty'],
  ['a film without film', after(base, lesson(40, 1, 'film')), [], 'film-missing'],
  ['a film without captions', after(base, lesson(40, 1, 'film'), set('lesson', 40, { mediaId: id(90) })), [film], 'film-captions'],
  ['a film that cannot be played', after(base, lesson(40, 1, 'film'), set('lesson', 40, { mediaId: id(90) })), [{ ...film, state: 'failed' }], 'film-failed'],
  ['a document without file', after(base, lesson(40, 1, 'document')), [], 'document-missing'],
  ['a quiz without questions', after(base, lesson(40, 1, 'quiz')), [], 'quiz-empty'],
  ['a pass mark that cannot be reached', after(quiz, set('question', 31, { points: 0 })), [], 'quiz-unreachable'],
  ['a question without words', quiz, [], 'question-empty'],
  [
    'a question without a right option',
    after(quiz, set('question', 31, { options: [{ id: 'a', text: 'a', right: false, feedback: '' }] })),
    [],
    'question-no-right',
  ],
  [
    'an assignment that takes nothing',
    after(
      base,
      lesson(40, 1, 'assignment'),
      set('lesson', 40, { assignment: { points: 1000, passPoints: 0, takesText: false, files: 0, megabytes: 1, due: null, takesLate: true, attempts: 1 } }),
    ),
    [],
    'assignment-nothing',
  ],
  [
    'a file limit that no photo fits',
    after(
      base,
      lesson(40, 1, 'assignment'),
      set('lesson', 40, { assignment: { points: 1000, passPoints: 0, takesText: false, files: 2, megabytes: 1, due: null, takesLate: true, attempts: 1 } }),
    ),
    [],
    'assignment-small-files',
  ],
  ['a lesson longer than a week', after(base, set('lesson', 11, { minutes: 500 })), [], 'lesson-long'],
  ['planned lessons', after(base, set('lesson', 11, { state: 'planned' })), [], 'lessons-planned'],
])('readiness reports %s', (_name, outline, media, rule) => {
  expect(rulesIn(outline, media)).toContain(rule);
});

test('planned lessons are left out of a document, and what changed is said in the fewest words', () => {
  const document = (outline: Outline) => compose(outline, new Map(), () => 1);
  const before = document(after(base, set('lesson', 12, { state: 'planned' })));
  expect(before.sections.map((one) => one.lessons.length)).toEqual([2, 1]);
  const changed = after(
    base,
    { do: 'move-lessons', ids: [id(13)], sectionId: id(1), before: id(11) },
    set('lesson', 21, { title: 'Other', required: false }),
    { do: 'remove', table: 'lesson', ids: [id(11)] },
    set('section', 2, { opens: { when: 'start' } }),
  );
  expect(differences(before, document(changed)).map((one) => one.sentence)).toEqual([
    'Lesson removed: Lesson 11',
    'New lesson: Lesson 12',
    'Section "Section 2": when it opens',
    'Lesson "Lesson 21" is now called "Other"',
    'Other: whether it is required',
  ]);
  expect(differences(before, before)).toEqual([]);
});

test.each([
  ['Stream Survey: reading a small river', 'stream-survey-reading-a-small-river'],
  ['Über Flüsse', 'uber-flusse'],
  ['日本語', 'course'],
  ['a'.repeat(80), 'a'.repeat(40)],
  ['one two three four five six seven eight nine ten', 'one-two-three-four-five-six-seven-eight'],
])('an address from "%s"', (title, slug) => {
  expect(slugOf(title)).toBe(slug);
});
