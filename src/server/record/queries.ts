import { inArray } from 'drizzle-orm';
import type { LessonProgress } from '@/core/record';
import type { Database } from '../platform/database';
import { progress } from './schema';

/** How far some enrolments are, lesson by lesson. */
export const progressOf = (
  db: Database,
  enrolmentIds: readonly string[],
): Promise<({ readonly enrolmentId: string; readonly lessonId: string } & LessonProgress)[]> =>
  db
    .select({
      enrolmentId: progress.enrolmentId,
      lessonId: progress.lessonId,
      state: progress.state,
      doneAt: progress.doneAt,
      watched: progress.watched,
      place: progress.place,
      answered: progress.answered,
    })
    .from(progress)
    .where(inArray(progress.enrolmentId, [...enrolmentIds]));
