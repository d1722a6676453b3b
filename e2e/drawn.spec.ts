import { PDFDocument } from '@cantoo/pdf-lib';
import type { Page } from '@playwright/test';
import { expect, newLearner, signedIn, testIn } from './support/school';

const test = testIn('sample');
const title = /^Written check/;

/** A scan of some sheets. */
async function scan(name: string, sheets: number) {
  const document = await PDFDocument.create();
  for (let n = 0; n < sheets; n += 1) document.addPage([595, 842]);
  return { name, mimeType: 'application/pdf', buffer: Buffer.from(await document.save()) };
}

/** What of a page is drawn: the outlines and words, whoever shows them. */
const drawnOn = (page: Page, number: number) =>
  page
    .locator(`[data-page$="/${number}"]`)
    .first()
    .evaluate((figure) =>
      [...figure.querySelectorAll('svg g > path, svg g > text')]
        .filter((shape) => shape.closest('g')?.querySelector('title'))
        .map((shape) => shape.getAttribute('d') ?? shape.textContent),
    );

test('paper scripts are loaded, sorted, shared out, drawn on with every tool, and read by their learner on a phone, who asks for another look', async ({
  browser,
  school,
}) => {
  const { context, page: owner } = await signedIn(browser, school, 'ines@wendwater.example');
  await newLearner(context, 'lene@post.example', 'dry-stone-walling');
  await owner.goto('/c/dry-stone-walling/run');
  await owner.goto('/marking');
  await owner.getByRole('combobox', { name: 'Of the lesson' }).click();
  await owner.getByRole('option', { name: title }).click();
  await owner.getByRole('link', { name: 'Load paper scripts' }).click();
  await owner.locator('input[type=file]').setInputFiles([await scan('lene.pdf', 2), await scan('pile.pdf', 4)]);
  const mine = owner.getByRole('region', { name: 'Script lene.pdf' });
  await expect(mine.getByRole('combobox')).toHaveValue(/lene$/);
  const pile = owner.getByRole('region', { name: 'Script pile.pdf' });
  await pile.getByRole('textbox', { name: 'Pages a script' }).fill('3');
  await pile.getByRole('button', { name: 'Cut this pile' }).click();
  const cut = owner.getByRole('region', { name: 'Script pile 2' });
  await cut.getByRole('button', { name: 'Page 1: more' }).click();
  await owner.getByRole('menuitem', { name: 'Move to lene.pdf' }).click();
  await expect(mine.getByText('3 pages')).toBeVisible();
  await mine.getByRole('button', { name: 'Page 3: earlier' }).click();
  await mine.getByRole('button', { name: 'Page 2: turn to the right' }).click();
  await mine.getByRole('button', { name: 'Page 3: more' }).click();
  await owner.getByRole('menuitem', { name: 'Leave out' }).click();
  await expect(mine.getByText('2 pages, 1 left out')).toBeVisible();
  // The first of a pile is taken for the first on the roll, until somebody says otherwise.
  const first = owner.getByRole('region', { name: 'Script pile 1' });
  await expect(first.getByRole('combobox')).toHaveValue(/^1 /);
  await first.getByRole('button', { name: 'Take off the table' }).click();
  await expect(first).toHaveCount(0);
  await owner.getByRole('button', { name: 'Hand in 1 script' }).click();
  await expect(owner.getByText('1 script handed in.')).toBeVisible();
  await expect(mine).toHaveCount(0);

  const { page: marker } = await signedIn(browser, school, 'temi@wendwater.example');
  await marker.goto('/marking?find=lene');
  await marker.getByRole('link', { name: title }).click();
  const board = marker.getByRole('application').first();
  await board.scrollIntoViewIfNeeded();
  const box = await board.boundingBox();
  if (!box) throw new Error('There is no page to draw on.');
  const at = (x: number, y: number) => [box.x + (x * box.width) / 595, box.y + (y * box.height) / 842] as const;
  const drag = async (from: readonly [number, number], to: readonly [number, number]) => {
    await marker.mouse.move(...at(...from));
    await marker.mouse.down();
    await marker.mouse.move(...at((from[0] + to[0]) / 2, (from[1] + to[1]) / 2 + 4));
    await marker.mouse.move(...at(...to));
    await marker.mouse.up();
  };
  const take = (tool: string) => marker.getByRole('button', { name: tool, exact: true }).click();
  for (const [i, tool] of [
    'Pen stroke',
    'Highlight',
    'Tick',
    'Cross',
    'Line',
    'Arrow',
    'Rectangle',
    'Ellipse',
  ].entries()) {
    await take(tool);
    await drag([60, 130 + i * 34], [200, 150 + i * 34]);
  }
  await take('Stamp');
  await marker.mouse.click(...at(480, 200));
  for (const [tool, words, x] of [
    ['Text', 'Why so?', 300],
    ['Note', 'See the film, 6:10', 380],
    ['Callout', 'What holds it from behind?', 250],
  ] as const) {
    await take(tool);
    await marker.mouse.click(...at(x, 260));
    await marker.keyboard.type(words);
    await expect(marker.getByRole('textbox', { name: /^Words of the/ })).toHaveValue(words);
    await marker.keyboard.press('Tab');
  }
  await take('Signature');
  const pad = marker.getByRole('img', { name: 'Draw your signature here' });
  const sheet = await pad.boundingBox();
  if (!sheet) throw new Error('There is no pad to sign on.');
  await marker.mouse.move(sheet.x + 30, sheet.y + 90);
  await marker.mouse.down();
  await marker.mouse.move(sheet.x + 90, sheet.y + 30);
  await marker.mouse.move(sheet.x + 150, sheet.y + 110);
  await marker.mouse.up();
  await marker.getByRole('button', { name: 'Use this signature' }).click();
  await expect(pad).toHaveCount(0);
  await marker.mouse.click(...at(420, 400));
  await expect(marker.getByText('Drawn: 13')).toBeVisible();

  // By keyboard: the cross goes to its place, Space puts the tool down and lifts it; then it is moved, and taken back.
  await take('Tick');
  await board.focus();
  await marker.keyboard.press('Shift+ArrowDown');
  await marker.keyboard.press('Space');
  await marker.keyboard.press('Shift+ArrowRight');
  await marker.keyboard.press('Space');
  await expect(marker.getByText('Drawn: 14')).toBeVisible();
  await marker.keyboard.press('Control+z');
  await expect(marker.getByText('Drawn: 13')).toBeVisible();
  await marker.keyboard.press('Control+Shift+z');
  await expect(marker.getByText('Drawn: 14')).toBeVisible();
  await take('Rub out');
  await marker.mouse.click(...at(420, 400));
  await expect(marker.getByText('Drawn: 13')).toBeVisible();
  const before = await drawnOn(marker, 1);
  await marker.reload();
  await expect(marker.getByText('Drawn: 13')).toBeVisible();
  await expect(marker.getByRole('application').first()).toBeVisible();
  await expect(async () => expect(await drawnOn(marker, 1)).toEqual(before)).toPass();
  // Also what was drawn before the page was opened anew is taken back, to the beginning.
  await marker.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(marker.getByText('Drawn: 14')).toBeVisible();
  await marker.getByRole('button', { name: 'Redo', exact: true }).click();
  await expect(marker.getByText('Drawn: 13')).toBeVisible();

  await marker.getByRole('checkbox', { name: /^Both faces/ }).press(' ');
  await marker.getByRole('radio', { name: /^It says that the middle/ }).check();
  const belly = marker.getByLabel(/^Remark on 3 The belly/);
  await belly.fill('No through stones');
  await marker.getByRole('button', { name: /^Saved remarks/ }).click();
  await marker.getByRole('textbox', { name: /^Keep “No through stones”/ }).fill('-2');
  await marker.getByRole('button', { name: 'Keep', exact: true }).click();
  await marker.getByRole('textbox', { name: /^Saved remarks, for/ }).fill('through');
  await marker.keyboard.press('Enter');
  await expect(marker.getByLabel(/^Points of 5: 3 The belly/)).toHaveValue('3');
  const here = marker.url();
  await marker.keyboard.press('Control+Enter');
  await expect(marker).not.toHaveURL(here);

  const { page } = await signedIn(browser, school, 'lene@post.example', undefined, {
    viewport: { width: 390, height: 844 },
  });
  await page.goto('/learn/dry-stone-walling');
  await page
    .getByRole('link', { name: /Written check/ })
    .first()
    .click();
  await expect(page.getByText('7 of 15 points')).toBeVisible();
  await expect(async () => expect(await drawnOn(page, 1)).toEqual(before)).toPass();
  await expect(page.getByRole('listitem').filter({ hasText: 'See the film, 6:10' })).toBeVisible();
  const marked = await page
    .context()
    .request.get((await page.getByRole('link', { name: /as a PDF$/ }).getAttribute('href')) ?? '');
  const whole = await PDFDocument.load(await marked.body());
  expect(whole.getPages().map((one) => one.node.Annots()?.size() ?? 0)).toEqual([0, 13, 0]);

  await page.getByText('Ask for another look').first().click();
  await page.getByLabel('2 The middle').fill('Look at my second line.');
  await page.getByRole('button', { name: 'Ask for another look' }).click();
  await expect(page.getByText(/it is not answered yet/)).toBeVisible();
  await marker.goto('/marking?show=asked');
  await marker.getByRole('link', { name: title }).click();
  const asked = marker.getByRole('region', { name: 'Another look' });
  await expect(asked.getByText('Look at my second line.')).toBeVisible();
  await asked.getByRole('combobox', { name: 'What comes of it' }).click();
  await marker.getByRole('option', { name: 'it may be handed in once more' }).click();
  await asked.getByLabel('Answer to the learner').fill('Come by, and write it again.');
  await asked.getByRole('button', { name: 'Answer' }).click();
  await expect(asked.getByText(/^Answered by/)).toBeVisible();
  await page.reload();
  await expect(page.getByText('Come by, and write it again.')).toBeVisible();
  await expect(page.getByText('You may hand it in 2 times more.')).toBeVisible();
});
