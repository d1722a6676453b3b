import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, truncateSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Locator, Page } from '@playwright/test';
import { expect, signedIn, testIn } from './support/school';

const test = testIn('sample');

/** Drops files on a place of a page, as carried over from a folder. */
async function drop(
  page: Page,
  on: Locator,
  files: readonly { name: string; type: string; bytes: Buffer }[],
  y: number,
) {
  const carried = await page.evaluateHandle(
    (given) => {
      const transfer = new DataTransfer();
      for (const { name, type, text } of given)
        transfer.items.add(new File([Uint8Array.from(atob(text), (one) => one.charCodeAt(0))], name, { type }));
      return transfer;
    },
    files.map(({ name, type, bytes }) => ({ name, type, text: bytes.toString('base64') })),
  );
  const box = await on.boundingBox();
  const at = { clientX: (box?.x ?? 0) + 80, clientY: (box?.y ?? 0) + (box?.height ?? 0) * y };
  // A browser tells again and again that something is held over a place, so a page that was not listening yet hears it.
  await expect(async () => {
    await on.dispatchEvent('dragover', { dataTransfer: carried, ...at });
    await expect(page.getByText(/^Drop (as lessons|into)/)).toBeVisible({ timeout: 500 });
  }).toPass();
  await on.dispatchEvent('drop', { dataTransfer: carried, ...at });
}

test('forty recordings dropped on the outline become lessons in their order; one dropped on a lesson fills it', async ({
  browser,
  school,
}, info) => {
  const sound = info.outputPath('tone.mp3');
  execFileSync('ffmpeg', ['-v', 'error', '-y', '-f', 'lavfi', '-i', 'sine=duration=1', '-b:a', '32k', sound]);
  // Each is a file of its own: the name of its take stands in it.
  const take = (n: number) => ({
    name: `${n}_Take.mp3`,
    type: 'audio/mpeg',
    bytes: Buffer.concat([readFileSync(sound), Buffer.from(`take ${n}`)]),
  });
  const { page } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/c/dry-stone-walling/build');
  const second = page.getByRole('treeitem').nth(2);
  await expect(second).toBeVisible();
  // Not in their order: people's folders hardly ever are.
  await drop(
    page,
    second,
    Array.from({ length: 40 }, (_, i) => take(((i * 7) % 40) + 1)),
    0.05,
  );
  await expect(page.getByText('40 of 40 uploaded')).toBeVisible({ timeout: 120_000 });
  await page.getByPlaceholder('Find', { exact: true }).fill('Take');
  const takes = page.getByRole('treeitem', { name: /Take/ });
  await expect(takes.first()).toContainText('1 Take');
  await expect(takes.nth(1)).toContainText('2 Take');
  await expect(takes.nth(9)).toContainText('10 Take');
  await takes.nth(9).click();
  await expect(page.getByText('10_Take.mp3')).toBeVisible();
  await expect(page.getByText(/^0:01 · /)).toBeVisible();
  await page.getByPlaceholder('Find', { exact: true }).fill('');

  const lesson = page.getByRole('treeitem', { name: /How a wall stands/ });
  await lesson.scrollIntoViewIfNeeded();
  await drop(page, lesson, [{ name: 'plan.pdf', type: 'application/pdf', bytes: Buffer.from('%PDF-1.4 a plan') }], 0.5);
  await expect(page.getByText('1 of 1 uploaded')).toBeVisible();
  await expect(page.getByRole('group', { name: 'Attachment: plan' })).toBeVisible();
});

test('an upload that is cut off with its tab and its web server goes on where it stopped; what came is found, described and kept', async ({
  browser,
  school,
}) => {
  // 40 MB of film: the end is made of nothing, which players do not mind.
  const path = join(mkdtempSync(join(tmpdir(), 'mosaik-large-')), 'long river.mp4');
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-f',
    'lavfi',
    '-i',
    'testsrc=size=320x180:rate=5:duration=4',
    '-pix_fmt',
    'yuv420p',
    path,
  ]);
  truncateSync(path, 40 * 1024 * 1024);
  const { page, context } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/library');
  // The second piece never arrives.
  let pieces = 0;
  await page.route('**/api/upload/*', (route) => {
    if (route.request().method() === 'PATCH' && ++pieces > 1) return route.abort();
    return route.continue();
  });
  const told = page.waitForResponse((answer) => answer.request().method() === 'PATCH');
  await page.getByLabel('Choose files for the library').setInputFiles(path);
  const bar = page.getByRole('region', { name: 'Uploads' });
  const arrived = Number((await told).headers()['upload-offset']);
  expect(arrived).toBe(8 * 1024 * 1024);
  await expect(bar.getByText(/^8[.\d]* MB of 40 MB/)).toBeVisible();
  page.on('dialog', (dialog) => dialog.accept());
  await page.close({ runBeforeUnload: false });
  await school.restartWeb();

  const later = await context.newPage();
  const sent: number[] = [];
  later.on('request', (request) => {
    if (request.method() === 'PATCH') sent.push(Number(request.headers()['upload-offset']));
  });
  await later.goto('/library');
  await expect(later.getByText('1 upload was cut off')).toBeVisible();
  await later.getByLabel('Choose what was cut off').setInputFiles(path);
  await expect(later.getByText('1 of 1 uploaded')).toBeVisible();
  expect(sent[0]).toBe(arrived);

  await later.getByRole('link', { name: /long river/ }).click();
  // It belongs to no course, and is seen all the same by who put it there.
  await expect(later).toHaveURL(/file=/);
  const id = new URL(later.url()).searchParams.get('file') ?? '';
  await expect
    .poll(async () => (await context.request.get(`/files/${id}/poster`)).status(), { timeout: 30_000 })
    .toBe(200);
  const inspector = later.getByRole('complementary', { name: 'The file that is chosen' });
  await inspector.getByLabel('Name', { exact: true }).fill('A long river');
  await inspector.getByLabel('What it shows').fill('Water from the spring to the sea');
  await expect(later.getByRole('heading', { name: 'A long river' })).toBeVisible();
  await later.getByRole('link', { name: 'not used', exact: true }).click();
  await later.getByLabel('Find in the library').fill('spring to the sea');
  await expect(later).toHaveURL(/find=spring/);
  await expect(later.getByText(/^1 file ·/)).toBeVisible();
  await later.getByRole('link', { name: /A long river/ }).click();
  await inspector.getByRole('button', { name: 'Remove from the library' }).click();
  await expect(later.getByText('Nothing in the library is like that.', { exact: false })).toBeVisible();

  // What lessons use has no way out.
  await later.goto('/library?find=Walking');
  await later.getByRole('link', { name: /Walking the reach/ }).click();
  await expect(inspector.getByText('In use, so it cannot be removed.', { exact: false })).toBeVisible();
  await expect(inspector.getByRole('button', { name: 'Remove from the library' })).toBeHidden();
});
