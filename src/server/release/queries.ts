import { and, eq } from 'drizzle-orm';
import type { Database } from '../platform/database';
import { openingWish } from './schema';

/** Whether somebody wants to be told when a lesson opens. */
export const wantsToKnow = async (db: Database, enrolmentId: string, lessonId: string): Promise<boolean> =>
  (await db.$count(openingWish, and(eq(openingWish.enrolmentId, enrolmentId), eq(openingWish.lessonId, lessonId)))) > 0;
