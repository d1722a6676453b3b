import { expect, signedIn, testIn } from './support/school';

const test = testIn('sample');

test('the gradebook is written in by keyboard, tried with other rules, and read in from a file with faults', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, 'marek@wendwater.example');
  await page.goto('/c/stream-survey/run');
  await page.getByRole('link', { name: /^Whole gradebook/ }).click();
  const table = page.getByRole('grid', { name: 'Gradebook' });
  const row = table.getByRole('row', { name: /^Ayşegül Denizci/ });
  await expect(row).toBeVisible();
  await page.getByLabel('Why you enter grades').fill('Spoken at the bank');
  await row.getByRole('gridcell').nth(2).click();
  await page.keyboard.press('Enter');
  await page.keyboard.type('1O');
  await page.keyboard.press('Enter');
  await expect(page.getByText('"1O" is no number of points. A letter stands where a figure should.')).toBeVisible();
  await expect(row.getByRole('gridcell').nth(2)).toContainText('1O');
  await row.getByRole('gridcell').nth(2).click();
  await page.keyboard.press('Enter');
  await page.keyboard.type('80 %');
  await page.keyboard.press('Enter');
  await expect(row.getByRole('gridcell').nth(2)).toHaveText('4 ✎');
  await expect(row.getByRole('gridcell').nth(1)).toHaveText('80.0 %');
  const sheet = page.getByRole('region', { name: 'The grade, written out' });
  await expect(sheet.getByText('(5 × 4/5) ÷ 5 = 80.0 %')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(row.getByRole('gridcell').nth(1)).toHaveText('–');
  await row.getByRole('gridcell').nth(2).click();
  await expect(sheet.getByText(/back to what was earned.*Marek Dunaj/)).toBeVisible();

  // On trial: nobody else sees it, and thrown away it was nothing.
  await page.getByRole('button', { name: 'Try other weights' }).click();
  await expect(page.getByText('Nothing is different yet.')).toBeVisible();
  const weight = page.getByRole('textbox', { name: /^Weight of Your home stretch.*on trial$/ });
  await weight.fill('100');
  await weight.press('Enter');
  await expect(page.getByText('1 weight changed.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Do it: \d+ grades change$/ })).toBeEnabled();
  await page.getByRole('combobox', { name: 'Scale' }).click();
  await page.getByRole('option', { name: 'letters' }).click();
  await expect(table.getByText(/^A \(/).first()).toBeVisible();
  const lowest = page.getByRole('textbox', { name: 'Band 5 from, percent' });
  await lowest.fill('5');
  await lowest.press('Tab');
  await expect(page.getByText(/^The scale has a gap/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Do it/ })).toBeDisabled();
  await page.getByRole('button', { name: 'Throw away' }).click();
  await expect(page.getByText('On trial', { exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Try other weights' }).click();
  await page.getByRole('combobox', { name: 'Scale' }).click();
  await page.getByRole('option', { name: 'pass or fail' }).click();
  await page.getByRole('button', { name: /^Do it/ }).click();
  await expect(page.getByText(/^The working copy goes by these rules now/)).toBeVisible();

  await page.locator('input[type=file]').setInputFiles({
    name: 'grades.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Name,Your survey report\nBo Li,4O\nNobody,3\nEmeka Obiora,30\n'),
  });
  const faults = page.getByRole('list', { name: 'What is wrong' });
  await expect(faults).toContainText('Line 2, Your survey report: "4O" is no number of points.');
  await expect(faults).toContainText('Line 3: nobody here is "Nobody".');
  await expect(page.getByRole('button', { name: 'Enter 1 grade' })).toBeDisabled();
  await page.keyboard.press('Escape');
  await page.locator('input[type=file]').setInputFiles({
    name: 'grades.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Name,Your survey report\nEmeka Obiora,30\n'),
  });
  await page.getByRole('button', { name: 'Enter 1 grade' }).click();
  await expect(
    table
      .getByRole('row', { name: /^Emeka Obiora/ })
      .getByRole('gridcell')
      .nth(1),
  ).toHaveText('60.0 %');
  const file = await page
    .context()
    .request.get((await page.getByRole('link', { name: 'CSV' }).getAttribute('href')) ?? '');
  expect(await file.text()).toMatch(/Emeka Obiora,[^,]*,[^,]*,60\.0 %,/);
});
