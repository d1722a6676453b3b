import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { ensureDatabase, startDatabase } from './database.mjs';
import { ensureBuild, ensureMachine } from './packages.mjs';
import { dataFolder, root } from './paths.mjs';
import { keepRunning, untilAnswers, webProcesses } from './processes.mjs';
import { isWorker, workerWords } from './programs.mjs';
import { runToEnd } from './run.mjs';
import { bold, Stop, say, step, stepTimed, warn } from './say.mjs';
import { commandOf, freeMegabytes, freePort, portIsFree, programOf } from './system.mjs';

export const systemPackages = ['postgresql', 'ffmpeg', 'espeak-ng', 'poppler-utils', 'fonts-noto-cjk'];
const leastMegabytes = 300;

/** Ends web and worker processes that outlived a command which was killed. */
export async function endLeftovers(runFile) {
  if (!existsSync(runFile)) return;
  const { command, children } = JSON.parse(readFileSync(runFile, 'utf8'));
  if (programOf(command) === 'node' && commandOf(command).includes('cli/main.mjs')) {
    throw new Stop(
      `Mosaik already runs on this data folder (process ${command}). Stop it first, or choose another folder with --data.`,
    );
  }
  for (const pid of children) {
    const words = commandOf(pid);
    if (words.includes('cli/web.mjs') || words.includes('next') || isWorker(words)) {
      process.kill(pid, 'SIGTERM');
      for (let i = 0; i < 50 && programOf(pid); i += 1) await wait(100);
      if (programOf(pid)) process.kill(pid, 'SIGKILL');
    }
  }
  rmSync(runFile, { force: true });
}

async function choosePort(wanted) {
  if (wanted === undefined) return freePort(3000);
  const port = Number(wanted);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new Stop(`"${wanted}" is not a port: give a whole number from 1 to 65535.`);
  if (!(await portIsFree(port)))
    throw new Stop(`Port ${port} is in use by another program. Choose another one with --port, or leave it out.`);
  return port;
}

function secretIn(data) {
  const file = join(data, 'secret');
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8').trim();
}

/** Migrates, and fills a new database; gives back what it has to say. Its log goes to a file. */
export async function prepare(env, ...args) {
  const { status, words } = await runToEnd(process.execPath, ['--import', 'tsx', 'src/worker/prepare.ts', ...args], {
    cwd: root,
    env: {
      ...process.env,
      MOSAIK_LOG_FILE: join(env.MOSAIK_DATA, 'logs', 'prepare.log'),
      MOSAIK_PROCESS: 'prepare',
      MOSAIK_STATEMENT_MS: '0',
      ...env,
    },
  });
  if (status !== 0) throw new Stop(`The database could not be prepared. Nothing was changed by halves.\n${words}`);
  return words;
}

export async function start(options) {
  const data = dataFolder(options.data);
  const runFile = join(data, 'run.json');
  mkdirSync(data, { recursive: true, mode: 0o700 });
  mkdirSync(join(data, 'logs'), { recursive: true, mode: 0o700 });
  if (freeMegabytes(data) < leastMegabytes) {
    throw new Stop(
      `The disk that holds ${data} has ${freeMegabytes(data)} MB free; Mosaik needs at least ${leastMegabytes} MB to start. Make room, or choose another folder with --data.`,
    );
  }
  await endLeftovers(runFile);
  const port = await choosePort(options.port);
  await ensureMachine(systemPackages);
  if (!options.dev) await ensureBuild();
  if (options.fresh) {
    for (const name of ['postgres', 'files', 'uploads', 'database-password', 'logs'])
      rmSync(join(data, name), { recursive: true, force: true });
    mkdirSync(join(data, 'logs'), { mode: 0o700 });
  }

  const running = [];
  let stopping = null;
  const stop = (code) => {
    stopping ??= (async () => {
      say();
      step('Stopping');
      for (const one of running.toReversed()) await one.stop();
      rmSync(runFile, { force: true });
      process.exit(code);
    })();
    return stopping;
  };
  const giveUp = (sentence) => {
    warn(sentence);
    stop(1);
  };
  process.on('SIGINT', () => stop(0));
  process.on('SIGTERM', () => stop(0));

  const database = await startDatabase(data, giveUp);
  running.push(database);
  try {
    const isNew = await ensureDatabase(database, 'mosaik');
    const address = `http://localhost:${port}`;
    const env = {
      NODE_ENV: options.dev ? 'development' : 'production',
      NEXT_TELEMETRY_DISABLED: '1',
      DATABASE_URL: database.address('mosaik'),
      MOSAIK_DATA: data,
      MOSAIK_SECRET: secretIn(data),
      MOSAIK_ADDRESS: address,
      MOSAIK_WEB: webProcesses(),
    };
    const kind = options.empty ? 'an empty school' : 'the sample school (about half a minute)';
    const words = `Preparing ${isNew ? kind : 'the database'}`;
    await stepTimed(words, () => prepare(env, ...(options.empty ? [] : ['--sample'])));
    const web = ['cli/web.mjs', '--port', String(port), ...(options.dev ? ['--dev'] : [])];
    const remember = () =>
      writeFileSync(
        runFile,
        JSON.stringify({ command: process.pid, children: running.map((one) => one.pid).filter(Boolean) }),
      );
    running.push(keepRunning('web', web, env, join(data, 'logs'), giveUp));
    running.push(keepRunning('worker', workerWords(options.dev), env, join(data, 'logs'), giveUp));
    remember();
    setInterval(remember, 5000).unref();
    if (!(await untilAnswers(`${address}/readyz`, 90)))
      throw new Stop(`The web server did not answer within 90 seconds; see ${join(data, 'logs')}.`);
    say();
    say(`  ${bold('Mosaik')} is at ${bold(address)}`);
    say(await prepare(env, '--who'));
    say('  Ctrl C stops everything; nothing is lost.');
  } catch (error) {
    console.error(error instanceof Stop ? error.message : error);
    await stop(1);
  }
  await new Promise(() => {});
}
