import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import { config } from './config';
import { log } from './log';
import * as schema from './schema';

export type Database = NodePgDatabase<typeof schema>;
/** A transaction: the same as a database, and the connection below it for what shares it. */
export type Transaction = { readonly db: Database; readonly client: pg.PoolClient };

type Kept = { pool: pg.Pool; db: Database };
const kept = globalThis as typeof globalThis & { mosaikDatabase?: Kept };

function open(): Kept {
  const pool = new pg.Pool({ connectionString: config.databaseUrl, max: 12, idleTimeoutMillis: 30_000 });
  // An idle connection that breaks is replaced by the pool; without a listener it would end the process.
  pool.on('error', (error) => log.warn({ err: error }, 'database connection lost'));
  return { pool, db: drizzle(pool, { schema }) };
}

const current = (): Kept => {
  kept.mosaikDatabase ??= open();
  return kept.mosaikDatabase;
};
export const database = (): Database => current().db;
export const pool = (): pg.Pool => current().pool;

export async function closeDatabase(): Promise<void> {
  const open = kept.mosaikDatabase;
  kept.mosaikDatabase = undefined;
  await open?.pool.end();
}

/** Runs work in one transaction: all of it is kept, or none. */
export async function transaction<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
  const client = await pool().connect();
  try {
    await client.query('begin');
    const result = await work({ db: drizzle(client, { schema }), client });
    await client.query('commit');
    client.release();
    return result;
  } catch (error) {
    // A connection that cannot even roll back is of no further use.
    const broken = await client.query('rollback').then(
      () => false,
      () => true,
    );
    client.release(broken);
    throw error;
  }
}
