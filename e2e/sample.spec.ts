import { expect, openBuild, publishEdition2, signedIn, testIn } from './support/school';

const test = testIn('sample');

test('what its creator lets visitors look at is open to anybody, with its film and its questions, and nothing else is', async ({
  browser,
  school,
}) => {
  const { page: maker, context: making } = await signedIn(browser, school, 'ines@wendwater.example');
  await openBuild(maker);
  const find = maker.getByPlaceholder('Find', { exact: true });
  const ids: string[] = [];
  for (const title of ['What makes a reach', 'Walking the reach']) {
    await find.fill(title);
    const row = maker.getByRole('treeitem', { name: new RegExp(title) });
    await row.click();
    await maker.getByRole('switch', { name: /^Sample/ }).check();
    ids.push((await row.getAttribute('data-row')) ?? '');
  }
  await find.fill('Work out the discharge');
  await maker.getByRole('treeitem', { name: /Work out the discharge/ }).click();
  await expect(maker.getByRole('switch', { name: 'Required' })).toBeVisible();
  await expect(maker.getByRole('switch', { name: /^Sample/ })).toBeHidden();
  const quiz = (await maker.getByRole('treeitem', { name: /Work out/ }).getAttribute('data-row')) ?? '';
  const visitor = await browser.newContext({ baseURL: school.address });
  const page = await visitor.newPage();
  // Before it is published it is nobody's.
  expect((await page.goto('/sample/stream-survey'))?.status()).toBe(404);
  await publishEdition2(maker);

  await page.goto('/sample/stream-survey');
  await page
    .getByRole('navigation', { name: 'Course' })
    .getByRole('link', { name: /Walking the reach/ })
    .click();
  await expect(page).toHaveTitle(/^Walking the reach · Stream Survey/);
  const film = page.locator('video');
  await expect.poll(() => film.evaluate((video: HTMLVideoElement) => video.readyState)).toBeGreaterThan(0);
  await page.getByRole('button', { name: /Which stretch would you sample/ }).click();
  const card = page.getByRole('region', { name: /^Checkpoint 1 of/ });
  await card.getByLabel('The riffle twenty metres below it').check();
  await card.getByRole('button', { name: 'Answer', exact: true }).click();
  await expect(card.getByText('Right.')).toBeVisible();
  expect(await page.content()).not.toContain('My grades');

  for (const id of [quiz, '01a21549-0e34-7288-9cc3-832d746097d0'])
    expect((await visitor.request.get(`/sample/stream-survey/${id}`)).status()).toBe(404);
  expect((await visitor.request.get(`/sample/dry-stone-walling`)).status()).toBe(404);
  const source = (await film.locator('source').last().getAttribute('src')) ?? '';
  expect((await visitor.request.get(source)).status()).toBe(200);
  await maker.goto('/library?kind=document');
  const sheet = (await maker.getByRole('link', { name: /Flow worksheet/ }).getAttribute('href')) ?? '';
  const other = new URL(sheet, school.address).searchParams.get('file');
  for (const variant of ['original', 'download', 'poster'])
    expect((await visitor.request.get(`/files/${other}/${variant}`)).status()).toBe(401);
  const asked = { courseId: quiz, lessonId: quiz, questionId: quiz, answer: {} };
  expect((await visitor.request.post('/api/sample', { data: asked })).status()).toBe(404);
  await making.close();
});
