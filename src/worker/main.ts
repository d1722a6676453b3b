import { setTimeout as delay } from 'node:timers/promises';
import { releaseDue } from '../server/assignment';
import { awardEarned, drawCertificates, drawnBeside, ensureOwnKey } from '../server/certificate';
import { failMedia, makeForms, makePlayable, makePoster, sweep, wantForms, workOut } from '../server/media';
import { openPost, sendSome } from '../server/message';
import { publishDue } from '../server/outline';
import { closeDatabase, database } from '../server/platform/database';
import { type JobName, type Jobs, jobNames, jobsLeft, queue } from '../server/platform/jobs';
import { listen } from '../server/platform/listen';
import { log } from '../server/platform/log';
import { closeEnded, closeOverdue, tellWhatIsShown } from '../server/quiz';
import { lookAgain, lookAtForgotten, lookAtSome } from '../server/release';
import type { Handler } from './fetched';
import { giveBack, sayInHand, sayMs } from './in-hand';
import { repeatedly } from './repeatedly';
import { openRows } from './rows';

/**
 * The job process. Any number may run; each job is done by one of them, and again if that one dies. Several jobs of a
 * kind are fetched at once, and several kinds go on side by side, so that a long one holds up no short one. With
 * `--until-done` it ends when nothing is left to do.
 */

/** One is done like many. */
const alike = <T>(together: (all: readonly T[]) => Promise<unknown>) => ({
  together,
  work: (data: T) => together([data]),
});
const draw = (all: readonly Jobs['certificate.draw'][]) =>
  drawCertificates(
    all.map(({ certificateId }) => certificateId),
    drawnBeside,
  );
async function award(all: readonly Jobs['certificate.award'][]) {
  const enrolmentIds = all.map(({ enrolmentId }) => enrolmentId);
  await awardEarned(enrolmentIds);
  // What may complete a course may open something in it as well.
  await lookAgain({ enrolmentIds });
}
const handlers: { [N in JobName]: Handler<Jobs[N]> } = {
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
  'certificate.draw': { ...alike(draw), batch: 25, rows: 2 },
  'certificate.award': { ...alike(award), batch: 25, rows: 2 },
  'release.look-again': { work: (whose) => lookAgain(whose), batch: 20 },
  'release.look-at-forgotten': { work: () => lookAtForgotten() },
  'quiz.close-overdue': { work: () => closeOverdue() },
  'quiz.tell-shown': { work: () => tellWhatIsShown() },
  'quiz.close-ended': { work: ({ enrolmentId }) => closeEnded(enrolmentId) },
  'marking.release-due': { work: () => releaseDue() },
  'edition.publish-due': { work: () => publishDue() },
  'media.sweep': { work: () => sweep() },
};

async function main() {
  // The queue waits for no answer when it says that a job is done. Where that is lost with the database the others go
  // on, and the job, which nobody has in hand, is given back.
  process.on('unhandledRejection', (error) => log.error({ err: error }, 'not heard'));
  const boss = await queue('worker');
  const wake = new Map<string, () => void>();
  const wakeAll = () => {
    for (const one of wake.values()) one();
  };
  await listen('mosaik_jobs', (name) => wake.get(name)?.(), wakeAll);
  for (const name of jobNames) wake.set(name, await openRows(boss, name, handlers[name] as Handler<Jobs[JobName]>));
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
  const holding = repeatedly(
    'jobs in hand',
    async () => {
      await sayInHand();
      return giveBack(handlers, boss);
    },
    sayMs,
  );
  log.info('worker ready');
  const stop = async () => {
    await Promise.all([looking.stop(), sending.stop()]);
    await post.stop();
    await boss.stop({ graceful: true, wait: true, timeout: 8000 });
    await holding.stop();
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
