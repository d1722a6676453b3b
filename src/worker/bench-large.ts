import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BrowserContext, chromium, type Page } from '@playwright/test';
import { samplePassword } from '../../demo/people';
import { readiness } from '../core/outline';
import { loadOutline } from '../server/outline';
import { config } from '../server/platform/config';
import { database, transaction } from '../server/platform/database';
import { quantile, row } from './figures';
import { writeLargeCourse } from './large-course';

const lessons = 1000;
const sections = 60;
const rounds = 40;
const warmUp = 5;

/** How long the browser was kept from answering, in milliseconds, since this was asked last. */
const longTasks = (page: Page): Promise<number[]> =>
  page.evaluate(() => {
    const kept = window as unknown as { tasks: number[] };
    const found = kept.tasks;
    kept.tasks = [];
    return found;
  });
const longest = (tasks: readonly number[]) => Math.max(0, ...tasks);

/** A browser with a profile of its own, as a creator has one: what it has loaded and compiled once it keeps. */
async function signedInBrowser(): Promise<{ context: BrowserContext; close: () => Promise<void> }> {
  const profile = mkdtempSync(join(tmpdir(), 'mosaik-profile-'));
  const context = await chromium.launchPersistentContext(profile, {
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--no-first-run'],
    viewport: { width: 1280, height: 800 },
    baseURL: config.address,
  });
  await context.request.post('/api/auth/sign-in/email', { data: { email: 'ines@wendwater.example', password: samplePassword } });
  await context.addInitScript(() => {
    const kept = window as unknown as { tasks: number[]; since: number; seen?: number; listening?: number };
    kept.tasks = [];
    // Counted from the loading of the page, or from the last click.
    kept.since = 0;
    document.addEventListener('click', () => (kept.since = performance.now()), { capture: true });
    // When the first line of an outline has been painted, and when the page begins to listen: then everything else is in place.
    new MutationObserver((_, observer) => {
      if (!document.querySelector('[role="treeitem"]')) return;
      observer.disconnect();
      requestAnimationFrame(() => requestAnimationFrame(() => (kept.seen = performance.now())));
    }).observe(document, { childList: true, subtree: true });
    const Source = window.EventSource;
    window.EventSource = class extends Source {
      constructor(...given: ConstructorParameters<typeof Source>) {
        kept.listening = performance.now();
        super(...given);
      }
    };
    new PerformanceObserver((list) => kept.tasks.push(...list.getEntries().map((entry) => Math.round(entry.duration)))).observe({
      type: 'longtask',
      buffered: true,
    });
  });
  return {
    context,
    async close() {
      await context.close();
      rmSync(profile, { recursive: true, force: true });
    },
  };
}

/** When the outline was seen and could be acted on, in milliseconds; the first round fills the browser's stores and does not count. */
async function opened(context: BrowserContext, open: (page: Page) => Promise<unknown>): Promise<string> {
  const seen: number[] = [];
  const acted: number[] = [];
  for (let i = 0; i < 8; i += 1) {
    const page = await context.newPage();
    await open(page);
    await page.waitForFunction(() => 'seen' in window && 'listening' in window);
    const moments = await page.evaluate(() => {
      const kept = window as unknown as { seen: number; listening: number; since: number };
      return { seen: kept.seen - kept.since, acted: Math.max(kept.seen, kept.listening) - kept.since };
    });
    await page.close();
    if (i === 0) continue;
    seen.push(moments.seen);
    acted.push(moments.acted);
  }
  const middle = (times: number[]) =>
    quantile(
      times.sort((a, b) => a - b),
      0.5,
    ).toFixed(0);
  return `p50 ${middle(seen)}, ${middle(acted)} ms`;
}

/** Times of answers to edits, as the browser sees them. */
async function confirmed(page: Page, act: (i: number) => Promise<void>): Promise<number[]> {
  const times: number[] = [];
  for (let i = 0; i < rounds + warmUp; i += 1) {
    const answered = page.waitForResponse((response) => response.url().endsWith('/api/do/outline.edit'));
    await act(i);
    const response = await answered;
    await response.finished();
    if (i >= warmUp) times.push(response.request().timing().responseEnd);
  }
  return times.sort((a, b) => a - b);
}

async function scrolled(page: Page): Promise<number> {
  await longTasks(page);
  for (let i = 0; i < 40; i += 1) {
    await page.mouse.wheel(0, 500);
    await page.waitForTimeout(40);
  }
  return longest(await longTasks(page));
}

/** A course of 1,000 lessons in 60 sections in a real browser, and 5,000 rows of the catalogue. */
export async function largeCourse(): Promise<void> {
  const ids = await transaction(async (tx) => {
    const made: string[] = [];
    for (let i = 1; i <= 5; i += 1) made.push(await writeLargeCourse(tx, `large-${i}`, lessons, sections));
    return made;
  });
  const outline = await loadOutline(database(), ids[0] ?? '');
  if (!outline) throw new Error('The generated course is not there.');
  const times = Array.from({ length: 50 }, () => {
    const start = performance.now();
    readiness(outline, new Map());
    return performance.now() - start;
  }).sort((a, b) => a - b);
  row(`readiness of ${lessons} lessons, all rules`, `p95 ${quantile(times, 0.95).toFixed(1)} ms`, 'bound: 50 ms');

  const { context, close } = await signedInBrowser();
  try {
    const fromShelf = await opened(context, async (page) => {
      await page.goto('/courses');
      await page.waitForLoadState('networkidle');
      await page.locator('a[href^="/c/large-1/"]').first().click();
    });
    row(`outline of ${lessons} lessons opened from the shelf: seen, can be acted on`, fromShelf, 'bound: 1000 ms');
    row('  at its address in a new tab', await opened(context, (page) => page.goto('/c/large-1/build')), 'bound: 1000 ms');

    const page = await context.newPage();
    await page.goto('/c/large-1/build');
    await page.waitForTimeout(2500);
    row('  scrolled through: longest task', `${await scrolled(page)} ms`, 'bound: 50 ms');
    await page.evaluate(() => window.scrollTo(0, 0));
    await page.getByRole('treeitem', { name: /^1\.1 / }).click();
    await page.waitForTimeout(500);
    await longTasks(page);
    const renamed = await confirmed(page, async (i) => {
      await page.keyboard.press('F2');
      await page.keyboard.type(`Renamed ${i}`);
      await page.keyboard.press('Enter');
    });
    row('  a rename confirmed by the server', `p50 ${quantile(renamed, 0.5).toFixed(0)} p95 ${quantile(renamed, 0.95).toFixed(0)} ms`, 'bound: p95 100 ms');
    const moved = await confirmed(page, () => page.keyboard.press('Alt+ArrowDown'));
    row('  a move confirmed by the server', `p50 ${quantile(moved, 0.5).toFixed(0)} p95 ${quantile(moved, 0.95).toFixed(0)} ms`, 'bound: p95 100 ms');
    const tasks = (await longTasks(page)).sort((a, b) => a - b);
    row('  shown at once: longest task while renaming and moving', `${longest(tasks)} ms`, `${tasks.length} over 50 ms in ${(rounds + warmUp) * 2} changes`);
    await page.close();

    const catalogue = await context.newPage();
    const start = performance.now();
    await catalogue.goto('/catalogue', { waitUntil: 'commit' });
    await catalogue.getByRole('gridcell').first().waitFor();
    row(`catalogue of ${(lessons * 5).toLocaleString('en-GB')} rows opened`, `${(performance.now() - start).toFixed(0)} ms`, 'no bound yet');
    await catalogue.waitForTimeout(1500);
    await catalogue.getByRole('gridcell').first().hover();
    row('  scrolled through: longest task', `${await scrolled(catalogue)} ms`, 'bound: 50 ms');
  } finally {
    await close();
  }
}
