import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureDatabase, startDatabase } from './database.mjs';
import { ensureBuild, ensureMachine, ensurePackages } from './packages.mjs';
import { root } from './paths.mjs';
import { workerWords } from './programs.mjs';
import { runToEnd } from './run.mjs';
import { Stop, say, step, warn } from './say.mjs';
import { prepare, systemPackages } from './start.mjs';

const tool = (name, ...args) => ['node', [join('node_modules', name), ...args]];

/** What is run just now, and whether somebody has asked for an end of it all. */
let current = null;
let isStopped = false;

/** Runs a program in the project, unless all of it was stopped; says whether it ended well. */
const run = ([program, args], env = {}) =>
  new Promise((resolve) => {
    if (isStopped) return resolve(false);
    // In a group of its own, so that it ends with whatever it has started, and this command in order after it.
    current = spawn(program, args, {
      ...{ cwd: root, detached: true, stdio: ['ignore', 'inherit', 'inherit'] },
      env: { ...process.env, ...env },
    });
    const end = (isGood) => {
      current = null;
      resolve(isGood);
    };
    current.once('error', () => end(false));
    current.once('exit', (code) => end(code === 0));
  });

/** Ends what is run, and lets nothing else begin. */
function stopAll() {
  isStopped = true;
  const child = current;
  if (!child?.pid) return;
  const tell = (signal) => {
    try {
      process.kill(-child.pid, signal);
    } catch {
      // It has ended by itself.
    }
  };
  tell('SIGINT');
  setTimeout(() => current === child && tell('SIGKILL'), 10_000).unref();
}

/** Runs a program of the project while others run as well; what it says is shown if it fails. */
const aside = ([program, args]) => runToEnd(program, args, { cwd: root });

/** Checks that count one each: passed or failed. Types take as long as the others together. */
const checks = [
  [['Types', () => aside(tool('typescript/bin/tsc', '--noEmit', '--incremental', 'false', '-p', '.'))]],
  [
    ['Lint and format', () => aside(tool('@biomejs/biome/bin/biome', 'check', '.'))],
    ['Layers', layersHold],
    ['Unused code', () => aside(tool('knip/bin/knip.js'))],
  ],
];

/** The layer check itself is checked: cruising no modules would pass anything. */
async function layersHold() {
  const report = join(tmpdir(), `mosaik-layers-${process.pid}.json`);
  const cruise = ['node_modules/dependency-cruiser/bin/dependency-cruise.mjs', 'src', 'demo'];
  const how = ['--config', '.dependency-cruiser.cjs', '--output-type', 'json', '--output-to', report];
  const { words } = await aside(['node', [...cruise, ...how]]);
  if (!existsSync(report)) return { status: 1, words };
  const { summary } = JSON.parse(readFileSync(report, 'utf8'));
  rmSync(report, { force: true });
  const wrong = summary.violations.map((one) => `${one.rule.name}: ${one.from} → ${one.to}`);
  if (summary.totalCruised < 100 || summary.totalDependenciesCruised < 100)
    wrong.push(`Only ${summary.totalCruised} modules were looked at.`);
  return { status: wrong.length, words: wrong.join('\n') };
}

async function runChecks(tally) {
  step(
    checks
      .flat()
      .map(([name]) => name)
      .join(', '),
  );
  await Promise.all(
    checks.map(async (row) => {
      for (const [name, check] of row) {
        const { status, words } = await check();
        tally[status === 0 ? 'passed' : 'failed'] += 1;
        if (status !== 0) warn(`${name}: failed\n${words}`);
      }
    }),
  );
}

/** What needs nothing beside itself: the sources, and parts of pages on a page that is none. */
const alone = ['unit', 'parts', 'apart'];

async function vitest(tally, projects, env = {}, paths = []) {
  const report = join(tmpdir(), `mosaik-${projects[0]}-${process.pid}.json`);
  const good = await run(
    tool(
      'vitest/vitest.mjs',
      'run',
      ...projects.flatMap((project) => ['--project', project]),
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${report}`,
      '--passWithNoTests',
      ...paths,
    ),
    env,
  );
  const counted = existsSync(report)
    ? JSON.parse(readFileSync(report, 'utf8'))
    : { numPassedTests: 0, numFailedTests: 0 };
  rmSync(report, { force: true });
  tally.passed += counted.numPassedTests;
  // A run that breaks down without a failed test has failed all the same.
  tally.failed += good ? counted.numFailedTests : Math.max(1, counted.numFailedTests);
}

async function journeys(tally, env, paths = []) {
  const report = join(root, 'test-results', 'journeys.json');
  rmSync(report, { force: true });
  const good = await run(tool('@playwright/test/cli.js', 'test', ...paths), env);
  const { stats } = existsSync(report)
    ? JSON.parse(readFileSync(report, 'utf8'))
    : { stats: { expected: 0, unexpected: 0, flaky: 0 } };
  tally.passed += stats.expected;
  tally.failed += good ? stats.unexpected + stats.flaky : Math.max(1, stats.unexpected + stats.flaky);
}

/** The sample school as a database and a folder that journeys copy, with all done that it leaves for the worker. */
export async function sampleSchool(server, data) {
  const folder = join(data, 'sample');
  // What is sealed with it is opened in the copies.
  const secret = randomBytes(32).toString('hex');
  mkdirSync(folder, { recursive: true });
  await ensureDatabase(server, 'sample');
  const env = {
    DATABASE_URL: server.address('sample'),
    MOSAIK_DATA: folder,
    MOSAIK_SECRET: secret,
    MOSAIK_ADDRESS: 'http://localhost',
    MOSAIK_LOG: 'warn',
  };
  await prepare(env, '--sample');
  const { status, words } = await runToEnd(process.execPath, [...workerWords(true), '--until-done'], {
    cwd: root,
    env: { ...process.env, ...env },
  });
  if (status !== 0) throw new Stop(`What the sample school leaves for the worker could not be done.\n${words}`);
  return { name: 'sample', data: folder, secret };
}

function close(tally) {
  if (isStopped) {
    say('Stopped.');
    return 130;
  }
  say();
  say(`${tally.passed} passed, ${tally.failed} failed`);
  return tally.failed === 0 && tally.passed > 0 ? 0 : 1;
}

/** Types, lint, layers and unit tests: under a minute. */
export async function check() {
  await ensurePackages();
  const tally = { passed: 0, failed: 0 };
  await runChecks(tally);
  step('Unit tests');
  await vitest(tally, alone);
  return close(tally);
}

/** What was asked for by its path: journeys, or the tests below a path of the source. */
function wanted(paths) {
  for (const path of paths) {
    if (!/^(e2e|src|cli)(\/|$)/.test(path) || !existsSync(join(root, path)))
      throw new Stop(`There is no "${path}": name a file below e2e/, or a path below src/ or cli/.`);
  }
  const journeyFiles = paths.filter((path) => path.startsWith('e2e'));
  const sources = paths.filter((path) => !path.startsWith('e2e'));
  return { journeyFiles, sources, all: paths.length === 0 };
}

/** Everything, on a machine that has nothing yet; or just what is named. */
export async function test(_options, paths) {
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, stopAll);
  const { journeyFiles, sources, all } = wanted(paths);
  await ensureMachine([...systemPackages, 'chromium-headless-shell']);
  const tally = { passed: 0, failed: 0 };
  const withSources = all || sources.length > 0;
  if (all) await runChecks(tally);
  if (withSources) {
    step('Unit tests');
    await vitest(tally, alone, {}, sources);
  }
  const data = mkdtempSync(join(tmpdir(), 'mosaik-tests-'));
  const server = await startDatabase(data, undefined, { durable: false });
  try {
    const env = { MOSAIK_TEST_DATABASE: server.address('{name}') };
    if (withSources) {
      step('Integration tests');
      await vitest(tally, ['integration'], env, sources);
    }
    if (!isStopped && (all || journeyFiles.length > 0)) {
      // The school is made by the sources themselves: it need not wait for the build.
      const [sample] = await Promise.all([sampleSchool(server, data), ensureBuild()]);
      step('Journeys');
      await journeys(tally, { ...env, MOSAIK_TEST_SAMPLE: JSON.stringify(sample) }, journeyFiles);
    }
  } finally {
    await server.stop();
    rmSync(data, { recursive: true, force: true });
  }
  return close(tally);
}
