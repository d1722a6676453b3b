import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BrowserContext, chromium, type Page } from '@playwright/test';
import { samplePassword } from '../../../demo/people';
import { config } from '../../server/platform/config';
import { transaction } from '../../server/platform/database';
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
export async function signedInBrowser(
  email = 'ines@wendwater.example',
): Promise<{ context: BrowserContext; close: () => Promise<void> }> {
  const profile = mkdtempSync(join(tmpdir(), 'mosaik-profile-'));
  const context = await chromium.launchPersistentContext(profile, {
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--no-first-run',
    ],
    viewport: { width: 1280, height: 800 },
    baseURL: config.address,
  });
  await context.request.post('/api/auth/sign-in/email', {
    data: { email, password: samplePassword },
  });
  await context.addInitScript(() => {
    const kept = window as unknown as { tasks: number[]; since: number; seen?: number; listening?: number };
    kept.tasks = [];
    // Counted from the loading of the page, or from the last click.
    kept.since = 0;
    document.addEventListener('click', () => (kept.since = performance.now()), { capture: true });
    // When the first line of an outline has been painted, and when the page begins to listen: then everything else is
    // in place.
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
    new PerformanceObserver((list) =>
      kept.tasks.push(...list.getEntries().map((entry) => Math.round(entry.duration))),
    ).observe({
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

/** When a page was seen, in milliseconds; the first round fills the browser's stores and does not count. */
async function opened(
  context: BrowserContext,
  open: (page: Page) => Promise<unknown>,
): Promise<{ readonly seen: number; readonly acted: number }> {
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
  return { seen: quantile(seen, 0.5), acted: quantile(acted, 0.5) };
}

/** An empty page in the same browser, until it is painted. */
async function emptyPage(context: BrowserContext): Promise<number> {
  const painted: number[] = [];
  for (let i = 0; i < 8; i += 1) {
    const page = await context.newPage();
    await page.goto('/blank');
    painted.push(
      await page.evaluate(
        () =>
          new Promise<number>((resolve) =>
            requestAnimationFrame(() => requestAnimationFrame(() => resolve(performance.now()))),
          ),
      ),
    );
    await page.close();
  }
  return quantile(painted.slice(1), 0.5);
}

/** A plain loop in the page: what this browser on this machine is able to. */
const plainLoop = async (page: Page) => ({
  what: 'ten million additions in the page',
  value: await page.evaluate(() => {
    const goes = [0, 1, 2, 3, 4].map(() => {
      const start = performance.now();
      let sum = 0;
      for (let i = 0; i < 10_000_000; i += 1) sum = (sum + i * 7) % 1_000_003;
      return performance.now() - start + (sum < 0 ? 1 : 0);
    });
    return goes.sort((a, b) => a - b)[2] ?? 0;
  }),
});

/** A question to the server that it answers without reading anything, as the browser sees it. */
const bareRequest = async (page: Page) => ({
  what: 'a request that reads nothing, p50',
  value: await page.evaluate(async () => {
    const goes: number[] = [];
    for (let i = 0; i < 40; i += 1) {
      const start = performance.now();
      await (await fetch('/healthz', { cache: 'no-store' })).text();
      goes.push(performance.now() - start);
    }
    return goes.sort((a, b) => a - b)[20] ?? 0;
  }),
});

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
  return times;
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
  const { context, close } = await signedInBrowser();
  try {
    const empty = { what: 'an empty page painted, p50', value: await emptyPage(context) };
    const fromShelf = await opened(context, async (page) => {
      await page.goto('/courses');
      await page.waitForLoadState('networkidle');
      await page.locator('a[href^="/c/large-1/"]').first().click();
    });
    const inTab = await opened(context, (page) => page.goto('/c/large-1/build'));
    for (const [what, value, most] of [
      ['opened from the shelf, seen', fromShelf.seen, 5],
      ['opened from the shelf, can be acted on', fromShelf.acted, 6],
      ['at its address in a new tab, seen', inTab.seen, 5],
      ['at its address in a new tab, can be acted on', inTab.acted, 8],
    ] as const)
      row({ what: `outline of 1,000 lessons ${what}`, value, unit: 'ms', beside: empty, most });

    const page = await context.newPage();
    await page.goto('/c/large-1/build');
    await page.waitForTimeout(2500);
    const loop = await plainLoop(page);
    const request = await bareRequest(page);
    row({ what: '  scrolled through: longest task', value: await scrolled(page), unit: 'ms', beside: loop, most: 2 });
    await page.evaluate(() => window.scrollTo(0, 0));
    await page.getByRole('treeitem', { name: /^1\.1 / }).click();
    await page.waitForTimeout(500);
    await longTasks(page);
    const renamed = await confirmed(page, async (i) => {
      await page.keyboard.press('F2');
      await page.keyboard.type(`Renamed ${i}`);
      await page.keyboard.press('Enter');
    });
    row({
      what: '  a rename confirmed by the server, p95',
      value: quantile(renamed, 0.95),
      unit: 'ms',
      beside: request,
      most: 12,
    });
    const moved = await confirmed(page, () => page.keyboard.press('Alt+ArrowDown'));
    row({
      what: '  a move confirmed by the server, p95',
      value: quantile(moved, 0.95),
      unit: 'ms',
      beside: request,
      most: 12,
    });
    row({
      what: '  shown at once: longest task while renaming and moving',
      value: longest(await longTasks(page)),
      unit: 'ms',
      beside: loop,
      most: 4,
    });
    await typed(page);
    await seenByAnother(context, page, request);
    await page.close();

    const catalogue = await context.newPage();
    const start = performance.now();
    await catalogue.goto('/catalogue', { waitUntil: 'commit' });
    await catalogue.getByRole('gridcell').first().waitFor();
    row({
      what: `catalogue of ${(lessons * ids.length).toLocaleString('en-GB')} rows opened`,
      value: performance.now() - start,
      unit: 'ms',
      beside: empty,
      most: 6,
    });
    await catalogue.waitForTimeout(1500);
    await catalogue.getByRole('gridcell').first().hover();
    row({
      what: '  scrolled through: longest task',
      value: await scrolled(catalogue),
      unit: 'ms',
      beside: loop,
      most: 2,
    });
  } finally {
    await close();
  }
}

/** Letters typed in one field, and the commands that reach the server for them. */
async function typed(page: Page): Promise<void> {
  const words = 'Twenty-two letters now';
  let sent = 0;
  const count = (request: { url(): string }) => {
    if (request.url().endsWith('/api/do/outline.edit')) sent += 1;
  };
  const title = page.getByLabel('Title', { exact: true });
  await title.fill('');
  await page.waitForTimeout(1500);
  page.on('request', count);
  await title.pressSequentially(words, { delay: 60 });
  await page.keyboard.press('Tab');
  await page.waitForTimeout(1500);
  page.off('request', count);
  row({
    what: 'commands sent for a title that is typed',
    value: sent,
    unit: '',
    beside: { what: 'letters typed', value: words.length },
    most: 0.1,
  });
}

/** From a change in one window until it stands in another. */
async function seenByAnother(
  context: BrowserContext,
  page: Page,
  request: { readonly what: string; readonly value: number },
): Promise<void> {
  const other = await context.newPage();
  await other.goto('/c/large-1/build');
  await other.waitForTimeout(2500);
  await page.bringToFront();
  await page.evaluate(() => window.scrollTo(0, 0));
  await page.getByRole('treeitem', { name: /^1\.1 / }).click();
  const found: number[] = [];
  for (let i = 0; i < 12; i += 1) {
    await page.keyboard.press('F2');
    await page.keyboard.type(`Told to another ${i}`);
    const start = performance.now();
    await page.keyboard.press('Enter');
    await other
      .getByRole('treeitem', { name: new RegExp(`Told to another ${i}(,|$)`) })
      .first()
      .waitFor();
    found.push(performance.now() - start);
  }
  await other.close();
  row({
    what: 'a change seen in another window, p50',
    value: quantile(found, 0.5),
    unit: 'ms',
    beside: request,
    most: 60,
  });
}
