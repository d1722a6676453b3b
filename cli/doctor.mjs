import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { startDatabase } from './database.mjs';
import { ensurePackages } from './packages.mjs';
import { dataFolder, root } from './paths.mjs';
import { runToEnd } from './run.mjs';
import { Stop, say, step } from './say.mjs';
import { endLeftovers } from './start.mjs';

/** Looks after a data folder while nothing runs on it. */
export async function doctor(options) {
  if (!options['rebuild-progress']) throw new Stop('Say what is to be done: mosaik doctor --rebuild-progress');
  const data = dataFolder(options.data);
  if (!existsSync(join(data, 'postgres', 'PG_VERSION')))
    throw new Stop(`There is no school in ${data}. Choose its folder with --data.`);
  await endLeftovers(join(data, 'run.json'));
  await ensurePackages();
  step('Working progress out anew');
  const server = await startDatabase(data);
  try {
    const { status, words } = await runToEnd(process.execPath, ['--import', 'tsx', 'src/worker/doctor.ts'], {
      cwd: root,
      env: {
        ...process.env,
        DATABASE_URL: server.address('mosaik'),
        MOSAIK_DATA: data,
        MOSAIK_SECRET: 'only for looking after',
        MOSAIK_ADDRESS: 'http://localhost',
        MOSAIK_LOG: 'warn',
        MOSAIK_STATEMENT_MS: '0',
      },
    });
    say(words.trim());
    return status ?? 1;
  } finally {
    await server.stop();
  }
}
