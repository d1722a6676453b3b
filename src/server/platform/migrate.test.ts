import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { afterEach, expect, inject, test } from 'vitest';
import { awardSchema, nameOf, readDesign } from '@/core/certificate';
import { isId } from '@/core/kernel/ids';
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
    bigint: 0,
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

const records = ['sitting', 'hand_in', 'progress', 'lesson_unlock', 'grade_decision', 'certificate', 'statement'];

test('every record comes to the enrolment it was made in, and says of grades and states what it said', async () => {
  const { ask, update } = await databaseOf(19);
  const [courseId, otherId, editionId] = [newId(), newId(), newId()];
  for (const id of ['enrolled', 'gone'] as const) await insertInto(ask, 'user', { id, email: `${id}@school.example` });
  for (const [slug, id] of [
    ['a', courseId],
    ['b', otherId],
  ] as const)
    await insertInto(ask, 'course', { id, slug, completion: '{"mode":"strict"}' });
  await insertInto(ask, 'edition', { id: editionId, course_id: courseId, number: 1, published_by: 'enrolled' });
  const enrolments = { [courseId]: newId(), [otherId]: newId() };
  for (const [course_id, id] of Object.entries(enrolments))
    await insertInto(ask, 'enrolment', { id, course_id, learner_id: 'enrolled' });
  const points = { points: 1500, of: 2000 };
  const done = { state: 'done', done_at: '2027-03-02T08:00:00Z', watched: '[[0, 12]]' };
  let count = 0;
  for (const learner_id of ['enrolled', 'gone'])
    for (const course_id of [courseId, otherId]) {
      const lesson_id = newId();
      const place = { learner_id, course_id, lesson_id };
      count += 1;
      const own = { id: newId(), ...place, edition_id: editionId };
      await insertInto(ask, 'sitting', { ...own, number: 2, ...points, share: '3/4' });
      await insertInto(ask, 'hand_in', { ...own, number: 1, state: 'marked', ...points, remark: 'Good' });
      await insertInto(ask, 'progress', { ...place, ...done });
      await insertInto(ask, 'lesson_unlock', { ...place, wrong: 3 });
      await insertInto(ask, 'grade_decision', { ...place, kind: 'excused', reason: 'ill' });
      const { lesson_id: _, ...certificate } = own;
      await insertInto(ask, 'certificate', { ...certificate, number: `C-${count}`, token: `t${count}`, grade: '75 %' });
      for (const deed of [
        `done/${learner_id}/${lesson_id}`,
        `watched/x/${learner_id}/${lesson_id}`,
        `sitting/${own.id}/result`,
      ])
        await insertInto(ask, 'statement', { ...place, id: newId(), verb: 'completed', deed, body: '{"id":"s"}' });
    }
  const told = async (table: string) =>
    (
      await ask(
        `select * from "${table}" order by learner_id, course_id, "${table === 'statement' ? 'id' : 'learner_id'}"`,
      )
    ).map(({ enrolment_id, deed, body, ...row }) => row);
  const before = await Promise.all(records.map(told));

  await update();

  // What came later is of no matter here; what was there is all there.
  const all = before.map((rows) => rows.map((row) => expect.objectContaining(row)));
  expect(await Promise.all(records.map(told))).toEqual(all);
  for (const table of records)
    expect(
      await ask(
        `select distinct r.learner_id as learner, r.course_id = $1 as first, e.id = any($2::uuid[]) as kept, e.ended_at is null as current
         from "${table}" r join enrolment e on e.id = r.enrolment_id and e.learner_id = r.learner_id and e.course_id = r.course_id order by 1, 2`,
        courseId,
        Object.values(enrolments),
      ),
      table,
    ).toEqual(
      ['enrolled', 'gone'].flatMap((learner) =>
        [false, true].map((first) => ({
          learner,
          first,
          kept: learner === 'enrolled',
          current: learner === 'enrolled',
        })),
      ),
    );
  // What is done once is known again by the program of today, and the statement names the enrolment.
  const statements = await ask('select deed, body, lesson_id, enrolment_id from statement');
  expect(statements).toHaveLength(12);
  for (const { deed, body, lesson_id, enrolment_id } of statements) {
    expect(body).toEqual({ id: 's', context: { registration: enrolment_id } });
    if (!deed.startsWith('sitting/')) expect(deed.endsWith(`/${enrolment_id}/${lesson_id}`), deed).toBe(true);
  }
});

test('each file of a course becomes a thing of the library with one version, used where lessons and texts name it', async () => {
  const { ask, update } = await databaseOf(21);
  const [courseId, sectionId, lessonId, film, picture, gone] = [newId(), newId(), newId(), newId(), newId(), newId()];
  await insertInto(ask, 'course', { id: courseId, completion: '{"mode":"strict"}' });
  await insertInto(ask, 'section', { id: sectionId, course_id: courseId });
  await insertInto(ask, 'blob', { hash: 'h' });
  const facts = { hash: 'h', file_name: 'a.mp4', state: 'ready', seconds: 12.5, play_hash: 'p', uploaded_by: 'nobody' };
  for (const [id, kind] of [
    [film, 'film'],
    [picture, 'picture'],
  ] as const)
    await insertInto(ask, 'media', { id, course_id: courseId, kind, title: 'T', alt: 'A', ...facts });
  const place = { course_id: courseId, section_id: sectionId, kind: 'film', state: 'ready' };
  await insertInto(ask, 'lesson', { id: lessonId, ...place, media_id: film, picture_id: gone });
  const image = { type: 'image', attrs: { mediaId: picture } };
  const content = JSON.stringify({ type: 'doc', content: [image, { type: 'quote', content: [image] }] });
  await insertInto(ask, 'lesson_text', { id: lessonId, course_id: courseId, content });

  await update();

  expect(
    await ask(`select m.id, m.title, m.alt, m.version, m.course_id, v.number, v.hash, v.file_name, v.state, v.seconds, v.play_hash, v.uploaded_by
      from media m join media_version v on v.media_id = m.id order by m.kind`),
  ).toEqual(
    [film, picture].map((id) => ({
      ...{ id, title: 'T', alt: 'A', version: 1, course_id: courseId, number: 1, ...facts },
      uploaded_by: null,
    })),
  );
  expect(await ask('select media_id, picture_id from lesson')).toEqual([{ media_id: film, picture_id: null }]);
  expect(await ask('select media_id, lesson_id, place, course_id from media_use order by place')).toEqual([
    { media_id: film, lesson_id: lessonId, place: 'main', course_id: courseId },
    { media_id: picture, lesson_id: lessonId, place: 'text', course_id: courseId },
  ]);
});

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
    [
      {
        ...{ table: 'question', id: gone, after: null },
        before: {
          ...rest,
          body: { value: '7', tolerance: '', unit: 'l' },
          media: null,
          hint: '',
          feedbackPart: '',
          taught: null,
          bankId: null,
          bankVersion: null,
          category: '',
        },
      },
    ],
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

test('a rhythm names its step, in the working copy and in every step of its history', async () => {
  const { ask, update } = await databaseOf(30);
  const courseId = newId();
  const old = { unit: 'section', lessons: 1, weeks: 2, weekday: 3, at: '18:00', firstAtOnce: true, gap: 7, breaks: [] };
  const { gap: _gap, ...older } = old;
  const named = (gap: number) => ({
    ...{ unit: 'section', lessons: 1, begins: [], at: '18:00', firstAtOnce: true, gap, breaks: [] },
    every: { by: 'weeks', count: 2, weekdays: [3] },
  });
  await insertInto(ask, 'course', {
    id: courseId,
    slug: 'a',
    completion: '{"mode":"strict"}',
    rhythm: JSON.stringify(old),
  });
  const step = (revision: number, ...changes: object[]) =>
    ask(
      `insert into audit (id, course_id, command, sentence, changes, revision) values ($1, $2, 'outline.edit', 's', $3, $4)`,
      ...[newId(), courseId, JSON.stringify(changes), revision],
    );
  const set = (before: object, after: object) => ({ table: 'course', id: courseId, before, after });
  const other = { table: 'lesson', id: newId(), before: { title: 'weekday' }, after: { title: 'b' } };
  await step(1, set({ rhythm: null }, { rhythm: older }), other);
  await step(2, set({ rhythm: older, title: 'A' }, { rhythm: old, title: 'B' }));
  await step(3, set({ title: 'B' }, { title: 'C' }));

  await update();

  expect(await ask('select rhythm, access, countdown from course')).toEqual([
    { rhythm: named(7), access: null, countdown: 'days' },
  ]);
  expect((await ask('select changes from audit order by revision')).map(({ changes }) => changes)).toEqual([
    // A rhythm without a gap opened its second part a step less a week after the start.
    [set({ rhythm: null }, { rhythm: named(8) }), other],
    [set({ rhythm: named(8), title: 'A' }, { rhythm: named(7), title: 'B' })],
    [set({ title: 'B' }, { title: 'C' })],
  ]);
});

test('looks of a certificate become a design in use, and courses without any say so', async () => {
  const { ask, update } = await databaseOf(58);
  const [looks, none] = [newId(), newId()];
  const award = { on: true, minPercent: 60, prefix: 'RIV', paper: 'a4-upright', heading: 'Well done', signer: 'Ines' };
  const untouched = { on: false, minPercent: null, prefix: 'C', heading: 'Certificate of completion', signer: '' };
  for (const [id, slug, own] of [
    [looks, 'looks', award],
    [none, 'none', untouched],
  ] as const)
    await insertInto(ask, 'course', { id, slug, title: slug, completion: '{}', award: JSON.stringify(own) });
  await update();
  const rows = await ask(
    'select c.slug, c.award, d.name, v.content from course c left join certificate_design d on d.id::text = c.award->>$1 left join certificate_design_version v on v.design_id = d.id and v.number = d.version order by c.slug',
    'designId',
  );
  expect(rows.map(({ slug, name, award: { number, teacher } }) => [slug, name, number[0].words, teacher])).toEqual([
    ['looks', 'looks', 'RIV-', 'Ines'],
    ['none', null, 'C-', ''],
  ]);
  expect(isId(rows[0]?.award.designId)).toBe(true);
  const design = readDesign(rows[0]?.content);
  expect([design.paper, design.things.some((thing) => nameOf(thing) === 'Well done')]).toEqual(['a4-upright', true]);
  expect(rows.map((row) => awardSchema.isValidSync(row.award, { strict: true }))).toEqual([true, true]);
});
