import fc from 'fast-check';
import { expect, test } from 'vitest';
import { apply } from '@/core/kernel/change';
import { lessonsBySection, newCourse, type Outline, planEdit, sectionsOf } from '@/core/outline';
import { tilesOf } from '@/ui/tile/tiles';
import { lessonHeight, nearestSlot, sectionHeight, slotsOf, visibleRows } from './rows';

const id = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
/** Sections with so many lessons each; a lesson's number is ten times its section's and its own. */
function outlineOf(counts: readonly number[]): Outline {
  const empty: Outline = {
    course: { [id(0)]: newCourse(id(0), 'c', 'C', 'UTC') },
    section: {},
    lesson: {},
    question: {},
    outcome: {},
    text: {},
  };
  const sections = counts.map((count, s) => ({
    id: id(s + 1),
    title: `Part ${s + 1}`,
    lessons: Array.from({ length: count }, (_, l) => ({
      id: id((s + 1) * 10 + l),
      title: `Größe ${s + 1}.${l + 1}`,
      kind: 'reading' as const,
    })),
  }));
  const planned = planEdit(empty, { do: 'put', into: null, after: null, lessons: [], afterSection: null, sections });
  return planned.ok ? apply(empty, planned.value) : empty;
}
const rowsOf = (outline: Outline, folded: readonly string[] = [], query = '') =>
  visibleRows(tilesOf(outline, new Map()), new Set(folded), query);

test.each([
  ['everything', [], '', 6],
  ['a folded section without its lessons', [id(1)], '', 4],
  ['what is looked for, also in folded sections and without marks', [id(1)], 'GROSSE 1'.replace('SS', 'ß'), 3],
  ['a section by its own name', [], 'part 2', 1],
  ['nothing', [], 'elsewhere', 0],
])('the outline shows %s', (_name, folded, query, count) => {
  expect(rowsOf(outlineOf([2, 2]), folded, query)).toHaveLength(count);
});

test('lessons can be put before every other lesson and at the end of every section, also of a folded one', () => {
  const slots = slotsOf(rowsOf(outlineOf([2, 1]), [id(2)]), new Set([id(10)]), 'lesson');
  expect(slots.map((slot) => [slot.sectionId, slot.before, slot.line])).toEqual([
    [id(1), id(11), sectionHeight + lessonHeight],
    [id(1), null, sectionHeight + 2 * lessonHeight],
    [id(2), null, 2 * sectionHeight + 2 * lessonHeight],
  ]);
  expect(nearestSlot(slots, 0)).toBe(0);
  expect(nearestSlot(slots, 10_000)).toBe(2);
});

test('whatever is dropped anywhere ends right in front of what the place names, in its own order', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 4 }),
      fc.array(fc.nat(30), { minLength: 1, maxLength: 3 }),
      fc.nat(60),
      fc.boolean(),
      (counts, picks, place, wholeSections) => {
        const outline = outlineOf(counts);
        const all = (wholeSections ? sectionsOf(outline) : [...lessonsBySection(outline).values()].flat()).map(
          (one) => one.id,
        );
        const moving = all.filter((_, i) => picks.some((pick) => pick % Math.max(1, all.length) === i));
        if (moving.length === 0) return;
        const table = wholeSections ? 'section' : 'lesson';
        const slots = slotsOf(rowsOf(outline), new Set(moving), table);
        const slot = slots[place % slots.length];
        if (!slot) throw new Error('There is always a place.');
        const planned = planEdit(
          outline,
          wholeSections
            ? { do: 'move-sections', ids: moving, before: slot.before }
            : { do: 'move-lessons', ids: moving, sectionId: slot.sectionId ?? '', before: slot.before },
        );
        if (!planned.ok) throw new Error(planned.problem.sentence);
        const after = apply(outline, planned.value);
        const order = (
          wholeSections ? sectionsOf(after) : (lessonsBySection(after).get(slot.sectionId ?? '') ?? [])
        ).map((one) => one.id);
        const end = slot.before === null ? order.length : order.indexOf(slot.before);
        expect(order.slice(end - moving.length, end)).toEqual(moving);
      },
    ),
  );
});
