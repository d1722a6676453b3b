import { setTimeout as delay } from 'node:timers/promises';
import { releaseDue } from '../server/assignment';
import { awardIfEarned, drawCertificate, drawnBeside, ensureOwnKey } from '../server/certificate';
import { failMedia, makeForms, makePlayable, makePoster, sweep, wantForms, workOut } from '../server/media';
import { openPost, sendSome } from '../server/message';
import { publishDue } from '../server/outline';
import { closeDatabase, database } from '../server/platform/database';
import { type JobName, type Jobs, jobNames, jobsLeft, mostTries, queue } from '../server/platform/jobs';
import { log } from '../server/platform/log';
import { closeEnded, closeOverdue, tellWhatIsShown } from '../server/quiz';
import { lookAgain, lookAtForgotten, lookAtSome } from '../server/release';
import { repeatedly } from './repeatedly';

/**
 * The job process. Any number may run; each job is done by one of them, and again if that one dies. Several
 * jobs of a kind are fetched at once, and several kinds go on side by side, so that a long one holds up no
 * short one. `last` is called when a job has been tried as often as it may be. With `--until-done` it ends when nothing
 * is left to do.
 */
type Handler<N extends JobName> = {
  readonly work: (data: Jobs[N]) => Promise<unknown>;
  readonly last?: (data: Jobs[N]) => Promise<unknown>;
  /** How many are fetched at once and done one after the other, and how many such rows of them go on side by side. */
  readonly batch?: number;
  readonly rows?: number;
};
const handlers: { [N in JobName]: Handler<N> } = {
  'media.work-out': {
    work: ({ versionId }) => workOut(versionId),
    last: ({ versionId }) => failMedia(versionId),
    rows: 3,
  },
  'media.make-playable': {
    work: ({ versionId }) => makePlayable(versionId),
    last: ({ versionId }) => failMedia(versionId),
  },
  'media.make-forms': { work: ({ versionId }) => makeForms(versionId) },
  'media.make-poster': { work: ({ versionId }) => makePoster(versionId) },
  'certificate.draw': { work: ({ certificateId }) => drawCertificate(certificateId, drawnBeside), batch: 20, rows: 2 },
  'certificate.award': {
    // What may complete a course may open something in it as well.
    work: async ({ enrolmentId }) => {
      await awardIfEarned(enrolmentId);
      await lookAgain({ enrolmentIds: [enrolmentId] });
    },
    batch: 50,
    rows: 2,
  },
  'release.look-again': { work: (whose) => lookAgain(whose), batch: 20 },
  'release.look-at-forgotten': { work: () => lookAtForgotten() },
  'quiz.close-overdue': { work: () => closeOverdue() },
  'quiz.tell-shown': { work: () => tellWhatIsShown() },
  'quiz.close-ended': { work: ({ enrolmentId }) => closeEnded(enrolmentId) },
  'marking.release-due': { work: () => releaseDue() },
  'edition.publish-due': { work: () => publishDue() },
  'media.sweep': { work: () => sweep() },
};
const pollingIntervalSeconds = 0.5;

async function main() {
  const boss = await queue('worker');
  for (const name of jobNames) {
    const { work, last, batch = 1, rows = 1 } = handlers[name] as Handler<JobName>;
    for (let i = 0; i < rows; i += 1)
      await boss.work<Jobs[JobName]>(
        name,
        { pollingIntervalSeconds, batchSize: batch, includeMetadata: true },
        async (jobs) => {
          for (const job of jobs) {
            const started = performance.now();
            try {
              await work(job.data);
              log.info({ job: name, id: job.id, ms: Math.round(performance.now() - started) }, 'job done');
              if (batch > 1) await boss.complete(name, job.id);
            } catch (error) {
              log.error({ err: error, job: name, id: job.id, tried: job.retryCount + 1 }, 'job broke down');
              if (job.retryCount >= mostTries) await last?.(job.data);
              // One of many that breaks down is tried again by itself.
              if (batch > 1) await boss.fail(name, job.id);
              else throw error;
            }
          }
        },
      );
  }
  await wantForms();
  await ensureOwnKey(database());
  await boss.schedule('quiz.close-overdue', '* * * * *');
  await boss.schedule('quiz.tell-shown', '* * * * *');
  await boss.schedule('marking.release-due', '* * * * *');
  await boss.schedule('edition.publish-due', '* * * * *');
  await boss.schedule('media.sweep', '17 * * * *');
  await boss.schedule('release.look-at-forgotten', '41 * * * *');
  const post = await openPost();
  const looking = repeatedly('release', () => lookAtSome());
  // What is to be told comes into the outbox before anything goes out of it.
  const sending = repeatedly('mail', async () => (looking.isBusy() ? 0 : sendSome(post)));
  log.info('worker ready');
  const stop = async () => {
    await Promise.all([looking.stop(), sending.stop()]);
    await post.stop();
    await boss.stop({ graceful: true, wait: true, timeout: 8000 });
    await closeDatabase();
    process.exit(0);
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  if (process.argv.includes('--until-done')) {
    while ((await jobsLeft()) > 0) await delay(200);
    while ((await lookAtSome()) > 0);
    while (((await sendSome(post)) ?? 0) > 0);
    await stop();
  }
}

main().catch((error) => {
  log.error({ err: error }, 'worker cannot start');
  process.exit(1);
});
