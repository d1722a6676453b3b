import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, mkdtempSync, openSync, readdirSync, rmSync } from 'node:fs';
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

type Kind = 'sample' | 'empty';

/**
 * A school from the production build: database, data folder, web server and job process. It is filled anew for each
 * file while its processes go on: what they keep in memory holds for any school, and one that starts, and makes its
 * first pages, costs more than most journeys.
 */
async function openHouse() {
  const server = process.env.MOSAIK_TEST_DATABASE;
  if (!server) throw new Error('Journeys are run by ./mosaik test, which starts the database for them.');
  const name = `journey_${randomBytes(6).toString('hex')}`;
  const admin = new pg.Client({ connectionString: server.replace('{name}', 'postgres') });
  await admin.connect();
  // The sample school is made once a run, and copied.
  const template = JSON.parse(process.env.MOSAIK_TEST_SAMPLE ?? '{}') as {
    readonly name: string;
    readonly data: string;
    readonly secret: string;
  };
  const folder = mkdtempSync(join(tmpdir(), 'mosaik-journey-'));
  const data = join(folder, 'data');
  const databaseUrl = server.replace('{name}', name);
  const env = {
    ...process.env,
    NODE_ENV: 'production' as const,
    DATABASE_URL: databaseUrl,
    MOSAIK_DATA: data,
    MOSAIK_SECRET: template.secret,
    MOSAIK_ADDRESS: 'http://localhost',
    MOSAIK_RESERVED_MB: '50',
    MOSAIK_LOG: 'warn',
  };
  const log = openSync(join(folder, 'log'), 'a');
  const start = (at: string, ...args: string[]) =>
    spawn(process.execPath, args, { env: { ...env, MOSAIK_ADDRESS: at }, stdio: ['ignore', log, log] });
  const startWeb = (at: string) => start(at, 'cli/web.mjs', '--port', new URL(at).port);
  const runs = (child: ChildProcess | null): child is ChildProcess =>
    child?.exitCode === null && child.signalCode === null;
  /** At once: a web process would wait for the lines that browsers hold open. */
  const end = async (child: ChildProcess | null) => {
    if (!runs(child)) return;
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await ended;
  };
  const newAddress = async () => `http://localhost:${await freePort()}`;
  const untilReady = async (at: string) => {
    for (let i = 0; i < 300; i += 1) {
      const ready = await fetch(`${at}/readyz`).then(
        (response) => response.ok,
        () => false,
      );
      if (ready) return at;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    throw new Error('The web server of a school did not become ready.');
  };
  const address = await newAddress();
  let web: ChildProcess | null = null;
  let worker: ChildProcess | null = null;
  const others: ChildProcess[] = [];
  const other = (child: ChildProcess) => {
    others.push(child);
    return child;
  };
  const endOthers = () => Promise.all(others.splice(0).map(end));

  const school: School = {
    address,
    data,
    databaseUrl,
    async anotherWeb() {
      const at = await newAddress();
      other(startWeb(at));
      return untilReady(at);
    },
    anotherWorker() {
      const child = other(start(address, ...workerWords()));
      return () => end(child);
    },
    async restartWeb() {
      await end(web);
      web = startWeb(address);
      await untilReady(address);
    },
  };
  return {
    school,
    async fill(kind: Kind) {
      // What a job process sees to when it begins, a copy of the sample school has.
      await Promise.all([endOthers(), kind === 'empty' && end(worker)]);
      const next = `${name}_next`;
      await admin.query(`create database "${next}" ${kind === 'sample' ? `template "${template.name}"` : ''}`);
      const folders = existsSync(data) ? readdirSync(data) : [];
      rmSync(data, { recursive: true, force: true });
      if (kind === 'sample') cpSync(template.data, data, { recursive: true });
      // A process that goes on relies on the folders it has made.
      for (const one of folders) mkdirSync(join(data, one), { recursive: true });
      // A copy of the sample school is as prepared as what it was copied from.
      if (kind === 'empty') {
        const own = { ...env, DATABASE_URL: server.replace('{name}', next) };
        execFileSync(process.execPath, ['--import', 'tsx', 'src/worker/prepare.ts'], { env: own, stdio: 'inherit' });
      }
      await admin.query(`drop database if exists "${name}" with (force)`);
      await admin.query(`alter database "${next}" rename to "${name}"`);
      if (!runs(worker)) worker = start(address, ...workerWords());
      web ??= startWeb(address);
      await untilReady(address);
    },
    async close() {
      await Promise.all([endOthers(), end(worker), end(web)]);
      await admin.query(`drop database if exists "${name}" with (force)`);
      await admin.end();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

// One process goes through several files with one browser and one school.
const withHouse = base.extend<object, { readonly house: { schoolOf(file: string, kind: Kind): Promise<School> } }>({
  house: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner wants a pattern here
    async ({}, use) => {
      const house = await openHouse();
      let filledFor: string | null = null;
      await use({
        async schoolOf(file, kind) {
          if (filledFor !== file) await house.fill(kind);
          filledFor = file;
          return house.school;
        },
      });
      await house.close();
    },
    { scope: 'worker', timeout: 180_000 },
  ],
});

/** `test` with a school of its own for each file: the sample school, or an empty one. */
export const testIn = (kind: Kind) =>
  withHouse.extend<{ readonly school: School }>({
    school: async ({ browser, house }, use, { file }) => {
      await use(await house.schoolOf(file, kind));
      // Pages of people who have gone would go on asking a school that is another by then.
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
  const ready = page.getByRole('radiogroup', { name: 'How ready it is' });
  const top = async () => (await ready.boundingBox())?.y ?? 0;
  const before = await top();
  // What comes in later moves nothing under whoever is about to press.
  await expect(page.getByLabel('Choose a film')).toBeAttached();
  expect(Math.abs((await top()) - before)).toBeLessThan(5);
  await ready.getByText('Planned', { exact: true }).click();
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
