import { randomBytes } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import type { TestProject } from 'vitest/node';
import { prepareQueue } from '../platform/jobs';

/** A server for the run: the one `./mosaik test` has started, or one of our own. */
async function serverForRun(): Promise<{ readonly address: string; readonly stop: () => Promise<void> }> {
  const given = process.env.MOSAIK_TEST_DATABASE;
  if (given) return { address: given, stop: async () => {} };
  const { startDatabase } = await import('../../../cli/database.mjs');
  const data = mkdtempSync(join(tmpdir(), 'mosaik-test-'));
  const server = await startDatabase(data, undefined, { durable: false });
  return {
    address: server.address('{name}'),
    stop: async () => {
      await server.stop();
      rmSync(data, { recursive: true, force: true });
    },
  };
}

/** A real PostgreSQL for the run, with a migrated database that each file of tests copies. */
export default async function setup({ provide }: TestProject) {
  const { address, stop } = await serverForRun();
  const template = `template_${randomBytes(6).toString('hex')}`;
  const admin = new pg.Client({ connectionString: address.replace('{name}', 'postgres') });
  await admin.connect();
  await admin.query(`create database "${template}"`);
  const url = address.replace('{name}', template);
  const own = new pg.Client({ connectionString: url });
  await own.connect();
  await migrate(drizzle(own), { migrationsFolder: 'src/server/platform/migrations' });
  await own.end();
  await prepareQueue(url);
  provide('databaseServer', address);
  provide('databaseTemplate', template);
  return async () => {
    await admin.query(`drop database "${template}"`);
    await admin.end();
    await stop();
  };
}

declare module 'vitest' {
  interface ProvidedContext {
    /** Address of the server, with `{name}` where the database's name goes. */
    databaseServer: string;
    /** A database with every table and nothing in them. */
    databaseTemplate: string;
  }
}
