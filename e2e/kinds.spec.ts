import type { Locator, Page } from '@playwright/test';
import pg from 'pg';
import { command, expect, newLearner, type School, signedIn, testIn } from './support/school';

const test = testIn('sample');

/** Goes on by the tabulator key until something has the keyboard. */
async function tabTo(page: Page, target: Locator): Promise<void> {
  await expect(target).toBeVisible();
  // Found once: a search of the page for each press would take longer than the pressing.
  const found = await target.elementHandle();
  const isThere = () => found?.evaluate((element) => element === document.activeElement);
  for (let presses = 0; presses < 90 && !(await isThere()); presses += 1) await page.keyboard.press('Tab');
  await expect(target).toBeFocused();
}

type Kind = { readonly course?: string; readonly lesson: RegExp; works(page: Page): Promise<void> };
const start = new Date(Date.now() - 80 * 86_400_000).toISOString().slice(0, 10);
const plays = async (page: Page, what: 'video' | 'audio') => {
  await tabTo(page, page.getByRole('button', { name: 'play', exact: true }));
  await page.keyboard.press('Enter');
  await expect
    .poll(() => page.locator(what).evaluate((media: HTMLMediaElement) => media.currentTime))
    .toBeGreaterThan(0);
};

/** What each kind of lesson is there for, done by keyboard. */
const kinds: { readonly [kind: string]: Kind } = {
  reading: {
    lesson: /What makes a reach/,
    async works(page) {
      const exercise = page.getByRole('region', { name: /^Exercise 1 of 2/ });
      await tabTo(page, exercise.getByRole('radio').first());
      await page.keyboard.press('Space');
      await tabTo(page, exercise.getByRole('button', { name: 'Answer' }));
      await page.keyboard.press('Enter');
      await expect(exercise.getByRole('status')).toContainText('Right.');
    },
  },
  film: { lesson: /Walking the reach/, works: (page) => plays(page, 'video') },
  audio: { course: 'dry-stone-walling', lesson: /A walk along the wall/, works: (page) => plays(page, 'audio') },
  document: {
    lesson: /Flow worksheet/,
    async works(page) {
      const sheet = page.getByRole('img', { name: /page 1 of 2$/ });
      await expect.poll(() => sheet.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(600);
      await tabTo(page, page.getByRole('link', { name: 'Download the PDF' }));
    },
  },
  live: {
    lesson: /Field clinic: flow/,
    async works(page) {
      const session = page.getByRole('region', { name: 'Live session' });
      await expect(session).toContainText('This session is over.');
      await tabTo(page, session.getByRole('link', { name: 'Flow worksheet' }));
    },
  },
  link: {
    lesson: /The gauge, read from home/,
    works: (page) => tabTo(page, page.getByRole('link', { name: 'Open at gauge.example' })),
  },
  quiz: {
    lesson: /Check: reach or not/,
    async works(page) {
      await tabTo(page, page.getByRole('link', { name: 'Try the paper' }));
      await page.keyboard.press('Enter');
      await tabTo(page, page.getByRole('radio').first());
      await page.keyboard.press('Space');
      await expect(page.getByText(/^1 of \d+ answered/)).toBeVisible();
    },
  },
  assignment: {
    lesson: /Your home stretch/,
    async works(page) {
      await tabTo(page, page.getByRole('textbox', { name: /^Your/ }));
      await page.keyboard.type('Forty metres below the mill.');
      await tabTo(page, page.getByRole('button', { name: 'Hand in' }));
      await page.keyboard.press('Enter');
      await expect(page.getByText(/^Handed in/).first()).toBeVisible();
    },
  },
};

/** The sample course has no lesson that leads elsewhere: one is put into its first section. */
async function withLink(school: School, making: Awaited<ReturnType<typeof signedIn>>['context']): Promise<void> {
  const database = new pg.Client({ connectionString: school.databaseUrl });
  await database.connect();
  const { rows } = await database.query(
    `select s.id, s.course_id as "courseId" from section s join course c on c.id = s.course_id
     where c.slug = 'stream-survey' order by s."order" limit 1`,
  );
  await database.end();
  const [{ id: sectionId, courseId }] = rows;
  const id = crypto.randomUUID();
  const fields = { link: 'https://gauge.example/today', state: 'ready' };
  const edits = [
    { do: 'add-lesson', id, sectionId, after: null, title: 'The gauge, read from home', kind: 'link' },
    { do: 'set', table: 'lesson', id, fields },
  ];
  const done = await command(making, 'outline.edit', { courseId, edit: { do: 'all', edits } });
  expect(done.body.problem).toBeUndefined();
}

for (const [size, viewport] of [
  ['a desk', { width: 1280, height: 800 }],
  ['a phone', { width: 390, height: 844 }],
] as const)
  test(`each kind of lesson works in dark colours and by keyboard on ${size}`, async ({ browser, school }) => {
    const { context: making, page } = await signedIn(browser, school, 'ines@wendwater.example', undefined, {
      viewport,
      colorScheme: 'dark',
    });
    await withLink(school, making);
    const email = `orla.${viewport.width}@post.example`;
    await newLearner(making, email, 'stream-survey');
    const { page: hers } = await signedIn(browser, school, email, undefined, { viewport, colorScheme: 'dark' });
    for (const [kind, { course = 'stream-survey', lesson, works }] of Object.entries(kinds))
      await test.step(kind, async () => {
        // What is handed in is handed in by a learner; the rest is looked at as one would see it.
        const own = kind === 'assignment' ? hers : page;
        await own.goto(own === hers ? `/learn/${course}` : `/view/${course}?pace=all&start=${start}`);
        await own.getByRole('navigation', { name: 'Course' }).getByRole('link', { name: lesson }).first().click();
        await expect(own.getByRole('article').getByRole('heading', { level: 1, name: lesson })).toBeVisible();
        const [lightness, over] = await own.evaluate(() => [
          Math.max(...(getComputedStyle(document.body).backgroundColor.match(/\d+/g) ?? ['255']).map(Number)),
          document.documentElement.scrollWidth - document.documentElement.clientWidth,
        ]);
        expect(lightness).toBeLessThan(80);
        expect(over).toBe(0);
        await works(own);
      });
  });
