import type { Browser } from '@playwright/test';
import { expect, type School, signedIn } from './school';

/** Opens a quiz of the sample school at its maker's desk; `publish` publishes it as it is. */
export async function assessed(school: School, browser: Browser, title: RegExp) {
  const { page } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/c/stream-survey/assess');
  // What stands in the way of publishing is settled by whoever comes first.
  const list = page.getByRole('navigation', { name: 'Assessed lessons' });
  await list.getByRole('button', { name: title }).waitFor();
  const settle = page.getByRole('button', { name: 'Leave it as planned' });
  if ((await settle.count()) > 0) await settle.click();
  await list.getByRole('button', { name: title }).click();
  const publish = async () => {
    await expect(page.getByText(/^Saved/)).toBeVisible();
    await page.getByRole('button', { name: /^Publish edition/ }).click();
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /^Publish edition/ })
      .click();
    await expect(page.getByRole('link', { name: /nothing unpublished/ })).toBeVisible();
  };
  return { page, publish };
}
