import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './paths.mjs';
import { workerWords } from './programs.mjs';
import { withSampleServer } from './sample-server.mjs';
import { step } from './say.mjs';

const ines = 'ines@wendwater.example';
const aoife = 'aoife1@post.example';
const settle = (page) => page.waitForTimeout(700);

/** One picture of each main view. */
const views = [
  {
    name: 'build',
    who: ines,
    path: '/c/stream-survey/build',
    act: (page) => page.getByRole('treeitem', { name: /Walking the reach/ }).click(),
  },
  {
    name: 'room',
    who: ines,
    path: '/calendar',
    // The first session of the spring cohort lies behind, maybe in the month before.
    act: async (page) => {
      const session = page.getByRole('button', { name: /Field clinic: flow live session · Spring cohort/ });
      await page.getByRole('table').waitFor();
      if ((await session.count()) === 0) await page.getByRole('button', { name: 'Earlier month' }).click();
      await session.first().click();
      await page.getByRole('link', { name: 'To the room' }).click();
      await page.getByRole('log').getByText('Downstream end').waitFor();
    },
  },
  {
    name: 'bank',
    who: ines,
    path: '/library/questions',
    act: async (page) => {
      await page.getByRole('button', { name: /^Life under stones/ }).click();
      await page.getByRole('button', { name: 'A family counts once, however many animals of it there are.' }).click();
    },
  },
  {
    name: 'figures',
    who: ines,
    path: '/c/stream-survey/assess',
    act: async (page) => {
      await page.getByRole('button', { name: /Work out the discharge/ }).click();
      await page.getByText('Figures', { exact: true }).click();
      await page
        .getByText(/^\d+ gain/)
        .first()
        .waitFor();
    },
  },
  {
    name: 'release',
    who: ines,
    path: '/c/stream-survey/release',
    act: (page) =>
      page
        .getByRole('slider')
        .focus()
        .then(() => page.keyboard.press('Home'))
        .then(() => page.keyboard.press('PageUp'))
        .then(() => page.keyboard.press('PageUp')),
  },
  {
    name: 'assess',
    who: ines,
    path: '/c/stream-survey/assess',
    act: async (page) => {
      await page.getByRole('button', { name: /Scoring the sample/ }).click();
      await page.getByRole('button', { name: 'Open question 3' }).click();
    },
  },
  {
    name: 'award',
    who: ines,
    path: '/c/stream-survey/award',
    act: async (page) => {
      await page.getByText(/all fit|not fit/).waitFor();
      const { x, y, width, height } = await page.getByRole('group', { name: /^The page of/ }).boundingBox();
      await page.mouse.click(x + width / 2, y + height * 0.38);
      await settle(page);
    },
  },
  {
    name: 'patterns',
    who: ines,
    path: '/c/stream-survey/award',
    act: async (page) => {
      await page.getByRole('button', { name: 'New design' }).click();
      await page.waitForFunction(() => document.querySelectorAll('button svg rect').length >= 8);
      await settle(page);
    },
  },
  {
    name: 'names',
    who: ines,
    path: '/c/stream-survey/award',
    isScrolled: true,
    act: async (page) => {
      const strip = page.getByRole('region', { name: 'Does every name fit?' });
      await strip.getByText(/all fit|not fit/).waitFor();
      await strip.evaluate((one) => one.scrollIntoView({ block: 'end' }));
    },
  },
  {
    name: 'check',
    who: 'bo3@post.example',
    path: '/learn/certificates',
    size: { width: 390, height: 844 },
    act: async (page) => {
      await page.getByRole('link', { name: 'Check page' }).last().click();
      await page.getByRole('heading', { name: /^This certificate/ }).waitFor();
      await page.waitForFunction(() => [...document.images].every((one) => one.complete));
    },
  },
  {
    name: 'certificates',
    who: 'bo3@post.example',
    path: '/learn/certificates',
    act: (page) => page.waitForFunction(() => [...document.images].every((one) => one.complete)),
  },
  {
    name: 'run',
    who: ines,
    path: '/c/stream-survey/run',
    act: (page) => page.getByRole('button', { name: 'Bo Li' }).click(),
  },
  {
    name: 'what-if',
    who: ines,
    path: '/c/stream-survey/run/grades',
    act: async (page) => {
      await page.getByRole('button', { name: 'Try other weights' }).click();
      const weight = page.getByRole('textbox', { name: /^Weight of .* on trial$/ });
      await weight.nth(2).fill('40');
      await weight.nth(2).press('Enter');
      await weight.nth(3).fill('5');
      await weight.nth(3).press('Enter');
      await page.getByRole('gridcell').first().click();
      await page.getByText('2 weights changed.').waitFor();
      await settle(page);
    },
  },
  {
    name: 'marking',
    who: 'temi@wendwater.example',
    path: '/marking?show=later',
    act: async (page) => {
      await page.getByRole('link', { name: /^Written check/ }).click();
      await page.getByText(/^Drawn: /).waitFor();
      await settle(page);
      await page.getByRole('application').first().scrollIntoViewIfNeeded();
    },
  },
  {
    name: 'share',
    who: ines,
    path: '/marking',
    act: async (page) => {
      await page.getByRole('combobox', { name: 'Of the lesson' }).click();
      await page.getByRole('option', { name: /^Written check/ }).click();
      await page.getByRole('link', { name: 'Share out this work among markers' }).click();
      await page.getByRole('heading', { name: /^Share out/ }).waitFor();
    },
  },
  {
    name: 'marked',
    who: aoife,
    path: '/learn/dry-stone-walling',
    size: { width: 390, height: 844 },
    isScrolled: true,
    act: async (page) => {
      await page
        .getByRole('link', { name: /Written check/ })
        .first()
        .click();
      const sheet = page.locator('[data-page]').first();
      await sheet.waitFor();
      await settle(page);
      await sheet.evaluate((one) => one.scrollIntoView({ block: 'start' }));
      await settle(page);
    },
  },
  {
    name: 'learn',
    who: aoife,
    path: '/learn/stream-survey',
    act: (page) =>
      page
        .getByRole('link', { name: /Walking the reach/ })
        .click()
        .then(() => page.waitForTimeout(1500)),
  },
  { name: 'home', who: aoife, path: '/learn/stream-survey' },
  {
    name: 'sitting',
    dark: true,
    who: aoife,
    path: '/learn/stream-survey',
    act: (page) =>
      page
        .getByRole('link', { name: /Work out the discharge/ })
        .click()
        .then(() => page.getByRole('button', { name: 'Begin' }).click())
        .then(() => page.getByText('0 of 6 answered').waitFor()),
  },
];

export const shots = () =>
  withSampleServer(
    async (env) => {
      const { chromium } = await import('@playwright/test');
      // The worker makes what stands beside films: a strip of their frames.
      const worker = spawn(process.execPath, workerWords(), { cwd: root, env, stdio: 'ignore' });
      await new Promise((resolve) => setTimeout(resolve, 25_000));
      // The password of the sample school, read from where it stands.
      const samplePassword = /samplePassword = '(.+)'/.exec(readFileSync(join(root, 'demo/people.ts'), 'utf8'))?.[1];
      const browser = await chromium.launch({
        executablePath: process.env.MOSAIK_CHROMIUM ?? '/usr/bin/chromium',
        args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
      });
      // What breaks down leaves nothing running behind.
      try {
        for (const { name, who, path, act, dark, size, isScrolled } of views) {
          const context = await browser.newContext({
            baseURL: env.MOSAIK_ADDRESS,
            viewport: size ?? { width: 1280, height: 800 },
            colorScheme: dark ? 'dark' : 'light',
            locale: 'en-GB',
            timezoneId: 'Europe/London',
            reducedMotion: 'reduce',
          });
          await context.request.post('/api/auth/sign-in/email', { data: { email: who, password: samplePassword } });
          const page = await context.newPage();
          await page.goto(path);
          await act?.(page);
          await page.waitForLoadState('networkidle');
          await page.evaluate((stays) => {
            document.activeElement?.blur();
            if (!stays) window.scrollTo(0, 0);
          }, isScrolled ?? false);
          await settle(page);
          await page.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`) });
          await context.close();
          step(name);
        }
        return 0;
      } finally {
        await browser.close();
        worker.kill('SIGTERM');
      }
    },
    ['chromium'],
  );
