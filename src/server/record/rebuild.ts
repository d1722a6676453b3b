import { and, asc, eq, gt, or } from 'drizzle-orm';
import { same } from '@/core/kernel/change';
import { Temporal } from '@/core/kernel/time';
import { fold, type LessonProgress, noProgress, toldBy } from '@/core/record';
import { database, transaction } from '../platform/database';
import { progress, statement } from './schema';

const perPage = 200;
const nil = '00000000-0000-0000-0000-000000000000';

/** A moment, however the database writes it. */
const instant = (at: string | null) =>
  at === null ? null : Temporal.Instant.from(at.replace(' ', 'T')).epochMilliseconds;

/**
 * Works the progress of everybody out anew from the statements, which alone say what happened, and puts right
 * what differs. Each row is held while its statements are read, so that it may be done while people learn.
 */
export async function rebuildProgress(): Promise<{ readonly looked: number; readonly mended: number }> {
  let looked = 0;
  let mended = 0;
  for (let after = { enrolmentId: nil, lessonId: nil }; ; ) {
    const { enrolmentId, lessonId } = progress;
    const page = await database()
      .select({ enrolmentId, lessonId })
      .from(progress)
      .where(
        or(gt(enrolmentId, after.enrolmentId), and(eq(enrolmentId, after.enrolmentId), gt(lessonId, after.lessonId))),
      )
      .orderBy(asc(enrolmentId), asc(lessonId))
      .limit(perPage);
    const last = page.at(-1);
    if (!last) return { looked, mended };
    for (const key of page) if (await rebuild(key)) mended += 1;
    looked += page.length;
    after = last;
  }
}

async function rebuild(key: { readonly enrolmentId: string; readonly lessonId: string }): Promise<boolean> {
  return transaction(async ({ db }) => {
    const own = and(eq(progress.enrolmentId, key.enrolmentId), eq(progress.lessonId, key.lessonId));
    const [held] = await db.select().from(progress).where(own).for('update');
    if (!held) return false;
    const told = await db
      .select({ at: statement.at, body: statement.body })
      .from(statement)
      .where(and(eq(statement.enrolmentId, key.enrolmentId), eq(statement.lessonId, key.lessonId)))
      .orderBy(asc(statement.id));
    const anew = told.reduce((so: LessonProgress, { at, body }) => {
      const event = toldBy(body);
      return event ? fold(so, { ...event, at }) : so;
    }, noProgress);
    const isSame =
      anew.state === held.state &&
      instant(anew.doneAt) === instant(held.doneAt) &&
      same(anew.watched, held.watched) &&
      same([anew.place, anew.answered], [held.place, held.answered]);
    if (isSame) return false;
    await db.update(progress).set(anew).where(own);
    return true;
  });
}
