import type PgBoss from 'pg-boss';
import { expect, test } from 'vitest';
import { openRows } from './rows';

/** A queue that gives a row its jobs as soon as it is woken, and never else: as if nobody looked by themselves. */
function queueOf(waiting: number) {
  const rows: { readonly id: string; readonly work: (jobs: object[]) => Promise<void>; readonly batch: number }[] = [];
  let left = waiting;
  const boss = {
    work: async (_name: string, { batchSize }: { batchSize: number }, work: (jobs: object[]) => Promise<void>) => {
      const id = `row ${rows.length}`;
      rows.push({ id, work, batch: batchSize });
      return id;
    },
    notifyWorker: (id: string) => {
      const row = rows.find((one) => one.id === id);
      const jobs = Array.from({ length: Math.min(left, row?.batch ?? 0) }, (_, i) => ({ id: String(i), data: {} }));
      left -= jobs.length;
      if (jobs.length > 0) queueMicrotask(() => row?.work(jobs));
    },
    complete: async () => {},
    fail: async () => {},
  };
  return { boss: boss as unknown as PgBoss, left: () => left };
}

test.each<[string, number, { readonly batch?: number; readonly rows?: number; readonly fails?: boolean }]>([
  ['one at a time', 7, {}],
  ['some at a time', 130, { batch: 25, rows: 2 }],
  ['where each breaks down', 60, { batch: 25, fails: true }],
])('what waits is done to its end once its rows are woken: %s', async (_how, waiting, { fails = false, ...how }) => {
  const { boss, left } = queueOf(waiting);
  let done = 0;
  const work = async () => {
    done += 1;
    if (fails) throw new Error('broken');
  };
  const wake = await openRows(boss, 'media.sweep', { work, ...how });
  wake();
  await expect.poll(() => [left(), done]).toEqual([0, waiting]);
});
