import { mkdtempSync, readFileSync, statSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { inArray, sql } from 'drizzle-orm';
import pg from 'pg';
import { beforeAll, expect, test, vi } from 'vitest';
import { occasionNames } from '@/core/message';
import { lessonKinds, lessonStates } from '@/core/outline';
import { schoolRoles } from '@/core/people';
import { questionKinds } from '@/core/quiz';
import { verbs } from '@/core/record';
import { editionDocument } from '../outline';
import { codeOf, learner, must, owner, publishedCourse, run, startsAt, useTestSchool } from '../testing/school';
import { closeDatabase, database, pool, transaction } from './database';
import { newId } from './ids';
import { errorForLog } from './log';
import { logFile } from './log-file';
import * as tables from './schema';
import { troubleOf } from './trouble';

const school = useTestSchool();
let course: Awaited<ReturnType<typeof publishedCourse>>;
beforeAll(async () => {
  course = await publishedCourse(school);
});

/** A pool of a few connections for what is done, and the usual one again afterwards. */
async function withConnections<T>(count: number, waitMs: number, work: () => Promise<T>): Promise<T> {
  await closeDatabase();
  process.env.MOSAIK_CONNECTIONS = String(count);
  process.env.MOSAIK_CONNECTION_WAIT_MS = String(waitMs);
  try {
    return await work();
  } finally {
    await closeDatabase();
    delete process.env.MOSAIK_CONNECTIONS;
    delete process.env.MOSAIK_CONNECTION_WAIT_MS;
  }
}

test('sixty at once on a pool of four all get an answer, also to an edition that nobody has read yet', async () => {
  const people = Array.from({ length: 60 }, () => newId());
  await database()
    .insert(tables.user)
    .values(people.map((id) => ({ id, name: 'Somebody', email: `${id}@school.example` })));
  await database()
    .insert(tables.enrolment)
    .values(people.map((id) => ({ id: newId(), courseId: course.courseId, learnerId: id, at: startsAt })));
  await must(owner(school.owner), 'outline.edit', {
    courseId: course.courseId,
    edit: { do: 'set', table: 'lesson', id: course.reading, fields: { title: 'Fresh' } },
  });
  await must(owner(school.owner), 'course.publish', { courseId: course.courseId, number: 2 });
  const codes = await withConnections(4, 20_000, () =>
    Promise.all(
      people.map((id) =>
        run(
          learner(id),
          'learning.opened',
          { courseId: course.courseId, lessonId: course.reading },
          '2027-03-02T09:00:00Z',
        ).then(codeOf),
      ),
    ),
  );
  expect(codes).toEqual(people.map(() => 'ok'));
});

test('one reading of an edition serves all who want it at once', async () => {
  const [row] = await database().select({ id: tables.edition.id }).from(tables.edition).limit(1);
  let asked = 0;
  const counting = new Proxy(database(), {
    get: (target, key) => {
      if (key === 'select') asked += 1;
      return Reflect.get(target, key);
    },
  });
  const other = newId();
  await Promise.all(Array.from({ length: 20 }, () => editionDocument(counting, other)));
  expect([asked, row !== undefined]).toEqual([1, true]);
});

test('a transaction that asks the pool for a second connection is told so', async () => {
  await expect(transaction(async () => database().select().from(tables.school))).rejects.toThrow(
    /within a transaction/,
  );
});

test('parts of a transaction that ask side by side are answered one after another, and all of it is kept or none', async () => {
  const busy = new Map<object, number>();
  let most = 0;
  const ask = pg.Client.prototype.query as (...asked: unknown[]) => Promise<unknown>;
  const spy = vi.spyOn(pg.Client.prototype, 'query').mockImplementation(async function (
    this: object,
    ...asked: unknown[]
  ) {
    const now = (busy.get(this) ?? 0) + 1;
    busy.set(this, now);
    most = Math.max(most, now);
    try {
      return await ask.apply(this, asked);
    } finally {
      busy.set(this, (busy.get(this) ?? 1) - 1);
    }
  } as never);
  const named = (id: string) => ({ id, name: 'Somebody', email: `${id}@school.example` });
  const [first, second, third] = [newId(), newId(), newId()];
  try {
    await transaction(({ db }) =>
      Promise.all([first, second].map((id) => db.insert(tables.user).values(named(id)))).then(() => undefined),
    );
    // One breaks down at once; the other was asked for with it.
    await expect(
      transaction(({ db, client }) =>
        Promise.all([client.query('select 1 / 0'), db.insert(tables.user).values(named(third))]),
      ),
    ).rejects.toThrow(/division/);
  } finally {
    spy.mockRestore();
  }
  const there = await database()
    .select({ id: tables.user.id })
    .from(tables.user)
    .where(inArray(tables.user.id, [first, second, third]));
  expect([most, there.map(({ id }) => id).sort()]).toEqual([1, [first, second].sort()]);
});

test('who cannot be served in time is told that the school is busy', async () => {
  const codes = await withConnections(1, 200, async () => {
    const held = await pool().connect();
    const answer = await run(learner(school.learner), 'learning.opened', {
      courseId: course.courseId,
      lessonId: course.reading,
    });
    held.release();
    return answer;
  });
  expect(codes.ok ? '' : [codes.problem.code, codes.problem.sentence]).toEqual([
    'busy',
    expect.stringMatching(/^The school has more to do.*moment\.$/),
  ]);
});

test.each([
  ['a full disk', { code: '53100' }, 'no-room'],
  ['a file on a full disk', { code: 'ENOSPC' }, 'no-room'],
  ['a statement that took too long', { code: '57014' }, 'busy'],
  ['a name of 50,000 letters', { code: '23514', constraint: 'user_name_length' }, 'invalid'],
  ['what nobody expected', { code: 'XX000' }, undefined],
])('%s has a sentence', (_name, error, code) => {
  expect(troubleOf(Object.assign(new Error('secret words'), error), 'test')?.code).toBe(code);
});

test('lengths are limited in the database too', async () => {
  const named = database()
    .update(tables.user)
    .set({ name: 'x'.repeat(50_000) });
  await expect(named).rejects.toMatchObject({ cause: { constraint: 'user_name_length' } });
});

test('a log says what went wrong and never with which values', async () => {
  const secret = 'a-session-token-of-somebody';
  const failed = await database()
    .execute(sql`select ${secret}::uuid, ${secret} from "user" where token = ${secret}`)
    .catch((error) => error);
  const double = await database()
    .insert(tables.user)
    .values({ id: school.owner, name: secret, email: `${secret}@x.example` })
    .catch((error) => error);
  for (const error of [failed, double]) {
    const said = JSON.stringify(errorForLog(error));
    expect(said).not.toContain(secret);
    expect(said).toMatch(/"code":"(22P02|42703|23505)"/);
  }
});

test('a log that cannot be written drops its lines, counts them, and goes on when it can', async () => {
  const path = join(mkdtempSync(join(tmpdir(), 'mosaik-log-')), 'web.log');
  let full = false;
  const file = logFile(
    path,
    (fd, line) => {
      if (full) throw Object.assign(new Error('no space'), { code: 'ENOSPC' });
      return writeSync(fd, line);
    },
    0,
  );
  file.write('one\n');
  full = true;
  for (let i = 0; i < 1000; i += 1) file.write('lost\n');
  full = false;
  file.write('two\n');
  const lines = readFileSync(path, 'utf8').trim().split('\n');
  expect([lines[0], JSON.parse(lines[1] ?? '{}').dropped, lines[2], statSync(path).mode & 0o777]).toEqual([
    'one',
    1000,
    'two',
    0o600,
  ]);
});

test('every kind, state, role, verb and occasion is one the program knows, also for the database', async () => {
  const { rows } = await pool().query<{ column: string; rule: string | null }>(`
    select c.table_name || '.' || c.column_name as column, (
      select pg_get_constraintdef(k.oid) from pg_constraint k
      where k.conrelid = quote_ident(c.table_name)::regclass and k.conname = c.table_name || '_' || c.column_name || '_known'
    ) as rule
    from information_schema.columns c
    where c.table_schema = 'public' and c.column_name in ('kind', 'state', 'role', 'verb', 'occasion') order by 1`);
  const named = (rule: string | null) => [...(rule ?? '').matchAll(/'([^']+)'::text/g)].map(([, name]) => name).sort();
  const known: { readonly [column: string]: readonly string[] } = {
    'audit.kind': ['do', 'undo', 'redo'],
    'bank_question.kind': questionKinds,
    'course_staff.role': ['creator', 'marker'],
    'drawn_step.kind': ['do', 'undo', 'redo'],
    'grade_decision.kind': ['points', 'excused'],
    'grade_history.kind': ['points', 'excused', 'none'],
    'hand_in.state': tables.handIn.state.enumValues,
    'lesson.kind': lessonKinds,
    'lesson.state': lessonStates,
    'media.kind': ['film', 'audio', 'picture', 'document', 'captions', 'file'],
    'media_version.state': ['waiting', 'ready', 'failed'],
    'message.occasion': occasionNames,
    'message.state': tables.message.state.enumValues,
    'message_text.occasion': occasionNames,
    'progress.state': ['empty', 'begun', 'done'],
    'question.kind': questionKinds,
    'statement.verb': Object.keys(verbs),
    'user.role': schoolRoles,
  };
  expect(Object.fromEntries(rows.map(({ column, rule }) => [column, named(rule)]))).toEqual(
    Object.fromEntries(Object.entries(known).map(([column, names]) => [column, [...names].sort()])),
  );
});

test('the database holds every reference, but for lessons and questions that live on in editions alone', async () => {
  const { rows } = await database().execute<{ column: string }>(
    sql`select c.table_name || '.' || c.column_name as column from information_schema.columns c
      where c.table_schema = 'public' and (c.column_name like '%\\_id' or c.column_name like '%\\_by') and not exists (
        select from pg_constraint k join pg_class t on t.oid = k.conrelid
          join pg_attribute a on a.attrelid = t.oid and a.attnum = any(k.conkey)
          where k.contype = 'f' and t.relname = c.table_name and a.attname = c.column_name)
      order by 1`,
  );
  expect(rows.map(({ column }) => column)).toEqual([
    // Names that the sign-in library gives.
    'account.account_id',
    'account.provider_id',
    'answer_file.question_id',
    'certificate.lesson_id',
    'extra_time.lesson_id',
    'grade_decision.lesson_id',
    'grade_history.lesson_id',
    'hand_in.lesson_id',
    'lesson_unlock.lesson_id',
    'live_host.lesson_id',
    'live_room.lesson_id',
    'opening_wish.lesson_id',
    'part_share.lesson_id',
    'part_share.part_id',
    'progress.lesson_id',
    'quiz_about.lesson_id',
    'quiz_board_name.lesson_id',
    'quiz_correction.lesson_id',
    'quiz_correction.question_id',
    'quiz_followed.follow_id',
    'quiz_followed.lesson_id',
    'release_time.lesson_id',
    'saved_remark.criterion_id',
    'saved_remark.lesson_id',
    'script.lesson_id',
    'sitting.lesson_id',
    'sitting_answer.question_id',
    'statement.lesson_id',
  ]);
});
