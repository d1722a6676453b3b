import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { apply, reverse } from '../kernel/change';
import {
  canTakeBack,
  compose,
  differences,
  editText,
  learnerMinutes,
  lessonsBySection,
  type Outline,
  type OutlineEdit,
  type Part,
  paperSize,
  pastText,
  plainText,
  planEdit,
  type Reach,
  type RichText,
  reachOf,
  reachOfChanges,
  sectionsOf,
  slugOf,
  textFacts,
  usualSettings,
} from './index';
import { doc, edited, empty, film, id, lesson, section, set } from './testing';
import { anyEdit } from './testing-edits';

const shape = (outline: Outline) =>
  sectionsOf(outline).map((one) =>
    [one.title, ...(lessonsBySection(outline).get(one.id) ?? []).map((inside) => inside.title)].join(' '),
  );

/** An outline with only what a reach names. */
function restricted(outline: Outline, reach: Reach): Outline {
  const keep = <T extends { readonly id: string }>(
    rows: { readonly [id: string]: T },
    part: Part,
    lessonOf: (row: T) => string,
  ) =>
    Object.fromEntries(
      Object.entries(rows).filter(([id, row]) => {
        if (part === 'all' || part.ids.includes(id)) return true;
        const lessonId = lessonOf(row);
        return part.lessonIds.includes(lessonId) || part.sectionIds.includes(outline.lesson[lessonId]?.sectionId ?? '');
      }),
    );
  return {
    ...outline,
    lesson: keep(outline.lesson, reach.lesson, (row) => row.id),
    question: keep(outline.question, reach.question, (row) => row.lessonId),
    text: keep(outline.text, reach.text, (row) => row.id),
  };
}

const base = edited(empty, section(1), section(2), lesson(11, 1), lesson(12, 1), lesson(13, 1), lesson(21, 2));

test.each<[string, OutlineEdit, string[]]>([
  [
    'a lesson up',
    { do: 'move-lessons', ids: [id(13)], sectionId: id(1), before: id(11) },
    ['Section 1 Lesson 13 Lesson 11 Lesson 12', 'Section 2 Lesson 21'],
  ],
  [
    'several to another section',
    { do: 'move-lessons', ids: [id(11), id(13)], sectionId: id(2), before: id(21) },
    ['Section 1 Lesson 12', 'Section 2 Lesson 11 Lesson 13 Lesson 21'],
  ],
  [
    'to the end',
    { do: 'move-lessons', ids: [id(11)], sectionId: id(1), before: null },
    ['Section 1 Lesson 12 Lesson 13 Lesson 11', 'Section 2 Lesson 21'],
  ],
  [
    'a section',
    { do: 'move-sections', ids: [id(2)], before: id(1) },
    ['Section 2 Lesson 21', 'Section 1 Lesson 11 Lesson 12 Lesson 13'],
  ],
  [
    'behind a lesson',
    { do: 'add-lesson', id: id(99), sectionId: id(1), after: id(11), title: 'New', kind: 'quiz' },
    ['Section 1 Lesson 11 New Lesson 12 Lesson 13', 'Section 2 Lesson 21'],
  ],
  ['a section away', { do: 'remove', table: 'section', ids: [id(1)] }, ['Section 2 Lesson 21']],
])('an edit moves what it says: %s', (_name, edit, expected) => {
  expect(shape(edited(base, edit))).toEqual(expected);
});

describe('properties of edits', () => {
  test('whatever is done can be taken back to the letter, and done twice is done once', () => {
    fc.assert(
      fc.property(fc.array(anyEdit, { maxLength: 30 }), (edits) => {
        let now = base;
        for (const wanted of edits) {
          const planned = planEdit(now, wanted);
          if (!planned.ok) continue;
          const next = apply(now, planned.value);
          expect(canTakeBack(next, planned.value, reverse(planned.value))).toBe(true);
          // The part an edit says it looks at is all it looks at, to plan it and to take it back.
          expect(planEdit(restricted(now, reachOf(wanted)), wanted)).toEqual(planned);
          const part = restricted(next, reachOfChanges(planned.value));
          expect(canTakeBack(part, planned.value, reverse(planned.value))).toBe(true);
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
  test('whatever is done has a sentence for undo, and one for afterwards', () => {
    fc.assert(
      fc.property(anyEdit, (wanted) => {
        const planned = planEdit(base, wanted);
        fc.pre(planned.ok && planned.value.length > 0);
        const sentence = editText(base, wanted);
        expect(sentence).toMatch(/^[a-z]+ \S/);
        expect(pastText(sentence)).not.toBe(sentence);
      }),
      { numRuns: 500 },
    );
  });
});

test.each([
  ['600 words', 'reading', { words: 600 }, null, 0, 3],
  ['one word is a minute', 'reading', { words: 1 }, null, 0, 1],
  ['nothing is nothing', 'reading', {}, null, 0, 0],
  ['a film of ten minutes and 200 words', 'film', { words: 200 }, film, 0, 11],
  ['seven questions', 'quiz', {}, null, 7, 11],
  ['set by hand', 'film', { minutes: 5 }, film, 0, 5],
] as const)('minutes: %s', (_name, kind, fields, media, questions, expected) => {
  const { words, minutes } = { words: 0, minutes: null, ...fields };
  const made = edited(
    base,
    lesson(40, 1, kind),
    set('lesson', 40, { minutes }),
    set('text', 40, { content: words > 0 ? doc(words) : null }),
  ).lesson[id(40)];
  expect(
    made &&
      learnerMinutes(
        made,
        media,
        paperSize(Array.from({ length: questions }, () => ({ kind: 'one' as const, moment: null }))),
      ),
  ).toBe(expected);
});

test('a document holds the pictures of a lesson and what it takes over from its course, and nothing its makers wrote to each other', () => {
  const outline = edited(
    base,
    set('lesson', 11, { pictureId: id(90), note: 'ask Temi', downloads: null }),
    set('course', 0, { settings: { ...usualSettings, downloads: false, done: { reading: { by: 'opened' } } } }),
  );
  const made = compose(outline, new Map([[id(90), film]]), () => 1).sections[0]?.lessons.find(
    (one) => one.id === id(11),
  );
  expect([Object.keys(made?.pictures ?? {}), made?.downloads, made?.done, made && 'note' in made]).toEqual([
    [id(90)],
    false,
    { by: 'opened' },
    false,
  ]);
});

test.each([
  ['rename "Rain"', 'renamed "Rain"'],
  ['undo: remove 2 lessons', 'took back: removed 2 lessons'],
  ['go back to step 4', 'went back to step 4'],
  ['published edition 1', 'published edition 1'],
])('%s is told afterwards as: %s', (sentence, told) => {
  expect(pastText(sentence)).toBe(told);
});

test('planned lessons are left out of a document, and what changed is said in the fewest words', () => {
  const document = (outline: Outline) => compose(outline, new Map(), () => 1);
  const before = document(edited(base, set('lesson', 12, { state: 'planned' })));
  expect(before.sections.map((one) => one.lessons.length)).toEqual([2, 1]);
  const changed = edited(
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
  ['Certificates', 'certificates-course'],
  ['a'.repeat(80), 'a'.repeat(40)],
  ['one two three four five six seven eight nine ten', 'one-two-three-four-five-six-seven-eight'],
])('an address from "%s"', (title, slug) => {
  expect(slugOf(title)).toBe(slug);
});

const run = (text: string, marks?: string) => ({ type: 'text', text, ...(marks ? { marks: [{ type: marks }] } : {}) });
test.each<[string, RichText[], number]>([
  ['a word with a bold middle', [run('un'), run('believ', 'bold'), run('able')], 1],
  ['words on both sides of a break', [run('one'), { type: 'hardBreak' }, run('two')], 2],
  ['Chinese', [run('我们学习测量小河')], 5],
  ['Japanese', [run('川の流れを測る')], 5],
  ['Thai', [run('เราเรียนรู้การวัดลำน้ำ')], 6],
  ['Arabic', [run('نتعلم قياس نهر صغير')], 4],
  ['a hyphen and an apostrophe', [run('it’s well-known')], 2],
  ['nothing but space', [run('  ')], 0],
])('words are counted as a reader counts them: %s', (_name, content, words) => {
  const { words: counted } = textFacts({ type: 'doc', content: [{ type: 'paragraph', content }] });
  expect(Math.abs(counted - words)).toBeLessThanOrEqual(['Chinese', 'Japanese', 'Thai'].includes(_name) ? 2 : 0);
});

const planned = (mediums: readonly string[], kind = 'reading') =>
  edited(base, set('lesson', 11, { state: 'planned', mediums, kind, note: 'Bring boots', asks: 'How deep?' }));
test.each<[what: string, mediums: readonly string[], kind: string, made: [title: string, kind: string][]]>([
  ['one medium', ['explainer'], 'reading', [['Lesson 11', 'film']]],
  ['none: it stays what it is', [], 'document', [['Lesson 11', 'document']]],
  [
    'several: one lesson for each, side by side',
    ['text', 'worksheet', 'quiz'],
    'film',
    [
      ['Lesson 11', 'reading'],
      ['Lesson 11 (worksheet)', 'document'],
      ['Lesson 11 (quiz)', 'quiz'],
    ],
  ],
])('what is planned is made real: %s', (_what, mediums, kind, made) => {
  const real = edited(planned(mediums, kind), { do: 'make-real', lessonIds: [id(11)], ids: [id(61), id(62)] });
  const all = lessonsBySection(real).get(id(1)) ?? [];
  expect(all.map((one) => [one.title, one.kind])).toEqual([
    ...made,
    ['Lesson 12', 'reading'],
    ['Lesson 13', 'reading'],
  ]);
  expect(all.slice(0, made.length).every(({ state, asks }) => state === 'draft' && asks === 'How deep?')).toBe(true);
  // Done once more, nothing is planned any more.
  expect(planEdit(real, { do: 'make-real', lessonIds: [id(11)], ids: [] })).toEqual({ ok: true, value: [] });
});

test.each<[fields: { readonly [field: string]: unknown }, wrong: string | null | undefined]>([
  [{ prompt: 'How deep?', points: 2000, body: { value: '0.4', tolerance: '', unit: 'm' } }, null],
  [{ points: -1 }, 'points'],
  [{ colour: 'red' }, 'colour'],
  [{ body: { options: [] } }, undefined],
])('a question that is added with %j', (fields, wrong) => {
  const with40 = edited(base, lesson(40, 1, 'quiz'));
  const planned = planEdit(with40, { do: 'add-question', id: id(31), lessonId: id(40), kind: 'number', fields });
  if (wrong === null && planned.ok) expect(apply(with40, planned.value).question[id(31)]).toMatchObject(fields);
  else expect([planned.ok, !planned.ok && planned.problem.field?.split('.')[0]]).toEqual([false, wrong]);
});

test('lines of words are kept without the space around them, texts as they are written', () => {
  const kept = edited(base, set('lesson', 11, { title: '  Depth ', teaser: ' Soon. ' })).lesson[id(11)];
  expect([kept?.title, kept?.teaser]).toEqual(['Depth', ' Soon. ']);
});

test('a text as words alone: blocks on lines of their own, what is within one together', () => {
  const paragraph = (...content: RichText[]) => ({ type: 'paragraph', content });
  const list = { type: 'bulletList', content: [{ type: 'listItem', content: [paragraph(run('one'))] }] };
  const content = [paragraph(run('A '), run('weir', 'bold'), run('.')), list, paragraph()];
  expect(plainText({ type: 'doc', content })).toBe('A weir.\none');
  expect(plainText(null)).toBe('');
});
