import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  closeSync,
  copyFileSync,
  ftruncateSync,
  mkdtempSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeSync,
} from 'node:fs';
import { open } from 'node:fs/promises';
import { join } from 'node:path';
import type { BrowserContext } from '@playwright/test';
import { and, eq } from 'drizzle-orm';
import { newQuestion } from '../../core/outline';
import { course } from '../../server/outline';
import { config } from '../../server/platform/config';
import { database } from '../../server/platform/database';
import { newId } from '../../server/platform/ids';
import { blob, lesson, media, mediaVersion, question } from '../../server/platform/schema';
import { signedInBrowser } from './browser';
import { quantile, row, times } from './figures';
import { fetchPage, signedIn } from './sign-in';

const creatorAddress = 'ines@wendwater.example';
const learnerAddress = 'aoife1@post.example';

async function lessonNamed(title: string) {
  const [found] = await database()
    .select({ id: lesson.id, courseId: lesson.courseId })
    .from(lesson)
    .innerJoin(course, eq(course.id, lesson.courseId))
    .where(and(eq(course.slug, 'stream-survey'), eq(lesson.title, title)));
  if (!found) throw new Error(`There is no lesson called ${title}.`);
  return found;
}

/** Asks again and again, until it is so. */
async function until(isSo: () => Promise<boolean>): Promise<void> {
  for (let i = 0; i < 600; i += 1) {
    if (await isSo()) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error('It was waited for too long.');
}

const stopsWanted = 50;

/** Where a film really stops at its checkpoints, at twice its speed: past the moment by so many milliseconds of it. */
export async function stops(): Promise<void> {
  const film = await lessonNamed('Walking the reach');
  const gap = 640;
  await database().delete(question).where(eq(question.lessonId, film.id));
  const questions = Array.from({ length: stopsWanted }, (_, i) => ({
    ...newQuestion(newId(), film.id, `a${String(i).padStart(3, '0')}`, 'true-false'),
    prompt: `Stop ${i + 1}`,
    body: { holds: true },
    moment: { at: 1000 + i * gap, passage: null, required: false },
    courseId: film.courseId,
  }));
  await database().insert(question).values(questions);
  const { context, close } = await signedInBrowser();
  try {
    const page = await context.newPage();
    await page.addInitScript(() => {
      const kept = window as unknown as { rests: number[] };
      kept.rests = [];
      const pause = HTMLMediaElement.prototype.pause;
      HTMLMediaElement.prototype.pause = function () {
        if (!this.paused) kept.rests.push(this.currentTime * 1000);
        pause.call(this);
      };
    });
    await page.goto(`/view/stream-survey/${film.id}?start=2026-10-01&at=2027-03-01T12:00&pace=all`);
    await page.bringToFront();
    await until(() => page.evaluate(() => (document.querySelector('video')?.readyState ?? 0) > 0));
    await page.evaluate(() => {
      const video = document.querySelector('video');
      if (!video) return;
      video.muted = true;
      video.playbackRate = 2;
      video.play();
    });
    for (let i = 0; i < stopsWanted; i += 1) {
      await page.getByRole('button', { name: 'Leave it open and go on' }).click();
      await until(() =>
        page.evaluate((count) => (window as unknown as { rests: number[] }).rests.length >= count, i + 1),
      );
    }
    const rests = await page.evaluate(() => (window as unknown as { rests: number[] }).rests);
    // Each stop belongs to the checkpoint it is nearest behind.
    const late = Array.from({ length: stopsWanted }, (_, i) => {
      const at = 1000 + i * gap;
      const rest = rests.find((one) => one >= at - 1 && one < at + gap - 1);
      if (rest === undefined) throw new Error(`The film did not stop at ${at} ms.`);
      return rest - at;
    });
    const allowed = { what: 'allowed', value: 250 };
    row({
      what: `${stopsWanted} checkpoints at twice the speed: the latest stop`,
      value: Math.max(...late),
      unit: 'ms',
      beside: allowed,
      most: 1,
    });
    row({ what: 'the same: half of the stops', value: quantile(late, 0.5), unit: 'ms', beside: allowed, most: 1 });
  } finally {
    await close();
  }
}

/** Kilobytes of scripts that a browser of today really loads for a page, as they come over the line. */
async function weightOf(context: BrowserContext, path: string): Promise<number> {
  const page = await context.newPage();
  const client = await context.newCDPSession(page);
  await client.send('Network.enable');
  await client.send('Network.setCacheDisabled', { cacheDisabled: true });
  const scripts = new Set<string>();
  let bytes = 0;
  client.on('Network.responseReceived', ({ requestId, type }) => {
    if (type === 'Script') scripts.add(requestId);
  });
  client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength;
  });
  await page.goto(path, { waitUntil: 'networkidle' });
  await page.close();
  return bytes / 1024;
}

export async function pageWeights(): Promise<void> {
  const [reading, film] = [await lessonNamed('What makes a reach'), await lessonNamed('Walking the reach')];
  const { context, close } = await signedInBrowser(learnerAddress);
  try {
    const blank = await weightOf(context, '/blank');
    for (const [what, path, allowed] of [
      ['reading', `/learn/stream-survey/${reading.id}`, 40],
      ['film', `/learn/stream-survey/${film.id}`, 110],
      ['course page', '/learn/stream-survey', 40],
    ] as const)
      row({
        what: `scripts in a browser beyond those of an empty page (${Math.round(blank)} kB): ${what}`,
        value: (await weightOf(context, path)) - blank,
        unit: 'kB',
        beside: { what: 'allowed', value: allowed },
        most: 1,
      });
  } finally {
    await close();
  }
}

const filesInLibrary = 5000;

/** Pages of a library of five thousand files, beside an empty page. */
export async function largeLibrary(): Promise<void> {
  const hashOf = (i: number) => createHash('sha256').update(`file ${i}`).digest('hex');
  const all = Array.from({ length: filesInLibrary }, (_, i) => ({ id: newId(), i }));
  for (let from = 0; from < all.length; from += 1000) {
    const part = all.slice(from, from + 1000);
    await database()
      .insert(blob)
      .values(part.map(({ i }) => ({ hash: hashOf(i), size: 1000 + i, contentType: 'image/png' })));
    await database()
      .insert(media)
      .values(
        part.map(({ id, i }) => ({ id, kind: 'picture' as const, title: `Picture ${i}`, tags: [`tag ${i % 40}`] })),
      );
    await database()
      .insert(mediaVersion)
      .values(
        part.map(({ id, i }) => ({
          ...{ id: newId(), mediaId: id, number: 1, fileName: `picture-${i}.png`, hash: hashOf(i) },
          ...{ state: 'ready' as const, width: 900, height: 600, forms: [] },
        })),
      );
  }
  const cookie = await signedIn(creatorAddress);
  const p95 = async (path: string) => quantile(await times(30, () => fetchPage(path, cookie)), 0.95);
  const blank = { what: 'an empty page, p95', value: await p95('/blank') };
  for (const [what, path] of [
    ['its first page', '/library'],
    ['its last page', '/library?page=84'],
    ['words found in it', '/library?find=picture-4321'],
    ['a tag, as a list', '/library?view=list&tag=tag+7'],
  ] as const)
    row({
      what: `library of 5,000 files, time to answer, p95: ${what}`,
      value: await p95(path),
      unit: 'ms',
      beside: blank,
      most: 6,
    });
}

/** The process that answers for the sample school, by what was given to it. */
function webProcess(): string {
  const own = readdirSync('/proc').filter((name) => /^\d+$/.test(name));
  const found = own.find((pid) => {
    try {
      return (
        readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('cli/web.mjs') &&
        readFileSync(`/proc/${pid}/environ`, 'utf8').includes(`MOSAIK_ADDRESS=${config.address}`)
      );
    } catch {
      return false;
    }
  });
  if (!found) throw new Error('The web server is not to be found.');
  return found;
}
const memoryOf = (pid: string) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]);

const largeBytes = 2 * 1024 ** 3;
const pieceBytes = 8 * 1024 ** 2;

/**
 * Two gigabytes sent in pieces and taken into the library, beside copying the same file; and what the server needs for
 * it.
 */
export async function largeUpload(): Promise<void> {
  const folder = mkdtempSync(join(config.data, 'bench-'));
  const path = join(folder, 'large.zip');
  const file = openSync(path, 'w');
  writeSync(file, Buffer.from('PK\u0003\u0004'));
  ftruncateSync(file, largeBytes);
  closeSync(file);
  try {
    const copied = performance.now();
    copyFileSync(path, join(folder, 'copy'));
    execFileSync('sync', [join(folder, 'copy')]);
    const copy = performance.now() - copied;
    const cookie = await signedIn(creatorAddress);
    const pid = webProcess();
    await fetchPage('/library', cookie);
    const before = memoryOf(pid);
    let most = before;
    const watch = setInterval(() => {
      most = Math.max(most, memoryOf(pid));
    }, 100);
    const began = performance.now();
    await send(path, cookie);
    clearInterval(watch);
    row({
      what: 'a file of 2 GB, sent in pieces, checked and taken',
      value: performance.now() - began,
      unit: 'ms',
      beside: { what: 'copied on the disk', value: copy },
      most: 20,
    });
    row({
      what: 'memory of the server meanwhile, at its most',
      value: most,
      unit: 'kB',
      beside: { what: 'before', value: before },
      most: 2.5,
    });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Uploads a file as a browser does (tus 1.0). */
async function send(path: string, cookie: string): Promise<void> {
  const base64 = (text: string) => Buffer.from(text).toString('base64');
  const headers = { cookie, origin: config.address, 'tus-resumable': '1.0.0' };
  const created = await fetch(`${config.address}/api/upload`, {
    method: 'POST',
    headers: {
      ...headers,
      'upload-length': String(largeBytes),
      'upload-metadata': `purpose ${base64('attachment')},name ${base64('large.zip')}`,
    },
  });
  if (created.status !== 201) throw new Error(`The upload was refused: ${created.status} ${await created.text()}`);
  const place = new URL(created.headers.get('location') ?? '', `${config.address}/api/upload`);
  const file = await open(path);
  for (let at = 0; at < largeBytes; at += pieceBytes) {
    const piece = Buffer.alloc(Math.min(pieceBytes, largeBytes - at));
    await file.read(piece, 0, piece.length, at);
    const answer = await fetch(place, {
      method: 'PATCH',
      headers: { ...headers, 'upload-offset': String(at), 'content-type': 'application/offset+octet-stream' },
      body: piece,
    });
    if (!answer.ok) throw new Error(`A piece was refused: ${answer.status} ${await answer.text()}`);
    await answer.arrayBuffer();
  }
  await file.close();
}
