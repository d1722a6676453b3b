import { expect, signedIn, testIn } from './support/school';

const test = testIn('sample');
const start = new Date(Date.now() - 80 * 86_400_000).toISOString().slice(0, 10);

test('gaps, order, matching and grouping are made, tried by keyboard and by pointer, and each part earns its points', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/c/stream-survey/assess');
  await page
    .getByRole('navigation', { name: 'Assessed lessons' })
    .getByRole('button', { name: /Check: reach or not/ })
    .click();
  const all = page.getByRole('region', { name: /^Question \d+$/ });
  const before = await all.count();
  for (const kind of ['Order', 'Matching', 'Grouping', 'Gaps'])
    await page.getByRole('button', { name: kind, exact: true }).click();
  const made = (n: number) => page.getByRole('region', { name: `Question ${before + n}`, exact: true });

  await made(1).getByLabel('What is asked').fill('From the spring to the sea');
  for (const [i, text] of ['Spring', 'Brook', 'River'].entries())
    await made(1)
      .getByLabel(`Item ${i + 1}`, { exact: true })
      .fill(text);
  // Put in by mistake before the others, it is moved to its place.
  await made(1).getByRole('button', { name: 'Add an item' }).click();
  await made(1).getByLabel('Item 4', { exact: true }).fill('Sea');

  await made(2).getByLabel('What is asked').fill('What lives where?');
  for (const [i, [left, match]] of [
    ['Riffle', 'Stonefly'],
    ['Pool', 'Water boatman'],
  ].entries()) {
    await made(2)
      .getByLabel(`Left of pair ${i + 1}`)
      .fill(left ?? '');
    await made(2)
      .getByLabel('What belongs to it')
      .nth(i)
      .fill(match ?? '');
  }
  await made(2).getByRole('button', { name: 'Add one that belongs to nothing' }).click();
  await made(2).getByLabel('Belongs to nothing, 1', { exact: true }).fill('Herring');

  await made(3).getByLabel('What is asked').fill('Fast or slow?');
  for (const [i, title] of ['Fast', 'Slow'].entries())
    await made(3)
      .getByLabel(`Group ${i + 1}`, { exact: true })
      .fill(title);
  for (const [i, text] of ['Riffle', 'Pool'].entries())
    await made(3)
      .getByLabel(`Item ${i + 1}`, { exact: true })
      .fill(text);
  await made(4).getByLabel('What is asked').fill('Fill in.');
  await made(4).getByLabel('Text with gaps').fill('A [riffle|rapid] is fast, a [pool] is slow.');
  await expect(page.getByText(/^Saved/)).toBeVisible();

  await page.goto(`/view/stream-survey?pace=all&start=${start}`);
  await page
    .getByRole('navigation', { name: 'Course' })
    .getByRole('link', { name: /Check: reach or not/ })
    .click();
  await page.getByRole('link', { name: 'Try the paper' }).click();
  const asked = (words: string) => page.getByRole('group').filter({ hasText: words });
  const order = asked('From the spring to the sea');
  const items = order.getByRole('listitem');
  const texts = async () => (await items.allTextContents()).map((text) => text.trim());
  expect((await texts()).toSorted()).toEqual(['Brook', 'River', 'Sea', 'Spring']);
  expect(await texts()).not.toEqual(['Spring', 'Brook', 'River', 'Sea']);
  // By keyboard to the top, by pointer to the end, the rest by what is left.
  await expect(order.getByRole('button', { name: 'It is in order as it is' })).toBeEnabled();
  await order.getByRole('button', { name: 'Move Spring up' }).focus();
  for (let presses = 0; presses < 3; presses += 1) await page.keyboard.press('Enter');
  await expect(items.first()).toContainText('Spring');
  await items.filter({ hasText: 'Sea' }).dragTo(items.last());
  await expect(items.last()).toContainText('Sea');
  if (!(await texts())[1]?.includes('Brook')) await order.getByRole('button', { name: 'Move Brook up' }).click();
  await expect(items).toContainText(['Spring', 'Brook', 'River', 'Sea']);

  const match = asked('What lives where?');
  await match.getByRole('combobox', { name: 'Riffle' }).selectOption('Stonefly');
  await match.getByRole('combobox', { name: 'Pool' }).selectOption('Herring');
  const group = asked('Fast or slow?');
  await group.getByRole('combobox', { name: 'Pool' }).focus();
  await page.keyboard.type('Slow');
  await expect(group.getByRole('combobox', { name: 'Pool' })).toHaveValue(/.+/);
  const gaps = asked('Fill in.');
  await gaps.getByRole('textbox', { name: 'Gap 1 of 2' }).fill('rapid');
  await page.keyboard.press('Tab');
  await page.keyboard.type('Pool');
  await page.getByRole('button', { name: 'Hand in' }).click();
  const result = (words: string) => page.getByRole('region', { name: /^Question/ }).filter({ hasText: words });
  await expect(result('From the spring to the sea')).toContainText('right · 1 of 1');
  await expect(result('Fill in.')).toContainText('right · 1 of 1');
  await expect(result('What lives where?')).toContainText('partly right · 0.5 of 1');
  await expect(result('What lives where?')).toContainText('Right: Riffle: Stonefly; Pool: Water boatman');
  await expect(result('Fast or slow?')).toContainText('partly right · 0.5 of 1');
});
