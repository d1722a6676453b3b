import type { Page } from '@playwright/test';
import { expect, newLearner, openBuild, publishEdition2, signedIn, testIn } from './support/school';

const test = testIn('sample');

/** Pastes what another program has copied. */
const paste = (page: Page, kinds: { readonly [type: string]: string }) =>
  page.getByRole('textbox', { name: /^Text of/ }).evaluate((editor, given) => {
    const carried = new DataTransfer();
    for (const [type, text] of Object.entries(given)) carried.setData(type, text);
    editor.dispatchEvent(new ClipboardEvent('paste', { clipboardData: carried, bubbles: true, cancelable: true }));
  }, kinds);

test('a text with a table, a callout, columns and a formula; what is pasted comes in clean; learners get it without scripts', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/c/stream-survey/build');
  await page.getByPlaceholder('Find', { exact: true }).fill('tallies');
  await page.getByRole('treeitem', { name: /From tallies to a story/ }).click();
  await page.getByRole('link', { name: /^Text:/ }).click();
  const editor = page.getByRole('textbox', { name: /^Text of/ });
  await editor.press('Control+End');
  const put = async (name: string) => {
    await page.getByRole('button', { name: 'Put in' }).click();
    await page.getByRole('menuitem', { name, exact: true }).click();
  };
  await page.keyboard.press('Enter');
  // Before words that are there already: what is typed next stands within all the same.
  await page.keyboard.type('The end.');
  await page.keyboard.press('Home');
  await put('Callout');
  await expect(editor).toBeFocused();
  await page.keyboard.type('Count twice, write once.');
  // It stands within the callout, also when somebody types at once.
  const callout = editor.locator('section', { has: page.getByLabel('What it is for') });
  await expect(callout.getByText('Count twice, write once.', { exact: true })).toBeVisible();
  await page.getByLabel('What it is for').selectOption('Tip');
  // The keyboard was with the choice: it comes back behind the callout before anything else is put in.
  await editor.press('Control+End');
  await expect(editor).toBeFocused();
  await expect(editor.getByText('Count twice, write once.')).toBeVisible();
  await put('Formula on its own');
  await page.getByLabel('Formula in TeX').fill('\\frac{n');
  await expect(editor.getByRole('alert')).toContainText('cannot be set');
  await page.getByLabel('Formula in TeX').fill('\\frac{n}{A}');
  await page.getByLabel('Formula in TeX').press('Enter');
  await expect(editor.locator('math mfrac')).toBeVisible();
  await page.keyboard.press('Control+End');
  await put('Table');
  await expect(editor.getByRole('row')).toHaveCount(3);
  await expect(editor).toBeFocused();
  await page.keyboard.type('Family');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Row below' }).click();
  await expect(editor.getByRole('row')).toHaveCount(4);
  await page.getByRole('button', { name: 'Remove column' }).click();
  await expect(editor.getByRole('row').first().getByRole('columnheader')).toHaveCount(2);

  // From a word processor: its lists are drawn, its styles its own.
  await page.keyboard.press('Control+End');
  await paste(page, {
    'text/html': `<html><head><style>p{color:red}</style></head><body><!--[if gte mso 9]><xml>x</xml><![endif]-->
      <p class="MsoNormal" style="color:#ff0000"><span lang="EN-GB">From <b>another</b> place<o:p></o:p></span></p>
      <p class="MsoListParagraph" style="mso-list:l0 level1 lfo1"><span style="mso-list:Ignore">1.<span>&nbsp;</span></span>first</p>
      <p class="MsoListParagraph" style="mso-list:l0 level1 lfo1"><span style="mso-list:Ignore">2.<span>&nbsp;</span></span>second</p>
      <img src="https://elsewhere.example/a.png"><script>alert(1)</script></body></html>`,
  });
  await expect(editor.getByText('From another place')).toBeVisible();
  await expect(editor.locator('ol > li', { hasText: /^(first|second)$/ })).toHaveCount(2);
  expect(await editor.innerHTML()).not.toMatch(/color|Mso|elsewhere|script/);
  await page.keyboard.press('Control+End');
  await paste(page, { 'text/plain': '## In the end\n\n- a **bold** line' });
  await expect(editor.getByRole('heading', { name: 'In the end' })).toBeVisible();
  await expect(editor.locator('li strong', { hasText: 'bold' })).toBeVisible();
  await expect(page.getByText(/^Saved/)).toBeVisible();
  const lessonId = page.url().split('/').at(-1);

  const { page: small } = await signedIn(browser, school, 'marek@wendwater.example', undefined, {
    viewport: { width: 390, height: 844 },
    javaScriptEnabled: false,
  });
  const start = new Date(Date.now() - 80 * 86_400_000).toISOString().slice(0, 10);
  await small.goto(`/view/stream-survey/${lessonId}?pace=all&start=${start}`);
  const article = small.getByRole('article');
  await expect(article.getByRole('complementary', { name: 'Tip' })).toContainText('Count twice');
  await expect(article.locator('math mfrac')).toBeVisible();
  await expect(article.getByRole('columnheader', { name: 'Family' })).toBeVisible();
  await expect(article.getByRole('heading', { name: 'In the end' })).toBeVisible();

  // Word by word against what stood there at first, which comes back in one step that can be undone.
  await page.getByRole('link', { name: 'Versions' }).click();
  const versions = page.getByRole('region', { name: 'Versions of the text' });
  await versions.getByRole('link', { name: /^At first/ }).click();
  const came = page.getByRole('main').getByRole('insertion');
  await expect(came.filter({ hasText: 'Count twice, write once.' })).toBeVisible();
  await page.getByRole('button', { name: 'Bring this version back' }).click();
  await expect(page.getByText('No word differs.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(came.filter({ hasText: 'Count twice, write once.' })).toBeVisible();
});

test('an exercise is made in its place in a text, and answered there by a learner until it is right', async ({
  browser,
  school,
}) => {
  const { page: maker, context: making } = await signedIn(browser, school, 'ines@wendwater.example');
  await openBuild(maker);
  await maker.getByRole('treeitem', { name: /What you will be able to do/ }).click();
  await maker.getByRole('link', { name: /^Text:/ }).click();
  const editor = maker.getByRole('textbox', { name: /^Text of/ });
  await editor.press('Control+Home');
  await maker.getByRole('button', { name: 'Put in' }).click();
  await maker.getByRole('menuitem', { name: 'Exercise', exact: true }).click();
  const exercise = editor.getByRole('region', { name: 'Exercise 1' });
  await expect(exercise.getByLabel('What is asked')).toBeFocused();
  await maker.keyboard.type('A reach is a length of river.');
  await exercise.getByRole('combobox', { name: 'Kind of question' }).click();
  await maker.getByRole('option', { name: 'True or false' }).click();
  await exercise.getByRole('radio', { name: 'true' }).check();
  await exercise.getByLabel('Said when it is not').fill('Think of the bank.');
  await exercise.getByRole('button', { name: 'Close' }).click();
  await expect(exercise.getByText('A reach is a length of river.')).toBeVisible();
  // Taken out of the text it is still there, and is put in again.
  await exercise.getByRole('button', { name: 'Take the exercise out of the text' }).click();
  await maker
    .getByRole('region', { name: 'Exercises that are not in the text' })
    .getByRole('button', { name: 'Put it in' })
    .click();
  await expect(exercise.getByText('A reach is a length of river.')).toBeVisible();
  const lessonId = maker.url().split('/').at(-1);
  await publishEdition2(maker);

  await newLearner(making, 'orla@post.example', 'stream-survey');
  const { page } = await signedIn(browser, school, 'orla@post.example', undefined, {
    viewport: { width: 390, height: 844 },
  });
  const said = await page.request.get(`/learn/stream-survey/${lessonId}`);
  expect(await said.text()).not.toContain('Think of the bank');
  await page.goto(`/learn/stream-survey/${lessonId}`);
  const asked = page.getByRole('region', { name: 'Exercise: A reach is a length of river.' });
  await asked.getByRole('radio', { name: 'false' }).check();
  await asked.getByRole('button', { name: 'Answer' }).click();
  await expect(asked.getByRole('status')).toHaveText('Not right yet.Think of the bank.');
  await asked.getByRole('radio', { name: 'true' }).check();
  await asked.getByRole('button', { name: 'Answer' }).press('Enter');
  await expect(asked.getByRole('status')).toHaveText('Right.');
  // To another lesson without loading a whole page, and back to this one as it was answered meanwhile.
  await page.evaluate(() => Object.assign(window, { isSamePage: true }));
  await page
    .getByRole('navigation', { name: 'Course' })
    .getByRole('link', { name: /Welcome to the river/ })
    .click();
  await expect(page).toHaveTitle(/^Welcome to the river · /);
  expect(await page.evaluate(() => 'isSamePage' in window)).toBe(true);
  await page.goBack();
  await expect(page).toHaveTitle(/^What you will be able to do · /);
  await expect(asked.getByText('answered right')).toBeVisible();
});
