import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { afterEach, expect, inject, test } from 'vitest';
import { newId } from './ids';

const folder = 'src/server/platform/migrations';
const cleanUp: (() => Promise<void>)[] = [];
afterEach(async () => {
  for (const step of cleanUp.splice(0)) await step();
});

/** A database as it was after the first so many migrations, to be filled and brought up to date. */
async function databaseOf(count: number) {
  const server = inject('databaseServer');
  const name = `migrate_${newId().replaceAll('-', '')}`;
  const admin = new pg.Client({ connectionString: server.replace('{name}', 'postgres') });
  await admin.connect();
  await admin.query(`create database "${name}"`);
  const own = new pg.Pool({ connectionString: server.replace('{name}', name) });
  const older = mkdtempSync(join(tmpdir(), 'mosaik-migrations-'));
  cpSync(folder, older, { recursive: true });
  const journal = join(older, 'meta/_journal.json');
  const all = JSON.parse(readFileSync(journal, 'utf8')) as { entries: object[] };
  writeFileSync(journal, JSON.stringify({ ...all, entries: all.entries.slice(0, count) }));
  await migrate(drizzle(own), { migrationsFolder: older });
  cleanUp.push(async () => {
    await own.end();
    // Without force: the server waits for connections that are about to end, instead of breaking them.
    await admin.query(`drop database "${name}"`);
    await admin.end();
    rmSync(older, { recursive: true });
  });
  const ask = async (statement: string, ...values: unknown[]) => (await own.query(statement, values)).rows;
  return { ask, update: () => migrate(drizzle(own), { migrationsFolder: folder }) };
}

type Ask = Awaited<ReturnType<typeof databaseOf>>['ask'];

/** A row of a table as it was then: what is given, and something in every other column that wants a value. */
async function insertInto(ask: Ask, table: string, given: { readonly [column: string]: unknown }) {
  const needed = await ask(
    `select column_name as name, data_type as type from information_schema.columns
     where table_name = $1 and is_nullable = 'NO' and column_default is null`,
    table,
  );
  const usual: { readonly [type: string]: unknown } = {
    integer: 0,
    boolean: true,
    jsonb: '{}',
    'timestamp with time zone': '2027-03-01T08:00:00Z',
  };
  const row = { ...Object.fromEntries(needed.map(({ name, type }) => [name, usual[type as string] ?? 'x'])), ...given };
  const names = Object.keys(row);
  await ask(
    `insert into "${table}" (${names.map((name) => `"${name}"`).join(', ')}) values (${names.map((_, i) => `$${i + 1}`).join(', ')})`,
    ...Object.values(row),
  );
}

test('answers kept in one value of a sitting become a row each, as they were', async () => {
  const { ask, update } = await databaseOf(17);
  const [courseId, editionId, first, second] = [newId(), newId(), newId(), newId()];
  const [open, closed] = [newId(), newId()];
  await insertInto(ask, 'user', { id: 'l', email: 'l@school.example' });
  await insertInto(ask, 'course', { id: courseId, completion: '{"mode":"strict"}' });
  await insertInto(ask, 'edition', { id: editionId, course_id: courseId, number: 1, published_by: 'l' });
  const sitting = { learner_id: 'l', course_id: courseId, lesson_id: newId(), edition_id: editionId };
  const answers = { [first]: { chosen: ['a'] }, [second]: { typed: '4' } };
  await insertInto(ask, 'sitting', { ...sitting, id: open, number: 1, answers: JSON.stringify(answers) });
  await insertInto(ask, 'sitting', {
    ...sitting,
    id: closed,
    number: 2,
    handed_in_at: '2027-03-01T08:10:00Z',
    answers: JSON.stringify({ [first]: { chosen: [] }, odd: { typed: 'of no question' } }),
  });

  await update();

  const at = (minutes: string) => new Date(`2027-03-01T08:${minutes}:00Z`);
  expect(
    await ask('select sitting_id as sitting, question_id as question, answer, at from sitting_answer order by 1, 2'),
  ).toEqual([
    { sitting: open, question: first, answer: { chosen: ['a'] }, at: at('00') },
    { sitting: open, question: second, answer: { typed: '4' }, at: at('00') },
    { sitting: closed, question: first, answer: { chosen: [] }, at: at('10') },
  ]);
});

test('what questions hold comes into one column, in the working copy and in every step of its history', async () => {
  const { ask, update } = await databaseOf(16);
  const [courseId, sectionId, lessonId, choice, number, gone] = [newId(), newId(), newId(), newId(), newId(), newId()];
  await ask(`insert into course (id, slug, title, description, audience, promise, zone, week_limit, completion, missing, award)
    values ('${courseId}', 'a', 'A', '', '', '', 'UTC', 120, '{"mode":"strict"}', 'left-out', '{}')`);
  await ask(`insert into section (id, course_id, "order", title) values ('${sectionId}', '${courseId}', 'a0', 'S')`);
  await insertInto(ask, 'lesson', {
    id: lessonId,
    course_id: courseId,
    section_id: sectionId,
    kind: 'quiz',
    state: 'draft',
  });
  const options = (text: string) => [{ id: 'a', text, right: true, feedback: '' }];
  const insert = (id: string, kind: string, own: object, value: string, tolerance: string) =>
    ask(
      `insert into question (id, course_id, lesson_id, "order", kind, prompt, points, options, value, tolerance, unit, feedback_right, feedback_wrong)
       values ($1, $2, $3, 'a0', $4, 'Now?', 1000, $5, $6, $7, 'm', '', '')`,
      ...[id, courseId, lessonId, kind, JSON.stringify(own), value, tolerance],
    );
  await insert(choice, 'several', options('third'), '', '');
  await insert(number, 'number', [], '4', '5 %');
  const whole = {
    id: gone,
    lessonId,
    order: 'a1',
    kind: 'number',
    prompt: 'Gone?',
    points: 1000,
    options: [],
    value: '7',
    tolerance: '',
    unit: 'l',
    feedbackRight: '',
    feedbackWrong: '',
    outcomes: [],
  };
  const step = (revision: number, ...changes: object[]) =>
    ask(
      `insert into audit (id, course_id, command, sentence, changes, revision) values ($1, $2, 'outline.edit', 's', $3, $4)`,
      newId(),
      courseId,
      JSON.stringify(changes),
      revision,
    );
  const set = (id: string, before: object, after: object) => ({ table: 'question', id, before, after });
  await step(1, set(choice, { kind: 'one' }, { kind: 'several' }), {
    table: 'lesson',
    id: lessonId,
    before: { title: 'A' },
    after: { title: 'x' },
  });
  await step(
    2,
    set(choice, { options: options('first') }, { options: options('second') }),
    set(number, { value: '3', prompt: 'Then?' }, { value: '4', prompt: 'Now?' }),
  );
  await step(3, { table: 'question', id: gone, before: whole, after: null });
  await step(
    4,
    set(choice, { options: options('second') }, { options: options('third') }),
    set(number, { tolerance: '' }, { tolerance: '5 %' }),
  );

  await update();

  const inOrder = `order by id`;
  expect(await ask(`select id, body from question ${inOrder}`)).toEqual([
    { id: choice, body: { options: options('third') } },
    { id: number, body: { value: '4', tolerance: '5 %', unit: 'm' } },
  ]);
  const { options: _options, value: _value, tolerance: _tolerance, unit: _unit, ...rest } = whole;
  expect((await ask('select changes from audit order by revision')).map(({ changes }) => changes)).toEqual([
    [
      set(
        choice,
        { kind: 'one', body: { options: options('first') } },
        { kind: 'several', body: { options: options('first') } },
      ),
      { table: 'lesson', id: lessonId, before: { title: 'A' }, after: { title: 'x' } },
    ],
    [
      set(choice, { body: { options: options('first') } }, { body: { options: options('second') } }),
      set(
        number,
        { prompt: 'Then?', body: { value: '3', tolerance: '', unit: 'm' } },
        { prompt: 'Now?', body: { value: '4', tolerance: '', unit: 'm' } },
      ),
    ],
    [{ table: 'question', id: gone, before: { ...rest, body: { value: '7', tolerance: '', unit: 'l' } }, after: null }],
    [
      set(choice, { body: { options: options('second') } }, { body: { options: options('third') } }),
      set(
        number,
        { body: { value: '4', tolerance: '', unit: 'm' } },
        { body: { value: '4', tolerance: '5 %', unit: 'm' } },
      ),
    ],
  ]);
});
