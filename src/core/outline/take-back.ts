import { apply, type Change, stillStands } from '../kernel/change';
import type { Outline } from './types';

/**
 * Whether changes can be made to an outline as it is now: every record they touch still is as it was
 * left, and nothing is left without the record above it. `toMake` are the changes in reverse.
 */
export function canTakeBack(outline: Outline, made: readonly Change[], toMake: readonly Change[]): boolean {
  if (!stillStands(outline, made)) return false;
  const after = apply(outline, toMake);
  const removed = new Set(
    toMake.filter(({ table, after: left }) => table === 'lesson' && left === null).map(({ id }) => id),
  );
  const restored = new Set(
    toMake.filter(({ table, before }) => table === 'question' && before === null).map(({ id }) => id),
  );
  return (
    Object.values(after.lesson).every((lesson) => after.section[lesson.sectionId] !== undefined) &&
    Object.values(after.question).every(
      ({ id, lessonId }) => !removed.has(lessonId) && (!restored.has(id) || after.lesson[lessonId] !== undefined),
    )
  );
}
