import { setTimeout as wait } from 'node:timers/promises';
import type { BrowserContext } from '@playwright/test';
import pg from 'pg';
import { command, courseIdOf, expect, newLearner, signedIn, testIn } from './support/school';

const test = testIn('sample');

/** Journeys run at any hour: whoever gets a mail in one has no quiet hours. */
const atAnyHour = async (context: BrowserContext) =>
  expect(
    (await command(context, 'message.choose', { choices: { off: [], quiet: null, daily: null } })).body.problem,
  ).toBeUndefined();

/** Asks the database of a school itself. */
async function asked(school: { databaseUrl: string }, words: string, ...values: unknown[]) {
  const client = new pg.Client({ connectionString: school.databaseUrl });
  await client.connect();
  try {
    return (await client.query(words, values)).rows;
  } finally {
    await client.end();
  }
}

test('a course gets words of its own for a message, and a learner reads them in the mail that arrives', async ({
  browser,
  school,
}) => {
  const { context: owner, page } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/c/dry-stone-walling/run/messages');
  await page.getByRole('button', { name: /A certificate is issued/ }).click();
  await page.getByRole('button', { name: /Somebody is enrolled/ }).click();
  const text = page.getByRole('textbox', { name: 'Text' });
  await text.fill('Welcome {learner}.\n\nBring {boots}.');
  await expect(page.getByText(/There is no field \{boots\} here/)).toBeVisible();
  await text.fill('Welcome {learner}.\n\nBring **boots**, says ');
  await page.getByRole('button', { name: '{school}' }).click();
  await expect(text).toHaveValue('Welcome {learner}.\n\nBring **boots**, says {school}');
  const preview = page.frameLocator('iframe');
  await expect(preview.getByText('Welcome Ines Vallotto.')).toBeVisible();
  await expect(preview.locator('strong')).toHaveText('boots');
  await expect(page.getByText('Kept.')).toBeVisible();

  await newLearner(owner, 'wader@post.example', 'dry-stone-walling');
  const { context: wader, page: own } = await signedIn(browser, school, 'wader@post.example');
  await atAnyHour(wader);
  const sent = `select from message m join "user" u on u.id = m.person_id
    where u.email = 'wader@post.example' and m.occasion = 'enrolled' and m.state = 'sent'`;
  await expect.poll(async () => (await asked(school, sent)).length).toBe(1);
  await page.goto('/messages?find=wader');
  await expect(
    page
      .getByRole('listitem')
      .filter({ hasText: 'Somebody is enrolled' })
      .getByText(/^sent /),
  ).toBeVisible();
  await page.getByRole('listitem').filter({ hasText: 'Somebody is enrolled' }).getByRole('link').click();
  const mail = page.getByRole('complementary', { name: 'The message that is chosen' });
  await expect(mail.getByText(/wader@post\.example/)).toBeVisible();
  await expect(mail.getByText(/As it arrived at the mail server/)).toBeVisible();
  await expect(mail.frameLocator('iframe').getByText('Bring boots, says Wendwater River School')).toBeVisible();
  await mail.getByText('Plain', { exact: true }).click();
  await expect(mail.locator('pre')).toContainText('Bring boots, says Wendwater River School');

  // The learner has it in Mosaik as well, and wants no more of them.
  await own.goto('/account');
  await own.locator('summary').click();
  await expect(own.locator('pre')).toContainText('Bring boots');
  await own.getByRole('checkbox', { name: 'when I am enrolled in a course' }).uncheck();
  await expect(own.getByText('Kept.')).toBeVisible();
  const courseId = await courseIdOf(owner, 'stream-survey');
  await command(owner, 'enrolment.add', { courseId, email: 'wader@post.example', cohortId: null });
  await expect(async () => {
    await page.goto('/messages?find=wader&state=kept-back');
    await expect(page.getByText('They have chosen not to be told of this.').first()).toBeVisible({ timeout: 3000 });
  }).toPass({ timeout: 30_000 });
});

test('a learner asks to be told, and is when the lesson opens', async ({ browser, school }) => {
  const { context: owner, page } = await signedIn(browser, school, 'ines@wendwater.example');
  const { context: learner, page: own } = await signedIn(browser, school, 'gwenllian40@post.example');
  await atAnyHour(learner);
  const [{ lessonId, courseId, learnerId, cohortId }] = await asked(
    school,
    `select l.id as "lessonId", l.course_id as "courseId", u.id as "learnerId", c.id as "cohortId"
     from lesson l join cohort c on c.course_id = l.course_id and c.name = 'Spring cohort', "user" u
     where l.title = 'Welcome to the river' and u.email = 'gwenllian40@post.example'`,
  );
  await own.goto(`/learn/stream-survey/${lessonId}`);
  await own.getByRole('button', { name: 'Tell me when it opens' }).click();
  await expect(own.getByRole('button', { name: /You will be told/ })).toBeVisible();
  await own.reload();
  await expect(own.getByRole('button', { name: /You will be told/ })).toBeVisible();
  // Given to a cohort that is under way, everything that is open there opens for her.
  expect((await command(owner, 'cohort.move', { courseId, learnerId, cohortId })).body.problem).toBeUndefined();
  await expect(async () => {
    await page.goto('/messages?find=gwenllian');
    await page
      .getByRole('listitem')
      .filter({ hasText: 'A lesson opens' })
      .filter({ hasText: 'Stream Survey' })
      .first()
      .getByRole('link')
      .click({ timeout: 3000 });
    await expect(page.frameLocator('iframe').getByText('Welcome to the river')).toBeVisible({ timeout: 3000 });
  }).toPass({ timeout: 30_000 });
});

test('workers that are ended again and again tell two thousand people once each', async ({ browser, school }) => {
  const { context: owner } = await signedIn(browser, school, 'ines@wendwater.example');
  const courseId = await courseIdOf(owner, 'dry-stone-walling');
  const many = 2000;
  const ask = (words: string, ...values: unknown[]) => asked(school, words, ...values);
  await ask(
    `insert into "user" (id, name, email, role, zone) select 'many-' || i, 'Learner ' || i, 'many' || i || '@post.example', 'learner', 'UTC' from generate_series(1, ${many}) i`,
  );
  await ask(
    `insert into message_choice select id, '{"off":[],"quiet":null,"daily":null}' from "user" where id like 'many-%'`,
  );
  await ask(
    `insert into enrolment (id, course_id, learner_id, number, at) select gen_random_uuid(), $1, id, 1, now() - interval '1 day' from "user" where id like 'many-%'`,
    courseId,
  );
  // All at once, as when a lesson opens for everybody.
  await ask(
    `insert into next_moment (enrolment_id, at, opened, looked_at) select id, now(), '{}', now() from enrolment where learner_id like 'many-%'`,
  );
  const counts = async () => {
    const [row] = await ask(`select
      (select count(*)::int from message where person_id like 'many-%') as messages,
      (select count(*)::int from letter where person_id like 'many-%') as letters`);
    return row as { messages: number; letters: number };
  };
  let ends = 0;
  for (let done = await counts(); done.letters < many; done = await counts()) {
    const workers = [school.anotherWorker(), school.anotherWorker()];
    // Some are ended before they have begun, others in the middle of their work.
    const enough = Math.min(many, done.letters + Math.random() * 600);
    while ((await counts()).letters < enough) await wait(50);
    for (const end of workers) await end();
    ends += workers.length;
  }
  expect(ends).toBeGreaterThan(1);
  expect(await counts()).toEqual({ messages: many, letters: many });
  const [arrived] = await ask(
    `select count(*)::int as mails, count(distinct recipients)::int as people from arrived_mail where recipients like 'many%'`,
  );
  expect(arrived).toEqual({ mails: many, people: many });
  const [looks] = await ask(
    `select min(looks)::int as least, max(looks)::int as most from next_moment m join enrolment e on e.id = m.enrolment_id where e.learner_id like 'many-%'`,
  );
  expect(looks).toEqual({ least: 1, most: 1 });
});
