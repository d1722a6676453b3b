import type { Transaction } from '../platform/database';

/** Holds a stored file for a transaction: whoever refers to it and whoever takes it away come one after the other. */
export const holdBlob = (tx: Transaction, hash: string) =>
  tx.client.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [`blob/${hash}`]);
