import { sql } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { database } from '../platform/database';
import { must, owner, publishedCourse, useTestSchool } from '../testing/school';
import { versionsOfText } from './index';

const school = useTestSchool();
const doc = (text: string) => ({ type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text }] }] });

test('a text’s versions are what was left at each longer pause, newest first; bringing one back is a version too', async () => {
  const { courseId, reading, quiz } = await publishedCourse(school);
  const versions = () => versionsOfText(database(), courseId, reading);
  const write = (text: string, minutesAgo: number) =>
    must(owner(school.owner), 'outline.edit', {
      courseId,
      edit: { do: 'set', table: 'text', id: reading, fields: { content: doc(text) } },
    }).then(() =>
      database().execute(
        sql`update audit set at = now() - make_interval(mins => ${minutesAgo}) where id = (select id from audit where course_id = ${courseId} order by revision desc nulls last limit 1)`,
      ),
    );
  await database().execute(sql`update audit set at = now() - interval '1 day' where course_id = ${courseId}`);
  await write('Count', 100);
  await write('Count the caddisflies', 95);
  await write('Count the caddisflies twice', 90);
  await write('Count', 20);
  // Other texts of the course are none of it.
  await must(owner(school.owner), 'outline.edit', {
    courseId,
    edit: { do: 'set', table: 'text', id: quiz, fields: { content: doc('Elsewhere') } },
  });
  const found = await versions();
  expect(found.slice(0, 2).map(({ content }) => content)).toEqual([doc('Count'), doc('Count the caddisflies twice')]);
  await write('Count the caddisflies twice', 0);
  expect((await versions())[0]?.content).toEqual(doc('Count the caddisflies twice'));
  // Of a text whose beginning is not told any more, what stood there before is the first version.
  await database().execute(sql`delete from audit where course_id = ${courseId} and at < now() - interval '97 minutes'`);
  expect((await versions()).at(-1)).toEqual({ revision: 0, left: null, content: doc('Count') });
});
