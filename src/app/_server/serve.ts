import { Readable } from 'node:stream';
import { files } from '@/server/platform/files';

type Serve = {
  readonly hash: string;
  readonly contentType: string;
  readonly name: string;
  readonly download?: boolean;
};

const safeName = (name: string) => name.replace(/[^\w.\- ]+/g, '_').slice(0, 120) || 'file';

/**
 * Sends a stored file, or the part of it that is asked for: of a fixed type, not to be guessed at, and
 * sandboxed by the policy that src/proxy.ts gives these addresses.
 */
export async function serveFile(request: Request, file: Serve): Promise<Response> {
  const found = await files().stat(file.hash);
  if (!found) return new Response('This file is not there any more.', { status: 404 });
  const { size } = found;
  const headers = new Headers({
    'content-type': file.contentType,
    'accept-ranges': 'bytes',
    etag: `"${file.hash}"`,
    // Who may see a file can change, so it is asked for again each time, and answered with 304.
    'cache-control': 'private, no-cache',
    'x-content-type-options': 'nosniff',
    'content-disposition': `${file.download ? 'attachment' : 'inline'}; filename="${safeName(file.name)}"; filename*=UTF-8''${encodeURIComponent(file.name)}`,
  });
  if (request.headers.get('if-none-match') === `"${file.hash}"`) return new Response(null, { status: 304, headers });
  const asked = request.headers.get('range');
  const range = asked ? rangeOf(asked, size) : null;
  if (asked && !range) {
    headers.set('content-range', `bytes */${size}`);
    return new Response(null, { status: 416, headers });
  }
  headers.set('content-length', String(range ? range.to - range.from + 1 : size));
  if (range) headers.set('content-range', `bytes ${range.from}-${range.to}/${size}`);
  const stream = await files().get(file.hash, range ?? undefined);
  if (!stream) return new Response('This file is not there any more.', { status: 404 });
  // A player that seeks drops the connection; the file must then be closed too.
  request.signal.addEventListener('abort', () => stream.destroy());
  return new Response(Readable.toWeb(stream) as ReadableStream, { status: range ? 206 : 200, headers });
}

/** One range of bytes (RFC 9110, 14.1.2); null when it cannot be satisfied. */
function rangeOf(header: string, size: number): { from: number; to: number } | null {
  const match = /^bytes=(\d*)-(\d*)$/.exec(header.trim());
  if (!match || (match[1] === '' && match[2] === '')) return null;
  const [, first = '', last = ''] = match;
  const from = first === '' ? Math.max(0, size - Number(last)) : Number(first);
  const to = first === '' || last === '' ? size - 1 : Math.min(Number(last), size - 1);
  return from <= to && from < size ? { from, to } : null;
}
