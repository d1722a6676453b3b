import sharp from 'sharp';
import { assessed } from './support/assessed';
import { expect, newLearner, signedIn, testIn } from './support/school';

const test = testIn('sample');
const title = /Your home stretch/;

/** A photograph as a phone takes it: lying, with a note that it was held upright. */
const photograph = async (name: string) => ({
  name,
  mimeType: 'image/jpeg',
  buffer: await sharp({ create: { width: 400, height: 300, channels: 3, background: '#9ab' } })
    .jpeg()
    .withMetadata({ orientation: 6 })
    .toBuffer(),
});

test('a recording and photographs are handed in from the browser without a name being seen, and a spoken remark comes back', async ({
  browser,
  school,
}) => {
  const { page: maker, publish } = await assessed(school, browser, title);
  await maker.getByRole('combobox', { name: 'A recording made in the browser' }).click();
  await maker.getByRole('option', { name: 'of sound' }).click();
  await maker.getByLabel('Files, at most').fill('3');
  await maker.getByLabel('Each at most').fill('5');
  await maker.getByRole('switch', { name: /^Those who mark see no names/ }).press(' ');
  await publish();

  const { context: owner } = await signedIn(browser, school, 'ines@wendwater.example');
  await newLearner(owner, 'lene@post.example', 'stream-survey');
  const { page } = await signedIn(browser, school, 'lene@post.example', undefined, {
    viewport: { width: 390, height: 844 },
    permissions: ['microphone'],
  });
  await page.goto('/learn/stream-survey');
  await page.getByRole('link', { name: title }).first().click();
  await page.getByRole('button', { name: 'Record sound' }).click();
  await expect(page.getByRole('timer', { name: 'Recorded so far' })).toContainText('0:01');
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByRole('button', { name: 'Use this recording' }).click();
  await expect(page.getByRole('link', { name: /^Recording/ })).toBeVisible();
  await page
    .locator('input[type=file]')
    .setInputFiles([await photograph('lene-1.jpg'), await photograph('lene-2.jpg')]);
  await expect(page.getByText('Your photographs are handed in as one PDF, turned upright.')).toBeVisible();
  await page.getByRole('button', { name: 'Hand in' }).click();
  await page.getByText('What you handed in').click();
  await expect(page.getByRole('link', { name: 'Photographs.pdf' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'lene-1.jpg' })).toHaveCount(0);

  const { page: marker } = await signedIn(browser, school, 'temi@wendwater.example', undefined, {
    permissions: ['microphone'],
  });
  await marker.goto('/marking?find=lene');
  await expect(marker.getByText('Nothing here is like that.')).toBeVisible();
  await marker.goto('/marking?find=Learner');
  await marker.getByRole('link', { name: title }).click();
  await expect(marker.getByText(/^Name hidden: Learner [0-9A-F]{4}/)).toBeVisible();
  await expect(marker.getByText('lene')).toHaveCount(0);
  const played = marker.locator('video').first();
  await expect(async () =>
    expect(await played.evaluate((video) => (video as HTMLVideoElement).readyState)).toBeGreaterThan(0),
  ).toPass();
  // The picture lay on its side; its page stands.
  const sheet = marker.locator('[data-page$="/1"] canvas').first();
  await expect(async () => {
    const box = await sheet.boundingBox();
    expect((box?.height ?? 0) > (box?.width ?? 0)).toBe(true);
  }).toPass();
  await marker.getByText(/^Given back with the mark/).click();
  await marker.getByRole('button', { name: 'Record sound' }).click();
  await expect(marker.getByRole('timer', { name: 'Recorded so far' })).toContainText('0:01');
  await marker.getByRole('button', { name: 'Stop' }).click();
  await marker.getByRole('button', { name: 'Use this recording' }).click();
  await expect(marker.getByText('Given back with the mark: 1')).toBeVisible();
  await marker.getByLabel(/^Points of/).fill('4');
  const here = marker.url();
  await marker.keyboard.press('Control+Enter');
  await expect(marker).not.toHaveURL(here);
  await page.reload();
  await expect(page.getByRole('link', { name: /^Spoken remark/ })).toBeVisible();
});
