import type { LearnerClock } from './clock';
import { nothingYet, type Opening, type Standing } from './opening';
import { openings, partsOf, type ReleaseCourse, type ReleaseSection } from './plan';

/** One part of a plan: lessons that stand together and open together, and why they do. */
export type Unfolded = {
  readonly key: string;
  readonly opening: Opening;
  /** The part of the rhythm, from 0; null where a rule of its own decides. */
  readonly part: number | null;
  /** What has been changed by hand and keeps its rule; null where the rhythm or the start decides. */
  readonly byHand: { readonly table: 'section' | 'lesson'; readonly id: string } | null;
  readonly sectionId: string;
  readonly lessonIds: readonly string[];
};

/**
 * A plan as the list of what opens when, in the order of the course: what a rhythm comes to, before it is taken over.
 */
export function unfold(
  course: ReleaseCourse,
  sections: readonly ReleaseSection[],
  clock: LearnerClock,
  standing: Standing = nothingYet,
): Unfolded[] {
  const opens = openings(course, sections, clock, standing);
  const found: (Unfolded & { lessonIds: string[] })[] = [];
  for (const { section, part, lessonParts } of partsOf(course, sections)) {
    for (const [l, lesson] of section.lessons.entries()) {
      const opening = opens.get(lesson.id);
      if (!opening) continue;
      const bound = section.opens ? ({ table: 'section', id: section.id } as const) : null;
      const byHand = lesson.opens ? ({ table: 'lesson', id: lesson.id } as const) : bound;
      const own = byHand ? null : (part ?? lessonParts?.[l] ?? null);
      const key = byHand ? `${byHand.table} ${byHand.id}` : `part ${own} of ${section.id}`;
      const last = found.at(-1);
      if (last?.key === key) last.lessonIds.push(lesson.id);
      else found.push({ key, opening, part: own, byHand, sectionId: section.id, lessonIds: [lesson.id] });
    }
  }
  return found;
}
