import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'e2e',
  // Long enough for a machine that does other things as well: what must be quick stands in the bench.
  timeout: 600_000,
  expect: { timeout: 60_000 },
  // One more than cores: journeys wait for what a person would wait for as well, and another goes on meanwhile.
  workers: 3,
  retries: 0,
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: 'test-results/journeys.json' }]],
  use: {
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    actionTimeout: 60_000,
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: process.env.MOSAIK_CHROMIUM ?? '/usr/bin/chromium-headless-shell',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        // Without a card, a process for it only passes pictures on.
        '--in-process-gpu',
        // Pages live for seconds: what is compiled for the long run, and memory cleared while it is of little, or beside
        // them, costs more than it gives.
        `--js-flags=${[
          ...['--no-opt', '--no-maglev', '--single-threaded-gc', '--no-incremental-marking'],
          ...['--min-semi-space-size=32', '--initial-heap-size=256'],
        ].join(' ')}`,
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
        // What records has something to record.
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
      ],
    },
  },
});
