import { eq } from 'drizzle-orm';
import { Temporal } from '../src/core/kernel/time';
import { byOrder } from '../src/core/outline';
import { awardEarned } from '../src/server/certificate';
import { database } from '../src/server/platform/database';
import { newId } from '../src/server/platform/ids';
import * as tables from '../src/server/platform/schema';
import { actorOf, drawn, type People } from './acting';
import { mondayOf, springWeeks } from './days';
import { takeLesson } from './taking';

/** Puts everybody somewhere in the course: the first is in its middle, the second has finished it. */
export async function seedLearning(people: People, courseId: string, today: Temporal.Instant): Promise<void> {
  const cohorts = await database().select().from(tables.cohort).where(eq(tables.cohort.courseId, courseId));
  const [spring, autumn] = ['Spring cohort', 'Autumn cohort'].map(
    (name) => cohorts.find((cohort) => cohort.name === name)?.id ?? null,
  );
  const lessons = await database().select().from(tables.lesson).where(eq(tables.lesson.courseId, courseId));
  const sections = (await database().select().from(tables.section).where(eq(tables.section.courseId, courseId))).sort(
    byOrder,
  );
  const orderOf = new Map(sections.map((section) => [section.id, section.order]));
  const inOrder = lessons
    .filter((lesson) => lesson.title !== 'Reading the staff gauge')
    .sort((a, b) => ((orderOf.get(a.sectionId) ?? '') + a.order < (orderOf.get(b.sectionId) ?? '') + b.order ? -1 : 1));
  const marker = actorOf(people.marker, 'marker', { [courseId]: 'marker' });

  const seedLearner = async (i: number, learner: People['learners'][number]) => {
    // The second to the fifth began on their own, long ago, and are through.
    const hasFinished = i >= 1 && i <= 4;
    const waits = i >= 32;
    const [own, withAutumn, withSpring] = [
      { cohortId: null, days: 66 },
      { cohortId: autumn, days: 3 },
      { cohortId: spring, days: 40 },
    ];
    const group = waits ? withAutumn : withSpring;
    const { cohortId, days } = hasFinished ? own : group;
    const enrolled = today.subtract({ hours: 24 * days + i });
    const enrolmentId = newId();
    await database()
      .insert(tables.enrolment)
      .values({ id: enrolmentId, courseId, learnerId: learner.id, cohortId, at: enrolled.toString() });
    if (waits) return;
    const far = i === 0 ? 9 : Math.floor(7 + drawn(learner.name, 'reached') * 18);
    const reached = hasFinished ? inOrder.length : far;
    const actor = actorOf(learner.id, 'learner');
    for (const [l, lesson] of inOrder.slice(0, reached).entries()) {
      const at = hasFinished
        ? enrolled.add({ hours: 48 + l * 52 })
        : inWeekOf(
            today,
            sections.findIndex((one) => one.id === lesson.sectionId),
            learner.name,
            l,
          );
      const isMarked = hasFinished || i === 0 || drawn(learner.name, lesson.title) < 0.6;
      const open = await takeLesson(
        { actor, name: learner.name, marker, isMarked, isSure: hasFinished },
        courseId,
        lesson,
        at,
      );
      if (!open) break;
    }
    await awardEarned([enrolmentId], today.subtract({ hours: 24 * Math.max(1, 6 - i) }));
  };
  // Some at a time: a learner's own steps stay in order.
  const waiting = [...people.learners.entries()];
  const next = async (): Promise<void> => {
    for (let entry = waiting.shift(); entry; entry = waiting.shift()) await seedLearner(...entry);
  };
  await Promise.all(Array.from({ length: 6 }, next));
}

/** A time in the week in which a section opened for the spring cohort, and never after now. */
function inWeekOf(today: Temporal.Instant, section: number, name: string, lesson: number): Temporal.Instant {
  const opened = mondayOf(today)
    .subtract({ weeks: springWeeks - section })
    .toZonedDateTime({ timeZone: 'Europe/London', plainTime: '10:00' })
    .toInstant();
  const wanted = opened.add({ minutes: Math.floor((1 + drawn(name, 'pace') * 4) * 24 * 60) + lesson * 25 });
  const latest = today.subtract({ hours: 8 }).add({ minutes: lesson * 10 });
  return Temporal.Instant.compare(wanted, latest) < 0 ? wanted : latest;
}
