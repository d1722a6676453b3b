import { writeFileSync } from 'node:fs';
import { expect, signedIn, testIn } from './support/school';

const test = testIn('sample');

test('lessons as a table: filtered, changed in place and together, brought in with faults and without, one undo', async ({
  browser,
  school,
}, info) => {
  const { page } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/catalogue');
  const grid = page.getByRole('grid', { name: 'Catalogue' });
  const cell = (title: string, column: number) =>
    grid
      .getByRole('row', { name: new RegExp(title) })
      .getByRole('gridcell')
      .nth(column);
  await expect(grid).toBeVisible();

  // What the filter shows gets one value, looked at first, taken back at once.
  await page.getByRole('button', { name: 'Filter', exact: true }).click();
  await page.getByRole('textbox', { name: 'Value' }).fill('check');
  await expect(page.getByText(/^\d lessons of 33$/)).toBeVisible();
  await page.getByRole('button', { name: /^Set on all/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'Column' }).click();
  await page.getByRole('option', { name: 'Weight' }).click();
  await dialog.getByLabel('Value').fill('heavy');
  await expect(dialog.getByText('"heavy" is no number.')).toBeVisible();
  await dialog.getByLabel('Value').fill('33');
  await dialog.getByRole('button', { name: 'Look at the changes' }).click();
  await expect(dialog.getByRole('table')).toContainText('Check: reach or not?');
  await dialog.getByRole('button', { name: /^Change \d cells/ }).click();
  await expect(cell('Check: reach or not', 8)).toHaveText('33');
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect(cell('Check: reach or not', 8)).toHaveText('15');

  // One cell in place, and a block pasted over several.
  await page.getByRole('button', { name: 'Take this condition away' }).click();
  await cell('Flow worksheet', 3).dblclick();
  await page.keyboard.type('Flow worksheet, new');
  await page.keyboard.press('Enter');
  await expect(cell('Flow worksheet, new', 3)).toBeVisible();
  await cell('Flow worksheet, new', 8).click();
  await cell('Flow worksheet, new', 8).evaluate((element) => {
    const data = new DataTransfer();
    data.setData('text/plain', '3\n4');
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await expect(dialog).toContainText('2 cells to change');
  await dialog.getByRole('button', { name: 'Change 2 cells' }).click();
  await expect(cell('Flow worksheet, new', 8)).toHaveText('3');

  // Kept under a name, and there again after a reload.
  await page.getByRole('button', { name: 'Views' }).click();
  await page.getByLabel('Name of this view').fill('Weights');
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByText('This view is kept as "Weights".')).toBeVisible();

  // A file with faults brings nothing in; put right, it does.
  const file = info.outputPath('lessons.csv');
  const right = info.outputPath('lessons-again.csv');
  const name = 'Reading a hedgerow';
  await page.reload();
  await page.getByRole('button', { name: 'Bring in' }).click();
  writeFileSync(
    file,
    `course,section,lesson,kind,minutes set\n${name},How old is it?,New one,song,5\n${name},How old is it?,New two,film,6\n${name},How old is it?,New two,film,6\n`,
  );
  await dialog.getByLabel('Choose a CSV or XLSX file').setInputFiles(file);
  await expect(dialog.getByRole('alert')).toContainText('"song" is none of reading');
  await expect(dialog.getByRole('alert')).toContainText('The same key stands in line 3 already.');
  await expect(dialog.getByRole('button', { name: 'Bring in' })).toBeDisabled();
  const download = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'The faulty rows as a file' }).click();
  expect((await download).suggestedFilename()).toBe('faults.csv');
  writeFileSync(
    right,
    `course,section,lesson,kind,minutes set\n${name},How old is it?,New one,reading,5\n${name},A new section,New two,film,6\n`,
  );
  await dialog.getByLabel('Choose a CSV or XLSX file').setInputFiles(right);
  await expect(dialog).toContainText('2 lessons to add');
  await dialog.getByRole('button', { name: 'Bring in' }).click();
  await expect(page.getByText(/2 lessons added/)).toBeVisible();
  await page.goto('/c/reading-a-hedgerow/build');
  await expect(page.getByRole('treeitem', { name: /Section 3, A new section/ })).toBeVisible();
  await expect(page.getByRole('treeitem', { name: /1\.\d New one/ })).toBeVisible();

  // Taken out as XLSX.
  await page.goto('/catalogue');
  const taken = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take out' }).click();
  await page.getByRole('menuitem', { name: 'XLSX of what is shown' }).click();
  expect((await taken).suggestedFilename()).toBe('lessons.xlsx');
});

test('an outline brought in with a preview, and anything found or done by its name', async ({
  browser,
  school,
}, info) => {
  const { page } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/c/wells-and-springs/plan/outline');
  const region = page.getByRole('region', { name: 'Bring an outline in' });
  await region
    .getByLabel('Paste it here')
    .fill('# Wells\n## Old wells\nThey are deep.\n## New wells\n# Springs\n## Wet feet');
  await expect(region).toContainText('Read as Markdown: 2 sections and 3 lessons');
  const file = info.outputPath('bad.csv');
  writeFileSync(file, 'section,lesson,minutes\nA,One,many\n');
  await region.getByLabel('Choose an outline file').setInputFiles(file);
  await expect(region).toContainText('"many" is no number of minutes');
  await expect(region.getByRole('button', { name: /^Put 0 lessons/ })).toBeDisabled();
  await region
    .getByLabel('Paste it here')
    .fill('# Wells\n## Old wells\nThey are deep.\n## New wells\n# Springs\n## Wet feet');
  await region.getByRole('button', { name: 'Put 3 lessons at the end' }).click();
  await expect(page.getByText(/put at the end\./)).toBeVisible();
  await expect(page.getByText(/^Saved \d/)).toBeVisible();

  await page.keyboard.press('Control+k');
  await page.keyboard.type('wet fete');
  await expect(page.getByRole('option', { name: /Wet feet/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('treeitem', { name: /Wet feet/ })).toBeFocused();
  await expect(page.getByRole('treeitem', { name: /Wet feet/ })).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('coverage');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/plan\/coverage$/);

  // A planned lesson with two media becomes two lessons without retyping.
  await page.goto('/c/wells-and-springs/build');
  await page.getByRole('treeitem', { name: /What old maps tell/ }).click();
  await page.getByRole('button', { name: 'Begin this lesson' }).click();
  await expect(page.getByRole('treeitem', { name: /What old maps tell, Film/ })).toBeVisible();
  await expect(page.getByRole('treeitem', { name: /What old maps tell \(worksheet\), Document/ })).toBeVisible();
});
