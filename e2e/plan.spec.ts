import { expect, signedIn, testIn } from './support/school';

const test = testIn('sample');
const saved = /^Saved \d/;

test('a course planned from a pattern: promise, outcomes, coverage, plans that turn real, and the outline kept as a pattern', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/courses');
  // The field takes words once the page can act.
  await page.getByLabel('Working title of a new course').fill('  Reading ice ');
  await page.getByRole('combobox', { name: 'Begin with' }).click();
  await page
    .getByRole('option', { name: /^Begin with: / })
    .first()
    .click();
  await page.getByRole('button', { name: 'Make course' }).click();
  await expect(page).toHaveURL(/\/c\/reading-ice\/plan$/);
  await expect(page.getByRole('heading', { name: 'Reading ice', level: 1 })).toBeVisible();

  // The promise, and outcomes with their numbers; a new one waits to be written over.
  await page.getByLabel('Who it is for').fill('Skaters');
  const outcomes = page.getByRole('region', { name: 'Outcomes' });
  for (const text of ['Judge the thickness of ice', 'Turn back in time']) {
    await outcomes.getByRole('button', { name: 'Outcome', exact: true }).click();
    await expect(outcomes.getByRole('textbox').last()).toBeFocused();
    await page.keyboard.type(text);
  }
  await outcomes.getByRole('button', { name: 'Move outcome 2 up' }).click();
  await expect(outcomes.getByLabel('Outcome 1', { exact: true })).toHaveValue('Turn back in time');
  await expect(page.getByText(saved)).toBeVisible();

  // Coverage: what nobody teaches says so until a lesson serves it.
  await page.getByRole('link', { name: 'Coverage' }).click();
  const table = page.getByRole('table', { name: 'Which lessons serve which outcomes' });
  const taught = table.getByRole('row', { name: /taught by lessons/ });
  await expect(taught.getByRole('cell')).toHaveText(['none', 'none']);
  await table
    .getByRole('checkbox', { name: / serves outcome 1$/ })
    .first()
    .check();
  await expect(taught.getByRole('cell')).toHaveText(['1', 'none']);

  // A plan for two media becomes two lessons, moved by key on the board; one undo takes it back.
  await page.getByRole('link', { name: 'Work board' }).click();
  const [planned, inWork] = [
    page.getByRole('region', { name: 'Planned' }),
    page.getByRole('region', { name: 'In work' }),
  ];
  const card = planned.getByRole('button').first();
  await card.click();
  const count = await planned.getByRole('listitem').count();
  const inspector = page.getByRole('complementary');
  await inspector.getByLabel('Made as', { exact: true }).focus();
  await page.keyboard.press('ArrowDown');
  for (const medium of ['screencast', 'worksheet']) {
    const option = page.getByRole('option', { name: medium });
    if ((await option.getAttribute('aria-selected')) !== 'true') await option.click();
  }
  await page.keyboard.press('Escape');
  await card.focus();
  await page.keyboard.press('Alt+ArrowRight');
  await expect(inWork.getByRole('listitem')).not.toHaveCount(0);
  const begun = await inWork.getByRole('listitem').count();
  expect(begun).toBeGreaterThanOrEqual(2);
  await expect(planned.getByRole('listitem')).toHaveCount(count - 1);
  await page.getByRole('link', { name: 'Build' }).click();
  await page.getByRole('treeitem').first().click();
  await page.keyboard.press('Control+z');
  await page.getByRole('link', { name: 'Plan' }).click();
  await page.getByRole('link', { name: 'Work board' }).click();
  await expect(planned.getByRole('listitem')).toHaveCount(count);
  await expect(inWork.getByRole('listitem')).toHaveCount(0);

  // Out in four forms, each of which comes in again as the same outline.
  await page.getByRole('link', { name: 'Bring in, take out' }).click();
  const paste = page.getByLabel('Paste it here');
  const courseId = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .map(({ name }) => /course\/([0-9a-f-]{36})\//.exec(name)?.[1])
      .find(Boolean),
  );
  for (const form of ['lines', 'markdown', 'opml', 'csv']) {
    const file = await page.request.get(`/api/course/${courseId}/outline?as=${form}`);
    expect([form, file.status()]).toEqual([form, 200]);
    await paste.fill(await file.text());
    await expect(page.getByText(/^Read as/)).toContainText(`${count} lessons`);
  }
  await paste.fill('');
  await page.getByLabel('Keep this outline as a pattern').fill('Ice season');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Put in "Ice season"' })).toBeVisible();
  await page.getByRole('button', { name: 'Put in "Ice season"' }).click();
  await expect(page.getByText(/"Ice season" was put in/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await page.getByRole('link', { name: 'Work board' }).click();
  await expect(planned.getByRole('listitem')).toHaveCount(count);
});

test('settings: a lesson takes over what holds for the course, says so, and differs where it is wished', async ({
  browser,
  school,
}) => {
  const { page } = await signedIn(browser, school, 'ines@wendwater.example');
  await page.goto('/c/dry-stone-walling/build');
  const inspector = page.getByRole('complementary');
  const pick = async (label: string, option: string | RegExp) => {
    await inspector.getByRole('combobox', { name: label, exact: true }).click();
    await page.getByRole('option', { name: option }).click();
  };
  await pick('Learners see it', 'dark');
  await pick('Colour', 'plum');
  await pick('Reading', /the learner says so|marked by the learner/);
  await page.getByRole('treeitem', { name: /^1\.1 / }).click();
  const done = inspector.getByLabel('Done when', { exact: true });
  await expect(done).toHaveValue(/from the course$/);
  await pick('Done when', /opened/);
  await expect(done).not.toHaveValue(/from the course$/);
  await inspector.getByLabel('Password').fill('limestone');
  await page.getByRole('treeitem', { name: /^2\.1 / }).click();
  await expect(done).toHaveValue(/from the course$/);
  await inspector.getByLabel('Needs first').click();
  await page.getByRole('option', { name: /^1\.2 / }).click();
  await expect(page.getByText(saved)).toBeVisible();

  // The learner's side shows it at once in a view, and nothing of it is live before it is published.
  const { page: learner } = await signedIn(browser, school, 'amara6@post.example');
  await learner.goto('/learn/dry-stone-walling');
  await expect(learner.locator('[data-look="dark"]')).toHaveCount(0);
  await page.goto('/view/dry-stone-walling');
  await expect(page.locator('[data-look="dark"][data-accent="plum"]').first()).toBeVisible();
  await page
    .getByRole('link', { name: /Keeping your hand in/ })
    .first()
    .click();
  await expect(page.getByText(/Check: one on two/).first()).toBeVisible();
  await page.goto('/c/dry-stone-walling/build');
  await page.getByRole('button', { name: /Publish edition/ }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Publish edition/ })
    .click();
  await expect(page.getByText(/Edition \d+ is live$/).first()).toBeVisible();
  await learner.goto('/learn/dry-stone-walling');
  await expect(learner.locator('[data-look="dark"][data-accent="plum"]').first()).toBeVisible();
  await learner
    .getByRole('navigation', { name: 'Course' })
    .getByRole('link', { name: /How a wall stands/ })
    .click();
  await learner.getByLabel('Password').fill('granite');
  await learner.getByRole('button', { name: 'Open', exact: false }).first().click();
  await expect(learner.getByRole('alert').first()).toBeVisible();
  await learner.getByLabel('Password').fill('limestone');
  await learner.getByRole('button', { name: 'Open', exact: false }).first().click();
  await expect(learner.getByLabel('Password')).toHaveCount(0);
});
