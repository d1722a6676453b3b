import { sql } from 'drizzle-orm';
import { beforeAll, expect, test } from 'vitest';
import { rowsPerPage } from '@/core/kernel/page';
import { certificatesPage } from '../certificate';
import { coursesPage } from '../outline';
import { peoplePage, personById } from '../people';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { must, owner, publishedCourse, useTestSchool } from '../testing/school';
import { learnersPage } from './index';

const school = useTestSchool();
const crowd = 250;
let courseId = '';

beforeAll(async () => {
  ({ courseId } = await publishedCourse(school));
  // Names that many share, so that the order has to be settled by something else.
  await database().execute(sql`insert into "user" (id, name, email, role)
    select 'crowd-' || n, 'Same ' || n % 3 || case when n = 7 then ' 100%_sure' else '' end, 'crowd' || n || '@post.example', 'learner' from generate_series(1, ${crowd}::int) n`);
  await database().execute(
    sql`insert into enrolment (id, course_id, learner_id, at) select gen_random_uuid(), ${courseId}, 'crowd-' || n, now() from generate_series(1, ${crowd}::int) n`,
  );
});

test('the pages of a list are all of it, each row once, in one order', async () => {
  const pages = await Promise.all([1, 2, 3, 4, 999_999].map((page) => learnersPage(database(), courseId, '', page)));
  const ids = pages.flatMap(({ rows }) => rows.map(({ learnerId }) => learnerId));
  expect(pages.map(({ rows }) => rows.length)).toEqual([rowsPerPage, rowsPerPage, crowd + 1 - 2 * rowsPerPage, 0, 0]);
  expect(new Set(ids).size).toBe(crowd + 1);
  expect(new Set(pages.map(({ found }) => found))).toEqual(new Set([crowd + 1]));
});

test.each([
  ['a name in other letters', 'sAME 1', 84],
  ['an address', 'crowd42@', 1],
  ['signs that mean something to a pattern', '100%_', 1],
  ['signs alone', '%%', 0],
  ['a line that ends in an escape', '\\\\', 0],
  ['what nobody has', 'xylophone', 0],
])('learners are looked for by the server: %s', async (_name, words, count) => {
  expect((await learnersPage(database(), courseId, words, 1)).found).toBe(count);
  if (count > 0) expect((await peoplePage(database(), words, 1)).found).toBe(count);
});

test('the shelf and the certificates are read by the page too, and nobody finds what is not theirs', async () => {
  for (let i = 0; i < 30; i += 1)
    await must(owner(school.owner), 'course.create', { id: newId(), title: `Shelf ${i}` });
  const [boss, creator] = await Promise.all([
    personById(database(), school.owner),
    personById(database(), school.creator),
  ]);
  if (!boss || !creator) throw new Error('The people of the test are not there.');
  const [first, second] = await Promise.all([
    coursesPage(database(), boss, 'shelf', 1),
    coursesPage(database(), boss, 'shelf', 2),
  ]);
  expect([first.rows.length, second.rows.length, first.found, first.total]).toEqual([24, 6, 30, 31]);
  expect(await coursesPage(database(), creator, '', 1)).toMatchObject({ rows: [], found: 0, total: 0 });
  expect(await certificatesPage(database(), courseId, '', 1)).toMatchObject({ rows: [], found: 0 });
});
