import { spawn } from 'node:child_process';
import { afterEach, expect, test, vi } from 'vitest';
import { pool, transaction } from '../server/platform/database';
import { type JobName, type Jobs, later, mostTries, queue } from '../server/platform/jobs';
import { listen } from '../server/platform/listen';
import { useTestSchool } from '../server/testing/school';
import { giveBack, sayInHand, withInHand } from './in-hand';

useTestSchool();
afterEach(() => pool().query('delete from pgboss.job'));

const leave = <N extends JobName>(name: N, data: Jobs[N]) => transaction((tx) => later(tx, name, data));
const jobs = async () => (await pool().query<{ state: string }>('select state from pgboss.job order by name')).rows;
/** As if a job had been fetched then, for the how-manieth time. */
const fetched = (secondsAgo: number, again = 0) =>
  pool().query(
    "update pgboss.job set state = 'active', started_on = now() - make_interval(secs => $1), retry_count = $2",
    [secondsAgo, again],
  );

test.each<[string, number, number, string, readonly string[], readonly string[]]>([
  ['what was fetched a moment ago is somebody’s', 40, 0, 'active', [], []],
  ['what nobody speaks of is left to others, who hear of it', 90, 0, 'retry', ['media.make-playable'], []],
  ['so it is a last time', 90, mostTries - 1, 'retry', ['media.make-playable'], []],
  ['what was begun as often as may be has failed, and is told so', 90, mostTries, 'failed', [], ['film']],
])('%s', async (_what, secondsAgo, again, state, heard, gaveUp) => {
  const said: string[] = [];
  const end = await listen('mosaik_jobs', (name) => said.push(name));
  await leave('media.make-playable', { versionId: 'film' });
  // That it was left is heard as well, before anything that comes of it.
  await vi.waitFor(() => expect(said.splice(0)).toEqual(['media.make-playable']), 10_000);
  await fetched(secondsAgo, again);
  const ended: string[] = [];
  const handlers = {
    'media.make-playable': { last: async (data: { versionId: string }) => ended.push(data.versionId) },
  };
  const boss = await queue();
  const both = await Promise.all([giveBack(handlers, boss), giveBack(handlers, boss)]);
  expect(both[0] + both[1]).toBe(state === 'active' ? 0 : 1);
  expect(await jobs()).toEqual([{ state }]);
  expect(ended).toEqual(gaveUp);
  await vi.waitFor(() => expect(said).toEqual(heard), 10_000);
  end();
});

test('however long it takes, what a process says it has in hand is its own; what it has ended is not', async () => {
  await leave('media.make-playable', { versionId: 'film' });
  const { rows } = await pool().query<{ id: string }>('select id from pgboss.job');
  const boss = await queue();
  await withInHand('media.make-playable', rows, async () => {
    await fetched(3600);
    await sayInHand();
    expect(await giveBack({}, boss)).toBe(0);
  });
  await fetched(3600);
  await sayInHand();
  expect(await giveBack({}, boss)).toBe(1);
});

test('a process whose word that a job is done is lost goes on with all the others', async () => {
  // The database loses that word for one kind of job, and keeps how often that was.
  await pool().query(`
    create sequence lost;
    create function lose() returns trigger language plpgsql as
      $$ begin perform nextval('lost'); raise exception 'the line is gone'; end $$;
    create trigger loses before update on pgboss.job for each row 
      when (new.state = 'completed' and new.name = 'marking.release-due') execute function lose()`);
  const losses = async () =>
    Number((await pool().query('select case when is_called then last_value else 0 end as n from lost')).rows[0].n);
  await leave('marking.release-due', {});
  const child = spawn(process.execPath, ['--import', 'tsx', 'src/worker/main.ts'], {
    env: process.env,
    stdio: 'ignore',
  });
  try {
    await vi.waitFor(async () => expect(await losses()).toBeGreaterThan(0), 30_000);
    await leave('quiz.close-overdue', {});
    const completed = async () =>
      (await pool().query("select 1 from pgboss.job where name = 'quiz.close-overdue' and state = 'completed'"))
        .rowCount;
    await vi.waitFor(async () => expect(await completed()).toBe(1), 30_000);
    expect(child.exitCode).toBeNull();
  } finally {
    child.kill('SIGKILL');
  }
});
