import { assessed } from './support/assessed';
import { expect, signedIn, testIn } from './support/school';

const test = testIn('sample');
const title = /What the stones tell/;

test('what no rule judges waits for a person: an essay, files and an opinion, from their maker over the marking desk to the result', async ({
  browser,
  school,
}) => {
  const { page: maker, publish } = await assessed(school, browser, title);
  await maker.getByRole('button', { name: 'Files', exact: true }).click();
  const made = maker.getByRole('region', { name: 'Question 4', exact: true });
  await made.getByLabel('What is asked').fill('A drawing of your reach, \\(a^2\\).');
  await made.getByLabel('Each at most').fill('1');
  await expect(maker.getByText('Files are added in a sitting')).toBeVisible();
  await publish();

  const { page: learner } = await signedIn(browser, school, 'aoife1@post.example');
  await learner.goto('/learn/stream-survey');
  await learner.getByRole('link', { name: title }).first().click();
  await expect(learner.getByText('2 answers are marked by a person')).toBeVisible();
  await learner.getByRole('button', { name: 'Begin' }).click();
  await learner.getByLabel('Worms').check();
  const essay = learner.getByRole('textbox', { name: 'Your answer' });
  await essay.fill('Silt settles below the weir.');
  await expect(learner.getByText('5 words; asked for: 50 to 150 words')).toBeVisible();
  // The scale by keyboard.
  await learner.getByRole('radio', { name: 'not at all' }).focus();
  await learner.keyboard.press('ArrowDown');
  await learner.keyboard.press('ArrowDown');
  await expect(learner.getByRole('radio', { name: 'partly' })).toBeChecked();
  const files = learner.locator('input[type=file]');
  await files.setInputFiles({ name: 'big.txt', mimeType: 'text/plain', buffer: Buffer.alloc(2_000_000, 'a') });
  await expect(learner.getByText('This file is larger than 1 MB')).toBeVisible();
  await files.setInputFiles({ name: 'reach.txt', mimeType: 'text/plain', buffer: Buffer.from('A bend, a pool.') });
  await expect(learner.getByRole('link', { name: 'reach.txt' })).toBeVisible();
  await expect(files).toHaveCount(0);
  await expect(learner.getByText('All answers kept')).toBeVisible();
  await learner.reload();
  await expect(learner.getByText('4 of 4 answered')).toBeVisible();
  await expect(learner.getByRole('group', { name: /A drawing/ }).locator('math msup')).toHaveCount(1);
  await expect(essay).toHaveValue('Silt settles below the weir.');
  await learner.getByRole('button', { name: 'Hand in' }).click();
  await expect(learner.getByText(/2 answers are read and marked by a person.*So far: 1 of 8 points/)).toBeVisible();
  const sitting = learner.url();
  const file = await learner.getByRole('link', { name: 'reach.txt' }).getAttribute('href');

  const { page: marker } = await signedIn(browser, school, 'temi@wendwater.example');
  await marker.goto('/marking');
  await marker.getByRole('combobox', { name: 'Of the lesson' }).click();
  await marker.getByRole('option', { name: 'What the stones tell' }).click();
  await marker.getByLabel('Of somebody').fill('aoife');
  await expect(marker.getByRole('row')).toHaveCount(2);
  await marker.getByRole('link', { name: 'What the stones tell' }).click();
  await expect(marker.getByText('Silt settles below the weir.')).toBeVisible();
  await marker.getByText('What to look for').click();
  await expect(marker.getByText('silt settles where the water is slow')).toBeVisible();
  expect((await marker.request.get(file ?? '')).status()).toBe(200);
  const points = marker.getByLabel('Points of 6 for question 2');
  await points.fill('9');
  await marker.getByLabel('Points of 1 for question 4').fill('0,5');
  await expect(marker.getByText('give at most that')).toBeVisible();
  await points.fill('4');
  await marker.getByLabel('Remark to the learner on question 2').fill('Silt, yes. And the oxygen?');
  await expect(marker.getByText('Kept. The learner sees nothing until you finish.')).toBeVisible();
  await expect(marker.getByRole('heading', { name: 'Marks 5.5 of 8' })).toBeVisible();
  await marker.reload();
  await expect(points).toHaveValue('4');
  await learner.reload();
  await expect(learner.getByText('Silt, yes.')).toHaveCount(0);
  const here = marker.url();
  await points.press('Control+Enter');
  await expect(marker).not.toHaveURL(here);

  await learner.goto(sitting);
  await expect(learner.getByText('5.5 of 8 points')).toBeVisible();
  await expect(learner.getByText('Silt, yes. And the oxygen?')).toBeVisible();
  await expect(learner.getByText('answered', { exact: true })).toBeVisible();
  await expect(learner.locator('math msup')).toHaveCount(1);
});
