import { AsyncLocalStorage } from 'node:async_hooks';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import { config } from './config';
import { log } from './log';

/** What reads are given to read with: the pool, or the one connection of a transaction. */
export type Database = NodePgDatabase;
/** A transaction: the same as a database, and the connection below it for what shares it. */
export type Transaction = { readonly db: Database; readonly client: Pick<pg.PoolClient, 'query'> };

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

const known = new WeakMap<pg.PoolClient, Transaction>();

/**
 * A connection for what belongs together; made once, for a connection serves many transactions. It does one thing after
 * another, and is asked so: parts of one command ask side by side. What ends a transaction waits its turn as well, or
 * what was asked before would be done after it, by itself.
 */
function inOrder(client: pg.PoolClient): Transaction {
  let own = known.get(client);
  if (!own) {
    let last: Promise<unknown> = Promise.resolve();
    const query = (...asked: Parameters<pg.PoolClient['query']>) => {
      const answer = last.then(() => client.query(...asked));
      last = answer.catch(() => undefined);
      return answer;
    };
    const asked = new Proxy(client, { get: (it, name) => (name === 'query' ? query : Reflect.get(it, name)) });
    own = { db: drizzle(asked), client: asked };
    known.set(client, own);
  }
  return own;
}

/** Runs work in one transaction: all of it is kept, or none. */
export async function transaction<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
  const client = await pool().connect();
  const tx = inOrder(client);
  try {
    await tx.client.query('begin');
    const result = await within.run(true, () => work(tx));
    await tx.client.query('commit');
    client.release();
    return result;
  } catch (error) {
    // A connection that cannot even roll back is of no further use.
    const broken = await tx.client.query('rollback').then(
      () => false,
      () => true,
    );
    client.release(broken);
    throw error;
  }
}
