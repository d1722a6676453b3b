import { eq } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import { database } from '../platform/database';
import * as tables from '../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, useTestSchool } from '../testing/school';
import { findCertificate, mayCheckFile } from './find';

const school = useTestSchool();
const boss = () => owner(school.owner);
const now = Temporal.Instant.from('2027-05-01T08:00:00Z');

async function issued() {
  const { courseId } = await publishedCourse(school);
  const { id } = await must(boss(), 'certificate.award-by-hand', { courseId, learnerId: school.learner, why: 'Shown' });
  const [row] = await database().select().from(tables.certificate).where(eq(tables.certificate.id, id));
  if (!row) throw new Error('There is no certificate.');
  return row;
}
const set = (isFound: boolean) => must(boss(), 'certificate.set-sharing', { isFound, words: '', places: [] });
const find = (number: unknown, name: unknown, from = 'here', at = now) =>
  findCertificate(database(), { number, name }, from, at);

test('a certificate is found by its number and the name on it, where the school wishes, and not where its holder does not', async () => {
  const row = await issued();
  const code = async (...asked: Parameters<typeof find>) => codeOf(await find(...asked));
  expect(await code(row.number, row.holder)).toBe('not-allowed');
  await set(true);
  const found = await find(` ${row.number.toLowerCase()} `, row.holder.toUpperCase());
  expect(found).toMatchObject({ ok: true, value: { number: row.number, of: { holder: row.holder, grade: null } } });
  // Nothing that is told of it leads to its address.
  expect(JSON.stringify(found)).not.toContain(row.token);
  const wrong = await Promise.all([find(row.number, 'Somebody'), find('RIV-0000-0000', row.holder)]);
  expect(wrong[0]).toEqual(wrong[1]);
  for (const [number, name] of [
    ['', 'x'],
    ['x', ''],
    [null, 'x'],
    ['x'.repeat(200), 'x'],
    [{}, []],
  ])
    expect(await code(number, name)).toBe('invalid');
  await must(learner(school.learner), 'certificate.share', {
    certificateId: row.id,
    isPrivate: true,
    showsGrade: false,
  });
  expect(await find(row.number, row.holder)).toEqual(wrong[0]);
  await set(false);
  expect(await code(row.number, row.holder)).toBe('not-allowed');
});

test('numbers and names are not guessed: neither from one address, nor for one number from many, nor all at once', async () => {
  const row = await issued();
  await set(true);
  const codes = async (asking: readonly Promise<Awaited<ReturnType<typeof find>>>[]) => {
    const all = (await Promise.all(asking)).map(codeOf);
    return Object.fromEntries([...new Set(all)].map((one) => [one, all.filter((other) => other === one).length]));
  };
  const guess = (i: number) => find(`RIV-${i}`, row.holder, 'one address');
  expect(await codes(Array.from({ length: 60 }, (_, i) => guess(i)))).toEqual({ 'not-found': 20, 'too-many': 40 });
  expect(codeOf(await find(row.number, row.holder, 'one address'))).toBe('too-many');
  const guessName = (i: number) => find(row.number, `Name ${i}`, `address ${i}`);
  expect(await codes(Array.from({ length: 30 }, (_, i) => guessName(i)))).toEqual({ 'not-found': 10, 'too-many': 20 });
  // Later it is as before; and who asks rightly is never told to wait.
  const later = now.add({ minutes: 61 });
  for (let i = 0; i < 30; i += 1)
    expect(codeOf(await find(row.number, row.holder, 'one address', later.add({ seconds: i })))).toBe('ok');
  // What was counted is forgotten after a day.
  await find('RIV-1', 'Somebody', 'another', now.add({ hours: 30 }));
  expect(await database().$count(tables.certificateSought)).toBe(2);
  const files = await Promise.all(Array.from({ length: 70 }, () => mayCheckFile(database(), 'one address', now)));
  expect(files.filter(({ ok }) => ok).length).toBe(60);
  expect(
    codeOf(await run(learner(school.learner), 'certificate.set-sharing', { isFound: true, words: null, places: [] })),
  ).toBe('not-allowed');
});
