import { pool } from '../server/platform/database';
import type { JobName, Jobs } from '../server/platform/jobs';
import { jobNames } from '../server/platform/jobs';
import type { Handler } from './fetched';

/**
 * What this process is doing. It says so all the while, so that what somebody began and nobody does any more, because
 * a process was ended in the middle or its word that all is done was lost, is done again within minutes. The queue by
 * itself would wait for as long as the longest film may take.
 */
const held = new Map<string, JobName>();

/** A job nobody has spoken of for so long is given back. Processes speak every `sayMs`. */
const forgottenSeconds = 60;
export const sayMs = 20_000;

/** Does a piece of work with jobs, which are in the hand of this process until it has ended. */
export async function withInHand(
  name: JobName,
  jobs: readonly { readonly id: string }[],
  work: () => Promise<void>,
): Promise<void> {
  for (const { id } of jobs) held.set(id, name);
  try {
    await work();
  } finally {
    for (const { id } of jobs) held.delete(id);
  }
}

/** Says that what this process has in hand is still being done. */
export async function sayInHand(): Promise<void> {
  if (held.size === 0) return;
  await pool().query(
    `update pgboss.job set started_on = now() from unnest($1::text[], $2::uuid[]) as mine (name, id)
     where job.name = mine.name and job.id = mine.id and state = 'active'`,
    [[...held.values()], [...held.keys()]],
  );
}

/**
 * Gives back what nobody does any more, and tells who waits for it; what was begun as often as it may be fails, as if
 * it had broken down. Gives how many there were. Who does the same beside it finds none of them.
 */
export async function giveBack(
  handlers: { readonly [N in JobName]?: Pick<Handler<Jobs[N]>, 'last'> },
  queue: { readonly fail: (name: JobName, id: string) => Promise<unknown> },
): Promise<number> {
  const { rows } = await pool().query<{ name: JobName; id: string; data: unknown; spent: boolean }>(
    `update pgboss.job set started_on = now(), start_after = now(),
       state = case when retry_count < retry_limit then 'retry'::pgboss.job_state else state end
     where name = any($1) and state = 'active' and started_on < now() - make_interval(secs => $2)
     returning name, id, data, state = 'active' as spent`,
    [jobNames, forgottenSeconds],
  );
  for (const { name, id, data, spent } of rows) {
    if (spent) {
      await (handlers[name] as Pick<Handler<unknown>, 'last'> | undefined)?.last?.(data);
      await queue.fail(name, id);
    }
  }
  const waiting = new Set(rows.filter(({ spent }) => !spent).map(({ name }) => name));
  for (const name of waiting) await pool().query("select pg_notify('mosaik_jobs', $1)", [name]);
  return rows.length;
}
