import { randomUUID } from 'node:crypto';
import { readdirSync } from 'node:fs';
import { join, sep } from 'node:path';
import type { APIResponse, BrowserContext } from '@playwright/test';
import pg from 'pg';
import { samplePassword } from '../demo/people';
import { command, expect, signedIn, testIn } from './support/school';

const test = testIn('sample');
const root = join('src', 'app');

/** Every page and every route of the application, as the files say. */
function addresses(folder = root): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory()
      ? addresses(join(folder, entry.name))
      : /^(page\.tsx|route\.ts)$/.test(entry.name)
        ? [join(folder, entry.name)]
        : [],
  );
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
    for (const values of looked)
      for (const file of files)
        for (const answer of await everyAnswer(who, file, values)) {
          const body = await answer.text();
          const found = secret.filter((words) => body.includes(words));
          if (found.length > 0 || answer.status() >= 500)
            said.push(`${name}, ${addressOf(file, values)}: ${answer.status()} ${found.join(', ')}`);
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
