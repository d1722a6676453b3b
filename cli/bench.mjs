import { spawnSync } from 'node:child_process';
import { root } from './paths.mjs';
import { withSampleServer } from './sample-server.mjs';

/** Measures on this machine and prints figures with what they are compared with. */
export const bench = () =>
  withSampleServer(
    (env) => spawnSync('node', ['--import', 'tsx', 'src/worker/bench.ts'], { cwd: root, env, stdio: ['ignore', 'inherit', 'inherit'] }).status ?? 1,
    ['chromium'],
  );
