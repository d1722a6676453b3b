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
const types = {
  js: 'text/javascript; charset=utf-8',
  css: 'text/css; charset=utf-8',
  json: 'application/json',
  svg: 'image/svg+xml',
};
const typeOf = (path) => types[/\.(\w+)$/.exec(path)?.[1]];
const filesIn = (where) => readdirSync(where, { recursive: true, withFileTypes: true }).filter((one) => one.isFile());

/** Writes beside each text that grows smaller by it what it is compressed. */
export function compressStatics(where = folder) {
  for (const { parentPath, name } of filesIn(where)) {
    if (!typeOf(name)) continue;
    const path = join(parentPath, name);
    const plain = readFileSync(path);
    const small = gzipSync(plain, { level: 9 });
    if (small.length < plain.length) writeFileSync(`${path}.gz`, small);
  }
}

/** Whether a browser takes gzip, by what it says of itself (RFC 9110, 12.5.3). */
const takesGzip = ({ headers }) => /\bgzip\b(?!\s*;\s*q=0(\.0*)?\s*(,|$))/.test(headers['accept-encoding'] ?? '');

/** Answers a request for one of them; whatever it does not know, or cannot read, is for `next`. */
export async function staticsOf(where = folder) {
  const { default: send } = await import('send');
  const compressed = new Set(
    filesIn(where)
      .filter(({ name }) => name.endsWith('.gz'))
      .map(({ parentPath, name }) => join(parentPath, name).slice(where.length)),
  );
  return (request, response, next) => {
    const { url = '', method } = request;
    if (!url.startsWith(`${prefix}/`) || (method !== 'GET' && method !== 'HEAD')) return next();
    const path = url.slice(prefix.length).replace(/[?#].*$/, '');
    const packed = `${path}.gz`;
    if (compressed.has(packed)) {
      response.setHeader('vary', 'accept-encoding');
      response.setHeader('content-type', typeOf(path));
      if (takesGzip(request)) response.setHeader('content-encoding', 'gzip');
    }
    const file = response.hasHeader('content-encoding') ? packed : path;
    // Another build may have put other files in place meanwhile.
    const giveUp = () => {
      if (response.headersSent) return response.destroy();
      for (const name of response.getHeaderNames()) response.removeHeader(name);
      next();
    };
    send(request, file, { root: where, index: false, immutable: true, maxAge: '1y' })
      .on('error', giveUp)
      .on('directory', giveUp)
      .pipe(response);
  };
}
