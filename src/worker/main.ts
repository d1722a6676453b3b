import { awardIfEarned, drawCertificate } from '../server/certificate';
import { workOut } from '../server/media';
import { publishDue } from '../server/outline';
import { closeDatabase } from '../server/platform/database';
import { type JobName, type Jobs, queue } from '../server/platform/jobs';
import { log } from '../server/platform/log';
import { closeOverdue } from '../server/quiz';

/** The job process. Any number may run; each job is done by one of them, and again if that one dies. */
const handlers: { [N in JobName]: (data: Jobs[N]) => Promise<unknown> } = {
  'media.work-out': ({ mediaId }) => workOut(mediaId),
  'certificate.draw': ({ certificateId }) => drawCertificate(certificateId),
  'certificate.award': ({ courseId, learnerId }) => awardIfEarned(courseId, learnerId),
  'quiz.close-overdue': () => closeOverdue(),
  'edition.publish-due': () => publishDue(),
};

async function main() {
  const boss = await queue('worker');
  for (const name of Object.keys(handlers) as JobName[]) {
    await boss.work<Jobs[typeof name]>(name, { pollingIntervalSeconds: 1, batchSize: 1 }, async ([job]) => {
      if (!job) return;
      const started = performance.now();
      await (handlers[name] as (data: unknown) => Promise<unknown>)(job.data);
      log.info({ job: name, id: job.id, ms: Math.round(performance.now() - started) }, 'job done');
    });
  }
  await boss.schedule('quiz.close-overdue', '* * * * *');
  await boss.schedule('edition.publish-due', '* * * * *');
  log.info('worker ready');
  const stop = async () => {
    await boss.stop({ graceful: true, wait: true, timeout: 8000 });
    await closeDatabase();
    process.exit(0);
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
}

main().catch((error) => {
  log.error({ err: error }, 'worker cannot start');
  process.exit(1);
});
