import { monitorEventLoopDelay } from 'node:perf_hooks';
import { eq } from 'drizzle-orm';
import { learnersOf } from '../../server/enrolment';
import { previewEdition, recordsOf } from '../../server/learning';
import { database } from '../../server/platform/database';
import { lesson } from '../../server/platform/schema';
import { crowdedCourse } from './crowded';
import { row } from './figures';

/** How long something takes, and the longest that everything else in the process waits meanwhile, in milliseconds. */
async function measured<T>(
  work: () => Promise<T>,
): Promise<{ readonly took: number; readonly stall: number; found: T }> {
  const delay = monitorEventLoopDelay({ resolution: 2 });
  delay.enable();
  const start = performance.now();
  const found = await work();
  const took = performance.now() - start;
  delay.disable();
  return { took, stall: delay.max / 1e6, found };
}

/**
 * What another edition would change for each of 5,000 who take a course of 300 lessons, as it is told before it is
 * published, beside reading what they have done.
 */
export async function previews(): Promise<void> {
  const courseId = await crowdedCourse();
  const db = database();
  await db.update(lesson).set({ weight: 7 }).where(eq(lesson.courseId, courseId));
  const learners = await learnersOf(db, courseId);
  await recordsOf(db, learners.slice(0, 500));
  const read = await measured(() => recordsOf(db, learners));
  const preview = await measured(() => previewEdition(db, courseId, null));
  if (preview.found?.learners !== learners.length) throw new Error('Not all learners were looked at.');
  row({
    what: `what an edition changes for ${learners.length.toLocaleString('en-GB')} learners of 300 lessons`,
    value: preview.took,
    unit: 'ms',
    beside: { what: 'what they have done, read at once', value: read.took },
    most: 15,
  });
  row({
    what: '  until others in the process have their turn, at most',
    value: preview.stall,
    unit: 'ms',
    beside: { what: 'while it is read at once', value: read.stall },
    most: 0.5,
  });
}
