import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { cpSync, mkdtempSync, openSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, type BrowserContext, test as base, expect, type Page } from '@playwright/test';
import pg from 'pg';
import { workerWords } from '../../cli/programs.mjs';
import { samplePassword } from '../../demo/people';

export type School = {
  readonly address: string;
  readonly data: string;
  readonly databaseUrl: string;
  /** One more web process on the same school; gives back where it answers. */
  anotherWeb(): Promise<string>;
  /** One more worker on the same school; gives back how to end it at once, as a fault would. */
  anotherWorker(): () => Promise<void>;
  /** Ends the web process at once, as a fault would, and starts it again at the same address. */
  restartWeb(): Promise<void>;
};

const freePort = () =>
  new Promise<number>((resolve) => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });

/** A whole school of its own: database, data folder, web server and worker, from the production build. */
export async function startSchool(sample: boolean): Promise<School & { stop(): Promise<void> }> {
  const server = process.env.MOSAIK_TEST_DATABASE;
  if (!server) throw new Error('Journeys are run by ./mosaik test, which starts the database for them.');
  const name = `journey_${randomBytes(6).toString('hex')}`;
  const admin = new pg.Client({ connectionString: server.replace('{name}', 'postgres') });
  await admin.connect();
  // The sample school is made once a run, and copied.
  const template = JSON.parse(process.env.MOSAIK_TEST_SAMPLE ?? '{}') as { name?: string; data?: string };
  await admin.query(sample ? `create database "${name}" template "${template.name}"` : `create database "${name}"`);
  const data = mkdtempSync(join(tmpdir(), 'mosaik-journey-'));
  if (sample && template.data) cpSync(template.data, data, { recursive: true });
  const databaseUrl = server.replace('{name}', name);
  const env = {
    ...process.env,
    NODE_ENV: 'production' as const,
    DATABASE_URL: databaseUrl,
    MOSAIK_DATA: data,
    MOSAIK_SECRET: randomBytes(32).toString('hex'),
    MOSAIK_ADDRESS: 'http://localhost',
    MOSAIK_RESERVED_MB: '50',
    MOSAIK_LOG: 'warn',
  };
  // A copy of the sample school is as prepared as what it was copied from.
  if (!sample) execFileSync(process.execPath, ['--import', 'tsx', 'src/worker/prepare.ts'], { env, stdio: 'inherit' });
  const log = openSync(join(data, 'log'), 'a');
  const children: ChildProcess[] = [];
  const start = (address: string, ...args: string[]) => {
    const own = { ...env, MOSAIK_ADDRESS: address };
    const child = spawn(process.execPath, args, { env: own, stdio: ['ignore', log, log] });
    children.push(child);
    return child;
  };
  const startWeb = (address: string) => start(address, 'cli/web.mjs', '--port', new URL(address).port);
  const end = async (child: ChildProcess) => {
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await ended;
    children.splice(children.indexOf(child), 1);
  };
  const newAddress = async () => `http://localhost:${await freePort()}`;
  const untilReady = async (address: string) => {
    for (let i = 0; i < 300; i += 1) {
      const ready = await fetch(`${address}/readyz`).then(
        (response) => response.ok,
        () => false,
      );
      if (ready) break;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    return address;
  };
  const address = await newAddress();
  let web = startWeb(address);
  start(address, ...workerWords());
  await untilReady(address);
  return {
    address,
    data,
    databaseUrl,
    async anotherWeb() {
      const other = await newAddress();
      startWeb(other);
      return untilReady(other);
    },
    anotherWorker() {
      const worker = start(address, ...workerWords());
      return () => end(worker);
    },
    async restartWeb() {
      await end(web);
      web = startWeb(address);
      await untilReady(address);
    },
    async stop() {
      await Promise.all(
        children.map((child) => {
          const ended = new Promise((resolve) => child.once('exit', resolve));
          // At once: a web process would wait for the lines that browsers hold open.
          child.kill('SIGKILL');
          return ended;
        }),
      );
      await admin.query(`drop database "${name}" with (force)`);
      await admin.end();
      rmSync(data, { recursive: true, force: true });
    },
  };
}

type Kind = 'sample' | 'empty';
type Started = Awaited<ReturnType<typeof startSchool>>;

/**
 * The school of the file whose journeys run in this process, and one that is being made ready for the next file
 * meanwhile.
 */
let current: { readonly file: string; readonly school: Started } | null = null;
let spare: Promise<Started> | null = null;

async function schoolFor(file: string, kind: Kind): Promise<School> {
  if (current?.file === file) return current.school;
  await current?.school.stop();
  current = null;
  const taken = kind === 'sample' ? spare : null;
  if (taken) spare = null;
  const school = await (taken ?? startSchool(kind === 'sample'));
  current = { file, school };
  if (!spare) {
    spare = startSchool(true);
    // Whoever takes it is told.
    spare.catch(() => {});
  }
  return school;
}

async function stopAll(): Promise<void> {
  const schools = [current?.school, await spare?.catch(() => null)];
  current = null;
  spare = null;
  await Promise.all(schools.map((school) => school?.stop()));
}

// One process goes through several files with one browser.
const withSchools = base.extend<object, { readonly schools: undefined }>({
  schools: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner wants a pattern here
    async ({}, use) => {
      await use(undefined);
      await stopAll();
    },
    { scope: 'worker', auto: true, timeout: 180_000 },
  ],
});

/** `test` with a school of its own for each file: the sample school, or an empty one. */
export const testIn = (kind: Kind) =>
  withSchools.extend<{ readonly school: School }>({
    school: async ({ browser }, use, { file }) => {
      await use(await schoolFor(file, kind));
      // Pages of people who have gone would go on asking a school that has closed.
      await Promise.all(browser.contexts().map((context) => context.close()));
    },
  });

/** A browser of its own for a person, signed in. */
export async function signedIn(
  browser: Browser,
  school: School,
  email: string,
  password = samplePassword,
  options: Parameters<Browser['newContext']>[0] = {},
): Promise<{ context: BrowserContext; page: Page }> {
  // What moves would be waited for at every step.
  const context = await browser.newContext({ baseURL: school.address, reducedMotion: 'reduce', ...options });
  const answer = await context.request.post('/api/auth/sign-in/email', { data: { email, password } });
  expect(answer.status(), `sign in as ${email}`).toBe(200);
  return { context, page: await context.newPage() };
}

/** Does a command over HTTP as whoever the context belongs to. */
export async function command(context: BrowserContext, name: string, input: unknown) {
  const answer = await context.request.post(`/api/do/${name}`, { data: input });
  return {
    status: answer.status(),
    body: (await answer.json()) as {
      ok: boolean;
      value?: { id: string; slug: string };
      problem?: { code: string; sentence: string };
    },
  };
}

/** The id of a course by its address, as who makes it may know. */
export async function courseIdOf(context: BrowserContext, slug: string): Promise<string | null> {
  const wish = { about: 'course', filter: { join: 'and', conditions: [] }, sort: null, from: 0 };
  const answer = await context.request.post('/api/catalogue/rows', { data: wish });
  const { rows } = (await answer.json()).value as { rows: { id: string; cells: { slug: string } }[] };
  return rows.find(({ cells }) => cells.slug === slug)?.id ?? null;
}

/** Somebody new who takes a course from now on, with the password of the sample school; gives back their id. */
export async function newLearner(context: BrowserContext, email: string, slug: string): Promise<string> {
  const person = { name: email.replace(/@.*$/, ''), email, role: 'learner', password: samplePassword, courseId: null };
  const added = await command(context, 'people.add', person);
  expect(added.body.problem).toBeUndefined();
  const courseId = await courseIdOf(context, slug);
  const taken = await command(context, 'enrolment.add', { courseId, email, cohortId: null });
  expect(taken.body.problem).toBeUndefined();
  return added.body.value?.id ?? '';
}

/** Leaves the one lesson of the sample course that could not be published as planned; its Build page is open then. */
export async function openBuild(page: Page): Promise<void> {
  await page.goto('/c/stream-survey/build');
  await page.getByRole('treeitem', { name: /Reading the staff gauge/ }).click();
  await page.getByRole('radiogroup', { name: 'How ready it is' }).getByText('Planned', { exact: true }).click();
}

/** Publishes what has been changed in the sample course. */
export async function publishEdition2(page: Page): Promise<void> {
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await page.getByRole('button', { name: /Publish edition/ }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /Publish edition 2/ })
    .click();
  await expect(page.getByText('Edition 2 is live', { exact: true })).toBeVisible();
}

export { expect };
