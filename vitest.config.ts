import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const alias = { '@': fileURLToPath(new URL('./src', import.meta.url)) };
/** Tests outside the server's own which ask a database. */
const askDatabase = ['src/app/_server/direct.test.ts', 'src/worker/in-hand.test.ts'];

export default defineConfig({
  test: {
    projects: [
      {
        resolve: { alias },
        test: {
          name: 'unit',
          env: { MOSAIK_LOG: 'silent' },
          // Nothing here keeps anything between files, and loading all of it anew for each took longer than the tests.
          isolate: false,
          maxWorkers: 2,
          // Long enough for a machine that does other things as well: what must be quick stands in the bench.
          testTimeout: 120_000,
          include: [
            'src/core/**/*.test.ts',
            'src/ui/**/*.test.ts',
            'src/app/**/*.test.ts',
            'src/worker/**/*.test.ts',
            'cli/**/*.test.mjs',
          ],
          exclude: askDatabase,
        },
      },
      {
        resolve: { alias },
        oxc: { jsx: { runtime: 'automatic' } },
        test: {
          name: 'parts',
          // Parts of pages, on a page that is none: what they show, and what becomes of what is done to them.
          environment: 'jsdom',
          setupFiles: ['src/ui/testing.tsx'],
          // Put together once: its hundreds of files would be read anew for each file of tests.
          deps: {
            optimizer: {
              client: {
                enabled: true,
                include: [
                  '@mantine/core',
                  '@mantine/hooks',
                  '@mantine/dates',
                  '@mantine/notifications',
                  '@tabler/icons-react',
                  'axe-core',
                ],
              },
            },
          },
          // Each file by itself: some put something of their own in place of what a part asks.
          maxWorkers: 2,
          testTimeout: 120_000,
          include: ['src/ui/**/*.test.tsx', 'src/app/**/*.test.tsx'],
        },
      },
      {
        resolve: { alias },
        test: {
          name: 'integration',
          // Each file has a database of its own; what is loaded is the same for all of them.
          isolate: false,
          env: { MOSAIK_LOG: 'silent' },
          include: ['src/server/**/*.test.ts', ...askDatabase],
          globalSetup: ['src/server/testing/global-setup.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
          maxWorkers: 2,
        },
      },
    ],
  },
});
