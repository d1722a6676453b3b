import { fail } from '@/core/kernel/problem';
import { refuse } from './respond';
import { serveFile } from './serve';

type WorkFile = { readonly hash: string; readonly name: string; readonly contentType: string };

/** Sends a file of somebody's work: shown where a browser shows it, and else kept. */
export function serveWork(request: Request, file: WorkFile | null) {
  if (!file) return refuse(fail('not-found', 'There is no such file, or it is not for you.').problem);
  const shown = /^(image\/|application\/pdf|text\/plain)/.test(file.contentType);
  const { hash, contentType, name } = file;
  return serveFile(request, { hash, contentType, name, download: !shown });
}
