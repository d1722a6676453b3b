import { and, asc, eq, sql } from 'drizzle-orm';
import type { Temporal } from '../src/core/kernel/time';
import { addScript, bindAndHandIn, scriptsOf } from '../src/server/assignment';
import { database } from '../src/server/platform/database';
import { putBytes } from '../src/server/platform/files';
import { newId } from '../src/server/platform/ids';
import * as tables from '../src/server/platform/schema';
import { actorOf, drawn as chance, type People, perform } from './acting';
import { marksBy } from './criteria';
import { drawnOnScript, wallScript } from './scripts';
import { wallCheck, wallCriteria } from './wall-check';

/** How many scripts each of the two markers has finished, of the fifteen they have. */
const finished = [6, 11];

/** Those who wrote it: who took the course before, and those who came for the day. The rest has seats for another one. */
const wrote = (at: number) => at < 10 || (at >= 19 && at < 39);

/** Thirty scripts: scanned, laid on the table, handed in, shared out between two markers, and partly marked. */
export async function seedScripts(people: People, courseId: string, today: Temporal.Instant): Promise<void> {
  const [lesson] = await database()
    .select({ id: tables.lesson.id })
    .from(tables.lesson)
    .where(and(eq(tables.lesson.courseId, courseId), eq(tables.lesson.title, wallCheck.title)));
  if (!lesson) throw new Error('The written check is not in its course.');
  const place = { courseId, lessonId: lesson.id };
  const markers = [people.marker, people.secondMarker];
  for (const userId of markers)
    await database().insert(tables.courseStaff).values({ courseId, userId, role: 'marker' });
  const writers = people.learners.filter((_, i) => wrote(i));
  await database()
    .insert(tables.enrolment)
    .values(
      writers.map(({ id }, i) => ({
        ...{ id: newId(), courseId, learnerId: id },
        at: today.subtract({ hours: 24 * 6, minutes: i }).toString(),
      })),
    )
    .onConflictDoNothing();
  const skillOf = (name: string) => 0.15 + chance(name, 'wall') * 0.85;
  const loaded = today.subtract({ hours: 24 * 4 });
  for (const { name } of writers) {
    const content = await wallScript(name, skillOf(name), (what) => chance(name, what));
    const { hash } = await putBytes(content);
    const file = { hash, contentType: 'application/pdf', fileName: `${name}.pdf`, count: 2 };
    const added = await addScript.run(people.owner, { ...place, ...file }, loaded);
    if (!added.ok) throw new Error(added.problem.sentence);
  }
  for (const { id, name } of await scriptsOf(database(), courseId, lesson.id)) {
    const handed = await bindAndHandIn(database(), people.owner, id, loaded.add({ hours: 1 }));
    if (!handed.ok) throw new Error(`${name}: ${handed.problem.sentence}`);
  }
  const wishes = markers.map((markerId) => ({ markerId, wanted: 15 }));
  await perform(people.owner, 'marking.deal', { ...place, wishes }, loaded.add({ hours: 2 }));
  for (const [m, markerId] of markers.entries())
    await mark(place, markerId, finished[m] ?? 0, skillOf, loaded.add({ hours: 20 }));
}

/** Marks so many of the scripts a marker has, and begins the next. */
async function mark(
  place: { readonly courseId: string; readonly lessonId: string },
  markerId: string,
  count: number,
  skillOf: (name: string) => number,
  from: Temporal.Instant,
): Promise<void> {
  const work = await database()
    .select({ id: tables.handIn.id, files: tables.handIn.files, name: tables.user.name })
    .from(tables.handIn)
    .innerJoin(tables.user, eq(tables.user.id, tables.handIn.learnerId))
    .where(and(eq(tables.handIn.lessonId, place.lessonId), eq(tables.handIn.sharedTo, markerId)))
    .orderBy(asc(tables.handIn.handedInAt), sql`${tables.handIn.id}`)
    .limit(count + 1);
  const marker = actorOf(markerId, 'marker', { [place.courseId]: 'marker' });
  for (const [i, { id, files, name }] of work.entries()) {
    const [skill, at] = [skillOf(name), from.add({ minutes: 12 * i })];
    for (const one of drawnOnScript(files[0]?.hash ?? '', skill))
      await perform(
        marker,
        'marking.draw',
        { handInId: id, step: { id: newId(), kind: 'do', before: [], after: [one] } },
        at,
      );
    const remark =
      skill > 0.5
        ? 'Drawn by somebody who has laid stones. Well done.'
        : 'Come to the wall again: the middle is what holds it.';
    const finish = i < count;
    const criteria = marksBy(wallCriteria, skill).slice(0, finish ? undefined : 2);
    await perform(
      marker,
      'marking.mark',
      { handInId: id, points: null, criteria, remark: finish ? remark : '', finish },
      at.add({ minutes: 9 }),
    );
  }
}
