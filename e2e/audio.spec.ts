import { execFileSync } from 'node:child_process';
import { command, expect, signedIn, testIn } from './support/school';

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

  const password = 'a password for tests';
  const courses = await page.request.get('/view/dry-stone-walling');
  expect(courses.status()).toBe(200);
  const courseId = /"courseId\\?":\\?"([0-9a-f-]{36})/.exec(await courses.text())?.[1];
  const added = await command(context, 'people.add', {
    name: 'Una Hearn',
    email: 'una@post.example',
    role: 'learner',
    password,
    courseId,
  });
  expect(added.body.problem).toBeUndefined();
  const { page: una } = await signedIn(browser, school, 'una@post.example', password);
  await una.goto('/learn/dry-stone-walling');
  await una
    .getByRole('link', { name: /What a good wall sounds like/ })
    .first()
    .click();
  const player = una.locator('audio');
  await expect.poll(() => player.evaluate((audio: HTMLAudioElement) => Math.round(audio.duration))).toBe(4);
  await expect(una.getByText('This lesson is done when 90 % has been heard.')).toBeVisible();
  await una.getByRole('button', { name: /^play/i }).click();
  await expect(una.getByText('Heard: this lesson is done.')).toBeVisible();
});
