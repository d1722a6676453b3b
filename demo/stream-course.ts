import { and, eq } from 'drizzle-orm';
import { generateNKeysBetween } from 'fractional-indexing';
import { usualAward } from '../src/core/certificate';
import type { Temporal } from '../src/core/kernel/time';
import { newCourse } from '../src/core/outline';
import { usualGap } from '../src/core/release';
import { database } from '../src/server/platform/database';
import { newId } from '../src/server/platform/ids';
import * as tables from '../src/server/platform/schema';
import { type People, perform } from './acting';
import { drawOf, seedBank } from './bank';
import { type Day, mondayOf, springWeeks } from './days';
import { seedDesigns, seedSharing } from './designs';
import { seedFiles, seedPictures } from './media';
import { streamOutcomes } from './outcomes';
import { guessed, wronglyMarked } from './questions';
import { seedSections } from './sections';
import { streamSurvey } from './stream-survey';

export async function seedStreamSurvey(people: People, today: Temporal.Instant): Promise<string> {
  const id = newId();
  const designId = await seedDesigns(people.owner, today.subtract({ hours: 24 * 40 }));
  await seedSharing(people.owner, today.subtract({ hours: 24 * 40 }));
  const monday = mondayOf(today);
  const springStart = monday.subtract({ weeks: springWeeks });
  const rest = monday.add({ weeks: 3 });
  await database()
    .insert(tables.course)
    .values({
      ...newCourse(id, 'stream-survey', 'Stream Survey: reading a small river', 'Europe/London'),
      description:
        'Learn to survey a small river: choose a reach, measure its flow, name what lives under its stones, and write two pages that somebody else can check.',
      audience:
        'Volunteers who live near a small river. You need boots, a friend and two dry mornings; no science beyond school.',
      promise:
        'By the end you can survey forty metres of a small river and write up what you found, so that another volunteer can repeat it.',
      weekLimit: 100,
      rhythm: {
        unit: 'section',
        lessons: 1,
        begins: [],
        every: { by: 'weeks', count: 1, weekdays: [1] },
        at: '09:00',
        firstAtOnce: true,
        gap: usualGap(1),
        breaks: [{ from: rest.toString(), to: rest.add({ days: 6 }).toString(), name: 'winter rest' }],
      },
      completion: { mode: 'strict' },
      award: {
        ...usualAward,
        ...{ on: true, minPercent: 60, designId, teacher: 'Ines Vallotto' },
        number: [{ words: 'RIV-' }, ...usualAward.number.slice(1)],
      },
    });
  const pictures = await seedPictures(id, ['river', 'riffle', 'tray']);
  await seedSections(id, streamSurvey, pictures, await seedFiles(id));
  await database()
    .insert(tables.courseStaff)
    .values([
      { courseId: id, userId: people.creator, role: 'creator' },
      { courseId: id, userId: people.marker, role: 'marker' },
    ]);
  await seedOutcomes(id);
  const published = today.subtract({ hours: 24 * 70 });
  const categories = await seedBank(people.owner, (actor, name, input) => perform(actor, name, input, published));
  const [scoring] = await database().select().from(tables.lesson).where(eq(tables.lesson.title, 'Scoring the sample'));
  const stones = categories.get('Life under stones');
  if (scoring?.quiz && stones)
    await database()
      .update(tables.lesson)
      .set({ quiz: { ...scoring.quiz, draws: [drawOf(stones, 2, 'a9')] } })
      .where(eq(tables.lesson.id, scoring.id));
  await takeFromBank([guessed.prompt, wronglyMarked.prompt]);
  await perform(people.owner, 'course.publish', { courseId: id, number: 1 }, published);

  // What has been changed since, and not yet published.
  const [float] = await database().select().from(tables.lesson).where(eq(tables.lesson.title, 'The float method'));
  const edit = (fields: object) =>
    perform(people.owner, 'outline.edit', { courseId: id, edit: fields }, today.subtract({ hours: 3 }));
  if (float) {
    await edit({ do: 'set', table: 'lesson', id: float.id, fields: { title: 'The float method, step by step' } });
    await edit({
      do: 'add-lesson',
      id: newId(),
      sectionId: float.sectionId,
      after: float.id,
      title: 'Reading the staff gauge',
      kind: 'film',
    });
  }

  await seedCohorts(people, id, springStart, monday.add({ weeks: 2 }), today);
  return id;
}

/** Two cohorts: one that is under way, and one that is to come, with a break and a day of its own. */
async function seedCohorts(people: People, courseId: string, spring: Day, autumn: Day, today: Temporal.Instant) {
  const add = async (name: string, startsOn: Day, seats: number | null, breaks: object[]) => {
    const id = newId();
    const dates = { startsOn: startsOn.toString(), endsOn: startsOn.add({ weeks: 14, days: 6 }).toString() };
    const cohort = { id, courseId, name, ...dates, zone: 'Europe/London', seats, breaks };
    await perform(people.owner, 'cohort.add', cohort, today.subtract({ hours: 24 * 60 }));
    return id;
  };
  await add('Spring cohort', spring, null, []);
  const flood = autumn.add({ weeks: 5 });
  const id = await add('Autumn cohort', autumn, 12, [
    { from: flood.toString(), to: flood.add({ days: 6 }).toString(), name: 'high water' },
  ]);
  const [stones] = await database()
    .select()
    .from(tables.section)
    .where(and(eq(tables.section.courseId, courseId), eq(tables.section.title, 'Life under stones')));
  const date = autumn.add({ weeks: 3, days: 2 }).toString();
  const rule = { when: 'on-date', date, at: '18:00', zone: 'Europe/London' };
  const input = { id, courseId, of: stones?.id, rule };
  await perform(people.owner, 'cohort.set-rule', input, today.subtract({ hours: 24 * 9 }));
}

/** Questions of papers that are those of the bank with the same words. */
async function takeFromBank(prompts: readonly string[]): Promise<void> {
  for (const prompt of prompts) {
    const [kept] = await database().select().from(tables.bankQuestion).where(eq(tables.bankQuestion.prompt, prompt));
    if (!kept) throw new Error(`The bank has no question "${prompt}".`);
    await database()
      .update(tables.question)
      .set({ bankId: kept.id, bankVersion: kept.version, body: kept.body })
      .where(eq(tables.question.prompt, prompt));
  }
}

async function seedOutcomes(courseId: string): Promise<void> {
  const keys = generateNKeysBetween(null, null, streamOutcomes.length);
  const rows = streamOutcomes.map(({ text }, i) => ({ id: newId(), courseId, order: keys[i] ?? '', text }));
  await database().insert(tables.outcome).values(rows);
  for (const lesson of await database()
    .select({ id: tables.lesson.id, title: tables.lesson.title })
    .from(tables.lesson)
    .where(eq(tables.lesson.courseId, courseId))) {
    const outcomes = rows.filter((_, i) => streamOutcomes[i]?.lessons.includes(lesson.title)).map(({ id }) => id);
    await database().update(tables.lesson).set({ outcomes }).where(eq(tables.lesson.id, lesson.id));
  }
}
