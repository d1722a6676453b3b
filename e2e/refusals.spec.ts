import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { command, expect, signedIn, testIn } from './support/school';

const test = testIn('sample');
// Each stands by itself; they are shared out among the workers.
test.describe.configure({ mode: 'parallel' });
const aoife = 'aoife1@post.example';

/** The id of a course, from what its Build stage asks the server for. */
async function courseIdOf(page: Page, slug: string): Promise<string> {
  const [answer] = await Promise.all([page.waitForResponse(/\/api\/course\/.+\/news$/), page.goto(`/c/${slug}/build`)]);
  return new URL(answer.url()).pathname.split('/')[3] ?? '';
}

test('every address answers with the right status, and a sentence', async ({ browser, school }) => {
  const { context: creator, page } = await signedIn(browser, school, 'ines@wendwater.example');
  const { context: learner } = await signedIn(browser, school, aoife);
  const nobody = await browser.newContext({ baseURL: school.address });
  await page.goto('/view/stream-survey');
  const lessonIds = await page
    .getByRole('navigation', { name: 'Course' })
    .getByRole('link')
    .evaluateAll((links) =>
      links
        .map((link) => new URL((link as HTMLAnchorElement).href).pathname.split('/')[3] ?? '')
        .filter((id) => /^[0-9a-f-]{36}$/.test(id)),
    );
  const courseId = await courseIdOf(page, 'stream-survey');
  expect(courseId).toMatch(/^[0-9a-f-]{36}$/);
  const closed = lessonIds.at(-1) ?? '';
  const edit = { do: 'add-section', id: randomUUID(), title: 'Mine now', after: null };

  const cases: [string, Promise<{ status: number; body: { problem?: { sentence: string } } }>, number][] = [
    ['nobody edits', command(nobody, 'outline.edit', { courseId, edit }), 401],
    ['a learner edits', command(learner, 'outline.edit', { courseId, edit }), 403],
    ['a learner publishes', command(learner, 'course.publish', { courseId, number: 2 }), 403],
    ['a learner enrols', command(learner, 'enrolment.add', { courseId, email: aoife, cohortId: null }), 403],
    [
      'a learner grades',
      command(learner, 'gradebook.decide', {
        courseId,
        lessonId: closed,
        learnerId: 'x',
        kind: 'excused',
        points: null,
        reason: 'me',
      }),
      403,
    ],
    ['a command that is not there', command(creator, 'course.explode', {}), 404],
    ['an empty title', command(creator, 'course.create', { id: randomUUID(), title: '' }), 422],
    [
      'a title of 10,000 characters',
      command(creator, 'course.create', { id: randomUUID(), title: 'x'.repeat(10_000) }),
      422,
    ],
    ['no id', command(creator, 'course.create', { id: 'one', title: 'One' }), 422],
    ['not even an object', command(creator, 'course.create', [1, 2]), 422],
    [
      'fields nobody asked for',
      command(creator, 'course.create', { id: randomUUID(), title: 'One', liveEditionId: randomUUID() }),
      422,
    ],
    ['somebody else’s lesson', command(learner, 'learning.mark-done', { courseId, lessonId: randomUUID() }), 404],
    ['a course not taken', command(learner, 'learning.mark-done', { courseId: randomUUID(), lessonId: closed }), 403],
    ['edition 1 again', command(creator, 'course.publish', { courseId, number: 1 }), 409],
  ];
  for (const [name, answer, status] of cases) {
    const { status: given, body } = await answer;
    expect([name, given]).toEqual([name, status]);
    expect(body.problem?.sentence, name).toMatch(/^[A-Z].{8,}[.?]/);
  }
});

test('pages are read only by those they are for', async ({ browser, school }) => {
  const { context: learner } = await signedIn(browser, school, aoife);
  const { context: marker, page } = await signedIn(browser, school, 'temi@wendwater.example');
  const { context: creator } = await signedIn(browser, school, 'marek@wendwater.example');
  await page.goto('/marking');
  const work = (await page.locator('tbody a').first().getAttribute('href')) ?? '';
  expect(work).toMatch(/^\/marking\/.{36}$/);
  const status = async (who: typeof learner, path: string) => (await who.request.get(path)).status();
  expect(
    await Promise.all([
      status(learner, work),
      status(learner, '/people'),
      status(learner, '/c/stream-survey/build'),
      status(learner, '/c/stream-survey/run'),
      status(learner, '/view/stream-survey'),
    ]),
  ).toEqual([404, 404, 404, 404, 404]);
  expect(
    await Promise.all([
      status(marker, work),
      status(marker, '/people'),
      status(marker, '/c/stream-survey/award'),
      status(marker, '/learn/stream-survey'),
    ]),
  ).toEqual([200, 404, 404, 404]);
  expect(
    await Promise.all([
      status(creator, '/people'),
      status(creator, '/c/stream-survey/build'),
      status(creator, '/learn/stream-survey/grades'),
    ]),
  ).toEqual([404, 200, 404]);
});

test('what a course’s desk asks for is answered to those who work on it, and everything odd has a status of its own', async ({
  browser,
  school,
}) => {
  const { page, context: owner } = await signedIn(browser, school, 'ines@wendwater.example');
  const { context: learner } = await signedIn(browser, school, aoife);
  const { context: marker } = await signedIn(browser, school, 'temi@wendwater.example');
  const nobody = await browser.newContext({ baseURL: school.address });
  const courseId = await courseIdOf(page, 'dry-stone-walling');
  const nowhere = randomUUID();
  const post = { data: 'no' };
  // Who asks: nobody, a learner, a marker, the owner.
  const cases: [string, string, number[], object?][] = [
    ['news', `/api/course/${courseId}/news`, [401, 403, 403, 200]],
    ['differences', `/api/course/${courseId}/differences`, [401, 403, 403, 200]],
    ['of no course', `/api/course/${nowhere}/differences`, [401, 403, 403, 404]],
    ['no id', '/api/course/no/differences', [401, 403, 403, 403]],
    ['history', `/api/course/${courseId}/history?before=%00`, [401, 403, 403, 200]],
    ['media', `/api/course/${courseId}/media`, [401, 403, 403, 200]],
    ['outline', `/api/course/${courseId}/outline?as=opml`, [401, 403, 403, 200]],
    ['preview', `/api/course/${courseId}/preview`, [401, 403, 403, 200]],
    ['preview of no edition', `/api/course/${courseId}/preview?edition=${nowhere}`, [401, 403, 403, 404]],
    ['steps', `/api/course/${courseId}/steps?since=0`, [401, 403, 403, 200]],
    ['steps since very late', `/api/course/${courseId}/steps?since=99999999999`, [401, 403, 403, 200]],
    ['text of no lesson', `/api/course/${courseId}/text/no`, [401, 403, 403, 404]],
    ['a line without a name', `/api/course/${courseId}/live?since=0`, [401, 403, 403, 422]],
    ['being nowhere', `/api/course/${courseId}/here`, [401, 403, 403, 422], post],
    ['a design that is none', `/api/course/${courseId}/certificate`, [401, 403, 403, 422], post],
    ['an export of nothing', '/api/catalogue/export', [401, 403, 403, 422], post],
    ['rows of nothing', '/api/catalogue/rows', [401, 403, 403, 422], post],
    ['a change of nothing', '/api/catalogue/plan', [401, 403, 403, 422], post],
    ['a sheet for nothing', '/api/catalogue/file?mapping=%00', [401, 403, 403, 422], post],
    ['a sheet', '/api/catalogue/file?about=lesson', [401, 403, 403, 200], post],
    ['a search for half a character', '/api/find?q=%00%ff', [401, 200, 200, 200]],
    ['a course of an odd address', '/c/%00/build', [200, 404, 404, 404]],
    ['an address that is damaged', '/c/%ff/build', [400, 400, 400, 400]],
    ['a course to learn of an odd address', '/learn/%00', [200, 404, 404, 404]],
    ['a view of an odd address', '/view/%00', [200, 404, 404, 404]],
    ['work of an odd address', '/marking/%00', [200, 404, 404, 404]],
    ['a certificate of an odd address', '/check/%00', [200, 200, 200, 200]],
    ['people looked for by nothing anybody has', '/people?find=%00%ff&page=%00', [200, 404, 404, 200]],
    ['a learner who is none', '/c/stream-survey/run?learner=%00&find=%00&show=%00&page=-1', [200, 404, 404, 200]],
  ];
  for (const [name, address, expected, options] of cases) {
    const given = await Promise.all(
      [nobody, learner, marker, owner].map(async ({ request }) =>
        (options ? await request.post(address, options) : await request.get(address)).status(),
      ),
    );
    expect([name, given]).toEqual([name, expected]);
  }
});

test('files of closed lessons, and of other people, stay closed', async ({ browser, school }) => {
  const { page } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/view/dry-stone-walling');
  const { context: learner, page: own } = await signedIn(browser, school, aoife);
  await own.goto('/learn/stream-survey');
  await own.getByRole('link', { name: /Walking the reach/ }).click();
  const film = (await own.locator('video source').last().getAttribute('src')) ?? '';
  const part = await learner.request.get(film, { headers: { range: 'bytes=100-199' } });
  expect([part.status(), part.headers()['content-range']?.replace(/\d+$/, 'n'), (await part.body()).length]).toEqual([
    206,
    'bytes 100-199/n',
    100,
  ]);
  // Nothing that was uploaded can run as a page of ours.
  expect(part.headers()['content-security-policy']).toContain('sandbox');
  expect((await learner.request.get(film, { headers: { range: 'bytes=999999999-' } })).status()).toBe(416);
  const nobody = await browser.newContext({ baseURL: school.address });
  expect((await nobody.request.get(film)).status()).toBe(401);
  const { context: waiting } = await signedIn(browser, school, 'gwenllian40@post.example');
  const early = await waiting.request.get(film);
  expect([early.status(), await early.text()]).toEqual([403, 'The lesson this file belongs to is not open yet.']);
  const { context: marker } = await signedIn(browser, school, 'temi@wendwater.example');
  expect((await marker.request.get(film)).status()).toBe(404);
  expect((await learner.request.get(`/files/${randomUUID()}/play`)).status()).toBe(404);
});

test('an upload is refused before it is sent, judged by what it holds once it is, and taken once', async ({
  browser,
  school,
}) => {
  const { context: creator, page } = await signedIn(browser, school, 'ines@wendwater.example');
  const { context: learner } = await signedIn(browser, school, aoife);
  const nobody = await browser.newContext({ baseURL: school.address });
  const courseId = await courseIdOf(page, 'reading-a-hedgerow');
  const begin = async (who: typeof creator, purpose: string, length: number, deed: string = randomUUID()) => {
    const values = { purpose, name: 'a-film.mp4', courseId, deed };
    const metadata = Object.entries(values)
      .map(([key, value]) => `${key} ${Buffer.from(value).toString('base64')}`)
      .join(',');
    return who.request.post('/api/upload', {
      headers: { 'tus-resumable': '1.0.0', 'upload-length': String(length), 'upload-metadata': metadata },
    });
  };
  expect((await begin(nobody, 'film', 10)).status()).toBe(401);
  expect((await begin(learner, 'film', 10)).status()).toBe(403);
  const empty = await begin(creator, 'film', 0);
  expect([empty.status(), await empty.text()]).toEqual([422, expect.stringContaining('is empty')]);
  expect((await begin(creator, 'film', 11 * 1024 ** 3)).status()).toBe(413);

  const text = Buffer.from('a text that says it is a film');
  const begun = await begin(creator, 'film', text.length);
  expect(begun.status()).toBe(201);
  const place = begun.headers().location ?? '';
  const part = (data: Buffer) => ({
    headers: { 'tus-resumable': '1.0.0', 'upload-offset': '0', 'content-type': 'application/offset+octet-stream' },
    data,
  });
  expect((await learner.request.patch(place, part(text))).status()).toBe(403);
  const sent = await creator.request.patch(place, part(text));
  expect([sent.status(), await sent.text()]).toEqual([422, expect.stringContaining('does not hold a film')]);

  // Whoever did not hear that it was taken, and begins anew, is told so; under the same name, somebody else adds nothing.
  const sheet = Buffer.from('a sheet to print beforehand');
  const deed = randomUUID();
  const send = async (who: typeof creator) => {
    const started = await begin(who, 'attachment', sheet.length, deed);
    return started.status() === 201 ? who.request.patch(started.headers().location ?? '', part(sheet)) : started;
  };
  const told = async (who: typeof creator) => {
    const answer = await send(who);
    return [answer.status(), (await answer.json()).value?.id];
  };
  expect(await told(creator)).toEqual([200, deed]);
  expect(await told(creator)).toEqual([409, deed]);
  const { context: other } = await signedIn(browser, school, 'marek@wendwater.example');
  expect(await told(other)).toEqual([422, undefined]);
});

test('requests from elsewhere are refused, and pages carry their headers', async ({ browser, school }) => {
  const { context } = await signedIn(browser, school, aoife);
  const forged = await context.request.post('/api/do/learning.mark-done', {
    data: {},
    headers: { origin: 'https://elsewhere.example' },
  });
  expect(forged.status()).toBe(403);
  const answer = await context.request.get('/learn');
  const policy = answer.headers()['content-security-policy'] ?? '';
  expect(policy).toMatch(/script-src 'self' 'nonce-[^']+' 'strict-dynamic';/);
  expect(policy).not.toContain('unsafe-eval');
  expect([
    answer.headers()['x-content-type-options'],
    answer.headers()['x-frame-options'],
    answer.headers()['x-powered-by'],
  ]).toEqual(['nosniff', 'DENY', undefined]);
});

test('sign-in: a wrong password is a sentence, many are slow and lock nobody out, and signing out everywhere is everywhere', async ({
  browser,
  school,
}) => {
  const page = await (await browser.newContext({ baseURL: school.address })).newPage();
  const signIn = page.getByRole('button', { name: 'Sign in', exact: true });
  await page.goto('/learn/stream-survey');
  await page.getByLabel('E-mail address').fill('bo3@post.example');
  await page.getByLabel('Password').fill('not the password');
  for (let i = 0; i < 6; i += 1) {
    const answered = page.waitForResponse(/sign-in\/email$/);
    await signIn.click();
    expect((await answered).status()).toBe(403);
    await expect(signIn).toBeEnabled();
  }
  await expect(page.getByRole('alert').filter({ hasText: /do not go together/ })).toBeVisible();
  await expect(page.getByLabel('Password')).toHaveValue('not the password');
  await page.getByLabel('Password').fill('stone-and-water');
  await signIn.click();
  await expect(page).toHaveURL(/\/learn\/stream-survey/);
  await page.context().clearCookies();
  await page.goto('/sign-in?next=/learn/stream-survey');
  await page
    .getByRole('button', { name: /Jonas Lindqvist|Aoife/ })
    .first()
    .click();
  await expect(page).toHaveURL(/\/learn\/stream-survey/);
  const { page: second } = await signedIn(browser, school, aoife);
  await second.goto('/account');
  await second.getByRole('button', { name: 'Sign out everywhere' }).click();
  await expect(second).toHaveURL(/sign-in/);
  await page.goto('/learn');
  await expect(page).toHaveURL(/sign-in/);
});

test('a password is changed by whoever knows the present one, and signs out everywhere else', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, 'kenji8@post.example');
  const { page: elsewhere } = await signedIn(browser, school, 'kenji8@post.example');
  await page.goto('/account');
  for (const [current, wanted, said] of [
    ['stone-and-water', 'short', 'Use at least 10 characters.'],
    ['not the password', 'a longer new one', 'the present one is not right'],
    ['stone-and-water', 'a longer new one', 'Your password is changed'],
  ] as const) {
    await page.getByLabel('Present password').fill(current);
    await page.getByLabel(/^New password/).fill(wanted);
    await page.getByRole('button', { name: 'Change password' }).click();
    await expect(page.getByRole('alert').filter({ hasText: said })).toBeVisible();
  }
  await elsewhere.goto('/learn');
  await expect(elsewhere).toHaveURL(/sign-in/);
  await page.goto('/learn');
  await expect(page.getByRole('heading', { name: 'My courses' })).toBeVisible();
});

test('a lost connection loses no answer and no edit', async ({ browser, school }) => {
  const { page, context } = await signedIn(browser, school, 'amara6@post.example');
  await page.goto('/learn/dry-stone-walling');
  await page.getByRole('link', { name: /Check: one on two/ }).click();
  await page.getByRole('button', { name: 'Begin' }).click();
  // Until the page can take an answer none can be given: it would be seen, and lost.
  await page.waitForURL(/\/sitting\//);
  expect(await (await page.request.get(page.url())).text()).toMatch(/<fieldset[^>]* disabled=""/);
  await expect(page.getByText('All answers kept')).toBeVisible();
  await context.setOffline(true);
  await page.getByLabel('With its length into the wall').check();
  await expect(page.getByText('Not sent yet, trying again')).toBeVisible();
  await context.setOffline(false);
  await page.reload();
  await expect(page.getByText('All answers kept')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('With its length into the wall')).toBeChecked();

  const { page: desk, context: line } = await signedIn(browser, school, 'ines@wendwater.example');
  await desk.goto('/c/reading-a-hedgerow/build');
  await desk.getByRole('treeitem', { name: /Counting species/ }).click();
  await line.setOffline(true);
  await desk.getByLabel('Title').fill('Counting woody species');
  await expect(desk.getByText('Not saved yet; trying again')).toBeVisible();
  await line.setOffline(false);
  await expect(desk.getByText(/^Saved \d/)).toBeVisible();
  await desk.getByLabel('Teaser while it is closed').click();
  const cookies = await line.cookies();
  await line.clearCookies();
  await desk.getByLabel('Teaser while it is closed').fill('Bring a tape measure');
  await expect(desk.getByText(/You are not signed in any more/)).toBeVisible();
  await line.addCookies(cookies);
  await expect(desk.getByText(/You are not signed in any more/)).toBeHidden();
  await expect(desk.getByText(/^Saved \d/)).toBeVisible();
  await desk.reload();
  await desk.getByRole('treeitem', { name: /Counting woody species/ }).click();
  await expect(desk.getByLabel('Teaser while it is closed')).toHaveValue('Bring a tape measure');

  // The tab dies while the line is broken: what was typed is sent by the next one.
  await desk.route('**/api/do/**', (route) => route.abort());
  await desk.getByLabel('Teaser while it is closed').fill('Bring a tape measure and a friend');
  await expect(desk.getByText('Not saved yet; trying again')).toBeVisible();
  await desk.goto('chrome://crash').catch(() => {});
  const next = await line.newPage();
  await next.goto('/c/reading-a-hedgerow/build');
  await expect(next.getByText('1 change from before had not reached the school')).toBeVisible();
  await next.getByRole('treeitem', { name: /Counting woody species/ }).click();
  await expect(next.getByLabel('Teaser while it is closed')).toHaveValue('Bring a tape measure and a friend');
  await expect(next.getByText(/^Saved \d/)).toBeVisible();
});
