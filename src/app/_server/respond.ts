import { httpStatus, type Problem, type Result } from '@/core/kernel/problem';

/** A result over HTTP: itself as JSON, with the status that belongs to it. */
export const respond = (result: Result<unknown>): Response => Response.json(result, { status: result.ok ? 200 : httpStatus[result.problem.code] });

/** A problem as plain text, for addresses that people open themselves. */
export const refuse = (problem: Problem): Response =>
  new Response(problem.sentence, { status: httpStatus[problem.code], headers: { 'content-type': 'text/plain; charset=utf-8' } });

const mostBytes = 4 * 1024 * 1024;

/** The JSON body of a request; undefined when it is none, or larger than any form can send. */
export async function bodyOf(request: Request): Promise<unknown> {
  if (Number(request.headers.get('content-length') ?? 0) > mostBytes) return undefined;
  const text = await request.text();
  if (text.length > mostBytes) return undefined;
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** The body of a request as it is. What is longer than `most` is cut off right behind it, so that it can be told by its length. */
export async function bytesOf(request: Request, most: number): Promise<Uint8Array> {
  if (Number(request.headers.get('content-length') ?? 0) > most) return new Uint8Array(most + 1);
  const parts: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  while (reader && size <= most) {
    const { done, value } = await reader.read();
    if (done) break;
    parts.push(value);
    size += value.length;
  }
  await reader?.cancel().catch(() => {});
  return Buffer.concat(parts);
}
