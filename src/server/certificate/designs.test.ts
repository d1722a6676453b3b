import { createHash } from 'node:crypto';
import { buffer } from 'node:stream/consumers';
import { PDFDocument } from '@cantoo/pdf-lib';
import { and, eq, sql } from 'drizzle-orm';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { type Design, designFrom, emptyDesign, type Thing } from '@/core/certificate';
import { counting } from '@/core/certificate/testing';
import type { Actor } from '@/core/people';
import { database } from '../platform/database';
import { files, putBytes } from '../platform/files';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, useTestSchool } from '../testing/school';
import { awardEarned } from './commands';
import { bringInDesign, designFile } from './design-file';
import { designInUse, designNamed, designsOf, seenBy } from './designs';
import { drawCertificate, drawCertificates } from './kept-pdf';
import { linkPicture } from './link-picture';
import { standingOf } from './many';
import { addDesignPicture, printPicture } from './pictures';
import { certificateByToken, replacementOf } from './queries';
import { certificatesTogether, eachPdf, onePdf } from './together';
import { certificateTold } from './told';

const school = useTestSchool();
const boss = () => owner(school.owner);
const creatorOf = (...courses: string[]): Actor => ({
  ...{ id: school.creator, role: 'creator' },
  courses: Object.fromEntries(courses.map((id) => [id, 'creator'])),
});
const river = (): Design => designFrom('river', 'a4-across', counting());

async function made(content = river(), name = 'River line') {
  const id = newId();
  await must(boss(), 'certificate.make-design', { id, name, content });
  return id;
}
const awardOf = async (courseId: string) =>
  (await database().select({ award: tables.course.award }).from(tables.course).where(eq(tables.course.id, courseId)))[0]
    ?.award;
const setAward = async (courseId: string, part: object) =>
  must(boss(), 'outline.edit', {
    courseId,
    edit: {
      ...{ do: 'set', table: 'course', id: courseId },
      fields: { award: { ...(await awardOf(courseId)), ...part } },
    },
  });
const useIn = async (courseId: string, designId: string) => setAward(courseId, { designId });

test('of two who change a design at once one is told, and nothing of the other’s is lost', async () => {
  const designId = await made();
  // Made twice it is one; the id of another one makes none.
  const again = (name: string) =>
    run(boss(), 'certificate.make-design', { id: designId, name, content: river() }).then(codeOf);
  expect([await again('River line'), await again('Another')]).toEqual(['ok', 'conflict']);
  const named = (name: string) => ({ designId, revision: 0, name, content: river() });
  const both = await Promise.all(
    ['One', 'Two'].map((name) => run(boss(), 'certificate.save-design', named(name)).then(codeOf)),
  );
  expect(both.toSorted()).toEqual(['conflict', 'ok']);
  const kept = both[0] === 'ok' ? 'One' : 'Two';
  expect((await designNamed(database(), designId))?.name).toBe(kept);
  // What was kept and not heard of is sent once more without harm.
  expect(await must(boss(), 'certificate.save-design', named(kept))).toEqual({ revision: 1 });
});

test('what is put to use is what is issued; what is made meanwhile is not', async () => {
  const designId = await made();
  expect(await must(boss(), 'certificate.use-design', { designId, revision: 0 })).toEqual({ version: 1 });
  expect(await must(boss(), 'certificate.use-design', { designId, revision: 0 })).toEqual({ version: 1 });
  const other = designFrom('field', 'a4-across', counting());
  await must(boss(), 'certificate.save-design', { designId, revision: 0, name: 'Field', content: other });
  expect(await designInUse(database(), designId)).toEqual(river());
  expect(codeOf(await run(boss(), 'certificate.use-design', { designId, revision: 0 }))).toBe('ok');
  expect(codeOf(await run(boss(), 'certificate.use-design', { designId, revision: 7 }))).toBe('conflict');
  expect(await must(boss(), 'certificate.use-design', { designId, revision: 1 })).toEqual({ version: 2 });
  expect(await designInUse(database(), designId)).toEqual(other);
  await must(boss(), 'certificate.restore-design', { designId, revision: 1, version: 1 });
  expect((await designNamed(database(), designId))?.content).toEqual(river());
  // A page that names nobody is nobody's certificate.
  await must(boss(), 'certificate.save-design', {
    designId,
    revision: 2,
    name: 'Empty',
    content: emptyDesign('a4-across'),
  });
  expect(codeOf(await run(boss(), 'certificate.use-design', { designId, revision: 3 }))).toBe('invalid');
});

test('a design says where it is used; it is put to use by who works in all of these, and not removed meanwhile', async () => {
  const [one, two] = [await publishedCourse(school), await publishedCourse(school)];
  const designId = await made();
  for (const { courseId } of [one, two]) await useIn(courseId, designId);
  const head = (await designsOf(database())).find(({ id }) => id === designId);
  expect(head?.usedBy.map(({ id }) => id).toSorted()).toEqual([one.courseId, two.courseId].toSorted());
  // Who does not work on a course is told that it is there, and not its name.
  const half = head && seenBy(creatorOf(one.courseId), head);
  expect([half?.usedBy.map(({ id }) => id), half?.usedElsewhere]).toEqual([[one.courseId], 1]);
  const refused = await run(creatorOf(), 'certificate.remove-design', { designId });
  expect(refused.ok ? '' : refused.problem.sentence).toMatch(/^A course you do not work on uses this design/);
  const use = (actor: Actor) => run(actor, 'certificate.use-design', { designId, revision: 0 }).then(codeOf);
  expect(await use(creatorOf(one.courseId))).toBe('not-allowed');
  expect(await use(creatorOf(one.courseId, two.courseId))).toBe('ok');
  expect(await run(boss(), 'certificate.remove-design', { designId }).then(codeOf)).toBe('conflict');
  expect(await run(learner(school.learner), 'certificate.remove-design', { designId }).then(codeOf)).toBe(
    'not-allowed',
  );
  for (const { courseId } of [one, two]) await useIn(courseId, await made());
  for (let i = 0; i < 2; i += 1) await must(boss(), 'certificate.remove-design', { designId });
  expect(await designNamed(database(), designId)).toBeNull();
});

const dots = (width: number, height: number, channels: 3 | 4 = 3) =>
  sharp({
    create: { width, height, channels, background: { r: 20, g: 90, b: 70, alpha: 0.5 } },
    limitInputPixels: false,
  });
async function stored(bytes: Uint8Array, contentType: string) {
  const { hash } = await putBytes(bytes);
  return { hash, contentType };
}

async function pdfWithScript() {
  const document = await PDFDocument.create();
  document.addPage([595, 842]).drawText('A page', { x: 50, y: 700 });
  document.addJavaScript('open', 'app.alert("here")');
  return document.save();
}

test.each<[string, () => Promise<{ hash: string; contentType: string }>, number, object | RegExp]>([
  [
    'a picture',
    async () => stored(await dots(800, 400).png().toBuffer(), 'image/png'),
    1,
    { type: 'image/jpeg', pixels: { width: 800, height: 400 } },
  ],
  [
    'one that is seen through',
    async () => stored(await dots(300, 300, 4).png().toBuffer(), 'image/png'),
    1,
    { type: 'image/png', pixels: { width: 300, height: 300 } },
  ],
  [
    'one larger than print needs',
    async () => stored(await dots(6000, 3000).jpeg().toBuffer(), 'image/jpeg'),
    1,
    { pixels: { width: 3508, height: 1754 } },
  ],
  [
    'one in CMYK',
    async () => stored(await dots(200, 100).toColourspace('cmyk').jpeg().toBuffer(), 'image/jpeg'),
    1,
    { type: 'image/jpeg' },
  ],
  [
    'one 40,000 dots wide',
    async () => stored(await dots(40_000, 3000).png().toBuffer(), 'image/png'),
    1,
    /40,000 by 3,000 dots, 120 megapixels/,
  ],
  ['a damaged one', async () => stored(Buffer.from('\x89PNG\r\n\x1a\nno picture'), 'image/png'), 1, /damaged/],
  [
    'a page of a PDF with a script',
    async () => stored(await pdfWithScript(), 'application/pdf'),
    1,
    { type: 'image/jpeg', pixels: { width: 2479, height: 3508 } },
  ],
  [
    'a page there is not',
    async () => stored(await pdfWithScript(), 'application/pdf'),
    9,
    /Page 9 of this PDF cannot be drawn/,
  ],
])('a picture for designs: %s', async (_name, file, page, expected) => {
  const picture = await printPicture(await file(), page);
  if (expected instanceof RegExp) return expect(picture.ok ? '' : picture.problem.sentence).toMatch(expected);
  expect(picture).toMatchObject({ ok: true, value: expected });
  const content = picture.ok && (await files().get(picture.value.hash));
  const { space } = await sharp(content ? await buffer(content) : Buffer.alloc(0)).metadata();
  expect(space).toBe('srgb');
});

/** A design with a picture, and the picture in the store. */
async function withPicture() {
  const picture = await printPicture(await stored(await dots(640, 480).png().toBuffer(), 'image/png'), 1);
  if (!picture.ok) throw new Error(picture.problem.sentence);
  const { hash, type, pixels } = picture.value;
  const added = await addDesignPicture.run(boss(), { hash, type, ...pixels, name: 'logo.png' });
  if (!added.ok) throw new Error(added.problem.sentence);
  const background = { hash, type, pixels, fit: 'cover' } as const;
  const logo = { ...river().things[0], ...background, id: newId(), sort: 'picture' } as unknown as Thing;
  const { colour: _c, line: _l, gap: _g, corner: _r, ...bare } = logo as Thing & Record<string, unknown>;
  return { ...river(), background, things: [...river().things, bare as Thing] };
}

test('a design with pictures goes out as a file and comes in the same, its pictures made anew', async () => {
  const content = await withPicture();
  const designId = await made(content, 'With a logo');
  const file = await designFile(database(), designId);
  await database().delete(tables.designPicture);
  const read = await bringInDesign(boss(), JSON.parse(JSON.stringify(file)));
  if (!read.ok) throw new Error(read.problem.sentence);
  expect(read.value.name).toBe('With a logo');
  // A picture that is pressed once more is another file; everything else is as it was.
  const bare = (design: Design): unknown =>
    JSON.parse(JSON.stringify(design).replaceAll(/"hash":"[0-9a-f]{64}"/g, '"hash":""'));
  expect(bare(read.value.design)).toEqual(bare(content));
  expect(
    codeOf(await run(boss(), 'certificate.make-design', { id: newId(), name: 'Again', content: read.value.design })),
  ).toBe('ok');
  const lying = { ...content, background: { ...content.background, pixels: { width: 9000, height: 9 } } };
  for (const design of [
    lying,
    { ...content, background: { ...content.background, hash: createHash('sha256').digest('hex') } },
  ])
    expect(codeOf(await run(boss(), 'certificate.make-design', { id: newId(), name: 'Stray', content: design }))).toBe(
      'not-found',
    );
  for (const raw of [null, {}, { ...file, design: { ...content, version: 9 } }, { ...file, pictures: {} }])
    expect(codeOf(await bringInDesign(boss(), raw))).toBe('invalid');
});

/** Some people who take a course from now on, each with their enrolment. */
async function taking(courseId: string, names: readonly string[]) {
  const people = names.map((name, i) => ({ id: `p${i}-${courseId}`, name, enrolmentId: newId() }));
  await database()
    .insert(tables.user)
    .values(people.map(({ id, name }) => ({ id, name, email: `${id}@school.example`, role: 'learner' as const })));
  const at = '2026-03-01T08:00:00Z';
  await database()
    .insert(tables.enrolment)
    .values(people.map(({ id, enrolmentId }) => ({ id: enrolmentId, courseId, learnerId: id, at })));
  return people;
}
const issuedIn = (courseId: string) =>
  database().select().from(tables.certificate).where(eq(tables.certificate.courseId, courseId));

test('sixty certificates issued at once have sixty numbers, drawn once, by the pattern of the course', async () => {
  const made1 = await publishedCourse(school);
  const { courseId } = made1;
  const number = [{ words: 'W/' }, { year: 4 }, { words: '/' }, { count: 3 }];
  await setAward(courseId, { number });
  await must(boss(), 'course.publish', { courseId, number: 2 });
  const people = await taking(
    courseId,
    Array.from({ length: 60 }, (_, i) => `Person ${i}`),
  );
  const awarded = async (learnerId: string): Promise<string> => {
    const done = codeOf(await run(boss(), 'certificate.award-by-hand', { courseId, learnerId, why: 'All of them' }));
    // What finds the school busy is sent again, as a browser does.
    return done === 'busy' ? awarded(learnerId) : done;
  };
  const issued = await Promise.all(people.flatMap(({ id }) => [awarded(id), awarded(id)]));
  expect(new Set(issued)).toEqual(new Set(['ok']));
  const rows = await issuedIn(courseId);
  expect(rows.length).toBe(60);
  expect(new Set(rows.map((row) => row.number)).size).toBe(60);
  for (const { number } of rows) expect(number).toMatch(/^W\/20\d\d\/\d{3,}$/);
}, 60_000);

test('many who have earned it are given it together: each once, whoever else gives it, and a name that cannot be set holds back only itself', async () => {
  const { courseId, reading, quiz, assignment } = await publishedCourse(school);
  await must(boss(), 'outline.edit', { courseId, edit: { do: 'remove', table: 'lesson', ids: [quiz, assignment] } });
  await must(boss(), 'course.publish', { courseId, number: 2 });
  const people = await taking(courseId, ['Ana Sá', 'Bo Li', '𓀀 Cem', 'Dara Ó Briain', 'Eli', 'Fay', 'Not Done']);
  for (const { id } of people.slice(0, 6))
    await must(learner(id), 'learning.mark-done', { courseId, lessonId: reading });
  const all = people.map(({ enrolmentId }) => enrolmentId);
  const learnerIds = people.map(({ id }) => id);
  await Promise.all([
    awardEarned(all),
    awardEarned([...all].reverse()),
    must(boss(), 'certificate.issue-many', { courseId, learnerIds: [...learnerIds].reverse(), why: '' }),
    must(learner(learnerIds[1] ?? ''), 'certificate.claim', { courseId }),
  ]);
  await awardEarned(all);
  const rows = await issuedIn(courseId);
  expect(rows.map(({ holder }) => holder).sort()).toEqual(['Ana Sá', 'Bo Li', 'Dara Ó Briain', 'Eli', 'Fay']);
  expect(new Set(rows.map(({ number }) => number)).size).toBe(5);
  const ids = rows.map(({ id }) => id);
  const heldBack = sql`${tables.audit.sentence} like 'The certificate of 𓀀 Cem is held back.%'`;
  expect([
    await database().$count(tables.audit, and(eq(tables.audit.courseId, courseId), heldBack)),
    await database().$count(
      tables.message,
      and(eq(tables.message.courseId, courseId), eq(tables.message.occasion, 'certificate')),
    ),
    (
      await database().execute(
        sql`select 1 from pgboss.job where name = 'certificate.draw' and data->>'certificateId' in ${ids}`,
      )
    ).rowCount,
  ]).toEqual([1, 5, 5]);
  const [first = '', ...others] = ids;
  const alone = await drawCertificate(first);
  const drawn = await drawCertificates([...others, first, newId()]);
  expect(drawn.get(first)).toBe(alone);
  expect(new Set(drawn.values()).size).toBe(5);
  expect(new Map((await issuedIn(courseId)).map(({ id, pdfHash }) => [id, pdfHash]))).toEqual(drawn);
});

test('many are issued at once to who has earned it, by hand with a reason, and anew in a new name', async () => {
  const { courseId, enrolmentId } = await publishedCourse(school);
  await setAward(courseId, { approved: true, validMonths: 12 });
  await must(boss(), 'course.publish', { courseId, number: 2 });
  const many = (why: string, ids = [school.learner]) =>
    must<{ issued: number; held: { sentence: string }[] }>(boss(), 'certificate.issue-many', {
      courseId,
      learnerIds: ids,
      why,
    });
  expect((await many('')).held[0]?.sentence).toMatch(/^Not earned yet: /);
  expect((await many('', ['nobody'])).held[0]?.sentence).toMatch(/^Takes no course/);
  const before = await standingOf(database(), courseId);
  expect([before.waiting.length, before.others.some(({ learnerId }) => learnerId === school.learner)]).toEqual([
    0,
    true,
  ]);
  expect(await many('Shown on the river')).toEqual({ issued: 1, held: [] });
  expect(await many('Shown on the river')).toEqual({ issued: 0, held: [] });
  const [row] = await database()
    .select()
    .from(tables.certificate)
    .where(eq(tables.certificate.enrolmentId, enrolmentId));
  // Nothing of it is told that its holder keeps private, and the grade only where they agree.
  const share = (actor: Actor, isPrivate: boolean, showsGrade: boolean) =>
    run(actor, 'certificate.share', { certificateId: row?.id, isPrivate, showsGrade }).then(codeOf);
  const told = async () => {
    const now = await certificateByToken(database(), row?.token ?? '');
    return now && certificateTold(database(), now);
  };
  expect((await told())?.of).toMatchObject({ holder: row?.holder, grade: null });
  expect(await share(boss(), true, false)).toBe('not-allowed');
  expect(await share(learner(school.learner), true, true)).toBe('ok');
  const hidden = await told();
  expect([hidden?.of, hidden?.state, JSON.stringify(hidden).includes(row?.holder ?? '?')]).toEqual([
    null,
    'valid',
    false,
  ]);
  // Its days stay what they were where the school was then.
  expect(codeOf(await run(boss(), 'people.set-school', { zone: 'Asia/Tokyo', locale: 'en-US' }))).toBe('ok');
  expect((await told())?.zone).toBe('UTC');
  expect(codeOf(await run(boss(), 'people.set-school', { zone: 'UTC', locale: 'en-GB' }))).toBe('ok');
  expect(await linkPicture(row?.id ?? '')).toBe(await linkPicture(row?.id ?? ''));
  expect(new Date(row?.expiresAt ?? 0).getTime() - new Date(row?.issuedAt ?? 0).getTime()).toBeGreaterThan(
    364 * 86_400_000,
  );

  await database().update(tables.user).set({ name: 'Another Name' }).where(eq(tables.user.id, school.learner));
  const { renamed } = await standingOf(database(), courseId);
  expect(renamed.map(({ id, name }) => [id, name])).toEqual([[row?.id, 'Another Name']]);
  const replace = () => run(boss(), 'certificate.replace', { courseId, certificateId: row?.id, why: 'Another name' });
  const all = await Promise.all([replace(), replace(), replace()]);
  const ids = new Set(all.map((one) => (one.ok ? one.value.id : one.problem.code)));
  expect(ids.size).toBe(1);
  const rows = await database()
    .select()
    .from(tables.certificate)
    .where(eq(tables.certificate.enrolmentId, enrolmentId));
  expect(rows.length).toBe(2);
  expect(new Set(rows.map(({ number }) => number)).size).toBe(2);
  expect((await replacementOf(database(), row?.id ?? ''))?.number).toBe(
    rows.find(({ replacesId }) => replacesId === row?.id)?.number,
  );
  const old = await told();
  expect([old?.state, old?.replacedBy?.number]).toEqual([
    'replaced',
    rows.find(({ replacesId }) => replacesId === row?.id)?.number,
  ]);
  expect(rows.map(({ isPrivate }) => isPrivate)).toEqual([true, true]);
  const together = await certificatesTogether(database(), courseId, null);
  expect(together.map(({ holder }) => holder)).toEqual(['Another Name']);
  const pdf = await onePdf(database(), together);
  expect(pdf.ok && Buffer.from(pdf.value).subarray(0, 5).toString()).toBe('%PDF-');
  expect((await eachPdf(together)).map(({ name }) => name)).toEqual([`Another Name ${together[0]?.number}.pdf`]);
  expect(
    codeOf(
      await run(learner(school.learner), 'certificate.issue-many', {
        courseId,
        learnerIds: [school.learner],
        why: 'x',
      }),
    ),
  ).toBe('not-allowed');
  const creatorWhoLearns: Actor = { id: school.learner, role: 'creator', courses: { [courseId]: 'creator' } };
  const own = await must<{ held: { sentence: string }[] }>(creatorWhoLearns, 'certificate.issue-many', {
    ...{ courseId, learnerIds: [school.learner], why: 'My own' },
  });
  expect(own.held[0]?.sentence).toMatch(/^This is your own certificate/);
});
