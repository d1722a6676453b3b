import PgBoss from 'pg-boss';
import { config } from './config';
import type { Transaction } from './database';
import { log } from './log';

/** Whose next moment may have changed: everybody's in a course or a cohort, one person's, some enrolments'. */
export type Whose =
  | { readonly courseId: string }
  | { readonly cohortId: string }
  | { readonly personId: string }
  | { readonly enrolmentIds: readonly string[] };

/** What is left for the worker: one row in the database each, done at least once, so each is idempotent. */
export type Jobs = {
  'media.work-out': { readonly versionId: string };
  'certificate.draw': { readonly certificateId: string };
  'quiz.close-overdue': Record<string, never>;
  'quiz.tell-shown': Record<string, never>;
  'marking.release-due': Record<string, never>;
  'edition.publish-due': Record<string, never>;
  'media.make-playable': { readonly versionId: string };
  'media.make-forms': { readonly versionId: string };
  'media.make-poster': { readonly versionId: string };
  'media.sweep': Record<string, never>;
  'certificate.award': { readonly enrolmentId: string };
  'release.look-again': Whose;
  'release.look-at-forgotten': Record<string, never>;
  'quiz.close-ended': { readonly enrolmentId: string };
};
export type JobName = keyof Jobs;
/** A job whose queue was never made is lost without a word: none can be left out here. */
const all: Record<JobName, true> = {
  'media.work-out': true,
  'media.make-playable': true,
  'media.make-forms': true,
  'media.make-poster': true,
  'media.sweep': true,
  'certificate.draw': true,
  'certificate.award': true,
  'release.look-again': true,
  'release.look-at-forgotten': true,
  'quiz.close-overdue': true,
  'quiz.tell-shown': true,
  'quiz.close-ended': true,
  'marking.release-due': true,
  'edition.publish-due': true,
};
export const jobNames = Object.keys(all) as JobName[];

/** A long film takes hours to be made playable, and smaller. */
const takesLong: ReadonlySet<JobName> = new Set(['media.make-playable', 'media.make-forms']);

/** How often a job is tried again that broke down. */
export const mostTries = 3;

const kept = globalThis as typeof globalThis & { mosaikQueue?: Promise<PgBoss> };

/** The queue of this process. A web process only sends; a worker also keeps the queue in order. */
export function queue(role: 'web' | 'worker' = 'web'): Promise<PgBoss> {
  kept.mosaikQueue ??= openQueue(role).catch((error) => {
    kept.mosaikQueue = undefined;
    throw error;
  });
  return kept.mosaikQueue;
}

/** Ends it at once; who asks for it again is given another one. */
export async function closeQueue(): Promise<void> {
  const boss = await kept.mosaikQueue;
  kept.mosaikQueue = undefined;
  await boss?.stop({ graceful: false });
}

async function openQueue(role: 'web' | 'worker'): Promise<PgBoss> {
  const boss = new PgBoss({
    connectionString: config.databaseUrl,
    max: 3,
    supervise: role === 'worker',
    schedule: role === 'worker',
    migrate: false,
  });
  boss.on('error', (error) => log.warn({ err: error }, 'queue'));
  await boss.start();
  return boss;
}

/** Leaves a job as part of a transaction: it is there if and only if the transaction is kept. */
export const later = <N extends JobName>(tx: Transaction, name: N, data: Jobs[N]): Promise<void> =>
  allLater(tx, name, [data]);

/** Leaves many jobs of a kind with one statement. */
export async function allLater<N extends JobName>(tx: Transaction, name: N, all: readonly Jobs[N][]): Promise<void> {
  if (all.length === 0) return;
  const boss = await queue();
  const how = { retryLimit: mostTries, retryBackoff: true, expireInSeconds: (takesLong.has(name) ? 20 : 1) * 3600 };
  let taken: number | null = 0;
  const executeSql = async (text: string, values: unknown[]) => {
    const done = await tx.client.query(text, values);
    taken = done.rowCount;
    return done;
  };
  await boss.insert(
    all.map((data) => ({ name, data, ...how })),
    { db: { executeSql } },
  );
  // Workers that wait hear of it as soon as it is kept.
  await tx.client.query("select pg_notify('mosaik_jobs', $1)", [name]);
  if (taken !== all.length) throw new Error(`Of ${all.length} jobs ${name} only ${taken} were taken.`);
}

/** How many jobs wait to be done, or are being done. */
export async function jobsLeft(): Promise<number> {
  const boss = await queue();
  const sizes = await Promise.all(jobNames.map((name) => boss.getQueueSize(name, { before: 'completed' })));
  return sizes.reduce((left, size) => left + size, 0);
}

/** Prepares the queue's own tables; called once, before web and worker start. */
export async function prepareQueue(address = config.databaseUrl): Promise<void> {
  const boss = new PgBoss({ connectionString: address, max: 2, supervise: false, schedule: false });
  await boss.start();
  for (const name of jobNames) await boss.createQueue(name);
  await boss.stop({ graceful: false });
}
