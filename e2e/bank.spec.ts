import { expect, signedIn, testIn } from './support/school';

const test = testIn('sample');

test('a question is made in the bank, moved with others, put on a paper, and taken anew when it has changed; a draw says when there is too little', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/library/questions');
  await page.getByRole('button', { name: 'Category' }).click();
  await page.getByLabel('Name').fill('Otters');
  await page.getByRole('button', { name: 'Make it' }).click();
  await page.getByRole('button', { name: /^Otters/ }).click();
  const making = page.getByRole('complementary', { name: 'The question that is open' });
  for (const [prompt, right] of [
    ['What does an otter eat?', 'Fish'],
    ['Where does an otter sleep?', 'In a holt'],
  ] as const) {
    await page.getByRole('button', { name: 'Question', exact: true }).click();
    await expect(making.getByLabel('What is asked')).toHaveValue('A new question');
    await making.getByLabel('What is asked').fill(prompt);
    await making.getByLabel('Option 1', { exact: true }).fill(right);
    await making.getByLabel('Option 2', { exact: true }).fill('Nothing');
    await making.getByRole('button', { name: 'Remove option 3' }).click();
    await expect(page.getByRole('row', { name: new RegExp(prompt.slice(0, -1)) })).toBeVisible();
    await making.getByRole('button', { name: 'Close the question' }).click();
  }
  await page.getByRole('checkbox', { name: 'Choose all that are shown' }).check();
  await page.getByRole('button', { name: 'Move, tag, difficulty…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Difficulty').click();
  await page.getByRole('option', { name: 'hard' }).click();
  await expect(dialog.getByRole('table', { name: 'What changes' })).toContainText('difficulty 1 → 3');
  await dialog.getByRole('button', { name: 'Change 2 questions' }).click();
  await expect(page.getByRole('img', { name: '3 of 3' })).toHaveCount(2);

  await page.goto('/c/stream-survey/assess');
  const assessed = page.getByRole('navigation', { name: 'Assessed lessons' });
  await assessed.getByRole('button', { name: /Check: reach or not/ }).click();
  const questions = page.getByRole('region', { name: /^Question \d+$/ });
  const before = await questions.count();
  await page.getByText('From the bank', { exact: true }).click();
  await page.getByLabel('Find in the questions').fill('otter eat');
  await page.getByRole('checkbox', { name: 'Choose "What does an otter eat?"' }).check();
  await page.getByRole('button', { name: 'Put 1 question on the paper' }).click();
  await expect(page.getByText('1 question put on the paper.')).toBeVisible();
  await page.getByLabel('Find in the questions').fill('');
  await page.getByRole('combobox', { name: 'Category' }).click();
  await page.getByRole('option', { name: 'Otters' }).click();
  await page.getByRole('button', { name: 'Draw from these' }).click();
  const draw = page.getByRole('region', { name: 'Draw 1' });
  await expect(draw.getByRole('alert')).toContainText('draws 3 questions, and the bank has 2 to choose from');
  await draw.getByLabel('How many').fill('1');
  await expect(draw.getByRole('alert')).toHaveCount(0);
  await expect(draw).toContainText('1 of Otters');
  await expect(questions).toHaveCount(before + 1);

  // Changed in the bank, it is offered here and taken when its maker wants it.
  await page.getByRole('button', { name: `Open question ${before + 1}` }).click();
  const bound = page.getByRole('region', { name: `Question ${before + 1}`, exact: true });
  await expect(bound).toContainText('Version 1 of the bank.');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await bound.getByRole('link', { name: 'Change it in the bank' }).click();
  await making.getByLabel('What is asked').fill('What does an otter eat in winter?');
  await expect(making.getByText('Kept.')).toBeVisible();
  await page.goto('/c/stream-survey/assess');
  await assessed.getByRole('button', { name: /Check: reach or not/ }).click();
  await expect(bound).toContainText('What does an otter eat?');
});

test('a drawn paper is the same over a reload and on another device, and its answers with it', async ({
  browser,
  school,
}) => {
  const first = await signedIn(browser, school, 'bo3@post.example');
  const { page } = first;
  await page.goto('/learn/stream-survey');
  await page
    .getByRole('link', { name: /Scoring the sample/ })
    .first()
    .click();
  await expect(page.getByText('6 questions, 12 points')).toBeVisible();
  await page.getByRole('button', { name: 'Take it again' }).click();
  const asked = page.getByRole('group').filter({ has: page.locator('legend') });
  await expect(asked).toHaveCount(6);
  const legends = () => page.locator('legend').allTextContents();
  const paper = await legends();
  // Two questions that are drawn may have this option.
  await page.getByLabel('Nothing', { exact: true }).first().check();
  await expect(page.getByText('All answers kept')).toBeVisible();
  await page.reload();
  await expect(asked).toHaveCount(6);
  expect(await legends()).toEqual(paper);
  await expect(page.getByLabel('Nothing', { exact: true }).first()).toBeChecked();
  const phone = await signedIn(browser, school, 'bo3@post.example', undefined, {
    viewport: { width: 390, height: 844 },
  });
  await phone.page.goto(page.url());
  await expect(phone.page.locator('legend')).toHaveCount(6);
  expect(await phone.page.locator('legend').allTextContents()).toEqual(paper);
  await expect(phone.page.getByLabel('Nothing', { exact: true }).first()).toBeChecked();
});
