import { expect, test } from 'vitest';
import { useTestSchool } from '../testing/school';
import { pool, transaction } from './database';
import { type Jobs, jobNames, later } from './jobs';

useTestSchool();

test('every job that can be left is there when its transaction is kept, and is not when it is not', async () => {
  const leave = (fails: boolean) =>
    transaction(async (tx) => {
      for (const name of jobNames) await later(tx, name, {} as Jobs[typeof name]);
      if (fails) throw new Error('not kept');
    });
  const names = async () =>
    (await pool().query<{ name: string }>('select distinct name from pgboss.job order by name')).rows.map(
      (row) => row.name,
    );
  await expect(leave(true)).rejects.toThrow('not kept');
  expect(await names()).toEqual([]);
  await leave(false);
  expect(await names()).toEqual([...jobNames].sort());
  await expect(transaction((tx) => later(tx, 'no.such-job' as 'media.sweep', {}))).rejects.toThrow(
    'Of 1 jobs no.such-job only 0 were taken.',
  );
});
