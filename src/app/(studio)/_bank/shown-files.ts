import { upload } from '@/app/_client/upload';
import { fail, ok, type Result } from '@/core/kernel/problem';
import type { QuestionsPreview } from '@/server/exchange';

/** What of a package is in the library already, by where it was put: one that is tried again goes on from there. */
const taken = new WeakMap<File, Map<string, Map<string, string>>>();
function takenOf(file: File, courseId: string | null): Map<string, string> {
  const places = taken.get(file) ?? new Map<string, Map<string, string>>();
  const made = places.get(courseId ?? '') ?? new Map<string, string>();
  taken.set(file, places.set(courseId ?? '', made));
  return made;
}

/**
 * Uploads the files of a package that its questions show, each once. Gives the things of the library they have become,
 * by kind and name; where one of them cannot be taken, what went wrong, and nothing is to be put anywhere.
 */
export async function uploadShown(
  file: File,
  questions: QuestionsPreview['questions'],
  courseId: string | null,
  onProgress: (words: string) => void,
): Promise<Result<ReadonlyMap<string, string>>> {
  const wanted = new Map(
    questions.flatMap(({ shows = [] }) => shows.map((one) => [`${one.kind} ${one.href}`, one] as const)),
  );
  const made = takenOf(file, courseId);
  if (wanted.size === 0) return ok(made);
  const { unzipSync } = await import('fflate');
  const names = new Set([...wanted.values()].map(({ href }) => href));
  const contents = unzipSync(new Uint8Array(await file.arrayBuffer()), { filter: ({ name }) => names.has(name) });
  for (const [key, { href, kind }] of wanted) {
    if (made.has(key)) continue;
    onProgress(`Uploading file ${made.size + 1} of ${wanted.size}…`);
    const bytes = contents[href];
    const name = href.split('/').at(-1) ?? href;
    if (!bytes) return fail('invalid', `"${name}" is not in the package any more. Choose the package again.`);
    const target = { purpose: kind, ...(courseId && { courseId }) };
    const done = await upload(new File([bytes as BlobPart], name), target, () => {}).done;
    if (!done.ok) return fail(done.problem.code, `"${name}": ${done.problem.sentence}`);
    made.set(key, done.value.id);
  }
  return ok(made);
}
