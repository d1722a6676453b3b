import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page, Request } from '@playwright/test';
import type { AxeResults } from 'axe-core';
import { expect, signedIn, testIn } from './support/school';

const test = testIn('sample');
// The longest file of all: its parts are shared out among the workers, each with a school of its own.
test.describe.configure({ mode: 'parallel' });
const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

const scanner = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/**
 * Breaks of the rules in a part of a page as it is; in dark colours only those that colours can break. Of what is drawn
 * alike the first is measured: hundreds of cells of a table have the same two colours.
 */
async function violations(page: Page, scheme: 'light' | 'dark', part: string): Promise<string[]> {
  const found = await page.evaluate(
    async ([tags, withAll, part]) => {
      const { axe } = window as unknown as { axe: { run(where: unknown, how: object): Promise<AxeResults> } };
      const how = { resultTypes: ['violations'], preload: false };
      const all = { ...how, runOnly: { type: 'tag', values: tags }, rules: { 'color-contrast': { enabled: false } } };
      const colours = { ...how, runOnly: { type: 'rule', values: ['color-contrast'] } };

      // What lies behind an element: the grounds of all it stands in, and how much they let through.
      const behind = new Map<Element, string>();
      const behindOf = (element: Element): string => {
        let ground = behind.get(element);
        if (ground !== undefined) return ground;
        const { backgroundColor, backgroundImage, opacity, filter, position } = getComputedStyle(element);
        const own = `${backgroundColor} ${backgroundImage} ${opacity} ${filter} ${position}`;
        const above = element.parentElement ? behindOf(element.parentElement) : '';
        ground = own === 'rgba(0, 0, 0, 0) none 1 none static' ? above : `${above}/${own}`;
        behind.set(element, ground);
        return ground;
      };
      const firsts = new Map<string, Element>();
      for (const element of document.querySelectorAll(`body :is(${part}), :is(${part}) *`)) {
        const saysSomething = [...element.childNodes].some((one) => one.nodeType === 3 && one.nodeValue?.trim());
        if (!saysSomething && !element.matches('input, textarea')) continue;
        const { color, fontSize, fontWeight, textShadow } = getComputedStyle(element);
        const states = ['disabled', 'aria-disabled', 'aria-hidden'].map(
          (name) => element.closest(`[${name}]`) !== null,
        );
        const letters = `${color} ${fontSize} ${fontWeight} ${textShadow} ${states.join(' ')}`;
        const look = `${behindOf(element)}/${element.tagName} ${element.getAttribute('class')} ${letters}`;
        if (!firsts.has(look)) firsts.set(look, element);
      }
      return [
        ...(withAll ? (await axe.run(part, all)).violations : []),
        ...(await axe.run([...firsts.values()], colours)).violations,
      ];
    },
    [tags, scheme === 'light', part] as const,
  );
  return found.map(
    (one) =>
      `${one.id}: ${one.nodes
        .map((node) => node.target.join(' '))
        .slice(0, 3)
        .join(' | ')}`,
  );
}

type Visit = {
  readonly name: string;
  readonly who: string | null;
  readonly path: string;
  /** Goes on where the visit before has left the same page. */
  readonly goesOn?: true;
  /** All that is new on the page lies in this. */
  readonly part?: string;
  readonly act?: (page: Page) => Promise<void>;
};
const ines = 'ines@wendwater.example';
const aoife = 'aoife1@post.example';
/** Has finished a course, and holds its certificate. */
const bo = 'bo3@post.example';
const visits: Visit[] = [
  { name: 'sign in', who: null, path: '/sign-in' },
  {
    name: 'check page',
    who: null,
    path: '/check',
    act: async (page) => {
      await page.setInputFiles('input[type=file]', {
        name: 'stray.json',
        mimeType: 'application/json',
        buffer: Buffer.from('{}'),
      });
      await page.getByRole('heading', { name: 'It could not be confirmed' }).waitFor();
    },
  },
  {
    name: 'own certificates',
    who: bo,
    path: '/learn/certificates',
    act: (page) => page.getByRole('link', { name: /PDF/ }).first().waitFor(),
  },
  { name: 'school', who: ines, path: '/school' },
  { name: 'courses', who: ines, path: '/courses' },
  { name: 'plan', who: ines, path: '/c/stream-survey/plan' },
  {
    name: 'coverage',
    who: ines,
    path: '/c/stream-survey/plan/coverage',
    act: (page) => page.getByRole('table').waitFor(),
  },
  {
    name: 'work board',
    who: ines,
    path: '/c/wells-and-springs/plan/board',
    act: (page) => page.getByRole('button', { name: /What old maps tell/ }).click(),
  },
  {
    name: 'outline brought in',
    who: ines,
    path: '/c/wells-and-springs/plan/outline',
    act: async (page) => {
      await page.getByLabel('Paste it here').fill('A\n\tOne\n\tTwo');
      await page.getByRole('button', { name: 'Put 2 lessons at the end' }).waitFor();
    },
  },
  { name: 'tile map', who: ines, path: '/c/stream-survey/build/map' },
  { name: 'history', who: ines, path: '/c/stream-survey/history' },
  {
    name: 'catalogue',
    who: ines,
    path: '/catalogue',
    act: async (page) => {
      await page.getByRole('gridcell').first().waitFor();
      await page.getByRole('button', { name: 'Filter', exact: true }).click();
    },
  },
  {
    name: 'bring in',
    who: ines,
    path: '/catalogue',
    goesOn: true,
    part: '[role=dialog]',
    act: (page) => page.getByRole('button', { name: 'Bring in' }).click(),
  },
  {
    name: 'build',
    who: ines,
    path: '/c/stream-survey/build',
    act: (page) => page.getByRole('treeitem', { name: /Walking the reach/ }).click(),
  },
  {
    name: 'build with a menu open',
    who: ines,
    path: '/c/stream-survey/build',
    goesOn: true,
    part: '[role=menu]',
    act: (page) => page.getByRole('button', { name: 'Lesson of another kind' }).click(),
  },
  {
    name: 'publish',
    who: ines,
    path: '/c/stream-survey/build',
    goesOn: true,
    part: '[role=dialog]',
    act: async (page) => {
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: /Publish edition/ }).click();
    },
  },
  {
    name: 'find anything',
    who: ines,
    path: '/c/stream-survey/build',
    goesOn: true,
    part: '[role=dialog]',
    act: async (page) => {
      await page.keyboard.press('Escape');
      await page.keyboard.press('Control+k');
      await page.keyboard.type('float');
      await page.getByRole('option', { name: /float method/ }).waitFor();
    },
  },
  {
    name: 'several lessons',
    who: ines,
    path: '/c/stream-survey/build',
    goesOn: true,
    act: async (page) => {
      await page.keyboard.press('Escape');
      await page.getByRole('treeitem', { name: /^1\.1 / }).click();
      await page.getByRole('treeitem', { name: /^1\.3 / }).click({ modifiers: ['Shift'] });
      await page.getByText('3 lessons selected').waitFor();
    },
  },
  {
    name: 'lesson text',
    who: ines,
    path: '/c/stream-survey/build',
    act: async (page) => {
      await page.getByRole('treeitem', { name: /What makes a reach/ }).click();
      await page.getByRole('link', { name: /^Text:/ }).click();
      await page.getByRole('textbox', { name: /^Text of/ }).waitFor();
    },
  },
  {
    name: 'time line of a film',
    who: ines,
    path: '/c/stream-survey/build',
    act: async (page) => {
      await page.getByRole('treeitem', { name: /Walking the reach/ }).click();
      await page.getByRole('link', { name: 'Chapters and checkpoints' }).click();
      await page
        .getByRole('region', { name: 'In this film' })
        .getByRole('button', { name: /Checkpoint Which/ })
        .click();
      await page.getByRole('heading', { name: /^Checkpoint 1 of/ }).waitFor();
    },
  },
  {
    name: 'captions',
    who: ines,
    path: '/c/stream-survey/build',
    act: async (page) => {
      await page.getByRole('treeitem', { name: /Walking the reach/ }).click();
      await page.getByRole('link', { name: 'Correct captions' }).click();
      await page.getByLabel('Caption 1', { exact: true }).waitFor();
    },
  },
  {
    name: 'library',
    who: ines,
    path: '/library',
    act: async (page) => {
      await page.getByRole('link', { name: /Walking the reach/ }).click();
      await page
        .getByRole('button', { name: 'Show this one' })
        .or(page.getByText('now', { exact: true }))
        .waitFor();
    },
  },
  {
    name: 'questions of an open lesson',
    who: ines,
    path: '/c/stream-survey/build',
    act: async (page) => {
      await page.getByRole('treeitem', { name: /Check: reach or not/ }).click();
      await page.getByRole('link', { name: 'Questions, attempts and pass mark' }).click();
      await page
        .getByRole('navigation', { name: 'Lesson' })
        .getByRole('link', { name: 'Questions', exact: true })
        .waitFor();
      await page.getByRole('button', { name: 'Open question 1', exact: true }).waitFor();
    },
  },
  { name: 'release', who: ines, path: '/c/stream-survey/release' },
  {
    name: 'release, a tile looked at',
    who: ines,
    path: '/c/stream-survey/release',
    goesOn: true,
    act: (page) => page.getByRole('button', { name: /^Walking the reach/ }).click(),
  },
  { name: 'rhythm', who: ines, path: '/c/stream-survey/release/rhythm' },
  { name: 'rules in words', who: ines, path: '/c/stream-survey/release/rules' },
  { name: 'cohorts', who: ines, path: '/c/stream-survey/release/cohorts' },
  { name: 'calendar', who: ines, path: '/calendar' },
  { name: 'own calendar', who: aoife, path: '/learn/calendar' },
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
    name: 'figures',
    who: ines,
    path: '/c/stream-survey/assess',
    goesOn: true,
    act: async (page) => {
      await page.getByRole('button', { name: /Work out the discharge/ }).click();
      await page.getByText('Figures', { exact: true }).click();
      await page.getByText(/gain/).first().waitFor();
    },
  },
  {
    name: 'an essay, and what follows',
    who: ines,
    path: '/c/stream-survey/assess',
    act: async (page) => {
      await page.getByRole('button', { name: /What the stones tell/ }).click();
      await page.getByRole('button', { name: 'Open question 2' }).click();
      await page.getByLabel('What a marker looks for').waitFor();
      await page.getByText('What follows', { exact: true }).click();
      await page.getByText('Nothing has followed yet.').waitFor();
    },
  },
  {
    name: 'from the bank',
    who: ines,
    path: '/c/stream-survey/assess',
    goesOn: true,
    act: async (page) => {
      await page.getByRole('button', { name: /Work out the discharge/ }).click();
      await page.getByText('From the bank', { exact: true }).click();
      await page.getByText(/found$/).waitFor();
    },
  },
  {
    name: 'criteria of an assignment',
    who: ines,
    path: '/c/stream-survey/assess',
    goesOn: true,
    act: async (page) => {
      await page.getByRole('button', { name: /Your survey report/ }).click();
      await page.getByRole('region', { name: 'Criterion 4', exact: true }).waitFor();
    },
  },
  {
    name: 'how a quiz runs',
    who: ines,
    path: '/c/stream-survey/assess',
    goesOn: true,
    act: async (page) => {
      await page.getByRole('button', { name: /What the stones tell/ }).click();
      await page.getByText('How it runs', { exact: true }).click();
      await page.getByLabel('Pass mark').waitFor();
    },
  },
  {
    name: 'questions brought in',
    who: ines,
    path: '/library/questions',
    act: async (page) => {
      await page.getByRole('button', { name: 'Bring in' }).click();
      await page.getByLabel('Or one question after another').fill('Which?\n+ a\n- b\n\nAnd this?');
      await page.getByRole('list', { name: 'What cannot be read' }).waitFor();
    },
  },
  {
    name: 'question bank',
    who: ines,
    path: '/library/questions',
    act: (page) =>
      page.getByRole('button', { name: 'A family counts once, however many animals of it there are.' }).click(),
  },
  {
    name: 'award',
    who: ines,
    path: '/c/stream-survey/award',
    act: (page) => page.getByText(/all fit|not fit/).waitFor(),
  },
  {
    name: 'gradebook',
    who: ines,
    path: '/c/stream-survey/run',
    act: (page) => page.getByRole('button', { name: 'Bo Li' }).click(),
  },
  { name: 'marking', who: 'temi@wendwater.example', path: '/marking' },
  {
    name: 'marking desk',
    who: 'temi@wendwater.example',
    path: '/marking',
    act: (page) =>
      page
        .locator('tbody a')
        .first()
        .click()
        .then(() => page.getByLabel('Remark to the learner').waitFor()),
  },
  {
    name: 'marking desk with what is drawn',
    who: 'temi@wendwater.example',
    path: '/marking?show=later',
    act: async (page) => {
      await page.getByRole('link', { name: /^Written check/ }).click();
      await page.getByText(/^Drawn: /).click();
      await page.getByRole('application').first().waitFor();
      await page
        .getByRole('button', { name: /^Ellipse/ })
        .first()
        .click();
      await page.getByRole('button', { name: /^Saved remarks/ }).click();
    },
  },
  {
    name: 'paper scripts',
    who: ines,
    path: '/marking',
    act: async (page) => {
      await page.getByRole('combobox', { name: 'Of the lesson' }).click();
      await page.getByRole('option', { name: /^Written check/ }).click();
      await page.getByRole('link', { name: 'Load paper scripts' }).click();
      await page.getByText(/^Nothing lies on the table/).waitFor();
    },
  },
  {
    name: 'the whole gradebook on trial',
    who: ines,
    path: '/c/stream-survey/run/grades',
    act: async (page) => {
      await page.getByRole('row', { name: /^Bo Li/ }).waitFor();
      await page.getByRole('gridcell', { name: 'Bo Li' }).click();
      await page.getByRole('button', { name: 'Try other weights' }).click();
      await page.getByRole('button', { name: 'Add a category' }).click();
      await page.getByText('other categories.').waitFor();
    },
  },
  {
    name: 'marked work',
    who: aoife,
    path: '/learn/dry-stone-walling',
    act: async (page) => {
      await page
        .getByRole('link', { name: /Written check/ })
        .first()
        .click();
      await page.getByText('Ask for another look').first().click();
      await page.locator('canvas').first().waitFor();
    },
  },
  {
    name: 'work shared out',
    who: ines,
    path: '/marking',
    act: async (page) => {
      await page.getByRole('combobox', { name: 'Of the lesson' }).click();
      await page.getByRole('option', { name: 'Your survey report' }).click();
      await page.getByRole('link', { name: 'Share out this work among markers' }).click();
      await page.getByRole('button', { name: 'Evenly' }).click();
    },
  },
  {
    name: 'marking a paper',
    who: 'temi@wendwater.example',
    path: '/marking?show=marked',
    act: async (page) => {
      await page.getByRole('link', { name: 'What the stones tell' }).first().click();
      await page.getByText('The rest of the paper', { exact: true }).click();
    },
  },
  { name: 'people', who: ines, path: '/people' },
  { name: 'my courses', who: aoife, path: '/learn' },
  { name: 'account', who: aoife, path: '/account' },
  { name: 'course home', who: aoife, path: '/learn/stream-survey' },
  {
    name: 'film',
    who: aoife,
    path: '/learn/stream-survey',
    act: async (page) => {
      await page.getByRole('link', { name: /Walking the reach/ }).click();
      await page.getByText('Read what is said').click();
      await page.getByRole('region', { name: 'Transcript' }).getByRole('listitem').first().waitFor();
    },
  },
  {
    name: 'reading',
    who: aoife,
    path: '/learn/stream-survey',
    act: (page) => page.getByRole('link', { name: /What makes a reach/ }).click(),
  },
  {
    name: 'document',
    who: aoife,
    path: '/learn/stream-survey',
    act: (page) =>
      page
        .getByRole('navigation', { name: 'Course' })
        .getByRole('link', { name: /Flow worksheet/ })
        .click(),
  },
  {
    name: 'quiz and sitting',
    who: aoife,
    path: '/learn/stream-survey',
    act: async (page) => {
      await page.getByRole('link', { name: /Work out the discharge/ }).click();
      await page
        .getByRole('button', { name: 'Begin' })
        .or(page.getByRole('link', { name: 'Go on with your sitting' }))
        .click();
      await page.getByText('0 of 6 answered').waitFor();
    },
  },
  {
    name: 'result',
    who: aoife,
    path: '/learn/stream-survey',
    act: async (page) => {
      await page.getByRole('link', { name: /Check: reach or not/ }).click();
      await page.getByRole('rowheader').getByRole('link').first().click();
      await page.getByText(/of 10 points/).waitFor();
    },
  },
  {
    name: 'assignment',
    who: aoife,
    path: '/learn/stream-survey',
    act: (page) => page.getByRole('link', { name: /Your home stretch/ }).click(),
  },
  { name: 'grades', who: aoife, path: '/learn/stream-survey/grades' },
  { name: 'view as learner', who: ines, path: '/view/stream-survey?pace=60' },
  { name: 'view of the grades', who: ines, path: '/view/stream-survey/grades' },
  {
    name: 'recording',
    who: ines,
    path: '/view/dry-stone-walling?pace=all',
    act: (page) =>
      page
        .getByRole('navigation', { name: 'Course' })
        .getByRole('link', { name: /A walk along the wall/ })
        .click(),
  },
  {
    name: 'versions of a text',
    who: ines,
    path: '/c/stream-survey/build',
    act: async (page) => {
      await page.getByRole('treeitem', { name: /What you will be able to do/ }).click();
      await page.getByRole('link', { name: /^Text:/ }).click();
      await page.getByRole('link', { name: 'Versions' }).click();
      await page.getByRole('heading', { name: 'Versions' }).waitFor();
    },
  },
  {
    name: 'closed lesson',
    who: ines,
    path: '/view/stream-survey',
    act: (page) => page.getByRole('link', { name: /Your survey report/ }).click(),
  },
  {
    name: 'outbox',
    who: ines,
    path: '/messages',
    act: async (page) => {
      await page.getByRole('listitem').first().getByRole('link').click();
      await page.frameLocator('iframe').getByText('Hello').waitFor();
    },
  },
  { name: 'texts of messages', who: ines, path: '/messages/texts' },
  { name: 'texts of a course', who: ines, path: '/c/stream-survey/run/messages' },
  { name: 'not here', who: aoife, path: '/learn/no-such-course' },
];

/** Pages of one person after another, so that no browser is signed in twice; several tests share the work. */
const parts = [
  ['nobody and learners', (visit: Visit) => visit.who === null || visit.who.endsWith('@post.example')],
  ['markers', (visit: Visit) => visit.who === 'temi@wendwater.example'],
  ['creators, planning', (visit: Visit) => visit.who === ines && /^\/c\/[\w-]+\/plan/.test(visit.path)],
  ['creators, building', (visit: Visit) => visit.who === ines && /^\/c\/[\w-]+\/build/.test(visit.path)],
  [
    'creators, the other stages',
    (visit: Visit) => visit.who === ines && /^\/c\/[\w-]+\/(?!plan|build)/.test(visit.path),
  ],
  ['creators, the rest', (visit: Visit) => visit.who === ines && !visit.path.startsWith('/c/')],
] as const;

const desk = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

/** How far a page goes beyond what is seen: sideways, or, by something that is only heard, past its end. */
const beyond = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const { scrollWidth, clientWidth, scrollHeight } = document.documentElement;
    const end = Math.max(window.innerHeight, document.body.getBoundingClientRect().bottom + window.scrollY);
    return [
      ...(scrollWidth > clientWidth ? [`${scrollWidth - clientWidth} px sideways`] : []),
      ...(Math.round(scrollHeight - end) > 1 ? [`${Math.round(scrollHeight - end)} px below its end`] : []),
    ];
  });

/**
 * Watches what a page asks for. The answer waits until nothing is on its way, and nothing on the page has changed for a
 * while: what cannot act yet is grey by right, and a scan that runs while it becomes ready sees colours that nobody reads
 * by. Lines that are held open and films are left out: they are never at rest.
 */
function watched(page: Page): () => Promise<void> {
  const onTheirWay = new Set<Request>();
  page.on('request', (request) => {
    if (!['eventsource', 'media', 'websocket'].includes(request.resourceType())) onTheirWay.add(request);
  });
  page.on('requestfinished', (request) => onTheirWay.delete(request));
  page.on('requestfailed', (request) => onTheirWay.delete(request));
  const unchanged = () =>
    page.evaluate(async () => {
      let changed = performance.now();
      const watch = new MutationObserver(() => {
        changed = performance.now();
      });
      watch.observe(document.documentElement, { subtree: true, childList: true, attributes: true });
      // A page that never rests is scanned as it is after five seconds.
      const since = changed;
      while (performance.now() - changed < 300 && performance.now() - since < 5000)
        await new Promise((done) => requestIdleCallback(done, { timeout: 1000 }));
      watch.disconnect();
    });
  return async () => {
    const until = Date.now() + 15_000;
    do {
      while (onTheirWay.size > 0 && Date.now() < until) await new Promise((resolve) => setTimeout(resolve, 50));
      await unchanged();
    } while (onTheirWay.size > 0 && Date.now() < until);
  };
}

const frames = (page: Page, count: number) =>
  page.evaluate(async (many) => {
    for (let frame = 0; frame < many; frame += 1) await new Promise(requestAnimationFrame);
  }, count);

/**
 * A page is made as it is to be looked at, and scanned: light first, with every rule; the same state then in dark
 * colours, and on a phone.
 */
async function scan(page: Page, visit: Visit, atRest: () => Promise<void>): Promise<string[]> {
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
  if (!visit.goesOn) await page.goto(visit.path);
  await visit.act?.(page);
  await atRest();
  await page.evaluate(scanner);
  const problems = (await beyond(page)).map((one) => `${visit.name}: ${one}`);
  for (const scheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme: scheme });
    const moving = await page.evaluate(async (colours) => {
      document.documentElement.setAttribute('data-mantine-color-scheme', colours);
      const begun = document.getAnimations().length;
      for (let frame = 0; frame < 2; frame += 1) await new Promise(requestAnimationFrame);
      return begun;
    }, scheme);
    if (moving > 0) problems.push(`${visit.name}, ${scheme}: ${moving} things move for who asked for less motion`);
    problems.push(
      ...(await violations(page, scheme, visit.part ?? 'html')).map((one) => `${visit.name}, ${scheme}: ${one}`),
    );
  }
  await page.setViewportSize(phone);
  let over = await beyond(page);
  if (over.length > 0) {
    // What measures itself follows in the frames after: only what stays so is seen by anybody.
    await frames(page, 3);
    over = await beyond(page);
  }
  problems.push(...over.map((one) => `${visit.name}, on a phone: ${one}`));
  await page.setViewportSize(desk);
  return problems;
}

for (const [part, belongs] of parts) {
  test(`every main page meets WCAG 2.2 AA in light and in dark colours, fits a desk and a phone, keeps still and asks for no more than it shows, without errors in the console: ${part}`, async ({
    browser,
    school,
  }) => {
    const problems: string[] = [];
    for (const who of new Set(visits.filter(belongs).map((visit) => visit.who))) {
      const context = who
        ? (await signedIn(browser, school, who, undefined, { viewport: desk })).context
        : await browser.newContext({ baseURL: school.address, viewport: desk });
      const page = await context.newPage();
      const atRest = watched(page);
      page.on('request', (request) => {
        if (request.headers()['next-router-prefetch'])
          problems.push(`${who}: ${request.url()} is fetched before anybody wants it`);
      });
      page.on('pageerror', (error) => problems.push(`${who}: ${error.message}`));
      page.on(
        'console',
        (message) =>
          message.type() === 'error' &&
          !/404|403/.test(message.text()) &&
          // A file that is refused is told in words; the browser writes it down all the same.
          !(message.text().includes('422') && message.location().url.includes('/api/check/')) &&
          problems.push(`${who}: ${message.text()}`),
      );
      for (const visit of visits)
        if (belongs(visit) && visit.who === who) problems.push(...(await scan(page, visit, atRest)));
      await page.close();
    }
    expect(problems).toEqual([]);
  });
}
