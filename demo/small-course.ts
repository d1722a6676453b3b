import type { Temporal } from '../src/core/kernel/time';
import { newCourse } from '../src/core/outline';
import { database } from '../src/server/platform/database';
import { newId } from '../src/server/platform/ids';
import * as tables from '../src/server/platform/schema';
import { type People, perform } from './acting';
import { mondayOf } from './days';
import { seedPictures, seedWalks } from './media';
import type { otherCourses } from './other-courses';
import { emailOf } from './people';
import { seedSections } from './sections';
import { wallCheck } from './wall-check';
import { seedScripts } from './wall-scripts';

export async function seedSmallCourse(
  people: People,
  small: (typeof otherCourses)[number],
  today: Temporal.Instant,
): Promise<void> {
  const id = newId();
  const slug = small.title
    .toLowerCase()
    .replace(/[^a-z]+/g, '-')
    .split('-')
    .slice(0, 3)
    .join('-');
  await database()
    .insert(tables.course)
    .values({ ...newCourse(id, slug, small.title, 'Europe/London'), description: small.description });
  const pictures = await seedPictures(
    id,
    ['wall', 'hedge'].filter((name) =>
      small.sections.some((section) => section.lessons.some((lesson) => lesson.text?.includes(`![${name}]`))),
    ),
  );
  await seedSections(
    id,
    small.sections,
    pictures,
    await seedWalks(
      id,
      small.sections.flatMap(({ lessons }) => lessons),
    ),
  );
  await database().insert(tables.courseStaff).values({ courseId: id, userId: people.creator, role: 'creator' });
  if (!small.published) return;
  await perform(people.owner, 'course.publish', { courseId: id, number: 1 }, today.subtract({ hours: 24 * 20 }));
  await database()
    .insert(tables.enrolment)
    .values(
      people.learners.slice(0, 9).map((learner, i) => ({
        id: newId(),
        courseId: id,
        learnerId: learner.id,
        at: today.subtract({ hours: 24 * (i + 1) }).toString(),
      })),
    );
  await seedWaiting(people, id, today);
  if (small.sections.some(({ lessons }) => lessons.includes(wallCheck))) await seedScripts(people, id, today);
}

/** A day for six, and three who wait for a seat. */
async function seedWaiting(people: People, courseId: string, today: Temporal.Instant) {
  const cohortId = newId();
  const startsOn = mondayOf(today).add({ weeks: 7, days: 5 }).toString();
  const cohort = { id: cohortId, courseId, name: 'Six on the wall', startsOn, endsOn: null };
  const more = { zone: 'Europe/London', seats: 6, breaks: [] };
  await perform(people.owner, 'cohort.add', { ...cohort, ...more }, today.subtract({ hours: 24 * 12 }));
  const list = people.learners.slice(10, 19).map(({ name }, i) => emailOf(name, i + 10));
  const input = { courseId, cohortId, list: list.join('\n'), dry: false };
  await perform(people.owner, 'cohort.enrol-many', input, today.subtract({ hours: 24 * 11 }));
}
