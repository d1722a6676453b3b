import { spawn } from 'node:child_process';
import { mkdtempSync, openSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startDatabase } from './database.mjs';
import { ensureBuild, ensureMachine } from './packages.mjs';
import { root } from './paths.mjs';
import { untilAnswers, webProcesses } from './processes.mjs';
import { Stop, step } from './say.mjs';
import { systemPackages } from './start.mjs';
import { freePort } from './system.mjs';
import { sampleSchool } from './test.mjs';

/** Runs work beside a web server with a sample school of its own, and leaves nothing behind. */
export async function withSampleServer(work, packages = []) {
  await ensureMachine([...systemPackages, ...packages]);
  await ensureBuild();
  const data = mkdtempSync(join(tmpdir(), 'mosaik-sample-'));
  const server = await startDatabase(data);
  let web = null;
  try {
    step('Preparing a sample school');
    const sample = await sampleSchool(server, data);
    const port = await freePort(3200);
    const env = {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: server.address(sample.name),
      MOSAIK_DATA: sample.data,
      MOSAIK_SECRET: sample.secret,
      MOSAIK_ADDRESS: `http://localhost:${port}`,
      MOSAIK_WEB: webProcesses(),
      MOSAIK_RESERVED_MB: '50',
      MOSAIK_LOG: 'warn',
    };
    const log = openSync(join(data, 'web.log'), 'a');
    web = spawn('node', ['cli/web.mjs', '--port', String(port)], { cwd: root, env, stdio: ['ignore', log, log] });
    if (!(await untilAnswers(`${env.MOSAIK_ADDRESS}/readyz`, 60))) throw new Stop('The web server did not start.');
    return await work(env);
  } finally {
    web?.kill('SIGTERM');
    await server.stop();
    rmSync(data, { recursive: true, force: true });
  }
}
