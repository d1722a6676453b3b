import { readFileSync } from 'node:fs';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { assessed } from './support/assessed';
import { expect, signedIn, testIn } from './support/school';

const test = testIn('sample');

const item = (inside: string) =>
  `<qti-assessment-item xmlns="http://www.imsglobal.org/xsd/imsqtiasi_v3p0" identifier="a" title="T">${inside}</qti-assessment-item>`;
const choice = item(`<qti-response-declaration identifier="RESPONSE" cardinality="single" base-type="identifier">
  <qti-correct-response><qti-value>b</qti-value></qti-correct-response></qti-response-declaration>
  <qti-item-body><p>Which of these swims?</p><qti-choice-interaction response-identifier="RESPONSE" max-choices="1">
  <qti-simple-choice identifier="a">Heron</qti-simple-choice><qti-simple-choice identifier="b">Otter</qti-simple-choice>
  </qti-choice-interaction></qti-item-body>`);
const slider = item('<qti-item-body><qti-slider-interaction response-identifier="RESPONSE"/></qti-item-body>');

test('a mixed package comes into the bank with what cannot be read beside it; questions go out and say what stays behind', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/library/questions');
  const bring = async (name: string, bytes: Uint8Array | string) => {
    await page.getByRole('button', { name: 'Bring in' }).click();
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'From a file' }).click();
    await (await chooser).setFiles({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(bytes) });
  };
  await bring('mixed.zip', zipSync({ 'one.xml': strToU8(choice), 'two.xml': strToU8(slider) }));
  await expect(page.getByRole('list', { name: 'What cannot be read' })).toHaveText(
    'two.xml: Its interaction (slider-interaction) is none that can be read here.',
  );
  await expect(page.getByRole('list', { name: 'Questions that were read' })).toContainText('✓ Otter');
  await page.getByRole('button', { name: 'Put 1 question into the bank' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  const find = page.getByRole('textbox', { name: 'Find in the questions' });
  await find.fill('swims');
  await expect(page.getByRole('button', { name: 'Which of these swims?' })).toBeVisible();

  await bring('more.csv', 'Question,Right,Wrong,Colour\nWhich of these flies and swims?,Duck,Otter,red\n,a,b,c\n');
  await expect(page.getByRole('list', { name: 'What cannot be read' })).toContainText('Row 3: It asks nothing.');
  await expect(page.getByRole('list', { name: 'What cannot be read' })).toContainText('Column "Colour"');
  await page.getByRole('button', { name: 'Put 1 question into the bank' }).click();
  await expect(page.getByText('Which of these flies and swims?')).toBeVisible();

  // What is shown goes out as a table.
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take out' }).click();
  await page.getByRole('menuitem', { name: 'CSV table' }).click();
  const table = readFileSync(await (await download).path(), 'utf8');
  expect(table.split('\r\n').filter((line) => line.startsWith('Which')).length).toBe(2);
  await bring('broken.zip', 'PK nothing');
  await expect(page.getByRole('dialog').getByRole('alert')).toHaveText('This archive cannot be read. Save it again.');

  // A quiz goes out as a package: first it is told what that cannot say.
  const { page: maker } = await assessed(school, browser, /What the stones tell/);
  await maker.getByRole('button', { name: 'Take out' }).click();
  await maker.getByRole('menuitem', { name: 'QTI 3.0 package' }).click();
  await expect(maker.getByRole('list', { name: 'What stays behind' })).toContainText(
    'What a marker looks for stays behind.',
  );
  const zip = maker.waitForEvent('download');
  await maker.getByRole('link', { name: 'Take it out all the same' }).click();
  const files = unzipSync(readFileSync(await (await zip).path()));
  expect(Object.keys(files).sort()).toEqual([
    'imsmanifest.xml',
    'items/item-001.xml',
    'items/item-002.xml',
    'items/item-003.xml',
    'test.xml',
    'what-stays-behind.txt',
  ]);
  expect(strFromU8(files['items/item-001.xml'] ?? new Uint8Array())).toContain('rptemplates/match_correct.xml');
});

test('settings are kept as a preset and taken over by several quizzes; what follows a result is tried, switched on and happens once', async ({
  browser,
  school,
}) => {
  const { page: maker, publish } = await assessed(school, browser, /What the stones tell/);
  await maker.getByText('How it runs', { exact: true }).click();
  await maker.getByLabel('Pass mark').fill('90');
  await maker.getByLabel('Attempts', { exact: true }).fill('3');
  await maker.getByRole('switch', { name: /^A board of the best results/ }).press(' ');
  await maker.getByRole('button', { name: 'Keep as a preset' }).click();
  await maker.getByRole('dialog').getByLabel('Name').fill('Strict');
  await maker.getByRole('switch', { name: 'New quizzes of the school begin with it' }).click();
  await maker.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(maker.getByText('This quiz runs as "Strict".')).toBeVisible();
  await maker.getByRole('combobox', { name: 'Take over a preset' }).click();
  await maker.getByRole('option', { name: /^Strict/ }).click();
  const dialog = maker.getByRole('dialog');
  await dialog.getByRole('checkbox', { name: /Name the parts of a riffle/ }).check();
  await expect(dialog.getByRole('table')).toContainText('none');
  await dialog.getByRole('button', { name: 'Change 1 quiz' }).click();
  await expect(maker.getByText('1 quiz run as "Strict" now.')).toBeVisible();

  await maker.getByText('What follows', { exact: true }).click();
  await maker.getByRole('button', { name: 'Add a condition' }).click();
  const condition = maker.getByRole('region', { name: 'Condition 1' });
  await condition.getByLabel('Words to the learner, 1').fill('Look at the tray once more.');
  await condition.getByRole('combobox', { name: 'Condition 1: add what is done' }).click();
  await maker.getByRole('option', { name: 'a tag for the learner' }).click();
  await condition.getByLabel('The tag, 2').fill('call her');
  await expect(condition).toContainText('a message goes to the learner and the learner is tagged "call her".');
  await condition.getByRole('button', { name: 'Try it on the sittings so far' }).click();
  // So far it had no pass mark: everybody passed.
  await expect(condition.getByText('It would have held for nobody.')).toBeVisible();
  await condition.getByRole('combobox', { name: 'When' }).click();
  await maker.getByRole('option', { name: 'it comes to so many percent' }).click();
  await condition.getByLabel('below').fill('100');
  await condition.getByRole('button', { name: 'Try it on the sittings so far' }).click();
  await expect(condition.getByText(/It would have held for \d+ learners?; nothing was done/)).toBeVisible();
  await condition.getByRole('switch').press(' ');
  await publish();

  const { page: learner } = await signedIn(browser, school, 'aoife1@post.example');
  await learner.goto('/learn/stream-survey');
  await learner
    .getByRole('link', { name: /What the stones tell/ })
    .first()
    .click();
  for (const _twice of [1, 2]) {
    await learner.getByRole('button', { name: /^(Begin|Take it again)$/ }).click();
    await learner.getByLabel('Stonefly nymphs').check();
    await expect(learner.getByText('All answers kept')).toBeVisible();
    await learner.getByRole('button', { name: 'Hand in' }).click();
    await expect(learner.getByText(/0 of 7 points · not passed/)).toBeVisible();
    await learner.getByRole('link', { name: 'Back to the lesson' }).click();
  }
  // On the board only who wants to, by the name they choose.
  await expect(learner.getByText('Nobody stands on the board of this quiz yet.')).toBeVisible();
  await learner.getByLabel(/^Your name on the board/).fill('Otter');
  await learner.getByRole('button', { name: 'Show my result' }).click();
  await expect(learner.getByRole('row', { name: /^1 Otter you 0/ })).toBeVisible();
  await maker.reload();
  await maker
    .getByRole('navigation', { name: 'Assessed lessons' })
    .getByRole('button', { name: /What the stones tell/ })
    .click();
  await maker.getByText('What follows', { exact: true }).click();
  const log = maker.getByRole('region', { name: 'What has followed' });
  await expect(log.getByRole('row')).toHaveCount(3);
  await maker.goto('/c/stream-survey/run?find=call%20her');
  await maker.getByRole('button', { name: /^Aoife/ }).click();
  await expect(maker.getByText('call her', { exact: true })).toBeVisible();
  // A new quiz begins as the school says.
  await maker.goto('/c/stream-survey/build');
  await maker.getByRole('button', { name: 'Lesson of another kind' }).click();
  await maker.getByRole('menuitem', { name: /quiz/i }).click();
  await maker.goto('/c/stream-survey/assess');
  await maker
    .getByRole('navigation', { name: 'Assessed lessons' })
    .getByRole('button', { name: /New lesson/ })
    .click();
  await maker.getByText('How it runs', { exact: true }).click();
  await expect(maker.getByLabel('Pass mark')).toHaveValue('90');
});

test('a place on a picture is made by pointer and in numbers, and marked by pointer, by keyboard and by name', async ({
  browser,
  school,
}) => {
  const { page, publish } = await assessed(school, browser, /What the stones tell/);
  const before = await page.getByRole('region', { name: /^Question \d+$/ }).count();
  await page.getByRole('button', { name: 'Place on a picture', exact: true }).click();
  const made = page.getByRole('region', { name: `Question ${before + 1}`, exact: true });
  await made.getByLabel('What is asked').fill('Where is the water quick?');
  await made.getByRole('region', { name: 'The picture' }).getByRole('button', { name: 'From the library' }).click();
  await page.getByRole('dialog').getByRole('list').getByRole('button').first().click();
  const canvas = made.locator('img').last();
  await canvas.scrollIntoViewIfNeeded();
  await expect.poll(async () => (await canvas.boundingBox())?.height ?? 0).toBeGreaterThan(100);
  await canvas.scrollIntoViewIfNeeded();
  const box = (await canvas.boundingBox()) ?? { x: 0, y: 0, width: 1, height: 1 };
  const at = (x: number, y: number) => [box.x + box.width * x, box.y + box.height * y] as const;
  await page.mouse.move(...at(0.1, 0.1));
  await page.mouse.down();
  await page.mouse.move(...at(0.4, 0.4), { steps: 4 });
  await page.mouse.up();
  await made.getByLabel('Name of area 1').fill('The riffle');
  await expect(made.getByLabel('From the left')).toHaveValue(/^(9|10|11)(\.\d)?$/);
  await made.getByRole('button', { name: 'Add an area' }).click();
  await made.getByLabel('Name of area 2').fill('The pool');
  for (const [label, value] of [
    ['From the left', '70'],
    ['From the top', '70'],
    ['Width', '20'],
    ['Height', '20'],
  ] as const)
    await made.getByRole('group', { name: 'Area 2' }).getByLabel(label).fill(value);
  // Tried beside it: by keyboard from the middle into the area, and by name.
  const tried = page.getByRole('region', { name: 'As a learner sees it' });
  await tried.getByRole('button', { name: 'Put a mark in the middle' }).click();
  await expect(tried.getByRole('status').last()).toContainText('not right');
  const pin = tried.getByRole('button', { name: /^Mark 1/ });
  await expect(pin).toBeFocused();
  for (const key of ['ArrowLeft', 'ArrowUp']) for (let i = 0; i < 5; i += 1) await page.keyboard.press(`Shift+${key}`);
  await expect(tried.getByRole('status').last()).toContainText('right: 1 of 1 point');
  await page.keyboard.press('Delete');
  await tried.getByText('Choose by name instead').click();
  await tried.getByRole('checkbox', { name: 'The pool' }).check();
  await expect(tried.getByRole('status').last()).toContainText('not right');
  await page.getByText('How it runs', { exact: true }).click();
  await page.getByLabel('Attempts', { exact: true }).fill('');
  await publish();

  const { page: learner } = await signedIn(browser, school, 'bo3@post.example');
  await learner.goto('/learn/stream-survey');
  await learner
    .getByRole('link', { name: /What the stones tell/ })
    .first()
    .click();
  await learner.getByRole('button', { name: /^(Begin|Take it again)$/ }).click();
  const picture = learner.getByRole('group', { name: /Where is the water quick/ }).getByRole('img');
  // A place on it is meant once it is there.
  await expect.poll(async () => (await picture.boundingBox())?.height ?? 0).toBeGreaterThan(100);
  await picture.scrollIntoViewIfNeeded();
  const size = (await picture.boundingBox()) ?? { width: 100, height: 100 };
  await picture.click({ position: { x: size.width * 0.25, y: size.height * 0.25 } });
  await expect(learner.getByText('All answers kept')).toBeVisible();
  await learner.reload();
  await expect(learner.getByRole('button', { name: /^Mark 1, 2\d % from the left/ })).toBeVisible();
  // Nothing of where the areas are has come to the browser.
  expect(await learner.content()).not.toMatch(/"width":\d+,"height":\d+,"right"|"right":true/);
  await learner.getByRole('button', { name: 'Hand in' }).click();
  await expect(learner.getByRole('region', { name: `Question ${before + 1}` })).toContainText('right · 1 of 1');
});
