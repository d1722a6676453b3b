import type { Browser } from '@playwright/test';
import { assessed } from './support/assessed';
import { expect, type School, signedIn, testIn } from './support/school';

const test = testIn('sample');

/** Opens how a quiz of the sample runs. */
async function runs(school: School, browser: Browser, title: RegExp) {
  const maker = await assessed(school, browser, title);
  await maker.page.getByText('How it runs', { exact: true }).click();
  return maker;
}

test('one page at a time, with an overview and marks: over a reload, on another device, and with the newest answer wherever it came from', async ({
  browser,
  school,
}) => {
  const { page: maker, publish } = await runs(school, browser, /Scoring the sample/);
  await maker.getByRole('combobox', { name: 'Shown at once' }).click();
  await maker.getByRole('option', { name: 'one question' }).click();
  await maker.getByRole('switch', { name: /An overview of the paper/ }).click();
  await maker.getByRole('switch', { name: /Every question has to be answered before/ }).click();
  await publish();

  const laptop = await signedIn(browser, school, 'bo3@post.example');
  const { page } = laptop;
  await page.goto('/learn/stream-survey');
  await page
    .getByRole('link', { name: /Scoring the sample/ })
    .first()
    .click();
  await expect(page.getByText('every question has to be answered')).toBeVisible();
  await page.getByRole('button', { name: 'Take it again' }).click();
  await expect(page.getByText('Page 1 of 6')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Hand in' })).toBeDisabled();
  await page.locator('fieldset').getByRole('textbox').fill('24');
  await page.getByLabel('Look at it again').check();
  await page.getByRole('button', { name: 'On', exact: true }).click();
  await expect(page.getByText('Page 2 of 6')).toBeVisible();
  const overview = page.getByRole('navigation', { name: 'The paper' });
  await expect(overview.getByRole('button', { name: 'Question 1, answered, to look at again' })).toBeVisible();
  await expect(page.getByText('All answers kept')).toBeVisible();

  // The laptop loses its line; what is answered there waits. The phone answers later, and that holds.
  await laptop.context.setOffline(true);
  await overview.getByRole('button', { name: /^Question 1/ }).click();
  await page.locator('fieldset').getByRole('textbox').fill('26');
  await expect(page.getByText('Not sent yet, trying again')).toBeVisible();
  const phone = await signedIn(browser, school, 'bo3@post.example', undefined, {
    viewport: { width: 390, height: 844 },
  });
  await phone.page.goto(page.url());
  await expect(phone.page.getByLabel('Look at it again')).toBeChecked();
  await phone.page.locator('fieldset').getByRole('textbox').fill('25');
  await expect(phone.page.getByText('All answers kept')).toBeVisible();
  await laptop.context.setOffline(false);
  await expect(page.locator('fieldset').getByRole('textbox')).toHaveValue('25');
  await phone.page.reload();
  await expect(phone.page.locator('fieldset').getByRole('textbox')).toHaveValue('25');
});

test('a page that was left is left for good, also for who asks the server; one person has more time, and what is not handed in does not count', async ({
  browser,
  school,
}) => {
  const { page: maker, publish } = await runs(school, browser, /Work out the discharge/);
  await maker.getByRole('combobox', { name: 'Shown at once' }).click();
  await maker.getByRole('option', { name: 'one question' }).click();
  await maker.getByRole('switch', { name: /One can go back to a page that was left/ }).click();
  await maker.getByRole('combobox', { name: 'When the time is up' }).click();
  await maker.getByRole('option', { name: 'it does not count' }).click();
  await maker.getByPlaceholder('find a name').fill('Bo Li');
  await maker.getByRole('option', { name: 'Bo Li' }).click();
  await maker.getByLabel('Minutes more').fill('15');
  await maker.getByRole('button', { name: 'Give', exact: true }).click();
  await expect(maker.getByText('15 min more')).toBeVisible();
  await publish();

  const { page, context } = await signedIn(browser, school, 'bo3@post.example');
  await page.goto('/learn/stream-survey');
  await page
    .getByRole('link', { name: /Work out the discharge/ })
    .first()
    .click();
  await expect(page.getByText(/^35 minutes \(15 of them for you alone\)/)).toBeVisible();
  await page.getByRole('button', { name: 'Take it again' }).click();
  await expect(page.getByText('Page 1 of 6')).toBeVisible();
  const sent = page.waitForRequest(/quiz\.answer/);
  await page.locator('fieldset').getByRole('textbox').fill('0.548');
  const first = (await sent).postDataJSON();
  await expect(page.getByText('All answers kept')).toBeVisible();
  // What comes later is not in the page before it is reached.
  expect(await page.content()).not.toContain('A river doubles its width');
  await page.getByRole('button', { name: 'Go on; one cannot come back' }).click();
  await expect(page.getByText('Page 2 of 6')).toBeVisible();
  await page.reload();
  await expect(page.getByText('Page 2 of 6')).toBeVisible();
  const late = await context.request.post('/api/do/quiz.answer', {
    data: { ...first, answer: { typed: '1' }, given: Date.now() },
    headers: { origin: school.address },
  });
  expect([late.status(), (await late.json()).problem.sentence]).toEqual([
    403,
    'This page was left, and one cannot go back to it. What was answered there is kept.',
  ]);
});
