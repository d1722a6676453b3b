import { createHash } from 'node:crypto';
import { existsSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { copyAssets, hasAssets } from './assets.mjs';
import { alone } from './lock.mjs';
import { filesIn, root } from './paths.mjs';
import { buildPrograms } from './programs.mjs';
import { runToEnd } from './run.mjs';
import { Stop, stepTimed } from './say.mjs';
import { compressStatics } from './statics.mjs';
import { commandOf, ensureSystem, isRoot } from './system.mjs';

const hash = (parts) => parts.reduce((sum, part) => sum.update(part), createHash('sha256')).digest('hex');

/** Ends an installation that outlived the command that began it. */
async function endInstallation(pidFile) {
  if (!existsSync(pidFile)) return;
  const pid = Number(readFileSync(pidFile, 'utf8'));
  const isIts = () => pid > 1 && /\bnpm\b/.test(commandOf(pid));
  if (isIts()) process.kill(-pid, 'SIGKILL');
  for (let i = 0; i < 50 && isIts(); i += 1) await wait(100);
  rmSync(pidFile, { force: true });
}

/** Installs the packages when the lock file is not the one they were installed from. It never changes the lock file. */
export const ensurePackages = () =>
  alone(
    join(root, '.mosaik-installing'),
    'Another mosaik command is installing the packages; waiting for it',
    async () => {
      const wanted = hash([readFileSync(join(root, 'package-lock.json')), readFileSync(join(root, 'package.json'))]);
      const modules = join(root, 'node_modules');
      const stamp = join(modules, '.mosaik-lock');
      const pidFile = join(root, '.mosaik-installing.pid');
      if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
      await stepTimed('Installing packages (about a minute)', async () => {
        // What an interrupted installation left behind trips the next one up, and so does one that goes on without its
        // command.
        await endInstallation(pidFile);
        // Put aside in one step: what still runs may go on writing into it while it is taken away.
        const aside = join(root, '.mosaik-old-packages');
        rmSync(aside, { recursive: true, force: true, maxRetries: 5 });
        if (existsSync(modules)) renameSync(modules, aside);
        rmSync(aside, { recursive: true, force: true, maxRetries: 5 });
        const { status, words } = await runToEnd('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
          cwd: root,
          pidFile,
        });
        if (status !== 0) throw new Stop(`The packages could not be installed:\n${words}`);
      });
      writeFileSync(stamp, wanted);
    },
  );

/** What a machine that has nothing yet needs: Debian's packages of these names, and those of the lock file. */
export async function ensureMachine(names) {
  const system = ensureSystem(names);
  // Side by side, unless a password may be asked for in between.
  if (!isRoot) await system;
  await Promise.all([system, ensurePackages()]);
}

/** A sum over everything a build is made from. */
function sourceSum() {
  const files = filesIn(join(root, 'src'))
    .filter((file) => !/\.test\.tsx?$/.test(file))
    .sort();
  const settings = [
    'next.config.mjs',
    'postcss.config.cjs',
    'tsconfig.json',
    'package-lock.json',
    'cli/programs.mjs',
    'cli/statics.mjs',
  ].map((name) => join(root, name));
  return hash([...files, ...settings].flatMap((file) => [file.slice(root.length), readFileSync(file)]));
}

/** Builds when the sources are not those of the last build. */
export const ensureBuild = () =>
  alone(join(root, '.mosaik-building'), 'Another mosaik command is building; waiting for it', async () => {
    const stamp = join(root, '.next', 'mosaik-build');
    const wanted = sourceSum();
    if (
      existsSync(stamp) &&
      readFileSync(stamp, 'utf8') === wanted &&
      statSync(join(root, '.next', 'BUILD_ID'), { throwIfNoEntry: false }) &&
      hasAssets()
    )
      return;
    await stepTimed('Building (about a minute)', async () => {
      copyAssets();
      const { status, words } = await runToEnd('node', ['node_modules/next/dist/bin/next', 'build'], {
        cwd: root,
        env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
      });
      if (status !== 0) throw new Stop(`The build failed:\n${words}`);
      compressStatics();
      await buildPrograms();
    });
    writeFileSync(stamp, wanted);
  });
