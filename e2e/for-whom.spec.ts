import { strToU8, zipSync } from 'fflate';
import { assessed } from './support/assessed';
import { expect, signedIn, testIn } from './support/school';

const test = testIn('sample');
const title = /Work out the discharge/;

test('a quiz is for whom it names, asks about who agrees, takes a pattern, and certifies who passes it', async ({
  browser,
  school,
}) => {
  const { page: maker, publish } = await assessed(school, browser, title);
  await maker.getByRole('button', { name: 'Short text' }).click();
  const made = maker.getByRole('region', { name: 'Question 7', exact: true });
  await made.getByLabel('What is asked').fill('In which year was the weir built?');
  await made.getByRole('textbox', { name: 'Form 1' }).fill('1953');
  const pattern = made.getByLabel('Right as well: a pattern for the whole answer');
  await pattern.fill('(in (19)?53');
  await pattern.blur();
  await expect(made.getByText('A round bracket that opens is never closed.')).toBeVisible();
  await pattern.fill('(in )?(19)?53');
  await expect(made.getByText('A round bracket that opens is never closed.')).toHaveCount(0);
  await made.getByLabel('What is asked').focus();

  await maker.getByText('How it runs', { exact: true }).click();
  await maker.getByLabel('Pass mark').fill('5');
  await maker.getByRole('switch', { name: /^Whoever passes it gets a certificate/ }).press(' ');
  await maker.getByRole('combobox', { name: 'For these tags' }).fill('boat');
  await maker.getByRole('combobox', { name: 'For these tags' }).press('Enter');
  await expect(maker.getByText(/^Everybody else is excused from it/)).toBeVisible();
  await maker.getByRole('button', { name: 'Ask about the person' }).click();
  await maker.getByLabel('Question about the person 1', { exact: true }).fill('Which water is yours?');
  await maker.getByLabel('Answers to choose from, question about the person 1').fill('The Wend\nLow Beck');
  await maker.getByLabel('What it is for, told with the questions').fill('So that the next season fits you.');
  await publish();

  const { page } = await signedIn(browser, school, 'bo3@post.example');
  await page.goto('/learn/stream-survey');
  await page.getByRole('link', { name: title }).first().click();
  await expect(page.getByRole('table', { name: 'Your sittings' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take it again' })).toHaveCount(0);
  await expect(page.getByRole('form', { name: 'About you' })).toHaveCount(0);

  await maker.goto('/c/stream-survey/run?find=Bo%20Li');
  await maker.getByRole('button', { name: /^Bo Li/ }).click();
  await maker.getByRole('combobox', { name: 'Tags' }).fill('boat');
  await maker.getByRole('combobox', { name: 'Tags' }).press('Enter');
  await expect(async () => {
    await page.reload();
    await expect(page.getByRole('button', { name: 'Take it again' })).toBeVisible({ timeout: 1000 });
  }).toPass();

  // Nothing is sent before somebody has agreed.
  const about = page.getByRole('form', { name: 'About you' });
  await expect(about).toContainText('So that the next season fits you.');
  await about.getByLabel('Low Beck').check();
  await expect(about.getByRole('button', { name: 'Send my answers' })).toBeDisabled();
  await about.getByLabel('I agree that my answers are kept for this').check();
  await about.getByRole('button', { name: 'Send my answers' }).click();
  await expect(about.getByRole('button', { name: 'Take my answers back' })).toBeVisible();
  await expect(about.getByLabel('Low Beck')).toBeChecked();

  await page.getByRole('button', { name: 'Take it again' }).click();
  await page
    .getByRole('group', { name: /In which year/ })
    .getByRole('textbox')
    .fill('In  53');
  await expect(page.getByText('All answers kept')).toBeVisible();
  await page.getByRole('button', { name: 'Hand in' }).click();
  await expect(page.getByRole('region', { name: 'Question 7' })).toContainText('right');
  await page.getByRole('link', { name: 'Back to the lesson' }).click();
  await expect(page.getByRole('table', { name: 'Your sittings' })).toBeVisible();
  await expect(async () => {
    await page.reload();
    await expect(page.getByText(/^You have a certificate for this quiz/)).toBeVisible({ timeout: 1000 });
  }).toPass();
  await page.getByRole('region', { name: 'Quiz' }).getByRole('link', { name: 'Check page' }).click();
  await expect(page.getByText('Work out the discharge (Stream Survey: reading a small river)')).toBeVisible();

  // Counted for who gives the course, without whose answer it is; a cohort has its own figures.
  await maker.goto('/c/stream-survey/assess');
  const list = maker.getByRole('navigation', { name: 'Assessed lessons' });
  await list.getByRole('button', { name: title }).click();
  await maker.getByText('Figures', { exact: true }).click();
  const said = maker.getByRole('region', { name: 'Said about themselves' });
  // Of so few, it could be told who it was.
  await expect(said).toContainText('by 1 learner who agreed to it');
  await expect(said).not.toContainText('Low Beck');
  const whole = Number(/^\d+/.exec((await maker.getByText(/^\d+ sittings$/).textContent()) ?? '')?.[0]);
  await maker.getByRole('combobox', { name: 'Of which cohort' }).click();
  await maker.getByRole('option', { name: 'Spring cohort' }).click();
  await expect(maker.getByText(/^\d+ sittings$/)).not.toHaveText(`${whole} sittings`);
});

test('pictures of a package come along with its questions', async ({ browser, school }) => {
  const png = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAoAAAAKCAIAAAACUFjqAAAAEklEQVR4nGNoYGD4TwkbNaCBAQBMRAGBqAcq3AAAAABJRU5ErkJggg==',
    'base64',
  );
  const item = `<qti-assessment-item xmlns="http://www.imsglobal.org/xsd/imsqtiasi_v3p0" identifier="a" title="T">
    <qti-response-declaration identifier="RESPONSE" cardinality="single" base-type="identifier">
    <qti-correct-response><qti-value>b</qti-value></qti-correct-response></qti-response-declaration>
    <qti-item-body><p>What floats here?</p><p><img src="../media/weir.png" alt="A weir"/></p>
    <qti-choice-interaction response-identifier="RESPONSE" max-choices="1">
    <qti-simple-choice identifier="a">A log</qti-simple-choice>
    <qti-simple-choice identifier="b"><img src="../media/weir.png" alt="A duck"/></qti-simple-choice>
    </qti-choice-interaction></qti-item-body></qti-assessment-item>`;
  const { page } = await assessed(school, browser, /What the stones tell/);
  await page.getByRole('button', { name: 'Paste or bring in' }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'From a file' }).click();
  const zip = zipSync({ 'items/a.xml': strToU8(item), 'media/weir.png': new Uint8Array(png) });
  await (await chooser).setFiles({ name: 'p.zip', mimeType: 'application/zip', buffer: Buffer.from(zip) });
  await expect(page.getByText(/with 2 files of the package/)).toBeVisible();
  await page.getByRole('button', { name: 'Put 1 question on the paper' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByText('What floats here?').click();
  const made = page.getByRole('region', { name: 'Question 4', exact: true });
  await expect(made.getByRole('img', { name: 'A weir' }).first()).toBeVisible();
  await expect(made.getByRole('img', { name: 'A duck' }).first()).toBeVisible();
});
