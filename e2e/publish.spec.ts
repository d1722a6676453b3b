import { command, expect, signedIn, testIn } from './support/school';

const test = testIn('sample');

test('before publishing it is known what changes and whom it touches; an older edition is live again; the working copy goes back', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/c/dry-stone-walling/build');
  const row = (name: RegExp) => page.getByRole('treeitem', { name });
  const before = await page.getByRole('treeitem').count();

  // The first lesson goes away for those who have done it, and a quiz gets another name.
  await row(/^1\.1 /).click();
  const gone = (await row(/^1\.1 /).getAttribute('aria-label'))?.replace(/^1\.1 /, '').split(',')[0] ?? '';
  await page.keyboard.press('Delete');
  await row(/Check: one on two/).click();
  await page.getByLabel('Title', { exact: true }).fill('Check: one on two stones');
  await expect(page.getByText(/^Saved \d/)).toBeVisible();

  await page.getByRole('button', { name: 'Publish edition 2' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText(`Lesson removed: ${gone}`)).toBeVisible();
  await expect(dialog.getByRole('region', { name: 'Whom it touches' })).toContainText(
    /of 36 learners|None of the 36 learners/,
  );
  await dialog.getByText(/^Side by side/).click();
  const name = dialog.getByRole('row', { name: /its name/ });
  await expect(name).toContainText('Check: one on two');
  await expect(name).toContainText('Check: one on two stones');

  // At a time that has passed it is refused in words; planned, it is told and can be called off.
  await dialog.getByText('At a time', { exact: true }).click();
  const day = dialog.getByRole('textbox', { name: 'Day' });
  await day.fill('1 Jan 2020');
  await dialog.getByRole('button', { name: 'Plan edition 2' }).click();
  await expect(dialog.getByRole('alert')).toContainText('This time has passed');
  await day.fill('2 Jan 2060');
  await dialog.getByRole('button', { name: 'Plan edition 2' }).click();
  await expect(page.getByText(/edition 2 on Fri, 2 Jan 2060, 09:00/)).toBeVisible();
  await expect(dialog).toBeHidden();
  await page.getByRole('button', { name: 'Publish edition 2' }).click();
  await dialog.getByRole('button', { name: 'Call it off' }).click();
  await expect(dialog.getByText(/is planned for/)).toBeHidden();
  await dialog.getByRole('button', { name: 'Publish edition 2' }).click();
  await expect(page.getByText('Edition 2 is live', { exact: true })).toBeVisible();

  // Back to the first edition for learners, and back to the beginning for the working copy.
  await page.goto('/c/dry-stone-walling/history');
  await page.getByRole('button', { name: 'Make live again' }).click();
  await expect(dialog.getByRole('region', { name: 'Whom it touches' })).toBeVisible();
  await dialog.getByRole('button', { name: 'Make edition 1 live' }).click();
  await expect(page.getByText(/Edition 1 is live/).first()).toBeVisible();
  await page.getByRole('button', { name: `Go back to after "removed "${gone}""` }).click();
  await expect(dialog).toContainText('1 later step is taken back');
  await dialog.getByRole('button', { name: 'Go back' }).click();
  await expect(page.getByText('The working copy is as it was then.')).toBeVisible();
  await page.goto('/c/dry-stone-walling/build');
  await expect(row(/Check: one on two,/)).toBeVisible();
  await page.getByRole('button', { name: /^Undo: go back/ }).click();
  await expect(row(/Check: one on two stones,/)).toBeVisible();
  await page.getByRole('button', { name: /^Undo: rename/ }).click();
  await expect(row(/Check: one on two,/)).toBeVisible();
  await page.getByRole('button', { name: /^Undo: remove/ }).click();
  await expect(page.getByRole('treeitem')).toHaveCount(before);
});

test('a view of the working copy: every page, at a pace, with the paper tried, and nothing recorded', async ({
  browser,
  school,
}) => {
  const { page, context } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/view/stream-survey?pace=all');
  await expect(page.getByText('Nothing is recorded.')).toBeVisible();
  await expect(page.getByText(/^[1-9]\d* of \d+ done/).first()).toBeVisible();
  await expect(page.getByRole('region', { name: 'Certificate' })).toBeVisible();
  await page.getByRole('link', { name: 'My grades' }).click();
  await expect(page.getByRole('heading', { name: 'My grades' })).toBeVisible();
  await page
    .getByRole('link', { name: /^Check: reach or not/ })
    .first()
    .click();
  const look = page.getByRole('textbox', { name: /^Looks at it on/ });
  await look.fill('1 Jan 2069');
  await look.press('Tab');
  await page.getByRole('button', { name: 'Look', exact: true }).click();
  await page.getByRole('link', { name: 'Try the paper' }).click();
  await page.getByRole('radio').first().check();
  await page.getByRole('button', { name: 'Hand in' }).click();
  await expect(page.getByText(/points · not passed; the pass mark is/)).toBeVisible();

  // Markers see it only once the creator lets them.
  const marker = await signedIn(browser, school, 'temi@wendwater.example');
  const seen = async () => (await marker.page.goto('/view/stream-survey'))?.status();
  expect(await seen()).toBe(404);
  await page.goto('/c/stream-survey/build');
  await page.getByRole('switch', { name: 'Markers may look at it without enrolment' }).check();
  await page.getByRole('combobox', { name: 'Learners see it' }).click();
  await page.getByRole('option', { name: 'dark' }).click();
  await expect(page.getByText(/^Saved \d/)).toBeVisible();
  expect(await seen()).toBe(200);
  await expect(marker.page.locator('[data-look="dark"]')).toBeVisible();
  expect((await command(marker.context, 'outline.undo', { courseId: 'x' })).status).toBe(422);
  await context.close();
});
