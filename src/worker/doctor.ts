import { counted } from '../core/kernel/words';
import { closeDatabase } from '../server/platform/database';
import { rebuildProgress } from '../server/record';

/** Puts right what is worked out from other things that are kept. */
async function main(): Promise<void> {
  const { looked, mended } = await rebuildProgress();
  const found = mended === 0 ? 'all of it was right' : `what differed is put right (${counted(mended, 'lesson')})`;
  console.log(`The progress of ${counted(looked, 'lesson')} was worked out anew from the records; ${found}.`);
}

main()
  .catch((error) => {
    console.error(error instanceof Error ? error.message : error);
    process.exitCode = 1;
  })
  .finally(closeDatabase);
