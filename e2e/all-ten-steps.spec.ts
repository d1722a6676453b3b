import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, signedIn, testIn } from './support/school';

const test = testIn('empty');
const password = 'a password for tests';

/** A film of six seconds with a picture that moves and a tone. */
function makeFilm(folder: string): string {
  const path = join(folder, 'crossing.mp4');
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-f',
    'lavfi',
    '-i',
    'testsrc=size=320x180:rate=10:duration=6',
    '-f',
    'lavfi',
    '-i',
    'sine=frequency=440:duration=6',
    '-c:v',
    'libx264',
    '-pix_fmt',
    'yuv420p',
    '-c:a',
    'aac',
    '-movflags',
    '+faststart',
    path,
  ]);
  return path;
}

const saved = (page: Page) => expect(page.getByText(/^Saved/).first()).toBeVisible();
const row = (page: Page, name: RegExp) => page.getByRole('treeitem', { name });

const ready = (page: Page) =>
  page.getByRole('radiogroup', { name: 'How ready it is' }).getByText('Ready', { exact: true }).click();

/** Writes a text into the editor of the selected lesson and comes back to the outline. */
async function writeText(page: Page, link: RegExp, text: string) {
  await page.getByRole('link', { name: link }).click();
  const editor = page.getByRole('textbox', { name: /^Text of/ });
  await editor.click();
  await page.keyboard.type(text);
  await saved(page);
  await page.getByRole('link', { name: 'Outline' }).click();
}

test('one course from a working title to a checked certificate', async ({ browser, school }) => {
  const folder = mkdtempSync(join(tmpdir(), 'mosaik-steps-'));
  const owner = await browser.newContext({ baseURL: school.address });
  const boss = await owner.newPage();

  await test.step('1 sign in: the first visit makes the owner, who adds the others', async () => {
    await boss.goto('/');
    await boss.getByLabel('Name of the school').fill('Meadow School');
    await boss.getByLabel('Your name').fill('Orla Finch');
    await boss.getByLabel('E-mail address').fill('orla@meadow.example');
    await boss.getByLabel('Password, at least 10 characters').fill('short');
    await boss.getByRole('button', { name: 'Begin' }).click();
    await expect(boss.getByText('Use at least 10 characters.')).toBeVisible();
    await boss.getByLabel('Password, at least 10 characters').fill(password);
    await boss.getByRole('button', { name: 'Begin' }).click();
    await expect(boss.getByRole('heading', { name: 'Courses' })).toBeVisible();
    await boss.getByRole('link', { name: 'People' }).click();
    for (const [name, email, role] of [
      ['Cato Reed', 'cato@meadow.example', 'creator'],
      ['Mila Stone', 'mila@meadow.example', 'marker'],
      ['Lea Brook', 'lea@meadow.example', 'learner'],
    ] as const) {
      await boss.getByLabel('Name').fill(name);
      await boss.getByLabel('E-mail address').fill(email);
      await boss.getByLabel('First password').fill(password);
      await boss.getByRole('combobox', { name: 'Role' }).click();
      await boss.getByRole('option', { name: role, exact: true }).click();
      await boss.getByRole('button', { name: 'Add', exact: true }).click();
      await expect(boss.getByRole('rowheader', { name })).toBeVisible();
    }
  });

  const { page } = await signedIn(browser, school, 'cato@meadow.example', password);
  await test.step('2 plan: a working title is enough', async () => {
    await page.goto('/courses');
    await page.getByRole('button', { name: 'Make course' }).click();
    await expect(page.getByText('Give it a title.')).toBeVisible();
    await page.getByLabel('Working title of a new course').fill('Crossing a stream');
    await page.getByRole('button', { name: 'Make course' }).click();
    await expect(page).toHaveURL(/\/c\/crossing-a-stream\/build/);
  });

  await test.step('3 build: lessons by keyboard, a film dropped, texts and questions', async () => {
    await page.getByRole('button', { name: 'Make the first lesson' }).click();
    await page.keyboard.type('Where to cross');
    await page.keyboard.press('Enter');
    await page.keyboard.type('Watch a crossing');
    await page.keyboard.press('Enter');
    await page.keyboard.type('Check yourself');
    await page.keyboard.press('Enter');
    await page.keyboard.type('Your own crossing');
    await page.keyboard.press('Enter');
    // The row that was made last has no name yet, and is gone with Escape.
    await expect(page.getByRole('treeitem')).toHaveCount(6);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('treeitem')).toHaveCount(5);

    const chooseKind = async (name: RegExp, kind: string) => {
      await row(page, name).click();
      await page.getByRole('combobox', { name: 'Kind' }).click();
      await page.getByRole('option', { name: kind }).click();
    };
    await chooseKind(/Watch a crossing/, 'Film');
    await chooseKind(/Check yourself/, 'Quiz');
    await chooseKind(/Your own crossing/, 'Assignment');

    await row(page, /Where to cross/).click();
    await writeText(page, /write it/, 'Cross where the water is wide and shallow. Look upstream first.');
    await ready(page);

    await row(page, /Watch a crossing/).click();
    const broken = join(folder, 'not-a-film.mp4');
    writeFileSync(broken, 'this is a text');
    const chooser = page.locator('input[type=file]').first();
    await chooser.setInputFiles(broken);
    await expect(
      page.getByRole('complementary', { name: 'Inspector' }).getByText('does not hold a film'),
    ).toBeVisible();
    await chooser.setInputFiles(makeFilm(folder));
    await expect(page.getByText('0:06')).toBeVisible({ timeout: 30_000 });
    const captions = join(folder, 'crossing.vtt');
    writeFileSync(captions, 'WEBVTT\n\n00:00.000 --> 00:03.000\nLook upstream first.\n');
    await page.getByRole('link', { name: 'Write captions' }).click();
    await page.getByRole('button', { name: 'Captions in' }).click();
    await page.getByRole('menuitem', { name: 'English' }).click();
    await page.getByLabel('Choose a captions file').setInputFiles(captions);
    await expect(page.getByLabel('Caption 1', { exact: true })).toHaveValue('Look upstream first.');
    await page.getByRole('link', { name: 'Outline' }).click();
    await row(page, /Watch a crossing/).click();
    await expect(page.getByText('captions: en')).toBeVisible();
    await ready(page);

    await row(page, /Your own crossing/).click();
    await writeText(page, /write it/, 'Describe one crossing of your own in a hundred words.');
    await ready(page);
    await row(page, /Check yourself/).click();
    await ready(page);
    await saved(page);
  });

  await test.step('4 release: a rhythm, one rule by hand, and the board', async () => {
    await page.getByRole('link', { name: /^Release/ }).click();
    const pages = page.getByRole('navigation', { name: 'Release' });
    await pages.getByRole('link', { name: 'Rhythm' }).click();
    await page.getByRole('button', { name: 'Lay out by this rhythm' }).click();
    await expect(page.getByText('One section every Monday 09:00')).toBeVisible();
    await expect(page.getByText('as it is now')).toBeVisible();
    await pages.getByRole('link', { name: 'Board' }).click();
    await expect(page.getByText('4 of 4 lessons open')).toBeVisible();
    await page.getByRole('link', { name: /^Build/ }).click();
    await row(page, /Your own crossing/).click();
    await page.getByRole('combobox', { name: 'Opens' }).click();
    await page.getByRole('option', { name: 'an interval after the start' }).click();
    await expect(row(page, /Your own crossing/)).toContainText('day 7, 09:00');
    await page.getByRole('link', { name: /^Release/ }).click();
    const slider = page.getByRole('slider', { name: 'Moment looked at' });
    await slider.focus();
    await page.keyboard.press('Home');
    await expect(page.getByText(/^3 of 4 lessons open · next: Your own crossing/)).toBeVisible();
    await page.keyboard.press('PageUp');
    await expect(page.getByText(/^3 of 4 lessons open/)).toBeVisible();
    for (let i = 0; i < 9; i += 1) await page.keyboard.press('ArrowRight');
    await expect(page.getByText(/^4 of 4 lessons open/)).toBeVisible();
    await page.getByRole('link', { name: /^Build/ }).click();
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect(row(page, /Your own crossing/)).toContainText('at start');
  });

  await test.step('5 assess: every kind of question', async () => {
    await page.getByRole('link', { name: /^Assess/ }).click();
    await page
      .getByRole('navigation', { name: 'Assessed lessons' })
      .getByRole('button', { name: /Check yourself/ })
      .click();
    const add = (kind: string) => page.getByRole('button', { name: kind, exact: true }).click();
    await add('One choice');
    const first = page.getByRole('region', { name: 'Question 1' });
    await first.getByLabel('What is asked').fill('Where do you cross?');
    await first.getByLabel('Option 1', { exact: true }).fill('Where it is wide and shallow');
    await first.getByLabel('Option 2', { exact: true }).fill('Where it is narrow and deep');
    await first.getByRole('button', { name: 'Remove option 3' }).click();
    await add('Several choices');
    const second = page.getByRole('region', { name: 'Question 2' });
    await second.getByLabel('What is asked').fill('What do you look for first?');
    await second.getByLabel('Option 1', { exact: true }).fill('What comes from upstream');
    await second.getByLabel('Option 2', { exact: true }).fill('Where you would come ashore');
    await second.getByLabel('Option 3', { exact: true }).fill('A place for a photograph');
    await second.getByRole('checkbox', { name: 'Option 2 is right' }).check();
    await add('Number');
    const third = page.getByRole('region', { name: 'Question 3' });
    await third.getByLabel('What is asked').fill('A float takes 20 s for 10 m. How fast is the surface?');
    await third.getByLabel('Right answer').fill('0.5');
    await third.getByLabel('Tolerance, ±').fill('2%');
    await third.getByLabel('Unit').fill('m/s');
    await add('True or false');
    const fourth = page.getByRole('region', { name: 'Question 4' });
    await fourth.getByLabel('What is asked').fill('Slow water is deep water.');
    await fourth.getByRole('radio', { name: 'true' }).check();
    await add('Short text');
    const fifth = page.getByRole('region', { name: 'Question 5' });
    await fifth.getByLabel('What is asked').fill('What is the shallow, broken water called?');
    await fifth.getByRole('textbox', { name: 'Form 1' }).fill('riffle');
    await fifth.getByRole('button', { name: 'Accept another form' }).click();
    await fifth.getByRole('textbox', { name: 'Form 2' }).fill('a riffle');
    await fifth.getByLabel('Slips forgiven').fill('1');
    await page.getByText('How it runs').click();
    await page.getByLabel('Time limit').fill('15');
    await saved(page);
    await page
      .getByRole('navigation', { name: 'Assessed lessons' })
      .getByRole('button', { name: /Your own crossing/ })
      .click();
    await expect(page.getByText('Describe one crossing of your own')).toBeVisible();
  });

  await test.step('7 award: the certificate is designed, seen and switched on in one place', async () => {
    await page.getByRole('link', { name: /^Award/ }).click();
    await page.getByRole('switch', { name: 'This course awards a certificate' }).check();
    await page.getByLabel('Words in the number').first().fill('meadow!');
    await expect(page.getByText(/^Use one to twelve capital letters/)).toBeVisible();
    await page.getByLabel('Words in the number').first().fill('MEAD-');
    await page.getByRole('button', { name: /^River line/ }).click();
    await page
      .getByLabel(/^On the page/)
      .or(page.getByText(/^On the page: 16/))
      .click();
    await page.getByRole('button', { name: 'Certificate of completion', exact: true }).click();
    await page.getByRole('textbox', { name: 'Words' }).fill('Certificate of crossing');
    await expect(page.getByText(/all fit, smallest/)).toBeVisible();
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'Use version 1' }).click();
    await expect(page.getByText('Version 1 in use')).toBeVisible();
  });

  await test.step('8 and 9 view as learner on any day, then publish', async () => {
    await page.getByRole('link', { name: 'View as learner' }).click();
    await expect(page.getByText('Nothing is recorded.')).toBeVisible();
    await page
      .getByRole('navigation', { name: 'Course' })
      .getByRole('link', { name: /Where to cross/ })
      .click();
    await expect(page.getByText('Cross where the water is wide')).toBeVisible();
    await page.getByRole('link', { name: 'Back to building' }).click();
    await page.getByRole('button', { name: 'Publish edition 1' }).click();
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByText('New lesson: Where to cross')).toBeVisible();
    await dialog.getByRole('button', { name: 'Publish edition 1' }).click();
    await expect(page.getByText('Edition 1 is live').first()).toBeVisible();
  });

  await test.step('a learner is enrolled and a marker added', async () => {
    await page.getByRole('link', { name: /^Run/ }).click();
    await page.getByLabel('E-mail address', { exact: true }).fill('nobody@meadow.example');
    await page.getByRole('button', { name: 'Enrol', exact: true }).click();
    await expect(page.getByText('Nobody in the school has this e-mail address')).toBeVisible();
    await page.getByLabel('E-mail address', { exact: true }).fill('lea@meadow.example');
    await page.getByRole('button', { name: 'Enrol', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Lea Brook' })).toBeVisible();
    await page.getByLabel('Their e-mail address').fill('mila@meadow.example');
    await page.getByRole('button', { name: 'Add to the course' }).click();
    await expect(page.getByRole('button', { name: 'Take Mila Stone off the course' })).toBeVisible();
  });

  const { page: lea } = await signedIn(browser, school, 'lea@meadow.example', password);
  await test.step('10 learn: read, watch, sit the quiz, hand in', async () => {
    await lea.goto('/learn');
    await lea.getByRole('link', { name: 'Begin: Where to cross' }).click();
    await lea.getByRole('button', { name: 'Done, next lesson' }).click();
    await expect(lea.getByRole('heading', { name: 'Watch a crossing' })).toBeVisible();
    await lea.getByRole('button', { name: 'play', exact: true }).click();
    await expect(lea.getByText('Watched: this lesson is done.')).toBeVisible({ timeout: 25_000 });
    await lea.getByRole('link', { name: 'Next: Check yourself' }).click();
    await lea.getByRole('button', { name: 'Begin' }).click();
    await expect(lea.getByText(/left$/).first()).toBeVisible();
    await lea.getByLabel('Where it is wide and shallow').check();
    await lea.getByLabel('What comes from upstream').check();
    await expect(lea.getByText('All answers kept')).toBeVisible();
    await lea.reload();
    await expect(lea.getByLabel('Where it is wide and shallow')).toBeChecked();
    await lea.getByLabel('Where you would come ashore').check();
    await lea
      .getByRole('group', { name: /A float takes/ })
      .getByRole('textbox')
      .fill('0,5');
    await lea
      .getByRole('group', { name: /Slow water/ })
      .getByLabel('true')
      .check();
    await lea
      .getByRole('group', { name: /shallow, broken/ })
      .getByRole('textbox')
      .fill('A rifle');
    await expect(lea.getByText('5 of 5 answered')).toBeVisible();
    await expect(lea.getByText('All answers kept')).toBeVisible();
    await lea.getByRole('button', { name: 'Hand in' }).click();
    await expect(lea.getByText('5 of 5 points')).toBeVisible();
    await lea
      .getByRole('navigation', { name: 'Course' })
      .getByRole('link', { name: /Your own crossing/ })
      .click();
    await lea.getByRole('button', { name: 'Hand in' }).click();
    await expect(lea.getByText('Write something or add a file before you hand in.')).toBeVisible();
    await lea
      .getByLabel('Your work')
      .fill('I crossed the mill brook below the weir, where it is wide and no deeper than my ankle.');
    await expect(lea.getByText('draft kept')).toBeVisible();
    const photo = join(folder, 'notes.txt');
    writeFileSync(photo, 'Width 3 m, depth 0.1 m.');
    await lea.locator('input[type=file]').setInputFiles(photo);
    await expect(lea.getByRole('link', { name: 'notes.txt' })).toBeVisible();
    await lea.getByRole('button', { name: 'Hand in' }).click();
    await expect(lea.getByText('Your work is handed in')).toBeVisible();
  });

  await test.step('the marker marks it', async () => {
    const { page: mila } = await signedIn(browser, school, 'mila@meadow.example', password);
    await mila.goto('/');
    await mila.getByRole('link', { name: 'Your own crossing' }).click();
    await expect(mila.getByText('below the weir')).toBeVisible();
    await mila.getByLabel('Points of 20').fill('99');
    await mila.getByRole('button', { name: /^Done/ }).click();
    await expect(mila.getByText('This assignment is worth 20 points; give at most that.')).toBeVisible();
    await mila.getByLabel('Points of 20').fill('17.5');
    await mila.getByLabel('Remark to the learner').fill('Well chosen.');
    await mila.keyboard.press('Control+Enter');
    await expect(mila.getByText('Nothing waits to be marked.')).toBeVisible();
  });

  await test.step('6 the gradebook writes the sum out', async () => {
    await page.reload();
    await page.getByRole('button', { name: 'Lea Brook' }).click();
    await expect(page.getByText('(10 × 5/5 + 10 × 17.5/20) ÷ 20 = 93.8 %')).toBeVisible();
  });

  await test.step('the certificate is issued, downloaded and checked by anybody', async () => {
    await lea.goto('/learn/crossing-a-stream');
    await expect(lea.getByText('17.5')).toHaveCount(0);
    await expect(async () => {
      await lea.reload();
      await expect(lea.getByRole('heading', { name: 'Your certificate' })).toBeVisible({ timeout: 1000 });
    }).toPass({ timeout: 30_000 });
    const number =
      /MEAD-\w{4}-\d{4}/.exec((await lea.getByRole('region', { name: 'Certificate' }).textContent()) ?? '')?.[0] ??
      'none';
    const [download] = await Promise.all([
      lea.waitForEvent('download'),
      lea.getByRole('link', { name: 'Download the PDF' }).click(),
    ]);
    const path = join(folder, 'certificate.pdf');
    await download.saveAs(path);
    const text = execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });
    for (const words of ['Certificate of crossing', 'Lea Brook', 'Crossing a stream', number])
      expect(text).toContain(words);
    const fonts = execFileSync('pdffonts', [path], { encoding: 'utf8' }).trim().split('\n').slice(2);
    expect(fonts.length).toBeGreaterThan(2);
    for (const font of fonts) expect(font, 'embedded').toMatch(/Identity-H +yes/);
    expect(readFileSync(path).length).toBeGreaterThan(10_000);
    const check = await lea.getByRole('link', { name: 'Check page' }).getAttribute('href');
    const visitor = await (await browser.newContext({ baseURL: school.address })).newPage();
    await visitor.goto(check ?? '');
    await expect(visitor.getByRole('heading', { name: 'This certificate is valid' })).toBeVisible();
    await expect(visitor.getByText(number)).toBeVisible();
    await visitor.goto(`${check}x`);
    await expect(visitor.getByRole('heading', { name: 'No certificate at this address' })).toBeVisible();
  });
});
