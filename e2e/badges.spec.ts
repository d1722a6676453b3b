import { readFileSync } from 'node:fs';
import type { BrowserContext, Page } from '@playwright/test';
import { createLocalJWKSet, type JSONWebKeySet, jwtVerify } from 'jose';
import { badgeInPng } from '../src/core/certificate';
import { command, courseIdOf, expect, newLearner, type School, signedIn, testIn } from './support/school';

const test = testIn('sample');
const ines = 'ines@wendwater.example';
const bo = 'bo3@post.example';

async function takeAlong(page: Page, link: string): Promise<Buffer> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: link }).first().click(),
  ]);
  return readFileSync(await download.path());
}
/** Gives a file to the page where badges are checked. */
async function give(page: Page, name: string, content: Buffer): Promise<void> {
  await page.goto('/check');
  await expect(page.getByRole('button', { name: 'Choose the file' })).toBeEnabled();
  await page
    .getByLabel('The file to check')
    .setInputFiles({ name, mimeType: 'application/octet-stream', buffer: content });
}
const visitor = async (browser: { newContext(options: object): Promise<BrowserContext> }, school: School) =>
  (await browser.newContext({ baseURL: school.address })).newPage();
const confirmed = (page: Page) =>
  expect(page.getByRole('heading', { name: 'This certificate is valid' })).toBeVisible();
const refused = (page: Page, why: RegExp) => expect(page.getByRole('alert').filter({ hasText: why })).toBeVisible();

test('a badge is taken along, verified by whoever is given it, and refused once a character of it is another', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, bo);
  await page.goto('/learn/certificates');
  const picture = await takeAlong(page, 'Badge as a picture');
  const pdf = await takeAlong(page, 'Download the PDF');
  const json = await takeAlong(page, 'as signed data');
  const token = badgeInPng(picture) ?? '';

  const stranger = await visitor(browser, school);
  for (const [name, content] of [
    ['badge.png', picture],
    ['certificate.pdf', pdf],
    ['badge.json', json],
    ['badge.jwt', Buffer.from(token)],
  ] as const) {
    await give(stranger, name, content);
    await confirmed(stranger);
    await expect(stranger.getByText('Bo Li')).toBeVisible();
    await expect(stranger.getByText(/^The badge is genuine/)).toBeVisible();
  }
  const altered = json.toString().replace('Bo Li', 'Bo Lo');
  expect(altered).not.toBe(json.toString());
  await give(stranger, 'badge.json', Buffer.from(altered));
  await refused(stranger, /something in it was changed/);
  const [head = '', payload = '', signature = ''] = token.split('.');
  const other = Buffer.from(Buffer.from(payload, 'base64url').toString().replace('Bo Li', 'Bo Lo')).toString(
    'base64url',
  );
  await give(stranger, 'badge.jwt', Buffer.from([head, other, signature].join('.')));
  await refused(stranger, /something in it was changed/);
  await give(stranger, 'words.txt', Buffer.from('I have a certificate.'));
  await refused(stranger, /This is no badge/);

  // Somebody elsewhere needs nothing but the keys of the school.
  const keys = (await (await stranger.request.get('/issuer/keys')).json()) as JSONWebKeySet;
  const { payload: claims } = await jwtVerify(token, createLocalJWKSet(keys), { algorithms: ['EdDSA'] });
  expect(claims.name).toBe('Stream Survey: reading a small river');
  await expect(jwtVerify([head, other, signature].join('.'), createLocalJWKSet(keys))).rejects.toThrow();
});

test('the school says how certificates are found and shared; what a learner shows they take back', async ({
  browser,
  school,
}) => {
  const { page: owner } = await signedIn(browser, school, ines);
  await owner.goto('/c/stream-survey/build');
  await owner.getByRole('button', { name: /your menu$/ }).click();
  await owner.getByRole('menuitem', { name: 'The school' }).click();
  const found = owner.getByRole('switch', { name: /^Anybody who knows a number/ });
  await expect(found).toBeEnabled();
  if (!(await found.isChecked())) await found.check();
  const words = owner.getByLabel('Ready words for learners');
  await words.fill('I can read {river}');
  await owner.getByRole('button', { name: 'Save' }).click();
  await expect(owner.getByText(/^There is no field \{river\} here/)).toBeVisible();
  await words.fill('I have learnt to read a river: {address}');
  await owner.getByRole('button', { name: 'Add a place' }).click();
  await owner.getByRole('textbox', { name: 'Place' }).last().fill('River people');
  await owner.getByLabel('Address with fields').last().fill('https://people.example/add?what={course}&no={number}');
  await owner.getByRole('button', { name: 'Save' }).click();
  await expect(owner.getByText(/^Saved\./)).toBeVisible();

  const { page: learner } = await signedIn(browser, school, bo);
  await learner.goto('/learn/certificates');
  const card = learner.getByRole('region', { name: /^Stream Survey: reading a small river, No/ }).first();
  await expect(card.getByText(/^I have learnt to read a river: http/)).toBeVisible();
  await card.getByText('Add it to a profile elsewhere').click();
  await card.getByRole('textbox', { name: 'What it is for' }).fill('Rivers & streams');
  const link = card.getByRole('link', { name: 'Open River people' });
  const number = await card.getByRole('textbox', { name: 'Number' }).inputValue();
  expect(await link.getAttribute('href')).toBe(
    `https://people.example/add?what=Rivers%20%26%20streams&no=${encodeURIComponent(number)}`,
  );

  const stranger = await visitor(browser, school);
  const find = async (name: string) => {
    await stranger.goto('/check');
    await stranger.getByLabel('Number on the certificate').fill(number);
    await stranger.getByLabel('Name of its holder').fill(name);
    await stranger.getByRole('button', { name: 'Find it' }).click();
  };
  await find('bo li');
  await confirmed(stranger);
  await find('Bo Lo');
  await refused(stranger, /No certificate of this school has this number and this name/);

  const address = (await card.getByRole('textbox', { name: 'Address' }).inputValue()).replace(/^https?:\/\/[^/]+/, '');
  await card.getByRole('checkbox', { name: /^Whoever has the address/ }).uncheck();
  await expect(card.getByText('Saved.', { exact: true })).toBeVisible();
  await find('Bo Li');
  await refused(stranger, /No certificate of this school/);
  const badge = `${address.replace('/check/', '/certificate/')}/badge`;
  for (const form of ['', '/png', '/svg', '/json', '/jwt']) {
    const answer = await stranger.request.get(`${badge}${form}`);
    expect([form, answer.status(), (await answer.text()).includes('Bo Li')]).toEqual([form, 404, false]);
  }
  await stranger.goto(address);
  await expect(stranger.getByText('Its holder keeps the rest private.')).toBeVisible();
  await expect(stranger.getByText('Bo Li')).toHaveCount(0);
  // Its holder has it as before.
  expect((await learner.request.get(badge)).status()).toBe(200);
  await card.getByRole('checkbox', { name: /^Whoever has the address/ }).check();
  await expect(card.getByText('Saved.', { exact: true })).toBeVisible();
});

test('signed with a new key, what was taken along is good; taken back, it is refused and taken along anew', async ({
  browser,
  school,
}) => {
  const { page: learner } = await signedIn(browser, school, bo);
  await learner.goto('/learn/certificates');
  const before = await takeAlong(learner, 'Badge as a picture');
  const { page: owner } = await signedIn(browser, school, ines);
  const stranger = await visitor(browser, school);
  const change = async (button: string, agree: string) => {
    await owner.goto('/school');
    await owner.getByRole('row').filter({ hasText: 'Signs now' }).getByRole('button', { name: button }).click();
    await owner.getByRole('dialog').getByRole('button', { name: agree }).click();
    await expect(owner.getByText(/^Done\./)).toBeVisible();
  };
  await change('Change it', 'Sign with a new key');
  await expect(owner.getByText(/what it has signed is good$/)).toBeVisible();
  await give(stranger, 'badge.png', before);
  await confirmed(stranger);
  const between = await takeAlong(learner, 'Badge as a picture');
  await change('Take it back', 'Take it back');
  await give(stranger, 'badge.png', between);
  await refused(stranger, /a key that the school has taken back/);
  await give(stranger, 'badge.png', await takeAlong(learner, 'Badge as a picture'));
  await confirmed(stranger);
});

test('a certificate is withdrawn with a reason: its page says so, its badge is told as withdrawn, and there is no new one', async ({
  browser,
  school,
}) => {
  const { page: owner, context } = await signedIn(browser, school, ines);
  const email = 'rashly@post.example';
  const learnerId = await newLearner(context, email, 'stream-survey');
  const courseId = await courseIdOf(context, 'stream-survey');
  const { page: learner } = await signedIn(browser, school, email);
  const awarded = await command(context, 'certificate.award-by-hand', {
    courseId,
    learnerId,
    why: 'Shown on the river',
  });
  expect(awarded.body.problem).toBeUndefined();
  await learner.goto('/learn/certificates');
  const picture = await takeAlong(learner, 'Badge as a picture');
  const address = (await learner.getByRole('link', { name: 'Check page' }).getAttribute('href')) ?? '';

  await owner.goto('/c/stream-survey/run?show=certificates');
  await owner
    .getByRole('row', { name: /rashly/ })
    .getByRole('button', { name: 'Withdraw' })
    .click();
  const dialog = owner.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Withdraw the certificate' }).click();
  await expect(dialog.getByText(/reason/).last()).toBeVisible();
  await dialog.getByLabel('Reason').fill('Issued to the wrong person');
  await dialog.getByRole('button', { name: 'Withdraw the certificate' }).click();
  await expect(dialog).toHaveCount(0);

  const stranger = await visitor(browser, school);
  const withdrawn = async () => {
    await expect(stranger.getByRole('heading', { name: 'This certificate was withdrawn' })).toBeVisible();
    await expect(stranger.getByText(/Issued to the wrong person/)).toBeVisible();
  };
  await stranger.goto(address);
  await withdrawn();
  await give(stranger, 'badge.png', picture);
  await withdrawn();
  const badge = await stranger.request.get(`${address.replace('/check/', '/certificate/')}/badge/png`);
  expect([badge.status(), await badge.text()]).toEqual([
    403,
    'This certificate was withdrawn, and has no badge any more.',
  ]);
  await learner.reload();
  await expect(learner.getByRole('link', { name: 'Badge as a picture' })).toHaveCount(0);
});
