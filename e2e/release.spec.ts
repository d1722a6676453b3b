import type { Page } from '@playwright/test';
import { expect, signedIn, testIn } from './support/school';

const test = testIn('sample');
const ines = 'ines@wendwater.example';
const release = '/c/stream-survey/release';

/** Keeps who has reloaded: what is set on a page is gone with it. */
const mark = (page: Page) => page.evaluate(() => Object.assign(window, { marked: true }));
const isMarked = (page: Page) => page.evaluate(() => 'marked' in window);
const saved = (page: Page) => expect(page.getByText(/^Saved/).first()).toBeVisible();

test('a rhythm is unfolded before it is taken over, keeps what was set by hand, and is what a learner sees', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, ines);
  await page.goto(`${release}/rhythm`);
  const parts = page.getByRole('table', { name: 'What opens on which day' });
  await expect(parts.getByRole('row')).toHaveCount(6);
  await page.getByRole('combobox', { name: 'Begin with' }).click();
  await page.getByRole('option', { name: 'Two evenings a week, a lesson each' }).click();
  await expect(page.getByText('One lesson every Tuesday and Thursday 18:00, skipping 1 break')).toBeVisible();
  await expect(page.getByText('not taken over yet')).toBeVisible();
  await expect(parts.getByRole('row')).toHaveCount(22);
  await expect(parts.getByRole('row').nth(2)).toContainText(/Tue.*18:00/);

  // A part gets a day of its own, and is marked.
  const third = parts.getByRole('row').nth(3);
  await expect(third).toContainText('part 3');
  const day = third.getByRole('textbox', { name: /^Another day/ });
  const wanted = new Date(Date.now() + 200 * 86_400_000).toISOString().slice(0, 10);
  await day.fill(wanted);
  await day.press('Enter');
  await expect(third).toContainText('by hand');
  await page.getByRole('button', { name: 'Lay out by this rhythm' }).click();
  await expect(page.getByText('as it is now')).toBeVisible();
  await saved(page);

  // Another rhythm leaves it where it is, unless asked.
  await page.getByRole('combobox', { name: 'What opens together' }).click();
  await page.getByRole('option', { name: 'one section' }).click();
  await expect(page.getByText('One section or lesson was set by hand and keeps its rule.')).toBeVisible();
  await expect(parts.getByRole('row', { name: /by hand/ })).toHaveCount(1);
  await page.getByRole('button', { name: 'Put all of them into the rhythm' }).click();
  await expect(parts.getByRole('row', { name: /by hand/ })).toHaveCount(0);
  await page.getByRole('combobox', { name: 'What opens together' }).click();
  await page.getByRole('option', { name: 'as much as fits into the minutes' }).click();
  await page.getByRole('textbox', { name: 'Minutes, at most' }).fill('60');
  await expect(
    page.getByText(/No part asks more than \d+ of 60 minutes|It cannot be done with 60 minutes/),
  ).toBeVisible();
  await page.reload();
  await expect(parts.getByRole('row', { name: /by hand/ })).toHaveCount(1);

  await page.getByRole('link', { name: 'Board' }).click();
  await page.getByRole('slider', { name: 'Moment looked at' }).press('Home');
  await page.getByRole('link', { name: 'View at this moment' }).click();
  await page
    .getByRole('link', { name: /^1\.2 What you will be able to do/ })
    .first()
    .click();
  await expect(page.getByText(/^Opens Tue.*18:00 \(Europe\/London\)$/)).toBeVisible();
  await expect(page.getByText(/^in 1 day \d+ hours$/)).toBeVisible();
});

test('a tile is moved by keyboard and by pointer, with the rule told before it is dropped', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, ines);
  await page.goto(release);
  const board = page.getByRole('group', { name: 'Release board' });
  const tile = board.getByRole('button', { name: /^Walking the reach/ });
  await tile.focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  const told = page.getByText(/^day \d+, \d\d:00: /);
  await expect(told.first()).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(told).toHaveCount(0);
  await page.keyboard.press('Space');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  await expect(tile).toHaveAccessibleName(/set by hand/);
  await saved(page);

  const from = await tile.boundingBox();
  if (!from) throw new Error('The tile is not there.');
  await page.mouse.move(from.x + 40, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(from.x + from.width + 60, from.y + 12, { steps: 6 });
  await page.mouse.move(from.x + from.width + 90, from.y + 12, { steps: 3 });
  await expect(page.getByText(/^day \d+, \d\d:00: /).first()).toBeVisible();
  await page.mouse.up();
  await saved(page);
  const to = await tile.boundingBox();
  expect((to?.x ?? 0) - from.x).toBeGreaterThan(from.width / 2);

  // For one cohort alone, the course stays as it is.
  await page.getByRole('switch', { name: 'Moves hold for Spring cohort alone' }).click();
  const other = board.getByRole('button', { name: /^What makes a reach/ });
  await other.focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  await expect(other).toHaveAccessibleName(/set by hand/);
  await page.getByRole('link', { name: 'Cohorts' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'What makes a reach' })).toContainText(/\d{4}, \d\d:00/);
  await page.getByRole('link', { name: 'Rules in words' }).click();
  await expect(page.getByRole('row', { name: /What makes a reach/ })).toContainText('with its section');
});

test('a closed lesson opens while it is looked at, without a reload, when somebody opens it by hand', async ({
  browser,
  school,
}) => {
  const { page: creator } = await signedIn(browser, school, ines);
  const { page: learner } = await signedIn(browser, school, 'aoife1@post.example');
  // For her cohort alone: nothing has to be published.
  await creator.goto(release);
  const board = creator.getByRole('group', { name: 'Release board' });
  await board.getByRole('button', { name: /^Your survey report/ }).click();
  const side = creator.getByRole('complementary', { name: 'When it opens' });
  await side.getByRole('combobox', { name: 'Opens' }).nth(1).click();
  await creator.getByRole('option', { name: 'opened by hand' }).click();
  await expect(side.getByText('Opens once what it waits for has happened.')).toBeVisible();

  await learner.goto('/learn/stream-survey');
  await learner
    .getByRole('link', { name: /Your survey report/ })
    .first()
    .click();
  await expect(learner.getByText('Opens once the people who give the course open it')).toBeVisible();
  await mark(learner);
  await side.getByRole('button', { name: 'Open it now for Spring cohort' }).click();
  await expect(side.getByRole('button', { name: 'Take the opening by hand back' })).toBeVisible();
  await expect(learner.getByRole('textbox').first()).toBeVisible({ timeout: 30_000 });
  expect(await isMarked(learner)).toBe(true);
});

test('a cohort is copied to the next season, with its dates shown before it is made', async ({ browser, school }) => {
  const { page } = await signedIn(browser, school, ines);
  await page.goto(`${release}/cohorts`);
  await page.getByRole('button', { name: 'Autumn cohort' }).click();
  await expect(page.getByText(/^Life under stones: Wed/)).toBeVisible();
  await page.getByRole('button', { name: 'Copy to the next season' }).click();
  const dates = page.getByRole('table', { name: 'Dates as they would be' });
  await expect(dates.getByRole('row')).toHaveCount(5);
  await expect(dates.getByRole('row', { name: /Life under stones/ })).toContainText(/Wed.*Wed/);
  await page.getByRole('combobox', { name: 'Its own dates fall' }).click();
  await page.getByRole('option', { name: 'on the next Friday from there' }).click();
  await expect(dates.getByRole('row', { name: /Life under stones/ })).toContainText(/Wed.*Fri/);
  await page.getByRole('button', { name: 'Make the cohort' }).click();
  await expect(page.getByRole('row', { name: /Autumn cohort, next/ })).toContainText('0 of 12');
  await expect(page.getByText(/^Life under stones: Fri/)).toBeVisible();
  await expect(page.getByText(/^high water: Mon/)).toBeVisible();
});

test('a list of members is looked at first, and a seat that becomes free goes to who waits', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, ines);
  await page.goto('/c/dry-stone-walling/release/cohorts');
  await expect(page.getByRole('row', { name: /Six on the wall/ })).toContainText('6 of 6');
  const queue = page.getByRole('list').filter({ has: page.getByRole('button', { name: 'Take off' }) });
  await expect(queue.getByRole('listitem')).toHaveCount(3);
  const first = (await queue.getByRole('listitem').first().locator('bdi').textContent()) ?? '';
  await page.getByRole('textbox', { name: 'Paste a list' }).fill('gwenllian40@post.example\nnobody at all');
  await page.getByRole('button', { name: 'Look at it first' }).click();
  await expect(page.getByText(/0 can be enrolled, 1 would wait for a seat, .* 1 cannot be taken/)).toBeVisible();
  await expect(page.getByText(/^Line 2, nobody at all/)).toBeVisible();
  await page.getByRole('button', { name: /^Enrol 0, let 1 wait/ }).click();
  await expect(queue.getByRole('listitem')).toHaveCount(4);
  await expect(page.getByRole('textbox', { name: 'Paste a list' })).toHaveValue('nobody at all');

  // A learner leaves the cohort on the learner's own sheet.
  await page.goto('/c/dry-stone-walling/run?show=progress&find=Six+on+the+wall');
  await page.getByRole('table').getByRole('button').first().click();
  const sheet = page.getByRole('complementary', { name: 'Learner' });
  await sheet.getByRole('combobox', { name: 'Cohort' }).click();
  await page.getByRole('option', { name: 'none, on their own' }).click();
  await expect(page.getByText(`The seat goes to ${first}, who waited for it.`)).toBeVisible();
  await page.goto('/c/dry-stone-walling/release/cohorts');
  await expect(queue.getByRole('listitem')).toHaveCount(3);
  await expect(queue.getByText(first)).toHaveCount(0);
});

test('who chooses how dates are written reads them so everywhere, and nobody else does', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, ines);
  const said: string[] = [];
  page.on('console', (message) => message.type() === 'error' && said.push(message.text()));
  page.on('pageerror', (error) => said.push(error.message));
  await page.goto('/account');
  // What is typed elsewhere on the page stays.
  await page.getByLabel(/^Your name/).fill('Ines V');
  await page.getByLabel('How dates, times and numbers are written').selectOption('en-US');
  await expect(page.getByText('Kept.')).toBeVisible();
  await expect(page.getByLabel(/^Your name/)).toHaveValue('Ines V');
  const american = /\b[A-Z][a-z]{2}, [A-Z][a-z]{2} \d{1,2}, .*\d{1,2}:\d\d [AP]M/;
  // On the server, in the browser, and in a rule in words.
  await page.goto('/messages');
  await expect(page.getByRole('listitem').first()).toContainText(american);
  await page.goto(release);
  await expect(page.getByText(/^On .* this learner sees$/)).toContainText(american);
  await page.getByRole('link', { name: 'Rules in words' }).click();
  await expect(page.getByRole('row', { name: /Your home stretch/ })).toContainText('11:59 PM');
  await page.goto('/calendar');
  await expect(page.getByRole('columnheader').first()).toHaveText('Sun');
  expect(said).toEqual([]);
  const { page: other } = await signedIn(browser, school, 'marek@wendwater.example');
  await other.goto(release);
  await expect(other.getByText(/^On .* this learner sees$/)).toContainText(/ \d\d:\d\d /);
});
