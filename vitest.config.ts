import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const alias = { '@': fileURLToPath(new URL('./src', import.meta.url)) };
/** Tests outside the server's own which ask a database. */
const askDatabase = ['src/app/_server/direct.test.ts', 'src/worker/in-hand.test.ts'];

const apart = 'src/**/*.apart.test.tsx';

/** Parts of pages, on a page that is none: what they show, and what becomes of what is done to them. */
const parts = (name: string, how: { include: string[]; exclude?: string[]; isolate?: boolean }) => ({
  resolve: { alias },
  oxc: { jsx: { runtime: 'automatic' as const } },
  test: {
    name,
    environment: 'jsdom' as const,
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
    // Loading all of it anew for each file took longer than its tests.
    isolate: false,
    maxWorkers: 2,
    testTimeout: 120_000,
    ...how,
  },
});

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
      parts('parts', { include: ['src/ui/**/*.test.tsx', 'src/app/**/*.test.tsx'], exclude: [apart] }),
      // Those put something of their own in place of what a part asks, which nobody else is to find there.
      parts('apart', { include: [apart], isolate: true }),
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
          // One more than cores: some tests wait for a queue, a limit or a thread, and another file goes on meanwhile.
          maxWorkers: 3,
        },
      },
    ],
  },
});
