import { join } from 'node:path';
import { root } from './paths.mjs';

/**
 * The programs beside the web server, each put together as one file when the application is built: one that reads
 * its sources as they are spends seconds on it at every start.
 */
const folder = join('.next', 'programs');
const entries = {
  worker: 'src/worker/main.ts',
  reader: 'src/server/exchange/reader.ts',
  figures: 'src/server/quiz/figures-program.ts',
  sheets: 'src/server/assignment/sheets/program.ts',
  certificates: 'src/server/certificate/program.ts',
  direct: 'src/app/_server/direct.ts',
};

/** How the job process is started: as it was built, or, while it is worked on, from its sources. */
export const workerWords = (dev = false) => (dev ? ['--import', 'tsx', entries.worker] : [join(folder, 'worker.mjs')]);

/** Where what the web server answers without its framework stands, once it is built. */
export const directProgram = join(root, folder, 'direct.mjs');

/** Whether the words of a process are those of a job process. */
export const isWorker = (words) => [workerWords(), workerWords(true)].some((own) => words.includes(own.at(-1)));

export async function buildPrograms() {
  // Asked for here: the packages are not there before the command has installed them.
  const { build } = await import('esbuild');
  await build({
    absWorkingDir: root,
    entryPoints: entries,
    outdir: folder,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    packages: 'external',
    sourcemap: 'linked',
    logLevel: 'error',
  });
}
