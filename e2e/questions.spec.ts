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
  const add = (kind: string) => page.getByRole('button', { name: kind, exact: true }).click();
  const made = (n: number) => page.getByRole('region', { name: `Question ${before + n}`, exact: true });

  await add('Order');
  await made(1).getByLabel('What is asked').fill('From the spring to the sea');
  // By keyboard: Enter goes on, and makes what is not there yet.
  await made(1).getByLabel('Item 1', { exact: true }).focus();
  for (const text of ['Brook', 'River', 'Spring', 'Sea']) {
    await page.keyboard.type(text);
    if (text !== 'Sea') await page.keyboard.press('Enter');
  }
  // Whoever types without a pause has each letter in its own field, from the first on.
  for (const [i, text] of ['Brook', 'River', 'Spring', 'Sea'].entries())
    await expect(made(1).getByLabel(`Item ${i + 1}`, { exact: true })).toHaveValue(text);
  await made(1).getByLabel('Item 3', { exact: true }).press('Alt+ArrowUp');
  await expect(made(1).getByLabel('Item 2', { exact: true })).toBeFocused();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(made(1).getByLabel('Item 1', { exact: true })).toHaveValue('Spring');

  await add('Matching');
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

  await add('Grouping');
  await made(3).getByLabel('What is asked').fill('Fast or slow?');
  for (const [i, title] of ['Fast', 'Slow'].entries())
    await made(3)
      .getByLabel(`Group ${i + 1}`, { exact: true })
      .fill(title);
  for (const [i, text] of ['Riffle', 'Pool'].entries())
    await made(3)
      .getByLabel(`Item ${i + 1}`, { exact: true })
      .fill(text);
  await add('Gaps');
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
  // The paper is another page: its items are read once they are there.
  await expect(items).toHaveCount(4);
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

test('a list of questions is pasted with what cannot be read beside it, tried as a learner, copied, changed together, and leads back to where it is taught', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/c/stream-survey/assess');
  await page
    .getByRole('navigation', { name: 'Assessed lessons' })
    .getByRole('button', { name: /Scoring the sample/ })
    .click();
  const all = page.getByRole('region', { name: /^Question \d+$/ });
  const before = await all.count();
  await page.getByRole('button', { name: 'Paste or bring in' }).click();
  await page
    .getByLabel('One question after another')
    .fill('Which drags?\n+ Weed\n> On the float.\n- Wind\n\nAnd this?\n\nHow wide?\nanswer: 4 ± 0.5 m\npoints: 2');
  await expect(page.getByRole('list', { name: 'What cannot be read' })).toHaveText(
    'Line 6: Nothing below this question says what is right.',
  );
  await expect(page.getByRole('list', { name: 'Questions that were read' }).getByRole('listitem')).toHaveCount(2);
  await page.getByRole('button', { name: 'Put 2 questions on the paper' }).click();
  await expect(all).toHaveCount(before + 2);

  await page.getByRole('button', { name: `Open question ${before + 1}` }).click();
  const made = page.getByRole('region', { name: `Question ${before + 1}`, exact: true });
  // The key for "right" marks the option the cursor is in, and Enter at the last one makes another.
  await made.getByLabel('Option 2', { exact: true }).focus();
  await page.keyboard.press('Control+Enter');
  await expect(made.getByRole('radio', { name: 'Option 2 is right' })).toBeChecked();
  await made.getByLabel('Option 1', { exact: true }).focus();
  await page.keyboard.press('Control+Enter');
  await made.getByLabel('Option 2', { exact: true }).press('Enter');
  await expect(made.getByLabel('Option 3', { exact: true })).toBeFocused();
  await page.keyboard.type('A rope');
  await made.getByText('Hint and feedback').click();
  await made.getByLabel('A hint').fill('Look at the water.');
  await made.getByRole('combobox', { name: 'Where it is taught' }).click();
  await page
    .getByRole('option', { name: /The float method, step by step/ })
    .first()
    .click();
  const tried = page.getByRole('region', { name: 'As a learner sees it' });
  await tried.getByText('A hint').click();
  await expect(tried.getByText('Look at the water.')).toBeVisible();
  await tried.getByLabel('Weed').check();
  await expect(tried.getByRole('status')).toHaveText('right: 1 of 1 pointOn the float.');
  await tried.getByLabel('A rope').check();
  await expect(tried.getByRole('status')).toContainText('not right: 0 of 1 point');

  await page.getByRole('checkbox', { name: `Choose question ${before + 1}` }).check();
  await page.getByRole('checkbox', { name: `Choose question ${before + 2}` }).check();
  const bar = page.getByRole('toolbar', { name: 'Chosen questions' });
  await bar.getByRole('button', { name: 'Copy below' }).click();
  await expect(all).toHaveCount(before + 4);
  await page.keyboard.press('Control+z');
  await expect(all).toHaveCount(before + 2);
  await bar.getByLabel('Points of each').fill('3');
  await expect(made).toContainText(/./);
  await expect(page.getByRole('region', { name: `Question ${before + 2}`, exact: true })).toContainText('3 points');
  await expect(page.getByText(/^Saved/)).toBeVisible();

  await page.goto(`/view/stream-survey?pace=all&start=${start}`);
  await page
    .getByRole('navigation', { name: 'Course' })
    .getByRole('link', { name: /Scoring the sample/ })
    .click();
  await page.getByRole('link', { name: 'Try the paper' }).click();
  await page.getByRole('group').filter({ hasText: 'Which drags?' }).getByLabel('Wind').check();
  await page.getByRole('button', { name: 'Hand in' }).click();
  const result = page.getByRole('region', { name: /^Question/ }).filter({ hasText: 'Which drags?' });
  await result.getByRole('link', { name: /^Taught in .* The float method, step by step/ }).click();
  await expect(page.getByRole('heading', { name: 'The float method, step by step', level: 1 })).toBeVisible();
});

test('figures show which question is marked wrongly; it is put right for everybody, seen before it is done, and taken back', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/c/stream-survey/assess');
  await page
    .getByRole('navigation', { name: 'Assessed lessons' })
    .getByRole('button', { name: /Work out the discharge/ })
    .click();
  await page.getByText('Figures', { exact: true }).click();
  const row = page.getByRole('row', { name: /A river doubles its width/ });
  await expect(row).toContainText('The best third mostly choose an option marked as wrong.');
  // What is wrong is open from the beginning.
  const detail = page.getByRole('region', { name: /^Figures of question/ });
  await expect(detail.getByRole('heading', { name: /A river doubles its width/ })).toBeVisible();
  await expect(detail.getByText(/best chose "doubles"/)).toBeVisible();
  const table = await page.request.get(
    (await page.getByRole('link', { name: 'CSV' }).getAttribute('href')) ?? 'no address',
  );
  expect(await table.text()).toContain('The best third mostly choose an option marked as wrong.');

  const accept = page.getByRole('radio', { name: /^Accept "doubles" as well/ });
  await accept.check();
  // What each way comes to arrives by itself.
  const option = detail.locator('.mantine-Radio-root', { has: accept });
  const said = (await option.getByText(/^\d+ gain/).textContent()) ?? '';
  const gain = Number(/^(\d+) gain/.exec(said)?.[1]);
  expect(gain).toBeGreaterThan(5);
  await detail.getByRole('button', { name: 'See everybody' }).click();
  const everybody = page.getByRole('dialog');
  await expect(everybody.getByRole('row')).toHaveCount(gain + 1);
  await page.keyboard.press('Escape');
  await detail.getByRole('button', { name: 'Put it right' }).click();
  await expect(detail.getByText('Give a reason; it is kept with the results.')).toBeVisible();
  await detail.getByLabel('Reason').fill('The key was wrong.');
  await detail.getByRole('button', { name: 'Put it right' }).click();
  const history = page.getByRole('region', { name: 'What has been put right' });
  await expect(history.getByRole('listitem')).toContainText(`"doubles" was accepted as well; ${gain} results changed.`);
  await expect(row).toContainText('It has been put right.');
  await history.getByRole('button', { name: 'Take back' }).click();
  await expect(history.getByRole('listitem')).toContainText('taken back');
});
