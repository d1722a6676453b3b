import type { Page } from '@playwright/test';
import { newId } from '../src/server/platform/ids';
import { command, expect, signedIn, testIn } from './support/school';

const test = testIn('sample');

/** The outline in a few words: sections, and their lessons behind them. */
const outline = (page: Page) =>
  page.getByRole('treeitem').evaluateAll((rows) =>
    rows
      .map((row) => ({
        top: row.getBoundingClientRect().top,
        section: row.getAttribute('aria-level') === '1',
        label: row.getAttribute('aria-label') ?? '',
      }))
      .sort((a, b) => a.top - b.top)
      .map(({ section, label }) =>
        section ? `# ${label.split(', ')[1]}` : (label.replace(/^[\d.]+ /, '').split(',')[0] ?? ''),
      ),
  );
const saved = (page: Page) => expect(page.getByText(/^Saved \d/)).toBeVisible();
const row = (page: Page, name: string | RegExp) => page.getByRole('treeitem', { name });

test('a course structured by keyboard alone, and every step taken back after a reload', async ({ browser, school }) => {
  const { page, context } = await signedIn(browser, school, 'marek@wendwater.example');
  const made = await command(context, 'course.create', { id: newId(), title: 'By keyboard' });
  await page.goto(`/c/${made.body.value?.slug}/build`);
  await page.getByRole('button', { name: 'Make the first lesson' }).focus();
  await page.keyboard.press('Enter');
  for (const title of ['One', 'Two', 'Three', 'Four']) {
    await page.keyboard.type(title);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Escape');
  await expect.poll(() => outline(page)).toEqual(['# New section', 'One', 'Two', 'Three', 'Four']);

  // A lesson begins a section of its own with those behind it, and goes back.
  await row(page, /1\.3 Three/).focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Shift+Tab');
  await expect.poll(() => outline(page)).toEqual(['# New section', 'One', 'Two', '# Three', 'Four']);
  await expect(row(page, /Section 2, Three/)).toBeFocused();
  await page.keyboard.press('Tab');
  await expect.poll(() => outline(page)).toEqual(['# New section', 'One', 'Two', 'Three', 'Four']);

  // Many at once: select with Shift, move with Alt.
  await page.keyboard.press('Home');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await expect(page.getByText('2 lessons selected')).toBeVisible();
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(() => outline(page)).toEqual(['# New section', 'Three', 'One', 'Two', 'Four']);

  // Picked up with Space, taken back with Escape, dropped with Space.
  await page.keyboard.press('Space');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Escape');
  await expect.poll(() => outline(page)).toEqual(['# New section', 'Three', 'One', 'Two', 'Four']);
  await page.keyboard.press('Space');
  await page.keyboard.press('ArrowUp');
  await expect(page.getByText('before 1.1 Three')).toBeAttached();
  await page.keyboard.press('Space');
  await expect.poll(() => outline(page)).toEqual(['# New section', 'One', 'Two', 'Three', 'Four']);

  // A section below, folded away and found again.
  await page.keyboard.press('Control+Enter');
  await page.keyboard.type('Second');
  await page.keyboard.press('Enter');
  await expect(row(page, /Section 2, Second/)).toBeFocused();
  await page.keyboard.press('Home');
  await page.keyboard.press('ArrowLeft');
  await expect.poll(() => outline(page)).toEqual(['# New section', '# Second']);
  await page.keyboard.press('/');
  await page.keyboard.type('thr');
  await expect.poll(() => outline(page)).toEqual(['# New section', 'Three']);
  await page.keyboard.press('Escape');
  await page.keyboard.press('ArrowRight');
  await saved(page);

  await page.reload();
  await row(page, /1\.1 One/).waitFor();
  for (let i = 0; i < 30 && (await page.getByRole('button', { name: /^Undo: / }).count()) > 0; i += 1) {
    await page.getByRole('button', { name: /^Undo: / }).press('Enter');
    await saved(page);
  }
  await expect(page.getByRole('button', { name: 'Make the first lesson' })).toBeVisible();
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(() => outline(page)).toEqual(['# New section']);
});

test('by pointer: rows and whole sections dragged to a place that is shown, tiles in the map, many selected, copied to another course', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, 'marek@wendwater.example');
  await page.goto('/c/reading-a-hedgerow/build');
  const before = await outline(page);
  const [one, two] = [before.indexOf('# Counting'), before.length];
  expect(one).toBeLessThan(two);

  const drag = async (from: string | RegExp, to: string | RegExp, where: 'top' | 'bottom') => {
    const grip = row(page, from).locator('span').first();
    const [a, b] = [await grip.boundingBox(), await row(page, to).boundingBox()];
    if (!a || !b) throw new Error('not on the page');
    await page.mouse.move(a.x + 8, a.y + 8);
    await page.mouse.down();
    await page.mouse.move(a.x + 8, a.y + 20, { steps: 4 });
    await page.mouse.move(b.x + 60, where === 'top' ? b.y + 2 : b.y + b.height - 2, { steps: 8 });
  };
  const sections = before.filter((line) => line.startsWith('#'));
  await drag(/^Section 2,/, /^Section 1,/, 'top');
  await expect(page.locator('[data-table="section"]')).toBeVisible();
  await page.mouse.up();
  await expect
    .poll(async () => (await outline(page)).filter((line) => line.startsWith('#')))
    .toEqual([sections[1], sections[0]]);
  await page.keyboard.press('Control+z');
  await expect.poll(() => outline(page)).toEqual(before);

  await drag(/^2\.1 /, /^1\.1 /, 'top');
  await page.mouse.up();
  await expect.poll(async () => (await outline(page))[1]).toBe(before[before.indexOf(sections[1] ?? '') + 1]);
  await page.keyboard.press('Control+z');
  await expect.poll(() => outline(page)).toEqual(before);

  // The same tile in the map: dragged in front of another one.
  const tile = (name: RegExp) => page.getByRole('region', { name: 'Course at a glance' }).getByRole('button', { name });
  const [a, b] = [await tile(/^1\.2 /).boundingBox(), await tile(/^1\.1 /).boundingBox()];
  if (!a || !b) throw new Error('not on the page');
  await page.mouse.move(a.x + 10, a.y + 10);
  await page.mouse.down();
  await page.mouse.move(b.x + 3, b.y + 10, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => (await outline(page)).slice(1, 3)).toEqual([before[2], before[1]]);
  await page.keyboard.press('Control+z');
  await expect.poll(() => outline(page)).toEqual(before);

  // Two picked with Ctrl, set together, copied, pasted into another course with their texts.
  await row(page, /^1\.1 /).click();
  await row(page, /^2\.1 /).click({ modifiers: ['Control'] });
  await expect(page.getByText('2 lessons selected')).toBeVisible();
  await page.keyboard.press('Control+c');
  await page.goto('/c/wells-and-springs/build');
  const there = await outline(page);
  await row(page, /^1\.1 /).click();
  await page.keyboard.press('Control+v');
  await expect(page.getByText('Copied 2 lessons.')).toBeVisible();
  await expect
    .poll(async () => (await outline(page)).slice(2, 4))
    .toEqual([before[1], before[before.indexOf(sections[1] ?? '') + 1]]);
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect.poll(() => outline(page)).toEqual(there);

  // Plain lines become lessons.
  await page.evaluate(() => navigator.clipboard?.writeText('').catch(() => {}));
  await row(page, /^1\.1 /).click();
  await row(page, /^1\.1 /).evaluate((element) => {
    const data = new DataTransfer();
    data.setData('text/plain', '- Old wells\n- New wells\n');
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await expect.poll(async () => (await outline(page)).slice(2, 4)).toEqual(['Old wells', 'New wells']);
});
