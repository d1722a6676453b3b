import type { Page } from '@playwright/test';
import pg from 'pg';
import { command, expect, openBuild, publishEdition2, signedIn, testIn } from './support/school';

const test = testIn('sample');

test('a session is planned, waits for its host, and is held between two browsers, one of them a phone', async ({
  browser,
  school,
}) => {
  const { context, page: host } = await signedIn(browser, school, 'ines@wendwater.example');
  await openBuild(host);
  await host.getByPlaceholder('Find', { exact: true }).fill('sorting');
  await host.getByRole('treeitem', { name: /Field clinic: sorting/ }).click();
  // In four minutes, by the clock of the school: the doors open a quarter of an hour before.
  const soon = new Date(Date.now() + 4 * 60_000);
  const london = (options: Intl.DateTimeFormatOptions) =>
    new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/London', ...options }).format(soon);
  const side = host.getByRole('complementary', { name: 'Inspector' });
  await side.getByRole('combobox', { name: 'Meets' }).click();
  await host.getByRole('option', { name: 'on a date' }).click();
  const day = side.getByRole('textbox', { name: 'Date' });
  await day.fill(london({ day: 'numeric', month: 'short', year: 'numeric' }));
  await day.press('Enter');
  const [hours = '', minutes = ''] = london({ hour: '2-digit', minute: '2-digit' }).split(':');
  await side.getByLabel('At: hours').first().fill(hours);
  await side.getByLabel('At: minutes').first().fill(minutes);
  await host.keyboard.press('Tab');
  await publishEdition2(host);

  const database = new pg.Client({ connectionString: school.databaseUrl });
  await database.connect();
  const { rows } = await database.query(
    `select l.id, l.course_id as "courseId", l.live -> 'when' as meets from lesson l where title = 'Field clinic: sorting'`,
  );
  const [{ id: lessonId, courseId, meets }] = rows;
  expect(meets).toMatchObject({ when: 'on-date', at: `${hours}:${minutes}` });

  const { page: learner } = await signedIn(browser, school, 'aoife1@post.example');
  const { page: phone } = await signedIn(browser, school, 'bo3@post.example', undefined, {
    viewport: { width: 390, height: 844 },
  });
  const lesson = `/learn/stream-survey/${lessonId}`;
  await learner.goto(lesson);
  await expect(learner.getByText('The room is open; it waits for the host.')).toBeVisible();
  await learner.getByRole('link', { name: 'Come in' }).click();
  await expect(learner.getByRole('heading', { name: 'Waiting for the host' })).toBeVisible();
  const room = new URL(learner.url()).pathname;
  await phone.goto(room);
  await expect(phone.getByRole('heading', { name: 'Waiting for the host' })).toBeVisible();

  await host.goto(room);
  await host.getByRole('button', { name: 'Begin' }).click();
  await expect(learner.getByRole('heading', { name: 'Under way' })).toBeVisible();
  await phone.getByRole('textbox', { name: 'Write to everybody' }).fill('Which tray do we take?');
  await phone.getByRole('button', { name: 'Send' }).click();
  for (const one of [host, learner, phone])
    await expect(one.getByRole('log').getByText('Which tray do we take?')).toBeVisible();
  await learner.keyboard.press('h');
  await expect(learner.getByRole('button', { name: /^Hand down/ })).toBeVisible();
  const people = host.getByRole('region', { name: 'Who is here' });
  await expect(people.getByRole('listitem').first()).toContainText('Aoife');
  await expect(people.getByLabel('hand up')).toHaveCount(1);
  await people.getByRole('listitem').first().getByRole('button', { name: 'Let speak' }).click();
  await expect(learner.getByRole('region', { name: 'Who is here' }).getByLabel('may speak')).toHaveCount(2);
  expect(await phone.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBe(0);

  // Nobody else comes in: neither who takes the course in another cohort, nor by asking the address.
  const { context: other, page: foreign } = await signedIn(browser, school, 'gwenllian40@post.example');
  await foreign.goto(room);
  await expect(foreign.getByText('Which tray do we take?')).toHaveCount(0);
  const startsAt = Number(room.split('/').at(-1));
  expect((await command(other, 'live.here', { courseId, lessonId, startsAt })).status).toBeGreaterThanOrEqual(400);
  expect((await other.request.get(`/api/live/${courseId}/${lessonId}/${startsAt}`)).ok()).toBe(false);

  // Half an hour later, as the clock of the room has it, being there has counted.
  await database.query(`update live_room set started_at = started_at - interval '31 minutes' where lesson_id = $1`, [
    lessonId,
  ]);
  await database.query(`update live_stay set "from" = "from" - interval '31 minutes'`);
  await database.end();
  await expect(people.getByRole('listitem').filter({ hasText: 'Aoife' })).toContainText(/3\d min/);
  await expect
    .poll(async () => (await learner.request.get(lesson)).text(), { timeout: 30_000 })
    .toMatch(/Field clinic: sorting<span class="visually-hidden">, (<!-- -->)?done/);

  await host.getByRole('button', { name: 'End', exact: true }).click();
  await expect(phone.getByRole('heading', { name: 'This session is over' })).toBeVisible();
  const were = (page: Page) => page.getByRole('region', { name: 'Who was here' });
  const aoife = { hasText: 'Aoife' };
  await expect(were(host).getByRole('listitem').filter(aoife)).toContainText(/3\d min/);
  await expect(were(host).getByRole('listitem').filter(aoife).getByLabel('attended')).toBeVisible();
  await expect(were(phone)).toContainText(/You: 3\d min; 30 minutes count as attended/);
  await expect(were(phone).getByRole('listitem').filter(aoife)).not.toContainText('min');
  // Who missed it, those who led it see.
  const missed = (page: Page) => page.getByRole('list', { name: 'Did not come' }).getByRole('listitem');
  await host.getByText(/^Did not come: \d+$/).click();
  await expect(missed(host)).not.toHaveCount(0);
  await expect(missed(host).filter(aoife)).toHaveCount(0);
  await expect(missed(phone)).toHaveCount(0);
  await learner.goto(lesson);
  await expect(learner.getByText(/^This session is over\. A recording/)).toBeVisible();
  await context.close();
});
