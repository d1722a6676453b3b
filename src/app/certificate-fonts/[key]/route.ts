import { readFile } from 'node:fs/promises';
import { fontPath, isFontKey } from '@/server/certificate';

/** The typefaces of certificates, so that the screen shows what the PDF will. */
export async function GET(_request: Request, { params }: { params: Promise<{ key: string }> }): Promise<Response> {
  const { key } = await params;
  if (!isFontKey(key)) return new Response('There is no such typeface.', { status: 404 });
  return new Response(new Uint8Array(await readFile(fontPath(key))), {
    headers: { 'content-type': 'font/ttf', 'cache-control': 'public, max-age=31536000, immutable' },
  });
}
