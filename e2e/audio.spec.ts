import { execFileSync } from 'node:child_process';
import { expect, newLearner, signedIn, testIn } from './support/school';

const test = testIn('sample');

test('a recording becomes a lesson: uploaded, made playable, published, and done once it has been heard', async ({
  browser,
  school,
}, info) => {
  const { page, context } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/c/dry-stone-walling/build');
  await page.getByRole('treeitem', { name: /How a wall stands/ }).click();
  await page.getByRole('button', { name: 'Lesson of another kind' }).click();
  await page.getByRole('menuitem', { name: 'Audio' }).click();
  await page.getByLabel('Title', { exact: true }).fill('What a good wall sounds like');
  await expect(page.getByRole('treeitem', { name: /What a good wall sounds like/ })).toBeVisible();

  const recording = info.outputPath('wall.wav');
  execFileSync('ffmpeg', ['-v', 'error', '-y', '-f', 'lavfi', '-i', 'sine=frequency=330:duration=4', recording]);
  await page.getByLabel('Choose a recording').setInputFiles(recording);
  await expect(page.getByText('wall.wav')).toBeVisible();
  await expect(page.getByText(/^0:04 · /)).toBeVisible();
  await page.getByRole('radiogroup', { name: 'How ready it is' }).getByText('Ready', { exact: true }).click();
  await expect(page.getByText(/^Saved \d/)).toBeVisible();
  await expect(page.getByText('does not say in words what is heard').first()).toBeVisible();
  await page.getByRole('button', { name: 'Publish edition 2' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Publish edition 2' }).click();
  await expect(page.getByText('Edition 2 is live', { exact: true })).toBeVisible();

  await newLearner(context, 'una@post.example', 'dry-stone-walling');
  const { page: hers } = await signedIn(browser, school, 'una@post.example');
  await hers.goto('/learn/dry-stone-walling');
  await hers
    .getByRole('link', { name: /What a good wall sounds like/ })
    .first()
    .click();
  const player = hers.locator('audio');
  await expect.poll(() => player.evaluate((audio: HTMLAudioElement) => Math.round(audio.duration))).toBe(4);
  await expect(hers.getByText('This lesson is done when 90 % has been heard.')).toBeVisible();
  await hers.getByRole('button', { name: 'play', exact: true }).click();
  await expect(hers.getByText('Heard: this lesson is done.')).toBeVisible();
});
