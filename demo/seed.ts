import { and, eq } from 'drizzle-orm';
import { generateNKeysBetween } from 'fractional-indexing';
import { usualAward } from '../src/core/certificate';
import { Temporal } from '../src/core/kernel/time';
import type { MediaKind } from '../src/core/media';
import { byOrder, type LessonKind, mediaIn, newCourse, newLesson, newQuestion, textFacts } from '../src/core/outline';
import type { Actor, SchoolRole } from '../src/core/people';
import { kindOf, passes } from '../src/core/quiz';
import { usualGap } from '../src/core/release';
import { awardEarned } from '../src/server/certificate';
import { commands } from '../src/server/commands';
import { enrolledLearner } from '../src/server/enrolment';
import { addToLibrary, keepUses, rememberBlob, workOut } from '../src/server/media';
import { hashPassword, insertPerson } from '../src/server/people';
import { database, type Transaction, transaction } from '../src/server/platform/database';
import { putBytes } from '../src/server/platform/files';
import { newId } from '../src/server/platform/ids';
import { queue } from '../src/server/platform/jobs';
import * as tables from '../src/server/platform/schema';
import { shareOfSitting, sittingView } from '../src/server/quiz';
import { eventIn, recordEvent } from '../src/server/record';
import { actorOf, drawn, type People, perform } from './acting';
import { drawOf, seedBank } from './bank';
import { marksBy } from './criteria';
import { seedDesigns, seedSharing } from './designs';
import { picture } from './drawings';
import { type RenderedFilm, renderFilm, renderWalk, type ScenePlace } from './films';
import { seedMessages } from './messages';
import { otherCourses, walks } from './other-courses';
import { streamOutcomes } from './outcomes';
import { emailOf, learnerNames, samplePassword, staff } from './people';
import { answerTo, guessed, wronglyMarked } from './questions';
import { seedRoom, sessionOf } from './sessions';
import type { Lesson as LessonInput, QuestionInput } from './shapes';
import { films } from './stream-films';
import { streamSurvey } from './stream-survey';
import { worksheets } from './stream-worksheets';
import { textOf } from './text';
import { wallCheck } from './wall-check';
import { seedScripts } from './wall-scripts';
import { worksheetPdf } from './worksheets';

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

async function addMedia(
  courseId: string,
  kind: MediaKind,
  title: string,
  fileName: string,
  contentType: string,
  content: Buffer,
  captions: RenderedFilm['captions'] = [],
  alt = '',
): Promise<string> {
  const stored = await putBytes(content);
  const tracks = await Promise.all(
    captions.map(async ({ text, ...one }) => ({ ...one, hash: (await putBytes(text)).hash })),
  );
  const { id, versionId } = await transaction(async (tx) => {
    await rememberBlob(tx, { ...stored, contentType });
    for (const { hash } of tracks) await rememberBlob(tx, { hash, contentType: 'text/vtt' });
    return addToLibrary(tx, { kind, title, alt, courseId }, { fileName, hash: stored.hash, captions: tracks });
  });
  await workOut(versionId);
  return id;
}

type Pictures = Record<string, { readonly id: string; readonly alt: string }>;
const alternatives: Record<string, string> = {
  river: 'A small river between two green banks, with hills behind it',
  riffle: 'A stretch of river with its riffle, run and pool marked by tapes',
  tray: 'A white tray with a mayfly, a stonefly, a worm and a snail',
  wall: 'A dry stone wall with broken joints',
  hedge: 'A thick hedge on a bank',
};

async function seedPictures(courseId: string, names: readonly string[]): Promise<Pictures> {
  const found: Pictures = {};
  for (const name of names) {
    const alt = alternatives[name] ?? '';
    found[name] = {
      id: await addMedia(courseId, 'picture', name, `${name}.png`, 'image/png', await picture(name), undefined, alt),
      alt,
    };
  }
  return found;
}

type SampleFile = { readonly id: string; readonly places: readonly ScenePlace[] };

async function seedFiles(courseId: string): Promise<Map<string, SampleFile>> {
  const found = new Map<string, SampleFile>();
  await Promise.all(
    Object.entries(films).map(async ([name, scenes]) => {
      const { film, captions, places } = await renderFilm(scenes);
      const id = await addMedia(courseId, 'film', titleOfFile(name), `${name}.mp4`, 'video/mp4', film, captions);
      found.set(name, { id, places });
    }),
  );
  for (const [name, sheet] of Object.entries(worksheets))
    found.set(name, {
      id: await addMedia(
        courseId,
        'document',
        sheet.title,
        `${name}.pdf`,
        'application/pdf',
        await worksheetPdf(sheet),
      ),
      places: [],
    });
  return found;
}

/** The walks to hear that lessons name. */
async function seedWalks(courseId: string, lessons: readonly LessonInput[]): Promise<Map<string, SampleFile>> {
  const found = new Map<string, SampleFile>();
  for (const { file = '' } of lessons) {
    const stops = walks[file];
    if (!stops) continue;
    const { film, captions, places } = await renderWalk(stops);
    const id = await addMedia(courseId, 'audio', titleOfFile(file), `${file}.m4a`, 'audio/mp4', film, captions);
    found.set(file, { id, places });
  }
  return found;
}

/** `walking-the-reach` as a title. */
const titleOfFile = (name: string) => `${name.charAt(0).toUpperCase()}${name.slice(1).replaceAll('-', ' ')}`;

/**
 * The scenes of a film as its chapters; what one asks stops the film at its end, and it is the passage to watch again.
 */
const chaptersOf = (places: readonly ScenePlace[]) =>
  places.map(({ scene, from }) => ({ id: newId(), at: from, title: scene.heading }));
const checkpointsOf = (places: readonly ScenePlace[]) =>
  places.flatMap(({ scene: { asks }, from, to }) =>
    asks ? [{ ...asks, moment: { at: to - 300, passage: { from, to: to - 300 }, required: false } }] : [],
  );

const rowOfQuestion = (lessonId: string, order: string, input: QuestionInput) => ({
  ...newQuestion(newId(), lessonId, order, input.kind),
  ...input,
});

async function seedSections(
  courseId: string,
  sections: readonly { readonly title: string; readonly lessons: readonly LessonInput[] }[],
  pictures: Pictures,
  media: ReadonlyMap<string, SampleFile>,
): Promise<void> {
  const sectionKeys = generateNKeysBetween(null, null, sections.length);
  const ids = new Map(sections.flatMap(({ lessons }) => lessons.map(({ title }) => [title, newId()])));
  await transaction(async (tx) => {
    for (const [s, section] of sections.entries()) {
      const sectionId = newId();
      await tx.db
        .insert(tables.section)
        .values({ id: sectionId, courseId, order: sectionKeys[s] ?? '', title: section.title, opens: null });
      const keys = generateNKeysBetween(null, null, section.lessons.length);
      for (const [l, input] of section.lessons.entries()) {
        const { text, file, attached = [], questions = [], live: session, ...given } = input;
        const lesson = {
          ...newLesson(ids.get(input.title) ?? newId(), sectionId, keys[l] ?? '', input.title, input.kind),
          state: 'ready' as const,
          ...given,
          ...(session && { live: sessionOf(session, ids) }),
        };
        const shown = file ? media.get(file) : undefined;
        const mediaId = shown?.id ?? null;
        const places = shown?.places ?? [];
        const asked = [...questions, ...checkpointsOf(places)];
        const questionKeys = generateNKeysBetween(null, null, asked.length);
        const rows = asked.map((question, q) => ({
          ...rowOfQuestion(lesson.id, questionKeys[q] ?? '', question),
          courseId,
        }));
        const content = text
          ? textOf(
              text,
              pictures,
              rows.map(({ id }) => id),
            )
          : null;
        const attachments = attached.flatMap(({ file: name, ...one }) => {
          const found = media.get(name);
          return found ? [{ ...one, id: newId(), mediaId: found.id }] : [];
        });
        await tx.db.insert(tables.lesson).values({
          ...lesson,
          courseId,
          written: textFacts(content),
          mediaId,
          attachments,
          chapters: chaptersOf(places),
        });
        if (content) await tx.db.insert(tables.lessonText).values({ id: lesson.id, courseId, content });
        const uses = {
          main: mediaId ? [mediaId] : [],
          text: content ? mediaIn(content) : [],
          attachment: attachments.map((one) => one.mediaId),
        };
        await keepUses(tx, courseId, [{ lessonId: lesson.id, places: uses }]);
        if (rows.length > 0) await tx.db.insert(tables.question).values(rows);
      }
    }
  });
}

/** How long ago the spring cohort began: its last section is open, its report due at the end of the week. */
const springWeeks = 5;

const mondayOf = (instant: Temporal.Instant) => {
  const day = instant.toZonedDateTimeISO('Europe/London').toPlainDate();
  return day.subtract({ days: day.dayOfWeek - 1 });
};

async function seedStreamSurvey(people: People, today: Temporal.Instant): Promise<string> {
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

type Day = ReturnType<typeof mondayOf>;

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

async function seedSmallCourse(
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

/** Puts everybody somewhere in the course: the first is in its middle, the second has finished it. */
async function seedLearning(people: People, courseId: string, today: Temporal.Instant): Promise<void> {
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

type LessonRow = typeof tables.lesson.$inferSelect;

const report = (name: string, place: string, t: readonly string[]) => `Survey report: ${place}

I walked the reach on two mornings and chose the stretch below the footbridge, since it holds one riffle, one run and one pool within forty metres. Width was measured at three points with a tape.

1. Discharge
Mean width ${t[0]} m, mean depth ${t[1]} m. The orange took ${t[2]} s, 17.6 s and 18.9 s to pass ten metres, so the surface speed is 0.55 m/s and the discharge is ${t[0]} × ${t[1]} × 0.55 m³/s.

2. Kick sample
Three minutes, all habitats in proportion. I counted mayfly nymphs (Baetidae) 46, stonefly nymphs 11, cased caddis 9, freshwater shrimp 80, blackfly larvae 23.

3. Reading the index
The index is 25 over four families, 6.25 a family, which I read as good water with some enrichment from the fields above.

${name}`;

type Taker = {
  readonly actor: Actor;
  readonly name: string;
  readonly marker: Actor;
  /** Whether what is handed in has been marked by now. */
  readonly isMarked: boolean;
  /** Knows enough to pass everything. */
  readonly isSure: boolean;
};

/** Takes one lesson as a learner would; false when it is not open to them yet. */
async function takeLesson(taker: Taker, courseId: string, lesson: LessonRow, at: Temporal.Instant): Promise<boolean> {
  const place = { courseId, lessonId: lesson.id };
  const opened = await commands.get('learning.opened')?.run(taker.actor, place, at);
  if (!opened?.ok) return false;
  const skill = (taker.isSure ? 0.8 : 0.2) + drawn(taker.name, 'skill') * (taker.isSure ? 0.15 : 0.75);
  await ways[lesson.kind]({ ...taker, skill }, place, lesson, at);
  return true;
}

type Way = (
  taker: Taker & { readonly skill: number },
  place: { readonly courseId: string; readonly lessonId: string },
  lesson: LessonRow,
  at: Temporal.Instant,
) => Promise<unknown>;
const readIt: Way = ({ actor }, place, _lesson, at) => perform(actor, 'learning.mark-done', place, at);
const playIt: Way = ({ actor }, place, _lesson, at) =>
  perform(actor, 'learning.watched', { ...place, passages: [[0, 600]] }, at.add({ minutes: 12 }));

/** One sitting of a quiz; whether it was passed, and whether everything was right. */
async function sit(
  { actor, name, skill, marker, isMarked }: Parameters<Way>[0],
  place: Parameters<Way>[1],
  lesson: LessonRow,
  at: Temporal.Instant,
  number: number,
): Promise<{ readonly passed: boolean; readonly isWhole: boolean }> {
  const { id } = await perform(actor, 'quiz.begin', { ...place, deed: newId() }, at);
  const paper = await sittingView(database(), id, actor.id, at);
  let now = at;
  for (const question of paper?.lesson.questions ?? []) {
    const cast = (what: string) => drawn(name, what, number, question.prompt);
    // What everybody guesses is known by chance.
    const chance = question.prompt === guessed.prompt ? 0.5 : skill + 0.15 * (number - 1);
    const answer = answerTo(question, cast('knows') < chance, cast('takes'));
    const spent = Math.round(25_000 + cast('spends') * 90_000);
    now = now.add({ milliseconds: spent });
    await perform(actor, 'quiz.answer', { sittingId: id, questionId: question.id, answer, spent }, now);
  }
  await perform(actor, 'quiz.hand-in', { sittingId: id }, now.add({ seconds: 20 }));
  const [row] = await database().select().from(tables.sitting).where(eq(tables.sitting.id, id));
  if (row?.marking && isMarked) {
    const marks = (paper?.lesson.questions ?? [])
      .filter(({ kind }) => kindOf(kind).judgedBy === 'person')
      .map(({ id: questionId, points }) => ({
        questionId,
        points: Math.round((points / 1000) * Math.min(1, skill)) * 1000,
        remark: 'The bed decides, you say, and not the day: well seen. How would you check it?',
      }));
    await perform(marker, 'marking.mark-paper', { sittingId: id, marks, finish: true }, now.add({ hours: 30 }));
  }
  const passed = row !== undefined && passes(shareOfSitting(row), lesson.quiz?.passPercent ?? 0);
  return { passed, isWhole: row !== undefined && row.points === row.of };
}

/** What somebody does in a lesson of each kind. */
const ways: { readonly [K in LessonKind]: Way } = {
  reading: readIt,
  document: readIt,
  link: readIt,
  film: playIt,
  audio: playIt,
  // A session is attended once it has been; the second one of the spring cohort is still to come.
  async live({ actor, name, isSure }, { courseId, lessonId }, lesson, at) {
    const isBehind = isSure || at.add({ hours: 24 * 7 }).epochMilliseconds < Date.now();
    const comes = isSure || drawn(name, lesson.title) < 0.75;
    const learner = await enrolledLearner(database(), courseId, actor.id);
    if (!learner || !isBehind || !comes || (!isSure && lesson.title.includes('sorting'))) return;
    const event = {
      ...eventIn(learner, lesson, at.toString()),
      verb: 'completed',
      deed: `done/${learner.enrolmentId}/${lessonId}`,
    } as const;
    await transaction((tx) => recordEvent(tx, event));
  },
  async quiz(taker, place, lesson, at) {
    const { attempts = null, minutes = null } = lesson.quiz ?? {};
    let came = await sit(taker, place, lesson, at, 1);
    // Who did not pass learns from it and tries again, where they may; what is reckoned against time, many want whole.
    const isContent = () => (minutes === null || taker.isSure ? came.passed : came.isWhole);
    const most = minutes === null ? Math.min(attempts ?? 2, 2) : (attempts ?? 3);
    for (let n = 2; n <= most && !isContent(); n += 1) {
      // Who has passed sits a third time only now and then.
      if (n > 2 && came.passed && drawn(taker.name, 'enough') < 0.3) break;
      came = await sit(taker, place, lesson, at.add({ hours: 2 * n }), n);
    }
  },
  async assignment({ actor, name, marker, isMarked, skill }, place, lesson, at) {
    const full = lesson.assignment?.points ?? 0;
    const isReport = full > 10_000;
    const text = isReport
      ? report(
          name,
          ['lower Hazel reach', 'Mill Lane, above the weir', 'the Withy brook at Eastcote'][
            Math.floor(drawn(name) * 3)
          ] ?? '',
          ['2.4', '0.31', '18.2'],
        )
      : `I am ${name}. The nearest water is a brook behind the allotments, about a metre and a half wide. I stood beside it last Sunday, and I would like to know why the stones in it are so clean below the culvert and so brown above it.`;
    const { id } = await perform(actor, 'assignment.hand-in', { ...place, text, deed: newId() }, at);
    if (!isMarked) return;
    const points = Math.round((full / 1000) * Math.min(1, skill + 0.12)) * 1000;
    const remark = isReport
      ? 'Clear and honest. The surface speed is not the mean speed: multiply by 0.85, as in the film. The families are well named.'
      : 'Welcome. Below the culvert the water is quicker; you will soon be able to measure by how much.';
    const { criteria = [] } = lesson.assignment ?? {};
    const given =
      criteria.length > 0 ? { points: null, criteria: marksBy(criteria, Math.min(1, skill + 0.12)) } : { points };
    await perform(marker, 'marking.mark', { handInId: id, ...given, remark, finish: true }, at.add({ hours: 5 }));
  },
};
