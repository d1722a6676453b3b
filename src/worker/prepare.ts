import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import type { PoolClient } from 'pg';
import { Temporal } from '@/core/kernel/time';
import { samplePeople, schoolFacts } from '../server/people';
import { config } from '../server/platform/config';
import { closeDatabase, database, pool } from '../server/platform/database';
import { closeQueue, prepareQueue } from '../server/platform/jobs';

const folder = join(process.cwd(), 'src/server/platform/migrations');

/** A database that a newer program has been at is not touched. */
async function refuseNewer(): Promise<void> {
  const journal = JSON.parse(readFileSync(join(folder, 'meta/_journal.json'), 'utf8')) as {
    entries: { when: number }[];
  };
  const newest = Math.max(...journal.entries.map((entry) => entry.when));
  const found = await pool()
    .query<{ newest: string | null }>('select max(created_at) as newest from drizzle.__drizzle_migrations')
    .catch(() => null);
  if (Number(found?.rows[0]?.newest ?? 0) > newest) {
    throw new Error(
      'This database was made by a newer version of Mosaik. Update the program, or choose another folder with --data. Nothing was changed.',
    );
  }
}

async function who(): Promise<void> {
  const people = await samplePeople(database());
  if (people.length > 0) {
    const { samplePassword } = await import('../../demo/people');
    console.log(`\n  Sign in with one click on the first page, or with the password ${samplePassword} as`);
    for (const person of people) console.log(`    ${person.role.padEnd(8)} ${person.email.padEnd(32)} ${person.name}`);
    console.log('');
  } else if (!(await schoolFacts(database())))
    console.log('\n  The first visitor makes the school and becomes its owner.\n');
}

async function main(): Promise<void> {
  const words = process.argv.slice(2);
  if (words.includes('--who')) return who();
  await refuseNewer();
  await migrate(drizzle(pool()), { migrationsFolder: folder });
  await prepareQueue();
  if (!words.includes('--sample')) return;
  // The mark stands while the sample school is being put in place; if it still does, that was cut short.
  const unfinished = join(config.data, 'sample-unfinished');
  if (existsSync(unfinished)) await emptyTables();
  if (await schoolFacts(database())) return;
  writeFileSync(unfinished, '');
  if (!existsSync(join(process.cwd(), 'demo/seed.ts')))
    throw new Error('The sample school is not part of this copy; start with --empty.');
  const { seedSampleSchool } = await import('../../demo/seed');
  await withoutWaiting(() => seedSampleSchool(Temporal.Now.instant()));
  rmSync(unfinished);
  await closeQueue();
}

/**
 * Work whose commits do not wait for the disk, each of its thousands: what is cut short is begun anew. The last commit
 * does wait, and takes all before it along.
 */
async function withoutWaiting(work: () => Promise<void>): Promise<void> {
  const off = 'set synchronous_commit = off';
  // Waited for before a new connection is used; the types of the pool do not know it yet.
  Object.assign(pool().options, { onConnect: (client: PoolClient) => client.query(off) });
  await pool().query(off);
  await work();
  await pool().query('set synchronous_commit = on; select txid_current()');
}

async function emptyTables(): Promise<void> {
  const { rows } = await pool().query<{ name: string }>(
    "select quote_ident(tablename) as name from pg_tables where schemaname = 'public'",
  );
  await pool().query(`truncate ${rows.map((row) => row.name).join(', ')} cascade`);
}

main()
  .then(() => closeDatabase())
  .then(() => process.exit(0))
  .catch((error) => {
    console.error(error instanceof Error ? error.message : error);
    if (process.env.MOSAIK_LOG === 'debug') console.error(error);
    process.exit(1);
  });
