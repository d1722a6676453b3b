import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { root } from './paths.mjs';

/**
 * What pages are put together from, and what never changes under its name: compressed once, when the application is
 * built, and sent as it lies there. Compressing it anew for every browser cost more than making the page.
 */
const folder = join(root, '.next', 'static');
const prefix = '/_next/static';

/** Writes beside each file that grows smaller by it what it is compressed. */
export function compressStatics(where = folder) {
  for (const entry of readdirSync(where, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile() || !/\.(js|css|json|svg|ttf|map)$/.test(entry.name)) continue;
    const path = join(entry.parentPath, entry.name);
    const plain = readFileSync(path);
    const small = gzipSync(plain, { level: 9 });
    if (small.length < plain.length) writeFileSync(`${path}.gz`, small);
  }
}

/** Answers a request for one of them; whatever it does not know is for `next`. */
export async function staticsOf(where = folder) {
  const { default: sirv } = await import('sirv');
  const send = sirv(where, { immutable: true, maxAge: 31_536_000, gzip: true });
  return (request, response, next) => {
    const { url, method } = request;
    if (!url?.startsWith(`${prefix}/`) || (method !== 'GET' && method !== 'HEAD')) return next();
    request.url = url.slice(prefix.length);
    send(request, response, () => {
      request.url = url;
      next();
    });
  };
}
