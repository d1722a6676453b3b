import { PDFDocument, rgb } from '@cantoo/pdf-lib';
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
const ines = 'ines@wendwater.example';

const pageOf = (page: Page) => page.getByRole('group', { name: /^The page of/ });
const kept = (page: Page) => expect(page.getByText('Saved', { exact: true })).toBeVisible();

/** Puts a thing on the page and moves it by so many millimetres, in steps of five. */
async function put(page: Page, what: string, down: number) {
  await page.getByRole('button', { name: what, exact: true }).click();
  await expect(page.getByRole('region', { name: 'What is chosen' })).toBeVisible();
  await pageOf(page).focus();
  for (let i = 0; i < Math.abs(down) / 5; i += 1)
    await page.keyboard.press(down > 0 ? 'Shift+ArrowDown' : 'Shift+ArrowUp');
}

test('a design from an empty page, by pointer and by keyboard, to a certificate that is issued', async ({
  browser,
  school,
}) => {
  const { page, context } = await signedIn(browser, school, ines);
  await page.goto('/c/stream-survey/award');
  await page.getByRole('button', { name: 'New design' }).click();
  await page.getByLabel('Name of the design').fill('Made by hand');
  await page.getByRole('button', { name: 'Empty page' }).click();
  await expect(page.getByText(/^Nobody’s name stands on it/)).toBeVisible();
  await put(page, 'Learner’s name', -40);
  await put(page, 'Course title', 0);
  await page.getByRole('button', { name: 'More…' }).click();
  await page.getByRole('menuitem', { name: 'Check code' }).click();
  await pageOf(page).focus();
  for (let i = 0; i < 8; i += 1) await page.keyboard.press('Shift+ArrowDown');
  await expect(page.getByLabel('From top')).toHaveValue('133');
  await page.keyboard.press('ArrowUp');
  await expect(page.getByLabel('From top')).toHaveValue('132.9');
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/^Nobody’s name/)).toHaveCount(0);

  // By pointer: what is dragged near the middle of the page stands in it.
  const paper = pageOf(page);
  const { x, y, width, height } = (await paper.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  const name = page.locator('rect[data-thing]').first();
  const at = (await name.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  await page.mouse.move(at.x + 30, at.y + 10);
  await page.mouse.down();
  await page.mouse.move(at.x + 60, at.y + 30, { steps: 6 });
  await expect.poll(() => page.locator('line').count()).toBeGreaterThan(0);
  await page.mouse.move(at.x + 32, at.y + 12, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByRole('heading', { name: 'Learner’s name' })).toBeVisible();
  await expect(page.getByLabel('From left')).toHaveValue('44.55');
  await page.mouse.click(x + width - 4, y + height - 4);
  await kept(page);

  // The words of a text, with a field among them.
  await page.getByRole('button', { name: 'Text', exact: true }).click();
  const words = page.getByRole('textbox', { name: 'Words' });
  await words.fill('Given on ');
  await page.getByRole('button', { name: 'Field', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Date', exact: true }).click();
  await expect(page.getByRole('combobox', { name: 'Date as' })).toBeVisible();
  await pageOf(page).focus();
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('Shift+ArrowDown');
  await kept(page);
  await page.getByRole('button', { name: /^Use “Made by hand” in this course/ }).click();
  await page.getByRole('button', { name: 'Use version 1' }).click();
  await expect(page.getByText('Version 1 in use')).toBeVisible();
  await expect(page.getByText(/all fit, smallest/)).toBeVisible();

  // What the course uses is published like everything else of it.
  await openBuild(page);
  await publishEdition2(page);
  await newLearner(context, 'hanne@post.example', 'stream-survey');
  const courseId = await courseIdOf(context, 'stream-survey');
  await page.goto('/c/stream-survey/run?show=certificates');
  await page.getByText('Issue by hand to several').click();
  await page.getByRole('combobox', { name: 'To whom' }).fill('hanne');
  await page.getByRole('option', { name: 'hanne', exact: true }).click();
  await page.getByLabel('Why').fill('Shown on the river');
  await page.getByRole('button', { name: 'Issue 1 certificate' }).click();
  await expect(page.getByText('1 certificate issued.')).toBeVisible();
  const row = page.getByRole('row', { name: /hanne/ });
  await expect(row.getByText('valid')).toBeVisible();

  await test.step('in another name it is issued anew, and the old number leads to the new one', async () => {
    const number = (await row.getByRole('rowheader').textContent()) ?? '';
    const old = (await row.getByRole('link', { name: 'Check page' }).getAttribute('href')) ?? '';
    const { context: her, page: own } = await signedIn(browser, school, 'hanne@post.example');
    const asked = await command(her, 'people.rename', { name: 'Hanne Lindqvist' });
    expect(asked.body.problem).toBeUndefined();
    await page.goto('/people');
    await page.getByRole('button', { name: /^Agree/ }).click();
    await page.goto('/c/stream-survey/run?show=certificates');
    await expect(page.getByText('hanne is Hanne Lindqvist.')).toBeVisible();
    await page.getByRole('button', { name: /^Issue anew/ }).click();
    await expect(page.getByRole('row', { name: /Hanne Lindqvist/ }).getByText('valid')).toBeVisible();
    await own.goto(old);
    await expect(own.getByRole('heading', { name: 'This certificate was replaced' })).toBeVisible();
    await own.getByRole('link', { name: /^No\. RIV-/ }).click();
    await expect(own.getByRole('heading', { name: 'This certificate is valid' })).toBeVisible();
    await expect(own.getByText('Hanne Lindqvist')).toBeVisible();
    await expect(own.getByText(number)).toHaveCount(0);

    // She shows it, and takes back what she has shown.
    const shown = own.url();
    await own.goto('/learn/certificates');
    const card = own.getByRole('region', { name: /No\. RIV-/ }).first();
    await expect(card.getByRole('img')).toHaveJSProperty('naturalWidth', 1200);
    await card.getByLabel('Whoever has the address sees my name and what it is for').uncheck();
    await expect(card.getByText('Saved.')).toBeVisible();
    const visitor = await (await browser.newContext({ baseURL: school.address })).newPage();
    await visitor.goto(shown);
    await expect(visitor.getByText('Its holder keeps the rest private.')).toBeVisible();
    await expect(visitor.getByText('Hanne Lindqvist')).toHaveCount(0);
    expect((await visitor.request.get(`${shown.replace('/check/', '/certificate/')}/picture`)).status()).toBe(404);
    const data = await (await visitor.request.get(`${shown.replace('/check/', '/certificate/')}/data`)).json();
    expect([data.state, data.of]).toEqual(['valid', null]);
  });

  const all = await context.request.get(`/api/course/${courseId}/certificates/file?as=pdf`);
  expect((await all.body()).subarray(0, 5).toString()).toBe('%PDF-');
});

test('a page of a PDF lies behind everything, and names that do not fit are held back until it is put right', async ({
  browser,
  school,
}) => {
  const { page, context } = await signedIn(browser, school, ines);
  await page.goto('/c/stream-survey/award');
  await page.getByRole('button', { name: 'New design' }).click();
  const document = await PDFDocument.create();
  document
    .addPage([842, 595])
    .drawRectangle({ x: 20, y: 20, width: 802, height: 555, borderColor: rgb(0.2, 0.4, 0.3) });
  const chosen = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: /^Own background/ }).click();
  await (await chosen).setFiles({
    name: 'Our paper.pdf',
    mimeType: 'application/pdf',
    buffer: Buffer.from(await document.save()),
  });
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Our paper');
  await expect(page.getByText('The background has 300 dots to an inch.')).toBeVisible();
  await put(page, 'Learner’s name', 0);
  await page.getByLabel('Never below').fill('40');
  await expect(page.getByText(/on the roll and \d+ hard names? do(es)? not fit/)).toBeVisible();
  await expect(page.getByText('Held back until it is put right')).toBeVisible();
  await kept(page);
  await page.getByRole('button', { name: 'Use version 1' }).click();
  await page.getByRole('button', { name: /^Use “Our paper” in this course/ }).click();

  const long = 'Maximiliana Featherstonehaugh-Cholmondeley de la Villeneuve the Younger of Wendwater';
  const courseId = await courseIdOf(context, 'stream-survey');
  const added = await command(context, 'people.add', {
    ...{ name: long, email: 'long@post.example', role: 'learner', password: 'stone-and-water', courseId: null },
  });
  await command(context, 'enrolment.add', { courseId, email: 'long@post.example', cohortId: null });
  const issue = () =>
    command(context, 'certificate.award-by-hand', {
      courseId,
      learnerId: added.body.value?.id,
      why: 'Shown on the river',
    });
  await kept(page);
  await expect(page.getByText(/uses another design/)).toHaveCount(0);
  const publish = (number: number) => command(context, 'course.publish', { courseId, number });
  // The second edition, or the third where the one before has made the second.
  const second = await publish(2);
  if (!second.body.ok) expect((await publish(3)).body.problem).toBeUndefined();
  expect((await issue()).body.problem?.sentence).toMatch(/is held back\. “Learner’s name” does not fit its box/);
  await page.locator('rect[data-thing]').first().click();
  await page.getByLabel('Never below').fill('14');
  await kept(page);
  await page.getByRole('button', { name: 'Use version 2' }).click();
  await expect(page.getByText('Version 2 in use')).toBeVisible();
  expect((await issue()).body.problem).toBeUndefined();
});

test('a certificate is shown for whoever of the roll is looked for, and for values that are typed', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, ines);
  await page.goto('/c/stream-survey/award');
  await expect(page.getByText(/all fit, smallest/)).toBeVisible();
  const shownFor = page.getByRole('combobox', { name: 'Shown for' });
  const asked = (part: object) =>
    page.waitForResponse(async (answer) => {
      if (!answer.url().endsWith('/certificate')) return false;
      const { shown } = answer.request().postDataJSON() as { shown: object };
      return answer.ok() && JSON.stringify({ ...shown, ...part }) === JSON.stringify(shown);
    });
  await shownFor.fill('nobody is called like this');
  await expect(page.getByText('Nobody has these words.')).toBeVisible();
  await shownFor.fill('rhydd');
  const drawn = asked({ by: 'learner' });
  await page.getByRole('option', { name: /^Caradog ap Rhydderch/ }).click();
  const { value } = (await (await drawn).json()) as { value: { name: string } };
  expect(value.name).toBe('Caradog ap Rhydderch');
  await expect(shownFor).toHaveValue(/^Caradog ap Rhydderch/);
  await shownFor.fill('type');
  await page.getByRole('option', { name: 'values that I type' }).click();
  const typed = asked({ by: 'typed', name: 'Þórgunnur Ó Briain' });
  await page.getByLabel('Name to show').fill('Þórgunnur Ó Briain');
  expect(((await (await typed).json()) as { value: { name: string } }).value.name).toBe('Þórgunnur Ó Briain');
});
