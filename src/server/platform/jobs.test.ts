import { expect, test, vi } from 'vitest';
import { useTestSchool } from '../testing/school';
import { pool, transaction } from './database';
import { allLater, type Jobs, jobNames, later } from './jobs';
import { listen } from './listen';

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

test('a worker that waits hears of each kind of job as soon as it is kept, also on a line that was lost, and of none that is not', async () => {
  const heard: string[] = [];
  const again = vi.fn();
  const end = await listen('mosaik_jobs', (name) => heard.push(name), again);
  await listen('mosaik_here', () => {});
  const leave = (name: 'media.sweep' | 'quiz.tell-shown', fails = false) =>
    transaction(async (tx) => {
      await allLater(tx, name, [{}, {}]);
      if (fails) throw new Error('not kept');
    });
  await expect(leave('media.sweep', true)).rejects.toThrow('not kept');
  await leave('quiz.tell-shown');
  await vi.waitFor(() => expect(heard).toEqual(['quiz.tell-shown']));
  await pool().query(
    "select pg_terminate_backend(pid) from pg_stat_activity where query ilike 'listen %' and datname = current_database()",
  );
  await vi.waitFor(() => expect(again).toHaveBeenCalled(), 10_000);
  await leave('media.sweep');
  await vi.waitFor(() => expect(heard).toEqual(['quiz.tell-shown', 'media.sweep']));
  end();
});

test('a thousand are left with as many statements as one, and none with none', async () => {
  const statements = (count: number) =>
    transaction(async (tx) => {
      const asked = vi.spyOn(tx.client, 'query');
      const data = Array.from({ length: count }, () => ({}));
      await allLater(tx, 'media.sweep', data);
      const calls = asked.mock.calls.length;
      asked.mockRestore();
      return calls;
    });
  const left = async () =>
    (await pool().query("select 1 from pgboss.job where name = 'media.sweep' and state = 'created'")).rowCount ?? 0;
  const before = await left();
  const [none, one, thousand] = [await statements(0), await statements(1), await statements(1000)];
  expect([none, thousand, (await left()) - before]).toEqual([0, one, 1001]);
});
