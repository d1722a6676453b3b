import { expect, signedIn, testIn } from './support/school';

const test = testIn('sample');

test('two creators in one course, each at a web process of their own: each sees what the other does, and neither overwrites the other in silence', async ({
  browser,
  school,
}) => {
  const [ines, marek] = [
    await signedIn(browser, school, 'ines@wendwater.example'),
    await signedIn(browser, { ...school, address: await school.anotherWeb() }, 'marek@wendwater.example'),
  ];
  const address = '/c/reading-a-hedgerow/build';
  await ines.page.goto(address);
  await marek.page.goto(address);
  const row = (page: typeof ines.page, name: RegExp) => page.getByRole('treeitem', { name });

  // Who is where.
  await row(marek.page, /1\.2 /).click();
  await expect(row(ines.page, /1\.2 /).getByRole('img', { name: /is here: Build/ })).toBeVisible();

  // A change is there without anybody asking for it.
  await row(ines.page, /1\.1 /).click();
  await ines.page.getByLabel('Title', { exact: true }).fill('Counting woody species');
  await expect(row(marek.page, /1\.1 Counting woody species/)).toBeVisible();
  await row(marek.page, /2\.1 /).click();
  await marek.page.keyboard.press('Alt+ArrowUp');
  await expect(row(ines.page, /1\.4 Dormouse/)).toBeVisible();

  // What one did the other cannot undo by accident, and the one can.
  await ines.page.keyboard.press('Escape');
  await row(ines.page, /1\.1 /).click();
  await ines.page.keyboard.press('Control+z');
  await expect(row(marek.page, /1\.1 Counting species/)).toBeVisible();
  await expect(row(ines.page, /1\.4 Dormouse/)).toBeVisible();

  // The same field at the same moment: both versions stand side by side until one is chosen.
  await row(ines.page, /1\.1 /).click();
  await marek.page.goto(address);
  await row(marek.page, /1\.1 /).click();
  await marek.context.setOffline(true);
  await marek.page.getByLabel('Title', { exact: true }).fill('Marek wrote this');
  await expect(marek.page.getByText('Not saved yet; trying again')).toBeVisible();
  await ines.page.getByLabel('Title', { exact: true }).fill('Ines wrote this');
  await expect(ines.page.getByText(/^Saved \d/)).toBeVisible();
  await marek.context.setOffline(false);
  const versions = marek.page.getByRole('alert', { name: 'Two versions' });
  await expect(versions).toContainText('Marek wrote this');
  await expect(versions).toContainText('Ines wrote this');
  await versions.getByRole('button', { name: 'Keep yours' }).click();
  await expect(versions).toBeHidden();
  await expect(row(ines.page, /1\.1 Marek wrote this/)).toBeVisible();

  // The same for a text; here both are kept, one below the other.
  await row(ines.page, /1\.1 /).click();
  await ines.page.getByRole('link', { name: /^Text: / }).click();
  await row(marek.page, /1\.1 /).click();
  await marek.page.getByRole('link', { name: /^Text: / }).click();
  const [hers, his] = [
    ines.page.getByRole('textbox', { name: /^Text of / }),
    marek.page.getByRole('textbox', { name: /^Text of / }),
  ];
  await hers.click();
  await ines.page.keyboard.press('Control+End');
  await ines.page.keyboard.type(' Written together.');
  await expect(his).toContainText('Written together.');
  await marek.context.setOffline(true);
  await his.click();
  await marek.page.keyboard.press('Control+End');
  await marek.page.keyboard.type(' His end.');
  await ines.page.keyboard.type(' Her end.');
  await expect(ines.page.getByText(/^Saved \d/)).toBeVisible();
  await marek.context.setOffline(false);
  await expect(versions).toContainText('His end.');
  await versions.getByRole('button', { name: 'Keep both, one below the other' }).click();
  await expect(hers).toContainText('His end.');
  await expect(hers).toContainText('Her end.');
});
