import { fail, type Problem, type Result } from '@/core/kernel/problem';
import type { UploadPurpose } from '@/core/media';
import { newId } from '@/ui/ids';
import { whoseBrowser } from './whose';

export type UploadTarget = {
  readonly purpose: UploadPurpose;
  readonly courseId?: string;
  readonly lessonId?: string;
  readonly sittingId?: string;
  readonly questionId?: string;
  readonly mediaId?: string;
  readonly workId?: string;
  readonly language?: string;
  readonly label?: string;
};
export type UploadTask = { readonly done: Promise<Result<{ id: string }>>; cancel(): void };

type Answer = { readonly ok?: boolean; readonly value?: { id: string }; readonly problem?: Problem };
const answerIn = (text: string | undefined): Answer => {
  try {
    return JSON.parse(text ?? '') as Answer;
  } catch {
    return {};
  }
};

const namedIn = (what: object): [string, string][] =>
  Object.entries(what).filter((entry): entry is [string, string] => typeof entry[1] === 'string');

/**
 * What the note about an upload is found by: the same file, for the same place, by the same person. Meant for another
 * place, or begun by somebody else, it would go on to where it was meant to go before.
 */
export const noteOf = (personId: string, target: UploadTarget, file: File): string =>
  [personId, JSON.stringify(namedIn(target).sort()), file.name, file.type, file.size, file.lastModified].join('::');

/** The framework hands on no more than ten megabytes of a request: of a larger piece the rest would be sent twice. */
const pieceBytes = 8 * 1024 * 1024;

/** Uploads a file in parts; a broken line is picked up where it broke. Loaded only when it is needed. */
export function upload(
  file: File,
  target: UploadTarget,
  onProgress: (percent: number, sent: number) => void,
): UploadTask {
  let cancelled = false;
  let stop = () => {};
  const done = (async (): Promise<Result<{ id: string }>> => {
    const { Upload, DetailedError } = await import('tus-js-client');
    return new Promise((resolve) => {
      const task = new Upload(file, {
        endpoint: '/api/upload',
        metadata: Object.fromEntries(namedIn({ ...target, name: file.name, deed: newId() })),
        fingerprint: async () => noteOf(whoseBrowser(), target, file),
        chunkSize: pieceBytes,
        retryDelays: [0, 1000, 3000, 6000, 12_000],
        removeFingerprintOnSuccess: true,
        onProgress: (sent, all) => onProgress(all > 0 ? Math.round((sent / all) * 100) : 0, sent),
        onChunkComplete: (_size, arrived, all) => onProgress(all ? Math.round((arrived / all) * 100) : 0, arrived),
        onShouldRetry: (error) => {
          const status = error.originalResponse?.getStatus() ?? 0;
          return status === 0 || status >= 500;
        },
        onError: (error) => {
          const body = error instanceof DetailedError ? answerIn(error.originalResponse?.getBody()) : {};
          // It had arrived before, and only the answer was lost.
          if (body.ok && body.value) return resolve({ ok: true, value: body.value });
          resolve(
            body.problem
              ? { ok: false, problem: body.problem }
              : fail(
                  'unexpected',
                  `"${file.name}" could not be uploaded. Check the connection, then try again; it goes on where it stopped.`,
                ),
          );
        },
        onSuccess: ({ lastResponse }) => {
          const body = answerIn(lastResponse.getBody());
          resolve(
            body.ok && body.value
              ? { ok: true, value: body.value }
              : fail('unexpected', `"${file.name}" arrived, but could not be taken.`),
          );
        },
      });
      stop = () => {
        task.abort();
        resolve(fail('invalid', 'The upload was stopped. Choose the file again to go on where it stopped.'));
      };
      if (cancelled) stop();
      else
        task.findPreviousUploads().then((found) => {
          const [before] = found;
          if (before) {
            // By the same deed, should it have to be begun anew: what has arrived by then is not taken twice.
            task.options.metadata = before.metadata;
            task.resumeFromPreviousUpload(before);
          }
          task.start();
        });
    });
  })();
  return {
    done,
    cancel: () => {
      cancelled = true;
      stop();
    },
  };
}
