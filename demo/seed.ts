import type { Temporal } from '../src/core/kernel/time';
import type { SchoolRole } from '../src/core/people';
import { hashPassword, insertPerson } from '../src/server/people';
import { type Transaction, transaction } from '../src/server/platform/database';
import { queue } from '../src/server/platform/jobs';
import * as tables from '../src/server/platform/schema';
import type { People } from './acting';
import { seedLearning } from './learners';
import { seedMessages } from './messages';
import { otherCourses } from './other-courses';
import { emailOf, learnerNames, samplePassword, staff } from './people';
import { seedRoom } from './sessions';
import { seedSmallCourse } from './small-course';
import { seedStreamSurvey } from './stream-course';

/** The Wendwater River School: put in place around `today`, so that its learners are in the middle of things. */
export async function seedSampleSchool(today: Temporal.Instant): Promise<void> {
  const people = await transaction((tx) => seedPeople(tx));
  for (const small of otherCourses.toReversed()) await seedSmallCourse(people, small, today);
  const streamId = await seedStreamSurvey(people, today);
  await seedLearning(people, streamId, today);
  await seedRoom(streamId, 'Spring cohort', 'Field clinic: flow', people.marker);
  await seedMessages(
    people.learners.map(({ id }) => id),
    today,
  );
  await transaction((tx) => tx.db.update(tables.school).set({ isSample: true }));
  // What these jobs would find has just been done here, in order.
  const boss = await queue();
  for (const name of ['certificate.award', 'media.work-out', 'certificate.draw'] as const) await boss.purgeQueue(name);
}

async function seedPeople(tx: Transaction): Promise<People> {
  await tx.db
    .insert(tables.school)
    .values({ id: 1, name: 'Wendwater River School', zone: 'Europe/London', locale: 'en-GB' });
  const passwordHash = await hashPassword(samplePassword);
  const add = (person: { name: string; email: string; role: SchoolRole; zone?: string }) =>
    insertPerson(tx, { ...person, passwordHash });
  const [owner, creator, marker] = [await add(staff[0]), await add(staff[1]), await add(staff[2])];
  const secondMarker = await add(staff[3]);
  const zones = ['Europe/London', 'Europe/Oslo', 'Africa/Lagos', 'Asia/Kolkata', 'Pacific/Auckland', 'America/Halifax'];
  const learners: { id: string; name: string }[] = [];
  for (const [i, name] of learnerNames.entries())
    learners.push({
      id: await add({ name, email: emailOf(name, i), role: 'learner', zone: zones[i % zones.length] ?? 'UTC' }),
      name,
    });
  return { owner: { id: owner, role: 'owner', courses: {} }, creator, marker, secondMarker, learners };
}
