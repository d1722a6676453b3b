import { mkdirSync, readdirSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { desc, eq, sql } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { emptyDesign } from '@/core/certificate';
import { Temporal } from '@/core/kernel/time';
import type { Actor } from '@/core/people';
import { mayAddFile } from '../assignment';
import { courseHead } from '../learning';
import { liveDocument } from '../outline';
import { config } from '../platform/config';
import { database } from '../platform/database';
import { files, putBytes } from '../platform/files';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, useTestSchool } from '../testing/school';
import {
  addMedia,
  countUpload,
  libraryEntry,
  libraryPage,
  makePlayable,
  mediaById,
  mediaOfCourse,
  storeUpload,
  sweep,
  workOut,
} from './index';

const school = useTestSchool();
const longAgo = Temporal.Now.instant().subtract({ hours: 48 });

/** A stored file as it looks two days later. */
async function storedLongAgo(words: string, known = true): Promise<string> {
  const { hash, size } = await putBytes(words);
  school.files.age(hash, longAgo);
  if (known)
    await database().insert(tables.blob).values({ hash, size, contentType: 'text/plain', seenAt: longAgo.toString() });
  return hash;
}

test('the sweep takes what nothing refers to, and nothing else', async () => {
  const { courseId, enrolmentId, assignment } = await publishedCourse(school);
  const [edition] = await database()
    .select({ id: tables.edition.id })
    .from(tables.edition)
    .where(eq(tables.edition.courseId, courseId));
  const editionId = edition?.id ?? '';
  const names = ['of media', 'poster', 'played', 'captions', 'form', 'handed in', 'in an edition', 'answered'];
  const [own = '', poster = '', played = '', captions = '', form = '', handed = '', published = '', answered = ''] =
    await Promise.all(names.map((name) => storedLongAgo(name)));
  const pdf = await storedLongAgo('a certificate', false);
  const [lost, refused] = [await storedLongAgo('nobody knows it'), await storedLongAgo('without a row', false)];
  const { hash: fresh } = await putBytes('stored just now');
  const mediaId = newId();
  await database().insert(tables.media).values({ id: mediaId, courseId, title: '', kind: 'film', version: 2 });
  // Not the version that is shown: an edition may show it.
  await database()
    .insert(tables.mediaVersion)
    .values({
      ...{ id: newId(), mediaId, number: 1, fileName: '', state: 'ready' },
      hash: own,
      posterHash: poster,
      playHash: played,
      captions: [{ language: 'en', label: 'English', hash: captions }],
      forms: [{ name: 'phone', hash: form, contentType: 'video/mp4' }],
    });
  const work = {
    enrolmentId,
    learnerId: school.learner,
    courseId,
    lessonId: assignment,
    editionId,
    number: 1,
    state: 'draft' as const,
  };
  await database()
    .insert(tables.handIn)
    .values({ ...work, id: newId(), files: [{ hash: handed, name: 'a.txt', size: 1, contentType: 'text/plain' }] });
  const sat = { enrolmentId, learnerId: school.learner, courseId, lessonId: assignment, editionId, number: 1 };
  const [sitting] = await database()
    .insert(tables.sitting)
    .values({ ...sat, id: newId(), startedAt: longAgo.toString() })
    .returning({ id: tables.sitting.id });
  const given = { sittingId: sitting?.id ?? '', questionId: newId(), hash: answered, at: longAgo.toString() };
  await database()
    .insert(tables.answerFile)
    .values({ ...given, name: 'a.txt', size: 1, contentType: 'text/plain' });
  const issued = {
    number: 'C-1',
    token: 'x'.repeat(22),
    holder: 'A',
    courseTitle: 'A',
    school: 'A',
    design: emptyDesign('a4-across'),
    issuedAt: longAgo.toString(),
  };
  await database()
    .insert(tables.certificate)
    .values({ ...issued, id: newId(), enrolmentId, courseId, learnerId: school.learner, editionId, pdfHash: pdf });
  await database().execute(
    sql`update edition set document = document || jsonb_build_object('files', jsonb_build_array(${published}::text))`,
  );

  expect(await sweep()).toMatchObject({ files: 2 });
  const there = await Promise.all(
    [own, poster, played, captions, form, handed, answered, published, pdf, fresh, lost, refused].map((hash) =>
      files().stat(hash),
    ),
  );
  expect(there.map((found) => found !== null)).toEqual([
    true,
    true,
    true,
    true,
    true,
    true,
    true,
    true,
    true,
    true,
    false,
    false,
  ]);
  expect(await sweep()).toEqual({ uploads: 0, files: 0 });
});

test('every column that can name a stored file is one the sweep looks at', async () => {
  const { rows } = await database().execute<{ name: string }>(
    sql`select table_name || '.' || column_name as name from information_schema.columns where table_schema = 'public' and (column_name like '%hash%' or column_name in ('files', 'captions', 'forms')) order by 1`,
  );
  expect(rows.map((row) => row.name)).toEqual([
    'answer_file.hash',
    'blob.hash',
    'certificate.pdf_hash',
    'certificate.picture_hash',
    'design_picture.hash',
    'edition.hash',
    'hand_in.files',
    'media_version.captions',
    'media_version.forms',
    'media_version.hash',
    'media_version.play_hash',
    'media_version.poster_hash',
    'media_version.wave_hash',
  ]);
});

test('an upload nobody goes on with is taken away after a day', async () => {
  const folder = join(config.data, 'uploads');
  mkdirSync(folder, { recursive: true });
  for (const [name, hours] of [
    ['old', 30],
    ['old.json', 30],
    ['new', 2],
    ['new.json', 2],
    ['slow', 1],
    ['slow.json', 50],
  ] as const) {
    writeFileSync(join(folder, name), 'part');
    const at = Temporal.Now.instant().subtract({ hours }).epochMilliseconds / 1000;
    utimesSync(join(folder, name), at, at);
  }
  expect((await sweep()).uploads).toBe(1);
  expect(readdirSync(folder).sort()).toEqual(['new', 'new.json', 'slow', 'slow.json']);
});

test('a person may upload so much in a day, and what is refused is not counted', async () => {
  const me = learner(school.learner);
  const half = config.uploadsADay.taking / 2;
  expect(codeOf(await countUpload(me, half))).toBe('ok');
  expect(codeOf(await countUpload(me, half + 1))).toBe('too-many');
  expect(codeOf(await countUpload(me, half))).toBe('ok');
  expect(codeOf(await countUpload(me, 1))).toBe('too-many');
});

test.each([
  ['where files are taken', { files: 2, megabytes: 1 }, 1000, 'ok'],
  ['one larger than allowed', { files: 2, megabytes: 1 }, 2_000_000, 'too-large'],
  ['where only a text is taken', { files: 0 }, 1000, 'invalid'],
])('a file to hand in is asked about before it is sent: %s', async (_name, settings, bytes, code) => {
  const { courseId, assignment, reading } = await publishedCourse(school, { assignment: settings });
  const ask = (who: string, lessonId: string) =>
    mayAddFile(database(), who, courseId, lessonId, bytes, Temporal.Instant.from('2027-03-02T09:00:00Z')).then(codeOf);
  expect([
    await ask(school.learner, assignment),
    await ask(school.other, assignment),
    await ask(school.learner, reading),
  ]).toEqual([code, 'not-allowed', 'not-allowed']);
});

/** The version of a thing that is shown. */
const versionOf = async (mediaId: string) => {
  const [row] = await database()
    .select({ id: tables.mediaVersion.id })
    .from(tables.mediaVersion)
    .where(eq(tables.mediaVersion.mediaId, mediaId))
    .orderBy(desc(tables.mediaVersion.number));
  return row?.id ?? '';
};

/** A recording of a plain tone, as WAV (RIFF, PCM of 16 bits, one channel). */
function tone(seconds: number): Buffer {
  const rate = 8000;
  const samples = Buffer.alloc(rate * seconds * 2);
  for (let i = 0; i < rate * seconds; i += 1)
    samples.writeInt16LE(Math.round(12_000 * Math.sin((i / rate) * 440 * 2 * Math.PI)), i * 2);
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + samples.length, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt32LE(rate, 24);
  head.writeUInt32LE(rate * 2, 28);
  head.writeUInt16LE(2, 32);
  head.writeUInt16LE(16, 34);
  head.write('data', 36);
  head.writeUInt32LE(samples.length, 40);
  return Buffer.concat([head, samples]);
}

test('a recording is known by its content, measured, and made into a form that plays everywhere; one that holds no sound says so', async () => {
  const { courseId } = await publishedCourse(school);
  const add = async (content: Buffer, name: string) => {
    const path = join(config.data, name);
    writeFileSync(path, content);
    const stored = await storeUpload('audio', name, path);
    if (!stored.ok) return stored.problem.sentence;
    const { kind, hash, contentType } = stored.value;
    const given = { courseId, kind, mediaId: null, hash, contentType, fileName: name };
    const added = await addMedia.run(owner(school.owner), given);
    if (!added.ok) return added.problem.sentence;
    await workOut(await versionOf(added.value.id));
    return added.value.id;
  };
  const facts = async (id: string) => mediaById(database(), id);
  const id = await add(tone(3), 'brook.wav');
  expect(await facts(id)).toMatchObject({ kind: 'audio', state: 'waiting', contentType: 'audio/wav', seconds: 3 });
  await makePlayable(await versionOf(id));
  const ready = await facts(id);
  expect(ready).toMatchObject({ state: 'ready', problem: null });
  expect((await files().stat(ready?.playHash ?? ''))?.size).toBeGreaterThan(1000);
  expect(await add(Buffer.from('Only words'), 'words.mp3')).toContain('does not hold a recording');
  const broken = await facts(await add(Buffer.concat([Buffer.from('ID3'), Buffer.alloc(400)]), 'broken.mp3'));
  expect(broken).toMatchObject({
    state: 'failed',
    problem: 'the file holds no sound that can be read; export it again, for example as MP3',
  });
});

test('a file that is sent again by the same deed, eight times at once, is one thing of the library, and nobody else’s', async () => {
  const { hash } = await putBytes('sluice');
  const deed = newId();
  const given = {
    courseId: null,
    kind: 'picture',
    mediaId: null,
    hash,
    contentType: 'image/png',
    fileName: 'sluice.png',
    deed,
  };
  const boss = owner(school.owner);
  const sent = await Promise.all(Array.from({ length: 8 }, () => addMedia.run(boss, given)));
  expect(sent).toEqual(sent.map(() => ({ ok: true, value: { id: deed } })));
  const versions = await database().select().from(tables.mediaVersion).where(eq(tables.mediaVersion.mediaId, deed));
  expect(versions).toHaveLength(1);
  const other: Actor = { ...owner(school.creator), role: 'creator' };
  expect(codeOf(await addMedia.run(other, given))).toBe('invalid');
});

test('what belongs to the library is used where lessons say so, and an edition keeps the version it was made with', async () => {
  const { courseId, sectionId, reading } = await publishedCourse(school);
  const boss = owner(school.owner);
  const upload = async (words: string, mediaId: string | null, kind: 'picture' | 'film' = 'picture', actor = boss) => {
    const { hash } = await putBytes(words);
    const given = { courseId, kind, mediaId, hash, contentType: 'image/png', fileName: `${words}.png` };
    const added = await addMedia.run(actor, given);
    return { hash, id: added.ok ? (added.value as { id: string }).id : '', code: codeOf(added) };
  };
  const usesOf = async (id: string) =>
    (await database().select().from(tables.mediaUse).where(eq(tables.mediaUse.mediaId, id)))
      .map((use) => [use.place, use.lessonId, use.courseId].join(' '))
      .sort();
  const set = (fields: object) =>
    must(boss, 'outline.edit', { courseId, edit: { do: 'set', table: 'lesson', id: reading, fields } });
  const first = await upload('bridge', null);
  const other = await upload('weir', null);
  expect(await usesOf(first.id)).toEqual([]);

  await set({ pictureId: first.id });
  const image = { type: 'image', attrs: { mediaId: first.id, src: `/files/${first.id}/original`, alt: 'A bridge' } };
  const text = { type: 'doc', content: [image, image] };
  await must(boss, 'outline.edit', {
    courseId,
    edit: { do: 'set', table: 'text', id: reading, fields: { content: text } },
  });
  const attached = (mediaId: string) => ({
    attachments: [{ id: newId(), mediaId, title: 'The weir', access: 'view' as const }],
  });
  await set(attached(other.id));
  expect(await usesOf(other.id)).toEqual([`attachment ${reading} ${courseId}`]);
  expect(
    codeOf(
      await run(boss, 'outline.edit', {
        courseId,
        edit: { do: 'set', table: 'lesson', id: reading, fields: attached(newId()) },
      }),
    ),
  ).toBe('not-found');
  expect(await usesOf(first.id)).toEqual([`picture ${reading} ${courseId}`, `text ${reading} ${courseId}`]);
  expect(
    codeOf(
      await run(boss, 'outline.edit', {
        courseId,
        edit: { do: 'set', table: 'lesson', id: reading, fields: { pictureId: newId() } },
      }),
    ),
  ).toBe('not-found');
  await expect(database().delete(tables.media).where(eq(tables.media.id, first.id))).rejects.toThrow();

  // Copied into another course it is the same thing; gone with its lesson, and back with it.
  const elsewhere = newId();
  await must(boss, 'course.create', { id: elsewhere, title: 'Elsewhere' });
  const into = newId();
  await must(boss, 'outline.edit', {
    courseId: elsewhere,
    edit: { do: 'add-section', id: into, title: 'There', after: null },
  });
  const copy = { courseId: elsewhere, fromCourseId: courseId, sectionIds: [], lessonIds: [reading], seed: newId() };
  await must(boss, 'outline.copy', { ...copy, into, after: null });
  expect((await usesOf(first.id)).filter((use) => use.endsWith(elsewhere))).toHaveLength(2);
  expect([...(await mediaOfCourse(database(), elsewhere)).keys()].sort()).toEqual([first.id, other.id].sort());
  await must(boss, 'outline.edit', { courseId, edit: { do: 'remove', table: 'section', ids: [sectionId] } });
  expect((await usesOf(first.id)).every((use) => use.endsWith(elsewhere))).toBe(true);
  await must(boss, 'outline.undo', { courseId });
  expect(await usesOf(first.id)).toHaveLength(4);

  await workOut(await versionOf(first.id)).catch(() => {});
  await database().update(tables.mediaVersion).set({ state: 'ready', problem: null });
  await must(boss, 'course.publish', { courseId, number: 2 });
  const second = await upload('bridge again', first.id);
  expect([second.code, second.id]).toEqual(['ok', first.id]);
  expect(await upload('bridge again', first.id)).toEqual(second);
  expect((await upload('film', first.id, 'film')).code).toBe('invalid');
  expect((await upload('mine', first.id, 'picture', learner(school.learner))).code).toBe('not-allowed');
  expect((await mediaOfCourse(database(), elsewhere)).get(first.id)).toMatchObject({ version: 2, hash: second.hash });
  const head = await courseHead(database(), courseId);
  const edition = await liveDocument(database(), head?.liveEditionId ?? null);
  const shown = edition?.sections[0]?.lessons[0];
  expect([shown?.pictures[first.id]?.hash, shown?.pictures[first.id]?.version]).toEqual([first.hash, 1]);
  expect(shown?.attachments.map(({ title, access, media }) => [title, access, media.hash])).toEqual([
    ['The weir', 'view', other.hash],
  ]);
  expect(await mediaById(database(), first.id, first.hash)).toMatchObject({ version: 1, hash: first.hash });
  expect(await mediaById(database(), first.id, other.hash)).toBeNull();
});

test('the library shows somebody what belongs to their courses and what they have put there; what is used or published stays', async () => {
  const { courseId, reading } = await publishedCourse(school);
  const boss = owner(school.owner);
  const maker = { id: school.creator, role: 'creator' as const, courses: { [courseId]: 'creator' as const } };
  const other = { id: school.marker, role: 'creator' as const, courses: {} };
  const upload = async (as: Actor, title: string, where: string | null) => {
    const { hash } = await putBytes(Buffer.from(`%PDF-1.4 ${title}`));
    const file = { hash, contentType: 'application/pdf', fileName: `../odd/${title}.pdf` };
    const added = await addMedia.run(as, { courseId: where, kind: 'document', mediaId: null, ...file });
    if (!added.ok) throw new Error(added.problem.sentence);
    return added.value.id;
  };
  const [ofCourse, ofMaker, ofOther] = [
    await upload(maker, 'of the course', courseId),
    await upload(maker, 'of the maker', null),
    await upload(other, 'of the other', null),
  ];
  const titles = async (as: Actor, part: Partial<Parameters<typeof libraryPage>[2]> = {}) => {
    const wish = { find: 'of the', kind: null, only: null, tag: '', page: 1, ...part };
    return (await libraryPage(database(), as, wish)).rows.map(({ title }) => title).sort();
  };
  expect(await titles(maker)).toEqual(['of the course', 'of the maker']);
  expect(await titles(other)).toEqual(['of the other']);
  expect(await titles(boss)).toEqual(['of the course', 'of the maker', 'of the other']);
  expect(await libraryEntry(database(), other, ofMaker)).toBeNull();
  expect(codeOf(await run(other, 'media.describe', { mediaId: ofMaker, title: 'Mine' }))).toBe('not-allowed');
  expect(codeOf(await run(other, 'outline.fill', { courseId, lessonId: reading, mediaId: ofOther }))).toBe(
    'not-allowed',
  );

  const audits = () => database().$count(tables.audit);
  await must(maker, 'media.describe', {
    mediaId: ofMaker,
    title: '  of the banks ',
    tags: ['reach', 'safety', 'reach'],
  });
  const before = await audits();
  await must(maker, 'media.describe', { mediaId: ofMaker, tags: ['safety', 'reach'] });
  expect((await audits()) - before).toBe(0);
  expect(await titles(maker, { tag: 'safety' })).toEqual(['of the banks']);
  expect(await titles(maker, { kind: 'film' })).toEqual([]);
  expect(await titles(maker, { find: '50%_' })).toEqual([]);

  // A lesson is filled once, however often it is sent, and what is in it cannot be removed.
  for (let i = 0; i < 3; i += 1) await must(maker, 'outline.fill', { courseId, lessonId: reading, mediaId: ofCourse });
  expect(await titles(maker, { only: 'unused' })).toEqual(['of the banks']);
  expect(codeOf(await run(maker, 'media.remove', { mediaId: ofCourse }))).toBe('conflict');
  await must(maker, 'course.publish', { courseId, number: 2 });
  await must(maker, 'outline.edit', {
    courseId,
    edit: { do: 'set', table: 'lesson', id: reading, fields: { attachments: [], mediaId: null } },
  });
  expect(codeOf(await run(maker, 'media.remove', { mediaId: ofCourse }))).toBe('conflict');
  await must(maker, 'media.remove', { mediaId: ofMaker });
  expect(await titles(maker)).toEqual(['of the course']);
});
