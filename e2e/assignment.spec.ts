import { assessed } from './support/assessed';
import { expect, newLearner, signedIn, testIn } from './support/school';

const test = testIn('sample');
const title = /Your home stretch/;

test('an assignment with criteria: handed in late, taken back, handed in anew, marked by keyboard, and read by its learner on a phone', async ({
  browser,
  school,
}) => {
  const { page: maker, publish } = await assessed(school, browser, title);
  await maker.getByRole('button', { name: 'Levels', exact: true }).click();
  const levels = maker.getByRole('region', { name: 'Criterion 1', exact: true });
  await levels.getByLabel('Criterion 1: what is looked at').fill('The place');
  await levels.getByRole('textbox', { name: 'Criterion 1, level 1', exact: true }).fill('Cannot be found');
  await levels.getByRole('textbox', { name: 'Criterion 1, level 2', exact: true }).fill('Roughly');
  await levels.getByRole('textbox', { name: 'Criterion 1, level 3', exact: true }).fill('To the bend');
  await maker.getByRole('button', { name: 'A check list', exact: true }).click();
  const checks = maker.getByRole('region', { name: 'Criterion 2', exact: true });
  await expect(maker.getByText('Your home stretch: a short profile: criterion 2 has no title.').first()).toBeVisible();
  await checks.getByLabel('Criterion 2: what is looked at').fill('What it says');
  await checks.getByRole('textbox', { name: 'Criterion 2, thing to check 1', exact: true }).fill('How wide');
  await checks.getByRole('textbox', { name: 'Criterion 2, thing to check 2', exact: true }).fill('How deep');
  await expect(maker.getByText('Together 7 points.')).toBeVisible();
  await maker.getByRole('switch', { name: 'Takes an address of the web' }).press(' ');
  await maker.getByRole('combobox', { name: 'Due', exact: true }).click();
  await maker.getByRole('option', { name: 'at the start' }).click();
  await maker.getByLabel('Late work loses').fill('50');
  await maker.getByRole('combobox', { name: 'How often' }).click();
  await maker.getByRole('option', { name: 'once' }).click();
  await expect(maker.getByText('Late work loses 50 % of its points.')).toBeVisible();
  await publish();

  const { context: owner } = await signedIn(browser, school, 'ines@wendwater.example');
  await newLearner(owner, 'lene@post.example', 'stream-survey');
  const { page } = await signedIn(browser, school, 'lene@post.example', undefined, {
    viewport: { width: 390, height: 844 },
  });
  await page.goto('/learn/stream-survey');
  await page.getByRole('link', { name: title }).first().click();
  await page.getByText('What it is marked by').click();
  await expect(page.getByText('To the bend')).toBeVisible();
  await page.getByLabel('Your work').fill('The Low Beck behind the mill.');
  const address = page.getByLabel('Address on the web');
  await address.fill('river');
  await page.getByRole('button', { name: 'Hand in' }).click();
  await expect(page.getByText('Give an address that begins with https://')).toBeVisible();
  await address.fill('https://river.example/beck');
  await expect(page.getByText(/draft kept$/)).toBeVisible();
  await page.reload();
  await expect(address).toHaveValue('https://river.example/beck');
  await page.getByRole('button', { name: 'Hand in' }).click();
  await expect(page.getByText(/Handed in .*, late · receipt/)).toBeVisible();
  await page.getByText('What you handed in').click();
  await expect(page.getByText(/^Checksum of all of it \(SHA-256\): [0-9a-f]{64}$/)).toBeVisible();
  await page.getByRole('button', { name: 'Take it back and change it' }).click();
  await page.getByLabel('Your work').fill('The Low Beck behind the mill, two metres wide.');
  await page.getByRole('button', { name: 'Hand in' }).click();
  await expect(page.getByRole('button', { name: 'Take it back and change it' })).toBeVisible();

  const { page: marker } = await signedIn(browser, school, 'temi@wendwater.example');
  await marker.goto('/marking?find=lene');
  await marker.getByRole('link', { name: title }).click();
  await expect(marker.getByText('late, less 50 %')).toBeVisible();
  await expect(marker.getByRole('link', { name: 'https://river.example/beck' })).toBeVisible();
  await marker.getByRole('radio', { name: /^Cannot be found/ }).focus();
  await marker.keyboard.press('ArrowDown');
  await marker.keyboard.press('ArrowDown');
  await expect(marker.getByRole('radio', { name: /^To the bend/ })).toBeChecked();
  await expect(marker.getByRole('heading', { name: 'Marks 5 of 7' })).toBeVisible();
  await expect(marker.getByText('Nothing is decided yet for: What it says.')).toBeVisible();
  await marker.keyboard.press('Control+Enter');
  await expect(marker.getByText('What it says has no points yet.')).toBeVisible();
  await marker.getByRole('checkbox', { name: /^How wide/ }).press(' ');
  await marker.getByLabel('Remark on What it says').fill('And how deep?');
  await expect(marker.getByText('Late: 3 of them are left.')).toBeVisible();
  await expect(marker.getByText('Kept. The learner sees nothing until you finish.')).toBeVisible();
  await page.reload();
  await expect(page.getByText('Your work is being marked')).toBeVisible();
  await expect(page.getByText('And how deep?')).toHaveCount(0);
  const here = marker.url();
  await marker.keyboard.press('Control+Enter');
  await expect(marker).not.toHaveURL(here);
  await page.reload();
  await expect(page.getByText('6 points, less 50 % for being late.')).toBeVisible();
  await expect(page.getByText('3 of 7 points')).toBeVisible();
  await expect(page.getByRole('row', { name: /^What it says.*How wide.*And how deep\?.*1 of 2/ })).toBeVisible();
});

test('work is shared out among markers, and results are looked over and released together', async ({
  browser,
  school,
}) => {
  const { page: maker, publish } = await assessed(school, browser, title);
  await maker.getByRole('combobox', { name: 'Learners see a mark' }).click();
  await maker.getByRole('option', { name: /^once results are released/ }).click();
  await publish();
  const { context: owner } = await signedIn(browser, school, 'ines@wendwater.example');
  await newLearner(owner, 'mira@post.example', 'stream-survey');
  const { page } = await signedIn(browser, school, 'mira@post.example');
  await page.goto('/learn/stream-survey');
  await page.getByRole('link', { name: title }).first().click();
  await page.getByLabel('Your work').fill('A spring below the chapel.');
  await expect(page.getByText(/draft kept$/)).toBeVisible();
  await page.getByRole('button', { name: 'Hand in' }).click();
  await expect(page.getByText('Your work is handed in')).toBeVisible();

  await maker.goto('/marking');
  await maker.getByRole('combobox', { name: 'Of the lesson' }).click();
  await maker.getByRole('option', { name: title }).click();
  await maker.getByRole('link', { name: 'Share out this work among markers' }).click();
  await maker.getByRole('button', { name: 'Evenly' }).click();
  await maker.getByRole('button', { name: /^Share out \d+ pieces?$/ }).click();
  await expect(maker.getByText(/^\d+ pieces? shared out\.$/)).toBeVisible();
  await expect(maker.getByText('0 of them with nobody')).toBeVisible();
  // One piece by hand: to the marker, whoever had it.
  await maker.getByRole('combobox', { name: 'Work of mira is with' }).click();
  await maker.getByRole('option', { name: 'Marek Dunaj' }).click();
  const { page: marker } = await signedIn(browser, school, 'temi@wendwater.example');
  await marker.goto('/marking?find=mira');
  await expect(marker.getByText('Nothing here is like that.')).toBeVisible();
  await maker.getByRole('combobox', { name: 'Work of mira is with' }).click();
  await maker.getByRole('option', { name: 'Temi Okonjo' }).click();
  await expect(async () => {
    await marker.reload();
    await expect(marker.getByRole('link', { name: title })).toBeVisible({ timeout: 1000 });
  }).toPass();
  await marker.getByRole('link', { name: title }).click();
  await marker.getByRole('radio', { name: /^To the bend/ }).check();
  await marker.getByRole('button', { name: 'None of it is there' }).click();
  const here = marker.url();
  await marker.keyboard.press('Control+Enter');
  await expect(marker).not.toHaveURL(here);
  await page.reload();
  await expect(page.getByText('Your work is being marked')).toBeVisible();

  await maker.goto('/marking');
  await maker.getByRole('combobox', { name: 'Of the lesson' }).click();
  await maker.getByRole('option', { name: title }).click();
  await maker.getByRole('link', { name: 'Release results' }).click();
  const list = maker.getByRole('list', { name: 'Before they are released' });
  await expect(list).toContainText('1 mark has no remark');
  await maker.getByRole('button', { name: 'Release 1 result' }).click();
  await expect(maker.getByText('1 result released.')).toBeVisible();
  await page.reload();
  await expect(page.getByText('2.5 of 7 points')).toBeVisible();
});
