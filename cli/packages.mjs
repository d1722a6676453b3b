import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { copyAssets } from './assets.mjs';
import { root } from './paths.mjs';
import { Stop, step } from './say.mjs';

const hash = (parts) => parts.reduce((sum, part) => sum.update(part), createHash('sha256')).digest('hex');

/** Installs the packages when the lock file is not the one they were installed from. */
export function ensurePackages() {
  const wanted = hash([readFileSync(join(root, 'package-lock.json')), readFileSync(join(root, 'package.json'))]);
  const stamp = join(root, 'node_modules', '.mosaik-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  step('Installing packages (about a minute)');
  const result = spawnSync('npm', ['install', '--no-audit', '--no-fund', '--loglevel=error'], { cwd: root, stdio: ['ignore', 'inherit', 'inherit'] });
  if (result.status !== 0) throw new Stop('The packages could not be installed; see the message above.');
  writeFileSync(stamp, hash([readFileSync(join(root, 'package-lock.json')), readFileSync(join(root, 'package.json'))]));
}

function filesIn(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesIn(path) : [path];
  });
}

/** A sum over everything a build is made from. */
function sourceSum() {
  const files = filesIn(join(root, 'src'))
    .filter((file) => !/\.test\.tsx?$/.test(file))
    .sort();
  const settings = ['next.config.ts', 'postcss.config.cjs', 'tsconfig.json', 'package-lock.json'].map((name) => join(root, name));
  return hash([...files, ...settings].flatMap((file) => [file.slice(root.length), readFileSync(file)]));
}

/** Builds when the sources are not those of the last build. */
export function ensureBuild() {
  const stamp = join(root, '.next', 'mosaik-build');
  const wanted = sourceSum();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted && statSync(join(root, '.next', 'BUILD_ID'), { throwIfNoEntry: false })) return;
  step('Building (about a minute)');
  copyAssets();
  const result = spawnSync('node', ['node_modules/next/dist/bin/next', 'build'], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
  });
  if (result.status !== 0) throw new Stop(`The build failed:\n${result.stdout}\n${result.stderr}`);
  writeFileSync(stamp, wanted);
}
