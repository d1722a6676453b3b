import { execFileSync } from 'node:child_process';
import { createWriteStream, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { deflateSync } from 'node:zlib';
import { eq } from 'drizzle-orm';
import PDFDocument from 'pdfkit';
import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import { type DocumentPage, readCues, type UploadPurpose } from '@/core/media';
import { database } from '../platform/database';
import { fetchTo } from '../platform/files';
import { testPattern } from '../platform/scanner';
import * as tables from '../platform/schema';
import { codeOf, must, owner, run, useTestSchool } from '../testing/school';
import {
  addMedia,
  failMedia,
  fileById,
  libraryPage,
  makeForms,
  makePlayable,
  makePoster,
  mediaById,
  storeUpload,
  workOut,
} from './index';

const school = useTestSchool();
const folder = mkdtempSync(join(tmpdir(), 'mosaik-made-'));
const place = (name: string) => join(folder, name);
const boss = () => owner(school.owner);

const ffmpeg = (name: string, ...words: string[]) => {
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...words, place(name)]);
  return place(name);
};
const film = (name: string, size: string, seconds: number, ...words: string[]) =>
  ffmpeg(
    name,
    '-f',
    'lavfi',
    '-i',
    `testsrc=size=${size}:rate=10:duration=${seconds}`,
    '-pix_fmt',
    'yuv420p',
    ...words,
  );

/** Takes a file into the library and works on it to the end, as the worker does. */
async function taken(purpose: UploadPurpose, path: string) {
  const stored = await storeUpload(purpose, path.split('/').at(-1) ?? '', path);
  if (!stored.ok) return { problem: stored.problem.sentence, id: '' };
  const { hash, contentType, kind } = stored.value;
  const fileName = path.split('/').at(-1) ?? '';
  const about = { courseId: null, kind: kind as 'film', mediaId: null, hash, contentType, fileName };
  const added = await addMedia.run(boss(), about);
  if (!added.ok) throw new Error(added.problem.sentence);
  const { id } = added.value;
  const version = async () => {
    const [row] = await database().select().from(tables.mediaVersion).where(eq(tables.mediaVersion.mediaId, id));
    if (!row) throw new Error('It is not there.');
    return row;
  };
  const { id: versionId } = await version();
  await workOut(versionId);
  if ((await version()).state === 'waiting') await makePlayable(versionId);
  if ((await version()).forms === null) await makeForms(versionId);
  return { id, versionId, version: await version() };
}

/** A picture that says how large it is and holds nothing of it. */
function hugePicture(): string {
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type), data]);
    const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(data.length);
    // The sum of a part (PNG, annex D).
    let crc = 0xffffffff;
    for (const byte of body) {
      crc ^= byte;
      for (let bit = 0; bit < 8; bit += 1) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
    }
    sum.writeUInt32BE(~crc >>> 0);
    return Buffer.concat([length, body, sum]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(30_000, 0);
  head.writeUInt32BE(30_000, 4);
  head.set([8, 2, 0, 0, 0], 8);
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  const parts = [
    signature,
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(Buffer.alloc(100))),
    chunk('IEND', Buffer.alloc(0)),
  ];
  writeFileSync(place('huge.png'), Buffer.concat(parts));
  return place('huge.png');
}

async function pdf(name: string, words: string | readonly string[], userPassword?: string): Promise<string> {
  const document = new PDFDocument({ autoFirstPage: false, ...(userPassword && { userPassword }) });
  for (const page of [words].flat()) document.addPage().text(page);
  document.end();
  await pipeline(document, createWriteStream(place(name)));
  return place(name);
}
const written = (name: string, content: string) => {
  writeFileSync(place(name), content);
  return place(name);
};

test('a picture is turned as its camera says, smaller forms are made, and where it was taken is told to nobody', async () => {
  const side = { create: { width: 1200, height: 800, channels: 3 as const, background: 'teal' } };
  const marked = sharp(side)
    .withExif({ IFD0: { Make: 'Riverside' }, IFD3: { GPSLatitude: '51/1 30/1 0/1', GPSLatitudeRef: 'N' } })
    .withMetadata({ orientation: 6 })
    .jpeg();
  await marked.toFile(place('turned.jpg'));
  const { version } = await taken('picture', place('turned.jpg'));
  expect([version?.width, version?.height]).toEqual([800, 1200]);
  expect(version?.forms?.map(({ name }) => name)).toEqual(['clean', 'w480']);
  const sizes = await Promise.all(
    (version?.forms ?? []).map(async ({ name, hash }) => {
      const { width, height, exif, format } = await sharp(readFileSync(await fetchTo(hash, place(name)))).metadata();
      return [width, height, exif, format];
    }),
  );
  expect(sizes).toEqual([
    [800, 1200, undefined, 'jpeg'],
    [480, 720, undefined, 'webp'],
  ]);
  await sharp(side).png().toFile(place('bare.png'));
  const bare = await taken('picture', place('bare.png'));
  expect(bare.version?.forms?.map(({ name }) => name)).toEqual(['w480', 'w960']);
});

describe('films', () => {
  test('one for phones where it is larger than that, a strip of its frames, and the poster somebody has chosen', async () => {
    const { id, versionId = '', version } = await taken('film', film('large.mp4', '1280x720', 5));
    expect(version).toMatchObject({ state: 'ready', seconds: 5, width: 1280, height: 720, waveHash: null });
    expect(version?.forms?.map(({ name }) => name)).toEqual(['strip', 'phone']);
    const [strip, phone] = version?.forms ?? [];
    const { width, height } = await sharp(readFileSync(await fetchTo(strip?.hash ?? '', place('strip')))).metadata();
    expect([width, height]).toEqual([1600, 90]);
    const probe = ['-v', 'error', '-show_entries', 'stream=width,height', '-of', 'csv=p=0'];
    expect(
      execFileSync('ffprobe', [...probe, await fetchTo(phone?.hash ?? '', place('phone'))])
        .toString()
        .trim(),
    ).toMatch(/^85[24],480$/);
    const was = version?.posterHash;
    expect(codeOf(await run(boss(), 'media.set-poster', { mediaId: id, at: 9 }))).toBe('invalid');
    await must(boss(), 'media.set-poster', { mediaId: id, at: 4 });
    await makePoster(versionId);
    expect((await mediaById(database(), id))?.posterHash).not.toBe(was);
    const small = await taken('film', film('small.mp4', '320x180', 2));
    expect(small.version?.forms?.map(({ name }) => name)).toEqual(['strip']);
  });

  test.each([
    [
      'turned',
      () => ffmpeg('turned.mp4', '-i', film('to turn.mp4', '320x180', 1), '-metadata:s:v:0', 'rotate=90', '-c', 'copy'),
      { width: 180, height: 320 },
    ],
    [
      'of changing frame rate',
      () => film('changing.mp4', '320x180', 3, '-vf', "select='not(mod(n,3))+lt(n,9)'", '-fps_mode', 'vfr'),
      { width: 320 },
    ],
    ['whose index comes last', () => film('last.mp4', '320x180', 2), { width: 320, playHash: expect.any(String) }],
    ['whose index comes first', () => film('first.mp4', '320x180', 2, '-movflags', '+faststart'), { playHash: null }],
    ['in a form browsers do not play', () => film('old.mkv', '320x180', 2, '-c:v', 'mpeg4'), { width: 320 }],
  ])('%s', async (_name, make, expected) => {
    const { version } = await taken('film', make());
    expect(version).toMatchObject({ state: 'ready', problem: null, ...expected });
    expect(version?.forms?.length).toBeGreaterThan(0);
  });
});

test('a document is found by what it says', async () => {
  const { id, version } = await taken('document', await pdf('sheet.pdf', 'Count the caddisflies under one stone'));
  expect(version).toMatchObject({ pages: 1, state: 'ready' });
  const wish = { find: 'CADDISFLIES', kind: null, only: null, tag: '', page: 1 };
  expect((await libraryPage(database(), boss(), wish)).rows.map((row) => row.id)).toEqual([id]);
});

const textOf = async (hash: string) => readFileSync(await fetchTo(hash, place(hash)), 'utf8');

test('the pages of a document are drawn once, each with its words; of a very long one none are', async () => {
  const pages = Array.from({ length: 12 }, (_, i) => `Sheet ${i + 1}`);
  const made = await taken('document', await pdf('twelve.pdf', pages));
  const forms = made.version?.forms ?? [];
  expect(forms.map(({ name }) => name)).toEqual([...pages.map((_, i) => `page-${i + 1}`), 'pages']);
  const known = JSON.parse(await textOf(forms.at(-1)?.hash ?? '')) as DocumentPage[];
  // A letter page, 8.5 by 11 inches, the longer side 1,600 pixels.
  expect(known).toEqual(pages.map((words) => ({ width: 1237, height: 1600, words })));
  await makeForms(made.version?.id ?? '');
  expect((await fileById(database(), made.id))?.forms).toEqual(forms);
  const long = await taken('document', await pdf('long.pdf', Array.from({ length: 201 }, String)));
  expect(long.version).toMatchObject({ pages: 201, state: 'ready', forms: [] });
});

test.each<[string, UploadPurpose, () => string | Promise<string>, RegExp]>([
  ['a picture of 900 million pixels', 'picture', hugePicture, /900 million pixels/],
  [
    'a drawing with a script',
    'picture',
    () => written('a.png', '<svg><script>1</script></svg>'),
    /does not hold a picture/,
  ],
  [
    'a film that is none',
    'film',
    () => written('b.mp4', '\0\0\0 ftypisom and nothing else'),
    /no film that can be read/,
  ],
  [
    'a picture that ends too soon',
    'picture',
    () => {
      const path = place('cut.jpg');
      writeFileSync(path, Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 16]));
      return path;
    },
    /cannot be read/,
  ],
  ['a locked document', 'document', () => pdf('locked.pdf', 'secret', 'granite'), /locked with a password/],
  [
    'what the scanner knows',
    'attachment',
    () => written('c.txt', `${'x'.repeat(3_000_000)}${testPattern}`),
    /scanner found/,
  ],
  [
    'captions that end before they begin',
    'captions',
    () => written('d.vtt', 'WEBVTT\n\n00:02.000 --> 00:01.000\nNo'),
    /Line 3/,
  ],
])('refused or kept with its reason: %s', async (_name, purpose, make, sentence) => {
  const { problem, version } = await taken(purpose, await make());
  expect(problem ?? version?.problem).toMatch(sentence);
  // What was taken stays as it is, to be tried again.
  if (version) expect(version.state).toBe('failed');
});

test('captions are written, corrected by one at a time, sent twice without harm, and taken away', async () => {
  const { id } = await taken('film', film('said.mp4', '320x180', 2));
  const write = (was: string | null, words: string, language = 'en') => ({
    ...{ mediaId: id, language, label: 'English', was },
    text: `WEBVTT\n\n00:00.000 --> 00:01.000\n${words}\n`,
  });
  const { hash } = await must<{ hash: string }>(boss(), 'media.write-captions', write(null, 'One'));
  expect(await must(boss(), 'media.write-captions', write(null, 'One'))).toEqual({ hash });
  expect(codeOf(await run(boss(), 'media.write-captions', write(null, 'Two')))).toBe('conflict');
  const both = await Promise.all([
    run(boss(), 'media.write-captions', write(hash, 'Two')),
    run(boss(), 'media.write-captions', write(hash, 'Three')),
  ]);
  expect(both.filter(({ ok }) => ok)).toHaveLength(1);
  const [now] = (await mediaById(database(), id))?.captions ?? [];
  const read = readCues(readFileSync(await fetchTo(now?.hash ?? '', place('now.vtt')), 'utf8'));
  expect(read.ok && read.value.cues[0]?.text).toMatch(/^(Two|Three)$/);
  expect(codeOf(await run(boss(), 'media.write-captions', { ...write(now?.hash ?? '', ''), text: 'nothing' }))).toBe(
    'invalid',
  );
  await must(boss(), 'media.write-captions', write(null, 'Un', 'fr'));
  await must(boss(), 'media.remove-captions', { mediaId: id, language: 'en' });
  await must(boss(), 'media.remove-captions', { mediaId: id, language: 'en' });
  expect((await mediaById(database(), id))?.captions.map(({ language }) => language)).toEqual(['fr']);
});

describe('jobs that break down', () => {
  test('a store that is full leaves a file waiting; tried again it is worked on, and twice is as once', async () => {
    const stored = await storeUpload('picture', 'wide.png', await wide());
    if (!stored.ok) throw new Error(stored.problem.sentence);
    const { hash, contentType, kind } = stored.value;
    const about = { courseId: null, kind: kind as 'picture', mediaId: null, hash, contentType, fileName: 'wide.png' };
    const added = await addMedia.run(boss(), about);
    if (!added.ok) throw new Error(added.problem.sentence);
    const version = async () => {
      const [row] = await database()
        .select()
        .from(tables.mediaVersion)
        .where(eq(tables.mediaVersion.mediaId, added.value.id));
      if (!row) throw new Error('It is not there.');
      return row;
    };
    const { id } = await version();
    school.files.fill();
    await expect(workOut(id)).rejects.toThrow(/ENOSPC/);
    expect(await version()).toMatchObject({ state: 'waiting', problem: null });
    // The last of its tries: told in words, the original kept.
    await failMedia(id);
    expect(await version()).toMatchObject({ state: 'failed', hash });
    school.files.empty();
    await must(boss(), 'media.try-again', { mediaId: added.value.id });
    await Promise.all([workOut(id), workOut(id)]);
    const once = await version();
    expect(once).toMatchObject({ state: 'ready', problem: null });
    await workOut(id);
    expect(await version()).toEqual(once);
  });
});

const wide = async () => {
  await sharp({ create: { width: 1000, height: 20, channels: 3, background: 'red' } })
    .png()
    .toFile(place('wide.png'));
  return place('wide.png');
};
