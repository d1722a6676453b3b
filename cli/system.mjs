import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { Stop, step } from './say.mjs';

export const isRoot = process.getuid?.() === 0;

const found = (program) => spawnSync('sh', ['-c', `command -v ${program}`], { stdio: 'ignore' }).status === 0;

/** PostgreSQL's programs stand outside the PATH in Debian, in a folder for each version. */
export function postgresFolder() {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return null;
  const versions = readdirSync(base)
    .filter((version) => existsSync(join(base, version, 'bin', 'postgres')))
    .sort((a, b) => Number(b) - Number(a));
  return versions.length > 0 ? join(base, versions[0], 'bin') : null;
}

const needs = {
  postgresql: { why: 'the database', present: () => postgresFolder() !== null },
  ffmpeg: { why: 'film length, poster frames and playable forms', present: () => found('ffmpeg') && found('ffprobe') },
  'espeak-ng': { why: 'the narration of the sample films', present: () => found('espeak-ng') },
  'poppler-utils': { why: 'reading the pages of PDF files', present: () => found('pdfinfo') && found('pdftoppm') },
  'fonts-noto-cjk': {
    why: 'Chinese, Japanese and Korean names on certificates',
    present: () => existsSync('/usr/share/fonts/opentype/noto/NotoSansCJK-Regular.ttc'),
  },
  chromium: { why: 'a real browser to measure in and to take pictures with', present: () => found('chromium') },
  // Without windows to draw it takes two thirds of the time; the pages are drawn by the same engine.
  'chromium-headless-shell': {
    why: 'journeys in a real browser',
    present: () => found('chromium-headless-shell'),
  },
};

/** Installs what is missing from Debian's packages; asks for root only then. */
export async function ensureSystem(names) {
  const missing = names.filter((name) => !needs[name].present());
  if (missing.length === 0) return;
  const list = missing.map((name) => `${name} (${needs[name].why})`).join(', ');
  if (!found('apt-get')) {
    throw new Stop(
      `These programs are missing: ${list}. This machine has no apt-get; install them by hand, then run this again.`,
    );
  }
  if (!isRoot && !found('sudo')) {
    throw new Stop(
      `These packages are missing: ${list}. Ask an administrator to run: apt-get install ${missing.join(' ')}`,
    );
  }
  step(
    `Installing ${list} from Debian's packages${isRoot ? '' : '; this needs root, so sudo may ask for your password'}`,
  );
  const run = (...args) => {
    const words = isRoot ? args : ['sudo', 'env', 'DEBIAN_FRONTEND=noninteractive', ...args];
    const child = spawn(words[0], words.slice(1), {
      stdio: ['inherit', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
    return new Promise((resolve) => child.once('error', () => resolve(1)).once('exit', resolve));
  };
  if (
    (await run('apt-get', 'update', '-qq')) !== 0 ||
    (await run('apt-get', 'install', '-y', '-qq', '--no-install-recommends', ...missing)) !== 0
  ) {
    throw new Stop(
      `Debian's packages could not be installed: ${missing.join(', ')}. See the message above; then run this again.`,
    );
  }
}

/** The user PostgreSQL runs as when we are root, which it refuses to be. */
export function databaseUser() {
  if (!isRoot) return null;
  const row = readFileSync('/etc/passwd', 'utf8')
    .split('\n')
    .find((line) => line.startsWith('postgres:'));
  if (!row) throw new Stop('This machine has no user "postgres"; install the package postgresql, then run this again.');
  const [, , uid, gid] = row.split(':');
  return { uid: Number(uid), gid: Number(gid) };
}

export const portIsFree = (port, host = '127.0.0.1') =>
  new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(false));
    server.listen(port, host, () => server.close(() => resolve(true)));
  });

export async function freePort(from) {
  for (let port = from; port < from + 200; port += 1) if (await portIsFree(port)) return port;
  throw new Stop(`No port from ${from} to ${from + 199} is free.`);
}

/** Megabytes free on the disk that holds a folder. */
export function freeMegabytes(folder) {
  const line = execFileSync('df', ['-Pm', folder], { encoding: 'utf8' }).trim().split('\n').at(-1) ?? '';
  return Number(line.split(/\s+/)[3]);
}

/** The name of the program a process runs, or null when there is none. */
export function programOf(pid) {
  try {
    return readFileSync(`/proc/${pid}/comm`, 'utf8').trim();
  } catch {
    return null;
  }
}

export const commandOf = (pid) => {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ').trim();
  } catch {
    return '';
  }
};
