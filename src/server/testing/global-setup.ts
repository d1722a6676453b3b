import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';

/** A real PostgreSQL for the run: the one `./mosaik test` has started, or one of our own. */
export default async function setup({ provide }: TestProject) {
  const given = process.env.MOSAIK_TEST_DATABASE;
  if (given) {
    provide('databaseServer', given);
    return;
  }
  const { startDatabase } = await import('../../../cli/database.mjs');
  const data = mkdtempSync(join(tmpdir(), 'mosaik-test-'));
  const server = await startDatabase(data, undefined, { durable: false });
  provide('databaseServer', server.address('{name}'));
  return async () => {
    await server.stop();
    rmSync(data, { recursive: true, force: true });
  };
}

declare module 'vitest' {
  interface ProvidedContext {
    /** Address of the server, with `{name}` where the database's name goes. */
    databaseServer: string;
  }
}
