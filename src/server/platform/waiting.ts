/**
 * How many wait for a connection to the database at this moment. Apart from the database itself, since the proxy is a
 * bundle of its own.
 */
export const waitingForConnections = (): number =>
  (globalThis as typeof globalThis & { mosaikDatabase?: { pool: { waitingCount: number } } }).mosaikDatabase?.pool
    .waitingCount ?? 0;
