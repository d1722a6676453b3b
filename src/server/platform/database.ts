import { AsyncLocalStorage } from 'node:async_hooks';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import { config } from './config';
import { log } from './log';

/** What reads are given to read with: the pool, or the one connection of a transaction. */
export type Database = NodePgDatabase;
/** A transaction: the same as a database, and the connection below it for what shares it. */
export type Transaction = { readonly db: Database; readonly client: pg.PoolClient };

type Kept = { pool: pg.Pool; db: Database };
const kept = globalThis as typeof globalThis & { mosaikDatabase?: Kept };

/** Marks what runs within a transaction, wherever it was called from. */
const within = new AsyncLocalStorage<true>();

function open(): Kept {
  const pool = new pg.Pool({
    connectionString: config.databaseUrl,
    max: config.connections,
    idleTimeoutMillis: 30_000,
    // Who cannot be served soon is told so, instead of waiting for ever.
    connectionTimeoutMillis: config.connectionWaitMs,
    statement_timeout: config.statementMs,
    idle_in_transaction_session_timeout: 60_000,
    // How alike two words must be for the search to take one for the other, see search/queries.ts.
    options: '-c pg_trgm.word_similarity_threshold=0.3',
  });
  // An idle connection that breaks is replaced by the pool; without a listener it would end the process.
  pool.on('error', (error) => log.warn({ err: error }, 'database connection lost'));
  return { pool, db: drizzle(pool) };
}

/**
 * A transaction holds a connection. If it asked the pool for a second one, as many transactions as the pool
 * has connections could wait for one another for ever; so asking is a mistake, and told as one at once.
 */
function current(): Kept {
  if (within.getStore())
    throw new Error('The pool was asked for another connection within a transaction. Pass its `tx.db` on instead.');
  kept.mosaikDatabase ??= open();
  return kept.mosaikDatabase;
}
export const database = (): Database => current().db;
export const pool = (): pg.Pool => current().pool;

export async function closeDatabase(): Promise<void> {
  const open = kept.mosaikDatabase;
  kept.mosaikDatabase = undefined;
  await open?.pool.end();
}

const known = new WeakMap<pg.PoolClient, Database>();
/** A connection as what reads are given to read with; made once, for a connection serves many transactions. */
function databaseOf(client: pg.PoolClient): Database {
  let db = known.get(client);
  if (!db) {
    db = drizzle(client);
    known.set(client, db);
  }
  return db;
}

/** Runs work in one transaction: all of it is kept, or none. */
export async function transaction<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
  const client = await pool().connect();
  try {
    await client.query('begin');
    const result = await within.run(true, () => work({ db: databaseOf(client), client }));
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
