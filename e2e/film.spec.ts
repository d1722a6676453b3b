import type { Page } from '@playwright/test';
import {
  command,
  courseIdOf,
  expect,
  newLearner,
  openBuild,
  publishEdition2,
  signedIn,
  testIn,
} from './support/school';

const test = testIn('sample');
const film = (page: Page) => page.locator('video').first();
const at = (page: Page) => film(page).evaluate((video: HTMLVideoElement) => video.currentTime);
const rests = (page: Page) => film(page).evaluate((video: HTMLVideoElement) => video.paused);
/** Has the film go somewhere by hand, as dragging its time range does. */
const seek = (page: Page, seconds: number) =>
  film(page).evaluate((video: HTMLVideoElement, to) => {
    video.currentTime = to;
  }, seconds);
const play = (page: Page) => film(page).evaluate((video: HTMLVideoElement) => video.play().catch(() => {}));

test('chapters and checkpoints made on the time line, met and answered by a learner, and no way around one that must be', async ({
  browser,
  school,
}) => {
  const { page: maker, context: making } = await signedIn(browser, school, 'ines@wendwater.example');
  await openBuild(maker);
  await maker.getByRole('treeitem', { name: /Safety at the bank/ }).click();
  await maker.getByRole('link', { name: 'Chapters and checkpoints' }).click();
  const list = maker.getByRole('region', { name: 'In this film' });
  await expect(list.getByText('4 chapters · 0 checkpoints')).toBeVisible();

  // A checkpoint at the playing moment, its passage, its question; the fault is told at its place and goes away.
  await expect.poll(() => film(maker).evaluate((video: HTMLVideoElement) => video.readyState)).toBeGreaterThan(0);
  await seek(maker, 5);
  await expect.poll(() => at(maker)).toBe(5);
  await maker.keyboard.press('q');
  const inspector = maker.getByRole('complementary', { name: 'Inspector' });
  await expect(inspector.getByRole('heading', { name: 'Checkpoint 1 of 1' })).toBeVisible();
  await expect(inspector.getByLabel('Stops at')).toHaveValue('0:05');
  await inspector.getByRole('button', { name: 'Set the passage that shows the answer' }).click();
  await inspector.getByLabel('to', { exact: true }).fill('0:06');
  await expect(inspector.getByText(/nobody has seen it when it is asked/)).toBeVisible();
  await inspector.getByLabel('to', { exact: true }).fill('0:04');
  await expect(inspector.getByText(/nobody has seen it when it is asked/)).toBeHidden();
  await inspector.getByLabel('Kind of question').first().click();
  await maker.getByRole('option', { name: 'True or false' }).click();
  await inspector.getByLabel('What is asked').fill('One of you stays on the bank.');
  await inspector.getByLabel('Said when it is not').fill('Listen to the first rule again.');
  await inspector.getByLabel('true', { exact: true }).check();
  await inspector.getByRole('switch', { name: 'Nobody passes it unanswered' }).check();
  await expect(maker.getByText(/^Saved/)).toBeVisible();

  // By keyboard: a second later, a frame later, and back in one step each.
  const handle = maker.getByRole('slider', { name: /^Checkpoint 1: One of/ });
  await handle.press('Shift+ArrowRight');
  await handle.press('ArrowRight');
  await expect(inspector.getByLabel('Stops at')).toHaveValue('0:06.04');
  await expect(handle).toHaveAttribute('aria-valuetext', '0:06.04');
  await maker.getByRole('button', { name: /^Undo/ }).click();
  await expect(inspector.getByLabel('Stops at')).not.toHaveValue('0:06.04');
  await expect(inspector.getByRole('switch', { name: 'Nobody passes it unanswered' })).toBeChecked();

  // A second one, further on, that may be left open; a chapter renamed.
  await seek(maker, 8.04);
  await expect.poll(() => at(maker)).toBeCloseTo(8.04, 3);
  await maker.getByRole('button', { name: /Checkpoint here/ }).click();
  await inspector.getByLabel('Kind of question').first().click();
  await maker.getByRole('option', { name: 'Short text' }).click();
  await inspector.getByLabel('What is asked').fill('Below what may the water stand?');
  await inspector.getByLabel('Form 1', { exact: true }).fill('knee');
  await list.getByRole('button', { name: /Know the level/ }).click();
  await inspector.getByLabel('Name', { exact: true }).fill('Know how high it is');
  await expect(list.getByRole('button', { name: /Know how high it is/ })).toBeVisible();
  await expect(list.getByText('4 chapters · 2 checkpoints')).toBeVisible();
  await publishEdition2(maker);

  await newLearner(making, 'orla@post.example', 'stream-survey');
  const { page, context } = await signedIn(browser, school, 'orla@post.example', undefined, {
    viewport: { width: 390, height: 844 },
  });
  await page.goto('/learn/stream-survey');
  await page.getByRole('link', { name: /Safety at the bank/ }).click();
  const card = page.getByRole('region', { name: /^Checkpoint 1 of 2/ });
  const points = page.getByRole('region', { name: 'In this film' });
  await expect(points.getByRole('button', { name: /One of you stays/ })).toContainText('ahead');

  // What must be answered stops whatever leads past it: dragging, a jump in the list, playing on, and asking the
  // server.
  await expect.poll(() => film(page).evaluate((video: HTMLVideoElement) => video.readyState)).toBeGreaterThan(0);
  await seek(page, 15);
  await expect(card).toBeVisible();
  expect(await at(page)).toBeLessThan(6.1);
  await points.getByRole('button', { name: /Wash when you leave/ }).click();
  await expect.poll(() => at(page)).toBeLessThan(6.1);
  await play(page);
  await expect.poll(() => rests(page)).toBe(true);
  expect(await at(page)).toBeLessThan(6.1);
  const lessonId = page.url().split('/').at(-1) ?? '';
  const courseId = await courseIdOf(making, 'stream-survey');
  const asked = await command(context, 'learning.watched', { courseId, lessonId, passages: [[0, 20]] });
  expect(asked.status).toBe(200);
  expect((asked.body.value as unknown as { percent: number }).percent).toBeLessThan(40);
  expect(await page.content()).not.toContain('"holds"');

  // Wrong, the passage, and right.
  await card.getByLabel('false', { exact: true }).check();
  await card.getByRole('button', { name: 'Answer', exact: true }).click();
  await expect(card.getByText('Listen to the first rule again.')).toBeVisible();
  await card.getByRole('button', { name: /^Watch 0:00 to 0:04 again/ }).click();
  await expect(card).toBeHidden();
  await seek(page, 3.5);
  await expect(card).toBeVisible();
  await card.getByLabel('true', { exact: true }).check();
  await card.getByRole('button', { name: 'Answer', exact: true }).click();
  await expect(card.getByText('Right.')).toBeVisible();
  await expect(points.getByRole('button', { name: /One of you stays/ })).toContainText('answered right');

  // The other one is met by playing, left open, and come back to from the list.
  await card.getByRole('button', { name: 'Go on' }).click();
  await seek(page, 7);
  await play(page);
  const second = page.getByRole('region', { name: /^Checkpoint 2 of 2/ });
  await expect(second).toBeVisible();
  expect(Math.abs((await at(page)) - 8.04)).toBeLessThan(0.05);
  await second.getByRole('button', { name: 'Leave it open and go on' }).click();
  // It is left behind, and not met again at once: a film counts its time in smaller parts than moments are kept in.
  await expect.poll(() => at(page)).toBeGreaterThan(8.4);
  await film(page).evaluate((video: HTMLVideoElement) => video.pause());
  await expect(points.getByRole('button', { name: /Below what/ })).toContainText('left open');
  await points.getByRole('button', { name: /Below what/ }).click();
  await second.getByLabel('Your answer').fill('the knee');
  await second.getByLabel('Your answer').fill('knee');
  await second.getByRole('button', { name: 'Answer', exact: true }).click();
  await expect(second.getByText('Right.')).toBeVisible();

  // Somewhere else it goes on where it was, with what was answered.
  const { page: other } = await signedIn(browser, school, 'orla@post.example');
  await seek(page, 13);
  await play(page);
  await expect.poll(() => at(page)).toBeGreaterThan(13.2);
  await film(page).evaluate((video: HTMLVideoElement) => video.pause());
  await page.goto('/learn/stream-survey');
  await other.goto(`/learn/stream-survey/${lessonId}`);
  await expect(other.getByRole('button', { name: /One of you stays/ })).toContainText('answered right');
});

test('captions corrected beside the film, moved and divided; a transcript that is looked through and leads to its place', async ({
  browser,
  school,
}) => {
  const { page: maker } = await signedIn(browser, school, 'ines@wendwater.example');
  await maker.goto('/c/stream-survey/build');
  await maker.getByRole('treeitem', { name: /Walking the reach/ }).click();
  await maker.getByRole('link', { name: 'Correct captions' }).click();
  await maker.getByRole('radiogroup', { name: 'Language' }).getByText('English', { exact: true }).click();
  const list = maker.getByRole('region', { name: 'Captions in English' });
  const first = list.getByLabel('Caption 1', { exact: true });
  await expect(first).not.toHaveValue('');
  const count = Number(/^(\d+) captions/.exec((await list.getByText(/^\d+ captions/).textContent()) ?? '')?.[1]);
  expect(count).toBeGreaterThan(2);
  const from = await list.getByLabel('Caption 2 from').inputValue();

  await first.fill('Walk the whole reach otter first');
  await first.press('End');
  for (let i = 0; i < 'otter first'.length; i += 1) await first.press('ArrowLeft');
  await first.press('Control+Enter');
  await expect(list.getByLabel('Caption 2', { exact: true })).toHaveValue('otter first');
  await expect(list.getByText(`${count + 1} captions`)).toBeVisible();
  await maker.getByLabel('Seconds to move all captions by').fill('1.5');
  await maker.getByRole('button', { name: 'Move all later' }).click();
  await expect(list.getByLabel('Caption 3 from')).not.toHaveValue(from);
  await list.getByRole('button', { name: 'Undo' }).click();
  await expect(list.getByLabel('Caption 3 from')).toHaveValue(from);
  // What ends before it begins is not kept, and is told where it stands.
  await list.getByLabel('Caption 1 to').fill('0:00');
  await expect(list.getByText('It ends before it begins.')).toBeVisible();
  await expect(list.getByText('Not saved', { exact: true })).toBeVisible();
  await list.getByRole('button', { name: 'Undo' }).click();
  await expect(list.getByText('Saved', { exact: true })).toBeVisible();
  await maker.reload();
  await expect(list.getByLabel('Caption 2', { exact: true })).toHaveValue('otter first');

  const { page } = await signedIn(browser, school, 'bo3@post.example', undefined, {
    viewport: { width: 390, height: 844 },
  });
  await page.goto('/learn/stream-survey');
  await page.getByRole('link', { name: /Walking the reach/ }).click();
  await page.getByText('Read what is said').click();
  const said = page.getByRole('region', { name: 'Transcript' });
  await expect(said.getByRole('listitem')).toHaveCount(count + 1);
  await said.getByLabel('Find in what is said').fill('OTTER');
  await said.getByRole('button', { name: /otter first/ }).click();
  await expect.poll(() => at(page)).toBeGreaterThan(0);
  await said.getByLabel('Find in what is said').fill('');
  await expect(said.locator('[aria-current]')).toContainText('otter first');
  await said.getByLabel('Language of the transcript').selectOption({ label: 'Deutsch' });
  await expect(said.getByText(/otter first/)).toBeHidden();
});
