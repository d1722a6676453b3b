import type PgBoss from 'pg-boss';
import type { JobName, Jobs } from '../server/platform/jobs';
import { doFetched, type Handler } from './fetched';
import { withInHand } from './in-hand';

/** A row is woken when there is something for it; what it is not told of (what is tried again) it finds like this. */
const pollingIntervalSeconds = 5;

/** Fetches the jobs of a kind and does them, in as many rows as it has. The answer wakes them. */
export async function openRows<N extends JobName>(
  boss: PgBoss,
  name: N,
  handler: Handler<Jobs[N]>,
): Promise<() => void> {
  const batchSize = handler.batch ?? 1;
  const ids: string[] = [];
  for (let row = 0; row < (handler.rows ?? 1); row += 1)
    ids[row] = await boss.work<Jobs[N]>(
      name,
      { pollingIntervalSeconds, batchSize, includeMetadata: true },
      async (jobs) => {
        try {
          await withInHand(name, jobs, () => doFetched(name, handler, jobs, boss));
        } finally {
          // Where as many came as were asked for, more may wait.
          if (jobs.length >= batchSize) boss.notifyWorker(ids[row] ?? '');
        }
      },
    );
  return () => {
    for (const id of ids) boss.notifyWorker(id);
  };
}
