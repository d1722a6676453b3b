import type { MediaFacts } from '@/core/media';
import { type Finding, fillOf, type Lesson, learnerMinutes, lessonsBySection, type Outline, readiness, type Section, sectionsOf } from '@/core/outline';
import type { TileFacts } from './Tile';

export type LessonTile = TileFacts & { readonly lesson: Lesson; readonly number: string; readonly minutes: number };
export type SectionTiles = { readonly section: Section; readonly number: number; readonly minutes: number; readonly tiles: readonly LessonTile[] };

/** The tiles of a course, section by section, with minutes and what is to be settled. */
export function tilesOf(outline: Outline, media: ReadonlyMap<string, MediaFacts>, findings: readonly Finding[] = readiness(outline, media)): SectionTiles[] {
  const questions = new Map<string, number>();
  for (const { lessonId } of Object.values(outline.question)) questions.set(lessonId, (questions.get(lessonId) ?? 0) + 1);
  const notes = new Map<string, { settle: number; look: number }>();
  for (const { level, place } of findings) {
    const own = notes.get(place.id) ?? { settle: 0, look: 0 };
    own[level] += 1;
    notes.set(place.id, own);
  }
  const lessons = lessonsBySection(outline);
  return sectionsOf(outline).map((section, s) => {
    const tiles = (lessons.get(section.id) ?? []).map((lesson, l): LessonTile => {
      const count = questions.get(lesson.id) ?? 0;
      const note = notes.get(lesson.id) ?? { settle: 0, look: 0 };
      return {
        lesson,
        number: `${s + 1}.${l + 1}`,
        minutes: learnerMinutes(lesson, (lesson.mediaId && media.get(lesson.mediaId)) || null, count),
        kind: lesson.kind,
        fill: fillOf(lesson, count),
        ...note,
      };
    });
    return { section, number: s + 1, minutes: tiles.reduce((total, tile) => total + tile.minutes, 0), tiles };
  });
}
