import { httpStatus, type Problem, type Result } from '@/core/kernel/problem';

/** A result over HTTP: itself as JSON, with the status that belongs to it. */
export const respond = (result: Result<unknown>): Response =>
  Response.json(result, { status: result.ok ? 200 : httpStatus[result.problem.code] });

/** A problem as plain text, for addresses that people open themselves. */
export const refuse = (problem: Problem): Response =>
  new Response(problem.sentence, {
    status: httpStatus[problem.code],
    headers: { 'content-type': 'text/plain; charset=utf-8' },
  });

/** Longer than that is nothing that a form sends. */
export const mostBytes = 4 * 1024 * 1024;
/**
 * Texts of lessons, the deepest that is sent, nest a dozen lists at most; whoever looks into a value walks down it step
 * by step.
 */
const mostDepth = 200;

/** Whether the brackets of a JSON text nest no deeper than that; those within strings do not count. */
function nestedAtMost(most: number, text: string): boolean {
  let depth = 0;
  for (const [token] of text.matchAll(/"(?:[^"\\]|\\.)*"|[[{\]}]/g)) {
    if (token === '[' || token === '{') depth += 1;
    else if (token === ']' || token === '}') depth -= 1;
    if (depth > most) return false;
  }
  return true;
}

/** The JSON body of a request; undefined when it is none, larger than any form can send, or nested deeper. */
export async function bodyOf(request: Request): Promise<unknown> {
  const text = await textWithin(request);
  return text === null ? undefined : jsonIn(text);
}

/** The text of a request; null when it is larger than any form can send. */
export async function textWithin(request: Request): Promise<string | null> {
  if (Number(request.headers.get('content-length') ?? 0) > mostBytes) return null;
  const text = await request.text();
  return text.length > mostBytes ? null : text;
}

/** A text as the JSON it is; undefined when it is none, or nested deeper than anything that is sent. */
export function jsonIn(text: string): unknown {
  try {
    return nestedAtMost(mostDepth, text) ? JSON.parse(text) : undefined;
  } catch {
    return undefined;
  }
}

/**
 * The body of a request as it is. What is longer than `most` is cut off right behind it, so that it can be told by its
 * length.
 */
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
