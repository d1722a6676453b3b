import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join, sep } from 'node:path';
import type { APIResponse, BrowserContext } from '@playwright/test';
import pg from 'pg';
import { samplePassword } from '../demo/people';
import { type Action, type Actor, can, makesCourses } from '../src/core/people';
import { command, expect, signedIn, testIn } from './support/school';

const test = testIn('sample');
// Walks that know nothing of one another: each of the two runners takes one.
test.describe.configure({ mode: 'parallel' });
const root = join('src', 'app');

/** Every page and every route of the application, as the files say. */
function addresses(folder = root): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return addresses(path);
    return /^(page\.tsx|route\.ts)$/.test(entry.name) ? [path] : [];
  });
}
const segmentsOf = (file: string) => file.split(sep).slice(2, -1);
const isGroup = (segment: string) => /^\(.*\)$/.test(segment);

type Values = { readonly [name: string]: string };
const filled = (segment: string, values: Values) =>
  segment.replace(/^\[+(?:\.\.\.)?(\w+)\]+$/, (_, name: string) => values[name] ?? 'none');
const addressOf = (file: string, values: Values) =>
  `/${segmentsOf(file)
    .filter((segment) => !isGroup(segment))
    .map((segment) => filled(segment, values))
    .join('/')}`;

/** What a browser that is already on a page says it has, so that the server sends the innermost segment alone. */
function routerState(file: string, values: Values): string {
  const tree = segmentsOf(file).reduceRight<unknown>(
    (inner, segment) => {
      const name = /^\[(\w+)\]$/.exec(segment)?.[1];
      return [name ? [name, values[name] ?? 'none', 'd', null] : segment, { children: inner }];
    },
    ['__PAGE__', {}, null, 'refetch'],
  );
  return encodeURIComponent(JSON.stringify(['', { children: tree }]));
}

/** Asks for an address in each way there is. */
async function everyAnswer(who: BrowserContext, file: string, values: Values): Promise<APIResponse[]> {
  const address = addressOf(file, values);
  const get = (headers: Record<string, string>) =>
    who.request.get(address, { headers, maxRedirects: 0, timeout: 20_000 });
  // A live line never ends; that it is not opened is looked at in its own journey.
  if (file.includes('live')) return [];
  if (file.endsWith('route.ts')) return [await get({}), await who.request.post(address, { data: {}, maxRedirects: 0 })];
  return Promise.all([
    get({}),
    get({ rsc: '1' }),
    get({ rsc: '1', 'next-router-state-tree': routerState(file, values) }),
  ]);
}

test('no address says to nobody, to a foreign learner or to a foreign creator what is not theirs', async ({
  browser,
  school,
}) => {
  const { context: owner } = await signedIn(browser, school, 'ines@wendwater.example');
  for (const [email, role] of [
    ['foreign-learner@elsewhere.example', 'learner'],
    ['foreign-creator@elsewhere.example', 'creator'],
  ])
    expect(
      (
        await command(owner, 'people.add', {
          name: `Foreign ${role}`,
          email,
          role,
          password: samplePassword,
          courseId: null,
        })
      ).body.problem,
    ).toBeUndefined();

  const database = new pg.Client({ connectionString: school.databaseUrl });
  await database.connect();
  const ask = async (statement: string, ...values: string[]) => (await database.query(statement, values)).rows;
  const courses = await ask('select id, slug, title, live_edition_id as live from course');
  const lessons = await ask('select course_id as "courseId", id, title from lesson');
  const secrets = [
    ...courses.map(({ title }) => title),
    ...lessons.map(({ title }) => title).filter((title) => title.length > 14),
  ];
  const patterns = await ask('select title from pattern');
  const [sitting] = await ask('select id, course_id as "courseId" from sitting limit 1');
  const [work] = await ask(
    "select id, files -> 0 ->> 'hash' as hash from hand_in where jsonb_array_length(files) > 0 limit 1",
  );
  const [film] = await ask('select id from media limit 1');
  await database.end();
  expect(secrets.length).toBeGreaterThan(25);

  const valuesOf = (course: { id: string; slug: string }): Values => ({
    slug: course.slug,
    courseId: course.id,
    lessonId: lessons.find((one) => one.courseId === course.id)?.id ?? randomUUID(),
    sittingId: sitting?.id,
    mediaId: film?.id,
    variant: 'original',
    id: work?.id,
    hash: work?.hash ?? 'none',
    token: randomUUID(),
    command: 'course.publish',
  });
  // One course that learners take, and one that nobody has published.
  const looked = [courses.find(({ slug }) => slug === 'stream-survey'), courses.find(({ live }) => live === null)].map(
    valuesOf,
  );
  expect(looked).toHaveLength(2);

  const foreign = [
    ['nobody', await browser.newContext({ baseURL: school.address })],
    ['a foreign learner', (await signedIn(browser, school, 'foreign-learner@elsewhere.example')).context],
    ['a foreign creator', (await signedIn(browser, school, 'foreign-creator@elsewhere.example')).context],
  ] as const;
  const files = addresses();
  expect(files.length).toBeGreaterThan(40);
  const said: string[] = [];
  for (const [name, who] of foreign) {
    const secret = name === 'a foreign creator' ? secrets : [...secrets, ...patterns.map(({ title }) => title)];
    // What no course is named in is asked once.
    const asked = new Set<string>();
    for (const values of looked)
      for (const file of files.filter((one) => !asked.has(addressOf(one, values)))) {
        asked.add(addressOf(file, values));
        for (const answer of await everyAnswer(who, file, values)) {
          const body = await answer.text();
          const found = secret.filter((words) => body.includes(words));
          if (found.length > 0 || answer.status() >= 500)
            said.push(`${name}, ${addressOf(file, values)}: ${answer.status()} ${found.join(', ')}`);
        }
      }
  }
  expect(said).toEqual([]);

  // The same questions are answered to who may ask them: the walk would see what it looks for.
  const seen = new Set<string>();
  for (const file of files.filter((one) => one.endsWith('page.tsx') && one.includes('[slug]')))
    for (const answer of await everyAnswer(owner, file, looked[0] ?? {})) {
      const body = await answer.text();
      if (secrets.some((words) => body.includes(words))) seen.add(file);
    }
  expect(seen.size).toBeGreaterThan(12);
});

/** Who may have an address of a course, as its own file says: the action its door asks for, or what else it asks. */
type Asked = { readonly id: string; readonly taken: boolean; readonly looks: boolean };
function askedOf(file: string): (actor: Actor | null, course: Asked) => boolean {
  const text = readFileSync(file, 'utf8');
  const named = (of: string) => /\b(?:courseDoor\(\w+,|can\(person,) '([\w.]+)'/.exec(of)?.[1] as Action | undefined;
  const inCourse =
    (action: Action | undefined) =>
    (actor: Actor | null, { id }: Asked) =>
      action !== undefined && can(actor, action, { courseId: id });
  if (/\bforCourse\(/.test(text)) return inCourse('course.edit');
  if (/\bviewAsLearner\(/.test(text)) {
    const marks = inCourse(named(readFileSync(join(root, '(plain)', 'view', '[slug]', 'view.tsx'), 'utf8')));
    // Who marks and does not make it looks at it where its creator lets staff.
    return (actor, course) => marks(actor, course) && (inCourse('course.edit')(actor, course) || course.looks);
  }
  if (/\blearnerDoor\(/.test(text)) return (actor, { taken }) => actor !== null && taken;
  // Nobody meets in a session at the moment that is asked for: rooms have a journey of their own.
  if (/\batDoor\(/.test(text)) return () => false;
  // No lesson here is a sample, and the one that is asked for has nothing attached: journeys of their own open both.
  if (/\bsampleDoor\(|\bzipOf\(/.test(text)) return () => false;
  if (/\bschoolDoor\(makesCourses/.test(text)) return (actor) => actor !== null && makesCourses(actor);
  if (/\bschoolDoor\(/.test(text)) return (actor) => can(actor, named(text) as Action);
  if (/\bsignedIn\(/.test(text)) return (actor) => actor !== null;
  // What reads nothing itself stands below a layout that asks.
  return inCourse(named(text) ?? named(readFileSync(join(root, '(studio)', 'c', '[slug]', 'layout.tsx'), 'utf8')));
}

test('every page and every question of a course is answered to whom the table of permissions lets, and to nobody else', async ({
  browser,
  school,
}) => {
  const database = new pg.Client({ connectionString: school.databaseUrl });
  await database.connect();
  const ask = async (statement: string, ...values: string[]) => (await database.query(statement, values)).rows;
  const [course] = await ask(
    "select id, slug, (settings ->> 'staffLook')::boolean as looks from course where slug = 'stream-survey'",
  );
  const [lesson] = await ask(
    "select id from lesson where course_id = $1 and kind = 'reading' and state = 'ready' order by id limit 1",
    course.id,
  );
  const people = await ask(
    `select u.id, u.email, u.role, coalesce((select jsonb_object_agg(s.course_id, s.role) from course_staff s where s.user_id = u.id), '{}') as courses,
      exists (select from enrolment e where e.learner_id = u.id and e.course_id = $1 and e.ended_at is null) as taken
     from "user" u order by u.email`,
    course.id,
  );
  await database.end();
  // One of each sort of people there is.
  const sorts = new Map<string, (typeof people)[number]>();
  for (const one of people) {
    const elsewhere = Object.keys(one.courses).some((id) => id !== course.id);
    const sort = [one.role, one.courses[course.id] ?? (elsewhere ? 'elsewhere' : '-'), one.taken ? 'takes it' : ''];
    if (!sorts.has(sort.join(' '))) sorts.set(sort.join(' '), one);
  }
  expect(sorts.size).toBeGreaterThan(3);
  const values = { slug: course.slug, courseId: course.id, lessonId: lesson.id };
  const files = addresses().filter(
    (file) =>
      /(\[slug\]|\[courseId\]|\/(courses|catalogue|people|marking|learn)\/page)/.test(file) &&
      !/live|sitting|marking\/\[id\]|view\/\[slug\]\/paper/.test(file) &&
      (file.endsWith('page.tsx') || /\bGET\b/.test(readFileSync(file, 'utf8'))),
  );
  expect(files.length).toBeGreaterThan(24);
  const wrong: string[] = [];
  const answered = new Set<string>();
  for (const [sort, person] of [['nobody', null] as const, ...sorts]) {
    const who = person
      ? (await signedIn(browser, school, person.email)).context
      : await browser.newContext({ baseURL: school.address });
    for (const file of files) {
      const answer = await who.request.get(addressOf(file, values), { maxRedirects: 0, timeout: 20_000 });
      const expected = askedOf(file)(person, { ...course, taken: person?.taken ?? false });
      // A question that lacks its words is refused for that, to whom it may be put; and some pages lead on.
      const isLetIn = ![401, 403, 404].includes(answer.status()) && !/sign-in/.test(answer.headers().location ?? '');
      if (isLetIn !== expected)
        wrong.push(`${sort}: ${addressOf(file, values)} ${answer.status()}, expected ${expected}`);
      if (isLetIn) answered.add(sort);
    }
    await who.close();
  }
  expect(wrong).toEqual([]);
  expect([...answered].sort()).toEqual([...sorts.keys()].sort());
});
