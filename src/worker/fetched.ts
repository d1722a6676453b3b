import type PgBoss from 'pg-boss';
import { type JobName, mostTries } from '../server/platform/jobs';
import { log } from '../server/platform/log';

/** How a kind of job is done. `last` is called when a job has been tried as often as it may be. */
export type Handler<T> = {
  readonly work: (data: T) => Promise<unknown>;
  readonly last?: (data: T) => Promise<unknown>;
  /** Does what was fetched at once together; where that breaks down, each is done by itself. */
  readonly together?: (all: readonly T[]) => Promise<unknown>;
  /** How many are fetched at once, and how many such rows of them go on side by side. */
  readonly batch?: number;
  readonly rows?: number;
};
type Job<T> = Pick<PgBoss.JobWithMetadata<T>, 'id' | 'data' | 'retryCount'>;
type Queue = {
  readonly complete: (name: JobName, id: string) => Promise<unknown>;
  readonly fail: (name: JobName, id: string) => Promise<unknown>;
};

const since = (started: number) => Math.round(performance.now() - started);

/** Does the jobs of a kind that were fetched at once. Throws where only one was, and breaks down. */
export async function doFetched<T>(
  name: JobName,
  { work, last, together, batch = 1 }: Handler<T>,
  jobs: readonly Job<T>[],
  queue: Queue,
): Promise<void> {
  if (together && jobs.length > 1) {
    const started = performance.now();
    try {
      await together(jobs.map(({ data }) => data));
      log.info({ job: name, count: jobs.length, ms: since(started) }, 'jobs done');
      return;
    } catch (error) {
      log.warn({ err: error, job: name, count: jobs.length }, 'jobs broke down together');
    }
  }
  for (const { id, data, retryCount } of jobs) {
    const started = performance.now();
    try {
      await work(data);
      log.info({ job: name, id, ms: since(started) }, 'job done');
      if (batch > 1) await queue.complete(name, id);
    } catch (error) {
      log.error({ err: error, job: name, id, tried: retryCount + 1 }, 'job broke down');
      if (retryCount >= mostTries) await last?.(data);
      // One of many that breaks down is tried again by itself.
      if (batch > 1) await queue.fail(name, id);
      else throw error;
    }
  }
}
