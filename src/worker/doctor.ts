import { closeDatabase } from '../server/platform/database';
import { rebuildProgress } from '../server/record';

/** Puts right what is worked out from other things that are kept. */
async function main(): Promise<void> {
  const { looked, mended } = await rebuildProgress();
  console.log(
    `The progress of ${looked.toLocaleString('en-GB')} lessons was worked out anew from the records; ${mended === 0 ? 'all of it was right.' : `${mended.toLocaleString('en-GB')} differed and ${mended === 1 ? 'is' : 'are'} put right.`}`,
  );
}

main()
  .catch((error) => {
    console.error(error instanceof Error ? error.message : error);
    process.exitCode = 1;
  })
  .finally(closeDatabase);
