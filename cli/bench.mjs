import { spawnSync } from 'node:child_process';
import { root } from './paths.mjs';
import { withSampleServer } from './sample-server.mjs';

/** Measures on this machine and prints each figure beside another one of the same run. */
export const bench = ({ strict }, [name = '']) =>
  withSampleServer(
    (env) =>
      spawnSync('node', ['--import', 'tsx', 'src/worker/bench/main.ts', name, strict ? 'strict' : ''], {
        cwd: root,
        env: { ...env, MOSAIK_STATEMENT_MS: '0' },
        stdio: ['ignore', 'inherit', 'inherit'],
      }).status ?? 1,
    ['chromium'],
  );
