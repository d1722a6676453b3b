import { mkdirSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { FileStore } from '@tus/file-store';
import { Server, type Upload } from '@tus/server';
import { httpStatus, type Problem, type Result } from '@/core/kernel/problem';
import { checkUpload, type UploadPurpose } from '@/core/media';
import { can } from '@/core/people';
import { addFile } from '@/server/assignment';
import { addCaptions, addMedia, storeUpload } from '@/server/media';
import { type Person, personOf } from '@/server/people';
import { config } from '@/server/platform/config';
import { logUnexpected } from '@/server/platform/log';

export const runtime = 'nodejs';
export const dynamic = 'force-dynamic';

type Details = {
  readonly purpose: UploadPurpose;
  readonly name: string;
  readonly courseId: string;
  readonly lessonId: string;
  readonly mediaId: string;
  readonly language: string;
  readonly label: string;
  readonly owner: string;
};

const purposes = ['film', 'picture', 'document', 'captions', 'handed-in'];
const text = (upload: Upload, key: string) => String(upload.metadata?.[key] ?? '').slice(0, 300);

function detailsOf(upload: Upload): Details {
  const purpose = text(upload, 'purpose');
  return {
    purpose: (purposes.includes(purpose) ? purpose : 'document') as UploadPurpose,
    name: text(upload, 'name') || 'file',
    courseId: text(upload, 'courseId'),
    lessonId: text(upload, 'lessonId'),
    mediaId: text(upload, 'mediaId'),
    language: text(upload, 'language'),
    label: text(upload, 'label'),
    owner: text(upload, 'owner'),
  };
}

const refusal = (problem: Problem) => ({ status_code: httpStatus[problem.code], body: JSON.stringify({ ok: false, problem }) });

/** Uploads in parts that go on after a broken line (the tus protocol 1.0). */
function openServer(): Server {
  const directory = join(config.data, 'uploads');
  mkdirSync(directory, { recursive: true });
  return new Server({
    path: '/api/upload',
    datastore: new FileStore({ directory }),
    relativeLocation: true,
    async onUploadCreate(request, upload) {
      const person = await personOf(request.headers);
      if (!person) throw refusal({ code: 'not-signed-in', sentence: 'Sign in again, then go on with the upload.' });
      const details = detailsOf(upload);
      // A taker of courses uploads to hand in; everything else is for those who edit the course.
      const mayUpload = details.purpose === 'handed-in' || details.purpose === 'captions' || can(person, 'course.edit', { courseId: details.courseId });
      if (!mayUpload) throw refusal({ code: 'not-allowed', sentence: 'You may not add files to this course.' });
      const size = checkUpload(details.purpose, details.name, upload.size ?? 0, new Uint8Array());
      if (!size.ok && (size.problem.code === 'too-large' || upload.size === 0)) throw refusal(size.problem);
      return { metadata: { ...upload.metadata, owner: person.id } };
    },
    async onIncomingRequest(request, id) {
      if (request.method === 'POST' || request.method === 'OPTIONS') return;
      const [person, upload] = await Promise.all([personOf(request.headers), new FileStore({ directory }).getUpload(id).catch(() => null)]);
      if (upload && detailsOf(upload).owner !== person?.id) throw refusal({ code: 'not-allowed', sentence: 'This upload is somebody else’s.' });
    },
    async onUploadFinish(request, upload) {
      const path = join(directory, upload.id);
      try {
        const person = await personOf(request.headers);
        const result = await take(person, detailsOf(upload), path);
        if (!result.ok) throw refusal(result.problem);
        return { status_code: 200, body: JSON.stringify(result) };
      } catch (error) {
        if (error && typeof error === 'object' && 'status_code' in error) throw error;
        const reference = logUnexpected(error, 'upload');
        throw refusal({ code: 'unexpected', sentence: `The file could not be taken. If it happens again, quote ${reference}.` });
      } finally {
        await rm(path, { force: true });
        await rm(`${path}.json`, { force: true });
      }
    },
  });
}

/** Checks what has arrived and puts it where it was meant to go. */
async function take(person: Person | null, details: Details, path: string): Promise<Result<{ id: string }>> {
  const stored = await storeUpload(details.purpose, details.name, path);
  if (!stored.ok) return stored;
  const { hash, contentType } = stored.value;
  const file = { hash, contentType, fileName: details.name };
  switch (details.purpose) {
    case 'handed-in':
      return addFile.run(person, { courseId: details.courseId, lessonId: details.lessonId, ...file });
    case 'captions':
      return addCaptions.run(person, { mediaId: details.mediaId, language: details.language, label: details.label, ...file });
    default:
      return addMedia.run(person, { courseId: details.courseId, kind: details.purpose, ...file });
  }
}

const kept = globalThis as typeof globalThis & { mosaikUploads?: Server };
const handle = (request: Request) => {
  kept.mosaikUploads ??= openServer();
  return kept.mosaikUploads.handleWeb(request);
};

export { handle as DELETE, handle as HEAD, handle as OPTIONS, handle as PATCH, handle as POST };
