import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { filesIn, root } from './paths.mjs';

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

/** Writes beside each text that grows smaller by it what it is compressed. */
export function compressStatics(where = folder) {
  for (const path of filesIn(where)) {
    if (!typeOf(path)) continue;
    const plain = readFileSync(path);
    const small = gzipSync(plain, { level: 9 });
    if (small.length < plain.length) writeFileSync(`${path}.gz`, small);
  }
}

/** Whether a browser takes gzip, by what it says of itself (RFC 9110, 12.5.3). */
const takesGzip = ({ headers }) => /\bgzip\b(?!\s*;\s*q=0(\.0*)?\s*(,|$))/.test(headers['accept-encoding'] ?? '');

/** What is said where nothing can be sent. */
const refusals = {
  404: 'There is no such file. Load the page again: Mosaik may have been renewed.',
  405: 'Files are only read here.',
  412: 'The file is not as it was expected to be.',
  416: 'The file has no such part.',
  503: 'The file cannot be read at the moment. Try again in a moment.',
};
function refuse(response, status) {
  for (const name of response.getHeaderNames()) if (name !== 'content-range') response.removeHeader(name);
  response.writeHead(status, { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store' });
  response.end(refusals[status]);
}

/** Answers a request for one of them; false where something else is asked for. */
export async function staticsOf(where = folder) {
  const { default: send } = await import('send');
  const compressed = new Set(
    filesIn(where)
      .filter((path) => path.endsWith('.gz'))
      .map((path) => path.slice(where.length)),
  );
  return (request, response) => {
    const { url = '', method } = request;
    if (!url.startsWith(`${prefix}/`)) return false;
    if (method !== 'GET' && method !== 'HEAD') {
      refuse(response, 405);
      return true;
    }
    const path = url.slice(prefix.length).replace(/[?#].*$/, '');
    const packed = `${path}.gz`;
    if (compressed.has(packed)) {
      response.setHeader('vary', 'accept-encoding');
      response.setHeader('content-type', typeOf(path));
      if (takesGzip(request)) response.setHeader('content-encoding', 'gzip');
    }
    const file = response.hasHeader('content-encoding') ? packed : path;
    const giveUp = ({ status = 404 }) => {
      if (response.headersSent) return response.destroy();
      const known = status in refusals ? status : 404;
      refuse(response, status >= 500 ? 503 : known);
    };
    send(request, file, { root: where, index: false, immutable: true, maxAge: '1y' })
      .on('error', giveUp)
      .on('directory', () => giveUp({}))
      .pipe(response);
    return true;
  };
}
