import fc from 'fast-check';
import { apply } from '../kernel/change';
import { type Outline, type OutlineEdit, planEdit } from './index';
import { doc, edited, empty, id, lesson, section } from './testing';

const anyId = fc.integer({ min: 0, max: 30 }).map(id);
const place = fc.option(anyId);
/** Any edit, with ids drawn from few, so that edits meet each other. */
export const anyEdit: fc.Arbitrary<OutlineEdit> = fc.oneof(
  fc.record({ do: fc.constant('add-section' as const), id: anyId, title: fc.constantFrom('x', ''), after: place }),
  fc.record({
    do: fc.constant('add-lesson' as const),
    id: anyId,
    sectionId: anyId,
    after: place,
    title: fc.constant('y'),
    kind: fc.constantFrom('quiz' as const, 'film' as const),
  }),
  fc.record({
    do: fc.constant('add-question' as const),
    id: anyId,
    lessonId: anyId,
    kind: fc.constantFrom('one' as const, 'number' as const),
  }),
  fc.record({
    do: fc.constant('move-lessons' as const),
    ids: fc.uniqueArray(anyId, { maxLength: 4 }),
    sectionId: anyId,
    before: place,
  }),
  fc.record({ do: fc.constant('move-sections' as const), ids: fc.uniqueArray(anyId, { maxLength: 3 }), before: place }),
  fc.record({ do: fc.constant('to-section' as const), lessonId: anyId, id: anyId }),
  fc.record({ do: fc.constant('to-lesson' as const), sectionId: anyId, id: anyId }),
  fc.record({
    do: fc.constant('make-real' as const),
    lessonIds: fc.uniqueArray(anyId, { maxLength: 2 }),
    ids: fc.uniqueArray(anyId, { minLength: 4, maxLength: 4 }),
  }),
  fc.record({ do: fc.constant('add-outcome' as const), id: anyId, text: fc.constant('survey a reach') }),
  fc.record({
    do: fc.constant('put' as const),
    into: place,
    after: place,
    lessons: fc.array(
      fc.record({
        id: anyId,
        title: fc.constant('pasted'),
        kind: fc.constant('reading' as const),
        text: fc.constantFrom(null, doc(3)),
      }),
      {
        maxLength: 2,
      },
    ),
    afterSection: place,
    sections: fc.array(fc.record({ id: anyId, title: fc.constant('pasted'), lessons: fc.constant([]) }), {
      maxLength: 2,
    }),
  }),
  fc.record({
    do: fc.constant('set' as const),
    table: fc.constant('text' as const),
    id: anyId,
    fields: fc.record({ content: fc.constantFrom(null, doc(2)) }),
  }),
  fc.record({
    do: fc.constant('set' as const),
    table: fc.constant('lesson' as const),
    id: anyId,
    fields: fc.record({
      outcomes: fc.array(anyId, { maxLength: 2 }),
      mediums: fc.constantFrom(['text'], ['text', 'slides']),
      state: fc.constant('planned'),
    }),
  }),
  fc.record({
    do: fc.constant('remove' as const),
    table: fc.constantFrom('section' as const, 'lesson' as const, 'question' as const, 'outcome' as const),
    ids: fc.array(anyId, { maxLength: 3 }),
  }),
  fc.record({
    do: fc.constant('set' as const),
    table: fc.constantFrom('section' as const, 'lesson' as const),
    id: anyId,
    fields: fc.record({ title: fc.constantFrom('one', 'two') }),
  }),
);

const begun = edited(empty, section(1), section(2), lesson(11, 1), lesson(12, 1), lesson(21, 2, 'quiz'));

/** Any outline that edits can lead to. */
export const anyOutline: fc.Arbitrary<Outline> = fc.array(anyEdit, { maxLength: 20 }).map((edits) =>
  edits.reduce((now, edit) => {
    const planned = planEdit(now, edit);
    return planned.ok ? apply(now, planned.value) : now;
  }, begun),
);
