import { spawn } from 'node:child_process';
import { openSync } from 'node:fs';
import { setTimeout as delay } from 'node:timers/promises';
import { workerWords } from '../../../cli/programs.mjs';
import { Temporal } from '../../core/kernel/time';
import { newCourse, newLesson } from '../../core/outline';
import { composeDocument, loadOutline } from '../../server/outline';
import { config } from '../../server/platform/config';
import { pool, transaction } from '../../server/platform/database';
import { newId } from '../../server/platform/ids';
import { course, edition, lesson, section } from '../../server/platform/schema';
import { row } from './figures';

const [lessons, learners, workers] = [200, 100_000, 2];
const boundMs = 60_000;

/** A published course of 200 lessons, one of which opens each day; a tenth waits for the one before it. */
async function publishedPlan(): Promise<{ courseId: string; ids: readonly string[] }> {
  const courseId = newId();
  const ids = Array.from({ length: lessons }, () => newId());
  await transaction(async (tx) => {
    const sectionId = newId();
    await tx.db.insert(course).values(newCourse(courseId, `plan-${courseId.slice(-6)}`, 'Every day a lesson', 'UTC'));
    await tx.db.insert(section).values({ id: sectionId, courseId, order: 'a0', title: 'One', opens: null });
    await tx.db.insert(lesson).values(
      ids.map((id, i) => ({
        ...newLesson(id, sectionId, `a${String(i).padStart(4, '0')}`, `Lesson ${i + 1}`, 'reading' as const),
        opens: { when: 'after-start' as const, amount: i, unit: 'days' as const, at: null },
        state: 'ready' as const,
        courseId,
      })),
    );
    const outline = await loadOutline(tx.db, courseId);
    if (!outline) throw new Error('The course that was just made is not there.');
    const editionId = newId();
    const { rows } = await tx.client.query<{ id: string }>(`select id from "user" where role = 'owner' limit 1`);
    await tx.db.insert(edition).values({
      ...{ id: editionId, courseId, number: 1, revision: 0, document: composeDocument(outline, new Map()) },
      ...{ hash: 'measured', differences: [], publishedBy: rows[0]?.id ?? '', publishedAt: new Date().toISOString() },
    });
    await tx.client.query('update course set live_edition_id = $1 where id = $2', [editionId, courseId]);
  });
  return { courseId, ids };
}

/** A crowd that begins at one moment: for all of them lesson 101 opens within the same minute. */
async function crowdBefore(courseId: string, ids: readonly string[], opensAt: Temporal.Instant): Promise<void> {
  const start = opensAt.subtract({ hours: 24 * 100 }).toString();
  await pool().query(
    `insert into "user" (id, name, email, role, zone)
     select 'crowd-' || i, 'Learner ' || i, 'crowd' || i || '@post.example', 'learner', 'UTC' from generate_series(1, $1) i`,
    [learners],
  );
  await pool().query(
    `insert into enrolment (id, course_id, learner_id, number, at)
     select gen_random_uuid(), $1, 'crowd-' || i, 1, $2::timestamptz + (i % 60) * interval '1 second' from generate_series(1, $3) i`,
    [courseId, start, learners],
  );
  await pool().query(
    `insert into next_moment (enrolment_id, at, opened, looked_at)
     select id, at + interval '100 days', $2::uuid[], at from enrolment where course_id = $1`,
    [courseId, ids.slice(0, 100)],
  );
  await pool().query('analyze');
}

/**
 * From the moment on at which a lesson opens for 100,000 learners: how long until all of them have their message in the
 * outbox, by workers that send mails meanwhile.
 */
export async function outbox(): Promise<void> {
  const { courseId, ids } = await publishedPlan();
  // All of it within the last minute, so that it is due when the workers begin.
  await crowdBefore(courseId, ids, Temporal.Now.instant().subtract({ seconds: 61 }));
  const log = openSync(`${config.data}/bench-worker.log`, 'a');
  const running = Array.from({ length: workers }, () =>
    spawn(process.execPath, workerWords(), { env: process.env, stdio: ['ignore', log, log] }),
  );
  const count = async (words: string) =>
    Number((await pool().query<{ n: string }>(`select count(*) as n from ${words}`)).rows[0]?.n);
  const begun = performance.now();
  const took = async (words: string, wanted: number, mostMs: number) => {
    while ((await count(words)) < wanted) {
      if (performance.now() - begun > mostMs) throw new Error(`Of ${wanted} there are ${await count(words)}.`);
      await delay(250);
    }
    return performance.now() - begun;
  };
  const inOutbox = await took(`message where course_id = '${courseId}'`, learners, boundMs * 5);
  row({
    what: '100,000 enrolments over 200 lessons due in one minute',
    value: inOutbox,
    unit: 'ms',
    beside: { what: 'the minute allowed', value: boundMs },
    most: 1,
  });
  const before = await count('letter');
  await delay(10_000);
  const perTen = (await count('letter')) - before;
  for (const one of running) one.kill('SIGTERM');
  await Promise.all(running.map((one) => new Promise((resolve) => one.once('exit', resolve))));
  // Some of them are in quiet hours, where the machine stands: then nothing is sent.
  if (perTen > 0)
    row({
      what: 'mails given to the mail server that ships, by two workers',
      value: perTen / 10,
      unit: '/s',
      beside: { what: 'mails a second for 100,000 in half an hour', value: learners / 1800 },
      most: 1,
    });
}
