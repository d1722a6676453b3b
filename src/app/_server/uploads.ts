import { mkdirSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { FileStore } from '@tus/file-store';
import { Server, type Upload } from '@tus/server';
import { isId } from '@/core/kernel/ids';
import { fail, httpStatus, ok, type Problem, type Result } from '@/core/kernel/problem';
import { checkUpload, sizeText, type UploadPurpose, uploadRules } from '@/core/media';
import { can, somewhere } from '@/core/people';
import { addFile, addScript, countPages, giveBack, mayAddFile, mayGiveBack, mayLoadScripts } from '@/server/assignment';
import { addDesignPicture, printPicture } from '@/server/certificate';
import { addCaptions, addMedia, countUpload, madeBy, mayChangeMedia, storeUpload } from '@/server/media';
import { fillLesson } from '@/server/outline';
import { type Person, personOf } from '@/server/people';
import { config } from '@/server/platform/config';
import { type Database, database } from '@/server/platform/database';
import { roomFor } from '@/server/platform/disk';
import { problemOf } from '@/server/platform/trouble';
import { giveFile, mayGiveFile } from '@/server/quiz';
import { respond } from './respond';

type Details = {
  readonly purpose: UploadPurpose;
  readonly name: string;
  readonly courseId: string;
  readonly lessonId: string;
  readonly sittingId: string;
  readonly questionId: string;
  readonly mediaId: string;
  readonly workId: string;
  readonly language: string;
  readonly label: string;
  readonly deed: string;
  readonly owner: string;
};

const purposes = Object.keys(uploadRules);
const text = (upload: Upload, key: string) => String(upload.metadata?.[key] ?? '').slice(0, 300);

function detailsOf(upload: Upload): Details {
  const purpose = text(upload, 'purpose');
  return {
    purpose: (purposes.includes(purpose) ? purpose : 'document') as UploadPurpose,
    name: text(upload, 'name') || 'file',
    courseId: text(upload, 'courseId'),
    lessonId: text(upload, 'lessonId'),
    sittingId: text(upload, 'sittingId'),
    questionId: text(upload, 'questionId'),
    mediaId: text(upload, 'mediaId'),
    workId: text(upload, 'workId'),
    language: text(upload, 'language'),
    label: text(upload, 'label'),
    deed: text(upload, 'deed'),
    owner: text(upload, 'owner'),
  };
}

/** Where nothing has to be sent any more: to whoever sends, anything but 201 means that no upload has begun (tus 1.0). */
const alreadyTaken = 409;

const refusal = (problem: Problem) => ({
  status_code: httpStatus[problem.code],
  body: JSON.stringify({ ok: false, problem }),
});

/** Uploads in parts that go on after a broken line (the tus protocol 1.0). */
function openServer(): Server {
  const directory = join(config.data, 'uploads');
  mkdirSync(directory, { recursive: true });
  return new Server({
    path: '/api/upload',
    datastore: new FileStore({ directory }),
    relativeLocation: true,
    async onUploadCreate(request, upload) {
      const person = await personOf(database(), request.headers);
      if (!person) throw refusal({ code: 'not-signed-in', sentence: 'Sign in again, then go on with the upload.' });
      // A length that is told later cannot be checked now, and would be written until the disk is full.
      if (upload.size === undefined)
        throw refusal({ code: 'invalid', sentence: 'Say how long the file is before you send it.' });
      const details = detailsOf(upload);
      // Its answer was lost: what has arrived and was taken is not sent once more.
      const taken = isId(details.deed) ? await madeBy(database(), person.id, details.deed) : null;
      if (taken) {
        const done = await filled(person, details, taken);
        throw done.ok ? { status_code: alreadyTaken, body: JSON.stringify(done) } : refusal(done.problem);
      }
      const may = await mayUpload(person, details, upload.size);
      if (!may.ok) throw refusal(may.problem);
      return { metadata: { ...upload.metadata, owner: person.id } };
    },
    async onIncomingRequest(request, id) {
      if (request.method === 'POST' || request.method === 'OPTIONS') return;
      const [person, upload] = await Promise.all([
        personOf(database(), request.headers),
        new FileStore({ directory }).getUpload(id).catch(() => null),
      ]);
      if (upload && detailsOf(upload).owner !== person?.id)
        throw refusal({ code: 'not-allowed', sentence: 'This upload is somebody else’s.' });
      if (!upload || request.method !== 'PATCH') return;
      const room = await roomFor((upload.size ?? 0) - (upload.offset ?? 0));
      if (!room.ok) throw refusal(room.problem);
    },
    async onUploadFinish(request, upload) {
      const path = join(directory, upload.id);
      try {
        const person = await personOf(database(), request.headers);
        const result = await take(person, detailsOf(upload), path);
        if (!result.ok) throw refusal(result.problem);
        return { status_code: 200, body: JSON.stringify(result) };
      } catch (error) {
        if (error && typeof error === 'object' && 'status_code' in error) throw error;
        throw refusal(problemOf(error, 'upload'));
      } finally {
        await rm(path, { force: true });
        await rm(`${path}.json`, { force: true });
      }
    },
  });
}

/**
 * Whether somebody may send a file of a size, for what they say it is for: decided before anything of it is written.
 */
async function mayUpload(person: Person, details: Details, bytes: number): Promise<Result<null>> {
  const db = database();
  const size = checkUpload(details.purpose, details.name, bytes, new Uint8Array());
  if (!size.ok && (size.problem.code === 'too-large' || bytes === 0)) return size;
  if (bytes > config.largestUpload)
    return fail(
      'too-large',
      `"${details.name}" has ${sizeText(bytes)}; this school takes files of at most ${sizeText(config.largestUpload)}.`,
      'file',
    );
  const may = await mayAdd(db, person, details, bytes);
  if (!may.ok) return may;
  const room = await roomFor(bytes);
  return room.ok ? countUpload(person, bytes) : room;
}

async function mayAdd(db: Database, person: Person, details: Details, bytes: number): Promise<Result<null>> {
  if (details.purpose === 'handed-in') return mayAddFile(db, person.id, details.courseId, details.lessonId, bytes);
  if (details.purpose === 'script')
    return mayLoadScripts(person, details.courseId) ? ok(null) : fail('not-allowed', 'You may not load scripts here.');
  if (details.purpose === 'design')
    return somewhere(person, 'certificate.design') ? ok(null) : fail('not-allowed', 'You may not add pictures here.');
  if (details.purpose === 'returned') return mayGiveBack(db, person, details.workId);
  if (details.purpose === 'answered') return mayGiveFile(db, person.id, details, bytes);
  // What is a part of a thing of the library, or a new version of it, has to be for somebody who may change it.
  const { purpose, mediaId, courseId } = details;
  const isPart = purpose === 'captions' || mediaId !== '';
  const mayPut = courseId === '' ? can(person, 'course.create') : can(person, 'course.edit', { courseId });
  const may = isPart ? isId(mediaId) && (await mayChangeMedia(db, person, mediaId)) : mayPut;
  return may ? ok(null) : fail('not-allowed', 'You may not add files here.');
}

const hasPages = (contentType: string) => contentType === 'application/pdf' || contentType.startsWith('image/');

/** Checks what has arrived and puts it where it was meant to go. */
async function take(person: Person | null, details: Details, path: string): Promise<Result<{ id: string }>> {
  const stored = await storeUpload(details.purpose, details.name, path);
  if (!stored.ok) return stored;
  const { hash, contentType } = stored.value;
  const file = { hash, contentType, fileName: details.name };
  switch (details.purpose) {
    case 'handed-in': {
      // What nobody could open is told while it can still be put right.
      const pages = hasPages(contentType) ? await countPages({ hash, contentType }) : ok(0);
      if (!pages.ok) return pages;
      return addFile.run(person, { courseId: details.courseId, lessonId: details.lessonId, ...file });
    }
    case 'returned':
      return giveBack.run(person, { handInId: details.workId, ...file });
    case 'script': {
      const count = await countPages({ hash, contentType });
      if (!count.ok) return count;
      const { courseId, lessonId } = details;
      return addScript.run(person, { courseId, lessonId, count: count.value, ...file });
    }
    case 'design': {
      const picture = await printPicture({ hash, contentType }, Number(details.label) || 1);
      if (!picture.ok) return picture;
      const { pixels, ...kept } = picture.value;
      return addDesignPicture.run(person, { ...kept, ...pixels, name: details.name });
    }
    case 'answered':
      return giveFile.run(person, { sittingId: details.sittingId, questionId: details.questionId, ...file });
    case 'captions':
      return addCaptions.run(person, {
        mediaId: details.mediaId,
        language: details.language,
        label: details.label,
        ...file,
      });
    default: {
      const { courseId, deed } = details;
      const added = await addMedia.run(person, {
        ...(isId(deed) && { deed }),
        courseId: courseId || null,
        kind: stored.value.kind,
        mediaId: details.mediaId || null,
        ...file,
      });
      return added.ok ? filled(person, details, added.value.id) : added;
    }
  }
}

/** The page it was dropped on may be closed by now: what it was dropped on is filled from here, by the same deed once. */
async function filled(
  person: Person | null,
  { courseId, lessonId, deed }: Details,
  mediaId: string,
): Promise<Result<{ id: string }>> {
  if (lessonId === '') return ok({ id: mediaId });
  const done = await fillLesson.run(person, { courseId, lessonId, mediaId, ...(isId(deed) && { step: deed }) });
  return done.ok ? ok({ id: mediaId }) : done;
}

const kept = globalThis as typeof globalThis & { mosaikUploads?: Server };
/** Answers a request about an upload. Each of its steps asks who sends it. */
export const handleUpload = async (request: Request): Promise<Response> => {
  try {
    kept.mosaikUploads ??= openServer();
    return await kept.mosaikUploads.handleWeb(request);
  } catch (error) {
    return respond({ ok: false, problem: problemOf(error, 'upload') });
  }
};
